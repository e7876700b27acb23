import type { KitView } from '../../contract/kit/endpoints.ts';
import { KIT_KINDS, type KitMeasure, MEASURE_KINDS } from '../../core/kit/things.ts';
import { BRISTLE_WORDS, KIT_STATE_WORDS, KIT_WORDS } from '../../words/en/kit.ts';
import { formatDate, formatNumber, formatQuantity } from '../../words/format.ts';
import { useUnits } from '../api/hooks.ts';

export type Thing = KitView['things'][number];

/** Digits of a measure as a person says it. */
export const MEASURE_DIGITS: Record<KitMeasure, number> = {
  length: 1,
  sections: 0,
  width: 2,
  weight: 1,
  volume: 0,
  flow: 1,
};

/** What is stated of a thing, in a line. */
export function useMeasures(): (thing: Thing) => string {
  const units = useUnits();
  return (thing) =>
    [
      ...(Object.keys(MEASURE_KINDS) as KitMeasure[]).flatMap((measure) => {
        const value = thing[measure];
        if (value === null) return [];
        if (measure === 'sections') return [`${value} sections`];
        const said = formatQuantity(value, MEASURE_KINDS[measure], units, MEASURE_DIGITS[measure]);
        return [measure === 'flow' ? `${said}/min` : measure === 'width' ? `${said} wide` : said];
      }),
      ...(thing.bristle ? [`${BRISTLE_WORDS[thing.bristle]} bristle`] : []),
      ...(thing.held === 'hired' ? ['hired'] : []),
    ].join(', ');
}

/** The register, by kind: what has to be seen to stands first, and what is gone last. */
export function ThingList({
  things,
  shown,
  onShow,
}: {
  things: readonly Thing[];
  shown: string | null;
  onShow: (id: string) => void;
}) {
  const units = useUnits();
  const measures = useMeasures();
  const gone = (thing: Thing) => (thing.state === 'retired' || thing.state === 'lost' ? 1 : 0);
  const late = (thing: Thing) => (thing.usable && !thing.due.some(({ code }) => isLate(code)) ? 1 : 0);
  const place = ({ kind }: Thing) => KIT_KINDS.indexOf(kind);
  const sorted = [...things].sort(
    (one, other) => gone(one) - gone(other) || late(one) - late(other) || place(one) - place(other),
  );
  return (
    <table className="table row-cards kit-table">
      <thead>
        <tr>
          <th>Thing</th>
          <th>State</th>
          <th>Next check</th>
          <th>Where</th>
        </tr>
      </thead>
      <tbody>
        {sorted.map((thing) => {
          const next = [thing.nextCheck, thing.nextCalibration].filter((date) => date !== null).sort()[0];
          return (
            <tr key={thing.id} className={gone(thing) ? 'gone' : ''} aria-current={thing.id === shown || undefined}>
              <td>
                <button type="button" className="btn btn-quiet" onClick={() => onShow(thing.id)}>
                  {thing.name}
                </button>
                <span className="quiet d-block">
                  {KIT_WORDS[thing.kind]}
                  {measures(thing) && `, ${measures(thing)}`}
                </span>
              </td>
              <td data-label="State">
                <span className={`kit-state ${thing.state}`}>{KIT_STATE_WORDS[thing.state]}</span>
                {thing.wear !== null && thing.wear > 0 && (
                  <span className="quiet d-block">{formatNumber(thing.wear * 100, 0, units)} % worn</span>
                )}
              </td>
              <td data-label="Next check" className={thing.due.some(({ code }) => isLate(code)) ? 'late' : ''}>
                {next ? formatDate(next, units) : '–'}
                {thing.due.some(({ code }) => isLate(code)) && <b className="d-block">overdue</b>}
              </td>
              <td data-label="Where">{thing.where || '–'}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

const isLate = (code: string): boolean => code.endsWith('-overdue') || code === 'kit-never-checked';
