import { lazy, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { Inspection } from '../../contract/inspections/endpoints.ts';
import type { Outlook, Reckoning } from '../../contract/reckoning/endpoints.ts';
import type { SolarArray } from '../../contract/sites/endpoints.ts';
import { HOUSE } from '../../core/assimilation/house.ts';
import { EFFECTIVENESS, type LichenClimate, type Puddles } from '../../core/assumptions.ts';
import { usualChoices, withChoices, worksUntil } from '../../core/courses/ofArray.ts';
import type { CourseSetup, Visits } from '../../core/courses/setup.ts';
import { worthOf } from '../../core/quotes/worth.ts';
import { moduleCount } from '../../core/sites/layout.ts';
import { LAYERED_DEFAULTS } from '../../core/soiling/layered.ts';
import { mean } from '../../core/statistics/summary.ts';
import { formatDate, formatMoney, formatNumber, formatQuantity, formatRange } from '../../words/format.ts';
import { useCurrency, useEndpointQuery, useSession, useUnits } from '../api/hooks.ts';
import { useNewest, useWorker } from '../compute/useWorker.ts';
import { DateInput, isDate } from '../parts/DateInput.tsx';
import { Later } from '../parts/Later.tsx';
import { Pick } from '../parts/Pick.tsx';
import { pairs } from '../parts/pairs.ts';
import { Trouble, Waiting } from '../parts/states.tsx';
import { useOutlook } from './outlook.ts';
import { RemediesPart } from './RemediesPart.tsx';

const AheadChart = lazy(() => import('./AheadChart.tsx'));

const HORIZON = 10;
/** Bonding on a dew day from one school on rain to the other, in steps of the slider. */
const SCHOOLS = [0, 0.01, 0.02, 0.03, 0.05, 0.08, 0.12, 0.2, 0.35, 0.6, 1];
/** Years of the table; a phone leaves some out. */
const SHOWN = [
  { year: 1, part: '' },
  { year: 2, part: 'part' },
  { year: 3, part: 'part' },
  { year: 5, part: 'part' },
  { year: 10, part: '' },
];
const PUDDLE_WORDS: Record<Puddles, string> = {
  none: 'dries clean',
  some: 'stands a little',
  plain: 'stands in puddles',
};
const LICHEN_WORDS: Record<LichenClimate, string> = {
  dry: 'does not grow here',
  temperate: 'temperate',
  'damp-shade': 'damp and shaded',
};
type Often = keyof typeof VISIT_WORDS;
const VISIT_WORDS = {
  never: 'never',
  '2nd': 'every second year',
  '1': 'once a year',
  '2': 'twice a year',
  '4': 'four times a year',
};

function visitsOf(key: Often): Visits {
  const effectiveness = EFFECTIVENESS['fed-pole'];
  if (key === 'never') return { days: [], everyYears: 1, effectiveness };
  if (key === '2nd') return { days: [0], everyYears: 2, effectiveness };
  const count = Number(key);
  return {
    days: Array.from({ length: count }, (_, at) => Math.round((at * 365) / count)),
    everyYears: 1,
    effectiveness,
  };
}

interface PartProps {
  reckoning: Reckoning;
  courses: CourseSetup;
  inspection: Inspection;
  array: SolarArray;
}

/** Ten years ahead, opened where somebody asks: what lies on the glass now, carried on under either school on rain. */
export function YearsAheadPart(props: PartProps) {
  const [open, setOpen] = useState(false);
  const onRecord = useEndpointQuery('readOutlook', { params: { id: props.array.id } }, { enabled: open });
  return (
    <>
      <h3>Ten years ahead, causes and remedies</h3>
      {!open && (
        <Button variant="outline-primary" onClick={() => setOpen(true)}>
          Look ten years ahead
        </Button>
      )}
      {open && onRecord.isPending && <Waiting />}
      <Trouble error={onRecord.error} retry={() => onRecord.refetch()} />
      {onRecord.data && <Ahead {...props} onRecord={onRecord.data} />}
    </>
  );
}

function Ahead({ reckoning, courses, inspection, array, onRecord }: PartProps & { onRecord: Outlook }) {
  const units = useUnits();
  const currency = useCurrency();
  const desk = useSession().data?.person?.role !== 'crew';
  const { output } = reckoning;
  const outlook = useOutlook(array.id, onRecord);
  const { change } = outlook;
  const [every, setEvery] = useState<Often>('never');
  const worker = useWorker();
  const { quoted, planned } = useOffered(array, desk);
  const usual = usualChoices({ soils: inspection.soils, climate: courses.climate, surfaceTilt: courses.surfaceTilt });
  const { puddles = usual.puddles, lichen = usual.lichen, bondingPerDew = null } = outlook.settings;
  const works = worksUntil(outlook.settings.worksUntil, reckoning.input?.today ?? inspection.inspectedAt);
  const choices = { bondingPerDew, puddles, lichen, works };
  const found = mean(
    courses.members.map(({ parameters }) => parameters.bondingPerDew ?? LAYERED_DEFAULTS.bondingPerDew),
  );
  const bonding = bondingPerDew ?? found;
  const setup = { ...withChoices(courses, choices), horizon: HORIZON };
  const { answer, error, busy } = useNewest(
    'years ahead',
    (asked: { setup: CourseSetup; every: Often }) => worker.get().ahead(asked.setup, visitsOf(asked.every)),
    { setup, every },
  );
  const nearest = SCHOOLS.reduce(
    (best, value, at) => (Math.abs(value - bonding) < Math.abs((SCHOOLS[best] ?? 0) - bonding) ? at : best),
    0,
  );
  const money = (kWh: number) => formatMoney(worthOf(kWh, output.valuePerKWh), currency, units, 0);
  return (
    <>
      <div className="form-grid">
        <div className="wide">
          <Form.Label htmlFor="school">Rain</Form.Label>
          <Form.Range
            id="school"
            min={0}
            max={SCHOOLS.length - 1}
            value={nearest}
            aria-valuetext={`a dew day bonds ${formatQuantity(bonding, 'fraction', units, 0)} of what is loose`}
            onChange={(event) => change({ bondingPerDew: SCHOOLS[Number(event.target.value)] ?? 0 })}
          />
          <div className="school-ends">
            <span>cleans</span>
            <span>
              a dew day bonds {formatQuantity(bonding, 'fraction', units, 0)}
              {bondingPerDew === null
                ? ', by what is known here'
                : `; by what is known here ${formatQuantity(found, 'fraction', units, 0)}`}
            </span>
            <span>never cleans</span>
          </div>
        </div>
        <Pick
          label="Water at the frame"
          value={choices.puddles}
          options={pairs(PUDDLE_WORDS)}
          onPick={(key) => change({ puddles: key as Puddles })}
        />
        <Pick
          label="Lichen"
          value={choices.lichen}
          options={pairs(LICHEN_WORDS)}
          onPick={(key) => change({ lichen: key as LichenClimate })}
        />
        <Pick label="Washed" value={every} options={pairs(VISIT_WORDS)} onPick={(key) => setEvery(key as Often)} />
        <div>
          <Form.Label htmlFor="works-until">Works next door, until</Form.Label>
          <DateInput
            id="works-until"
            value={outlook.settings.worksUntil ?? ''}
            onDate={(date) => (date === '' || isDate(date)) && change({ worksUntil: date || undefined })}
          />
        </div>
      </div>
      <Trouble error={error} />
      {answer === null ? (
        <Waiting what="Drawing ten years of weather" />
      ) : (
        <div style={{ opacity: busy ? 0.6 : 1 }}>
          <Later height={215}>
            <AheadChart fan={answer.fan} />
          </Later>
          <table className="table ahead-table">
            <thead>
              <tr>
                <th>Year</th>
                {SHOWN.map(({ year, part }) => (
                  <th className={`number ${part}`} key={year}>
                    {year}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              <tr>
                <td>Energy lost</td>
                {SHOWN.map(({ year, part }) => (
                  <td className={`number ${part}`} key={year}>
                    {formatQuantity(answer.lostShare[year - 1]?.mid ?? 0, 'fraction', units)}
                    <div className="range">
                      {formatRange(
                        answer.lostShare[year - 1]?.low ?? 0,
                        answer.lostShare[year - 1]?.high ?? 0,
                        'fraction',
                        units,
                      )}
                    </div>
                  </td>
                ))}
              </tr>
              <tr>
                <td>Worth</td>
                {SHOWN.map(({ year, part }) => (
                  <td className={`number ${part}`} key={year}>
                    {money(answer.lost[year - 1]?.mid ?? 0)}
                  </td>
                ))}
              </tr>
            </tbody>
          </table>
          <p className="quiet">
            The band holds four in five of {formatNumber(setup.members.length, 0, units)} courses, the same as of the
            year above: without a wash its first year is that year. After ten years lichen covers{' '}
            {formatQuantity(answer.lichen.mid, 'fraction', units)} of the glass. The layered model is a house model.
          </p>
        </div>
      )}
      <RemediesPart
        setup={setup}
        valuePerKWh={output.valuePerKWh}
        quoted={quoted}
        planned={planned}
        fittings={desk ? `/sites/${array.siteId}/fittings/${array.id}` : null}
        outlook={outlook}
        house={reckoning.input?.house ?? HOUSE}
      />
      <OnRecord outlook={outlook} onRecord={onRecord} desk={desk} />
    </>
  );
}

/**
 * What one visit costs the customer by the last quote, minor units: this array's part of it, by its modules; and the
 * visits a year of the plan. Null where there is none or it may not be seen.
 */
function useOffered(array: SolarArray, desk: boolean): { quoted: number | null; planned: number | null } {
  const spread = useEndpointQuery('readSite', { params: { id: array.siteId } }).data;
  const id = spread?.latest.quoteId ?? null;
  const quote = useEndpointQuery('readQuote', { params: { id: id ?? '' } }, { enabled: desk && id !== null });
  const planned = spread?.spine.plan.figure ?? null;
  if (!spread || !quote.data) return { quoted: null, planned };
  const modules = spread.arrays.reduce((sum, one) => sum + moduleCount(one), 0);
  return { quoted: Math.round((quote.data.one.gross * moduleCount(array)) / modules), planned };
}

/** Whether what is set above stands on record or is only tried on this device, and the way from the one to the other. */
function OnRecord({
  outlook,
  onRecord,
  desk,
}: {
  outlook: ReturnType<typeof useOutlook>;
  onRecord: Outlook;
  desk: boolean;
}) {
  const units = useUnits();
  const isSet = Object.keys(onRecord.settings).length > 0;
  return (
    <div className="on-record">
      <span className="quiet">
        {outlook.tried
          ? 'What you set here is tried on this device only.'
          : isSet && onRecord.at
            ? `Set by ${onRecord.by}, ${formatDate(onRecord.at, units)}.`
            : 'Nothing was set by hand: all of it follows from what was seen.'}
      </span>
      {outlook.tried && (
        <>
          {desk && (
            <Button variant="outline-primary" disabled={outlook.busy} onClick={outlook.keep}>
              {outlook.busy ? 'Saving …' : 'Save it for everybody'}
            </Button>
          )}
          <Button variant="quiet" onClick={outlook.forget}>
            back to what is on record
          </Button>
        </>
      )}
      {!outlook.tried && isSet && desk && (
        <Button variant="quiet" disabled={outlook.busy} onClick={outlook.clear}>
          back to what is computed
        </Button>
      )}
      <Trouble error={outlook.error} />
    </div>
  );
}
