import { useRef, useState } from 'react';
import type { ResinView } from '../../contract/water/resin.ts';
import { formatDate, formatQuantity } from '../../words/format.ts';
import { useDo, useUnits } from '../api/hooks.ts';
import { newId } from '../api/ids.ts';
import { AskReason } from '../parts/AskReason.tsx';
import { Trouble } from '../parts/states.tsx';
import { vesselName } from './vessels.ts';

type Entry = ResinView['entries'][number];
const SHOWN = 40;

/** What was told of the vessels, the newest first; one that was wrong is struck, with its reason, and stays on record. */
export function ResinLog({ view }: { view: ResinView }) {
  const units = useUnits();
  const [striking, setStriking] = useState<string | null>(null);
  const id = useRef(newId());
  const strike = useDo('addResinEntry', () => {
    id.current = newId();
    setStriking(null);
  });
  const struck = new Map(
    view.entries.flatMap((entry) => (entry.kind === 'struck' ? [[entry.entry, entry.reason]] : [])),
  );
  const told = view.entries.filter(({ kind }) => kind !== 'struck').slice(0, SHOWN);
  return (
    <section className="sheet">
      <h2>Log</h2>
      <Trouble error={strike.error} />
      <ul className="plain-list resin-log">
        {told.map((entry) => (
          <li key={entry.id}>
            <span>
              {formatDate(entry.at, units)} <span className="quiet">{entry.by}</span>
            </span>
            <span className={struck.has(entry.id) ? 'struck' : ''}>{wordsOf(view, entry, units)}</span>
            {entry.sure && <span className="quiet">asked about, and said to be right</span>}
            {struck.has(entry.id) ? (
              <span className="overruled">Struck: {struck.get(entry.id)}</span>
            ) : (
              <button type="button" className="btn btn-quiet end" onClick={() => setStriking(entry.id)}>
                strike
              </button>
            )}
          </li>
        ))}
      </ul>
      {striking && (
        <AskReason
          title="Strike an entry"
          label="What was wrong with it (kept on record)"
          action="Strike it"
          onClose={() => setStriking(null)}
          onReason={(reason) =>
            strike.mutate({
              body: { id: id.current, at: new Date().toISOString(), told: { kind: 'struck', entry: striking, reason } },
            })
          }
        />
      )}
    </section>
  );
}

function wordsOf(view: ResinView, entry: Entry, units: ReturnType<typeof useUnits>): string {
  const conductivity = (value: number | null) =>
    value === null ? '' : formatQuantity(value, 'conductivity', units, value < 100 ? 1 : 0);
  if (entry.kind === 'reading') {
    const read = [
      `before ${conductivity(entry.before)}`,
      entry.between !== null && `between ${conductivity(entry.between)}`,
      entry.after !== null && `after ${conductivity(entry.after)}`,
    ].filter(Boolean);
    return `${formatQuantity(entry.litres, 'volume', units, 0)}; ${read.join(', ')}`;
  }
  if (entry.kind === 'rotated') return `lead exchanged, filled with ${entry.fill.media}`;
  if (entry.kind === 'set-up')
    return `set up: ${vesselName(view, entry.lead.vessel)} first${entry.lag ? `, ${vesselName(view, entry.lag.vessel)} second, ${entry.plumbing === 'series' ? 'in series' : 'side by side'}` : ', alone'}`;
  return '';
}
