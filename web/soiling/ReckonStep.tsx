import { lazy, Suspense, useRef } from 'react';
import { Button } from 'react-bootstrap';
import type { Inspection } from '../../contract/inspections/endpoints.ts';
import type { Site, SolarArray } from '../../contract/sites/endpoints.ts';
import type { Reckoning, ReckoningOverrides } from '../../contract/soiling/endpoints.ts';
import { formatDate, formatNumber, formatQuantity, type Glass } from '../../core/units/format.ts';
import { toGlass, unitOf } from '../../core/units/quantities.ts';
import { climateOf } from '../../core/weather/index.ts';
import { useAsk, useDo, useGlass, useSession } from '../api/hooks.ts';
import { newId } from '../api/ids.ts';
import { Choice } from '../parts/Choice.tsx';
import { Figure, Plain } from '../parts/Figure.tsx';
import { Overrule } from '../parts/Overrule.tsx';
import { Empty, Trouble, Waiting } from '../parts/states.tsx';
import { BIRD_WORDS, SURROUNDINGS_WORDS } from '../parts/words.ts';
import { Assumed, factsOfArray } from '../sites/Assumed.tsx';
import { EvidencePart } from './EvidencePart.tsx';
import { StringsPart } from './StringsPart.tsx';
import { YearsAheadPart } from './YearsAheadPart.tsx';

const YearChart = lazy(() => import('./YearChart.tsx'));

/** Reckon: what the dirt costs now and over a year, each figure with its range and its reasons. */
export function ReckonStep({ array, site }: { array: SolarArray; site: Site }) {
  const inspections = useAsk('listInspections', { params: { id: array.id }, query: { limit: 1 } });
  const reckonings = useAsk('listReckonings', { params: { id: array.id }, query: { limit: 10 } });
  const id = useRef(newId());
  const reckon = useDo('reckon', () => {
    id.current = newId();
  });
  const desk = useSession().data?.person?.role !== 'crew';
  const last = reckonings.data?.items[0];
  const looked = inspections.data?.items[0];
  const run = (overrides: ReckoningOverrides) =>
    reckon.mutate({ params: { id: array.id }, body: { id: id.current, overrides } });
  const stale = last && looked && last.inspectionId !== looked.id;
  const energy = useAsk('readEnergy', { params: { id: array.id } });
  const grown = last && energy.data && recordGrew(last, energy.data.days);
  return (
    <>
      <div className="step-head">
        <h2>Reckon</h2>
        <span className="quiet">{array.name}: what the dirt costs</span>
        {desk && looked && (
          <div className="actions">
            <Button
              variant={last && !stale ? 'outline-primary' : 'primary'}
              disabled={reckon.isPending}
              onClick={() => run({})}
            >
              {reckon.isPending ? 'Working it out …' : last ? 'Reckon again' : 'Reckon the loss'}
            </Button>
          </div>
        )}
      </div>
      {(reckonings.isPending || inspections.isPending) && <Waiting />}
      <Trouble error={reckonings.error ?? reckon.error} />
      {inspections.data && !looked && <Empty>Look first: the loss follows from what lies on the glass.</Empty>}
      {looked && reckonings.data && !last && <Empty>Looked at, not reckoned yet.</Empty>}
      {stale && <div className="notice">Somebody has looked since. Reckon again to go by the newest inspection.</div>}
      {grown && !stale && (
        <div className="notice">
          Daily energy on record is newer than this reckoning. Reckon again to hear it: until then the drift on the page
          of weather and energy and the one below are of different days.
        </div>
      )}
      {last && (
        <ReckoningPage
          reckoning={last}
          site={site}
          array={array}
          inspection={inspections.data?.items.find(({ id: own }) => own === last.inspectionId)}
          onOverrule={desk ? run : undefined}
          busy={reckon.isPending}
        />
      )}
    </>
  );
}

/** Whether the daily energy on record is not what a reckoning heard. Those of calculations 1 to 4 heard none. */
function recordGrew({ output }: Reckoning, days: readonly { date: string }[]): boolean {
  if (output.evidence === undefined) return days.length > 0;
  const heard = output.evidence.energy?.days ?? [];
  return heard.length !== days.length || heard.at(-1)?.date !== days.at(-1)?.date;
}

interface PageProps {
  reckoning: Reckoning;
  site: Site;
  array: SolarArray;
  /** the one that it was reckoned from, where it is still the newest */
  inspection: Inspection | undefined;
  onOverrule: ((overrides: ReckoningOverrides) => void) | undefined;
  busy: boolean;
}

function ReckoningPage({ reckoning, site, array, inspection, onOverrule, busy }: PageProps) {
  const glass = useGlass();
  const desk = useSession().data?.person?.role !== 'crew';
  const { output, input, overrides } = reckoning;
  const { reasons, expectation, recommended } = output;
  const way = (key: keyof ReckoningOverrides) => ({
    busy,
    onOverrule: (value: number, reason: string) => onOverrule?.({ ...overrides, [key]: { value, reason } }),
    onWithdraw: overrides[key] && (() => onOverrule?.({ ...overrides, [key]: undefined })),
  });
  const mean = input.rate.reduce((sum, rate) => sum + rate, 0) / input.rate.length;
  return (
    <>
      <div className="figures">
        <Figure label="Lost now" reason={reasons.lossNow} />
        <Figure label="Lost in a year" reason={reasons.lostEnergy} />
        {reasons.lostValue && <Figure label="Worth, a year" reason={reasons.lostValue} />}
        <Figure label="A full wash returns" reason={reasons.recoverable} note="if all of it comes off" />
        <Figure
          label="Hours clipping"
          reason={reasons.limitShare}
          note={
            input.array.pacRated ? `limit ${formatQuantity(input.array.pacRated, 'power', glass)}` : 'no limit entered'
          }
        />
      </div>
      <Assumed facts={factsOfArray(site, array, desk)} />
      {expectation && (
        <div className={`meter notice ${expectation.distinguishable ? '' : 'plain'}`}>
          {output.meterReason ? (
            <Figure label="Shortfall by the meter" reason={output.meterReason} />
          ) : (
            <Plain
              label="Shortfall by the meter"
              value={formatQuantity(expectation.shortfall, 'fraction', glass)}
              note={`± ${formatQuantity(expectation.expandedUncertainty, 'fraction', glass)}`}
            />
          )}
          <div>
            <strong>Meter beside eye.</strong> The reading gave{' '}
            {formatQuantity(expectation.performance, 'fraction', glass)} of the{' '}
            {formatQuantity(expectation.expected, 'power', glass)} expected for this sun, temperature and age.{' '}
            {expectation.distinguishable
              ? 'Dirt is one cause of the shortfall among others; defects and wiring are in it too.'
              : 'That is within what the instruments can be out: it neither proves nor denies the dirt.'}
            {output.warnings.map(({ code, reason }) => (
              <div key={code}>{reason}</div>
            ))}
          </div>
        </div>
      )}
      {output.evidence && <EvidencePart evidence={output.evidence} narrowing={output.narrowing ?? []} />}
      {output.marked && (
        <StringsPart marked={output.marked} valueADay={(output.year.cleanEnergy.mean / 365) * output.valuePerKWh} />
      )}
      <h3>A year of days if nobody washes</h3>
      <Suspense fallback={<Waiting what="Drawing" />}>
        <YearChart curve={output.year.curve} startDay={input.startDay} />
      </Suspense>
      <p className="quiet">
        {climateOf(input.climate).name}. The band holds four in five of {input.years} weather years; the bars are the
        rain of one of them.
      </p>
      <Choice
        what="Lost now"
        value={formatQuantity(output.lossNow.mid, 'fraction', glass)}
        because={
          output.seen?.from === 'test-patch'
            ? 'From the test strips, as the rest of the array looks like it'
            : 'From what was seen, by film and patch'
        }
        overruled={overrides.lossNow}
        recommended={recommended && formatQuantity(recommended.lossNow.mid, 'fraction', glass)}
      >
        {onOverrule && <Overrule what="loss now" kind="fraction" current={output.lossNow.mid} {...way('lossNow')} />}
      </Choice>
      <Choice
        what="Soiling"
        value={formatQuantity(mean, 'rate', glass)}
        because={`House assumption for ${SURROUNDINGS_WORDS[site.surroundings]} and ${BIRD_WORDS[array.birds]}, mean over the year`}
        overruled={overrides.dailyRate}
        recommended={recommended && formatQuantity(recommended.dailyRate, 'rate', glass)}
      >
        {onOverrule && (
          <Overrule what="soiling rate" kind="rate" unit="percent a dry day" current={mean} {...way('dailyRate')} />
        )}
      </Choice>
      <Choice
        what="Rain cleans at"
        value={rainWords(input.threshold, glass)}
        because={
          output.seen?.patch?.bonded
            ? 'By the rinsed test strip: what it left is what rain leaves'
            : 'Default: rain of 6 mm in a day cleans; the wipe test raises it where a film stays on the cloth'
        }
        overruled={overrides.rainThreshold}
        recommended={recommended && rainWords(recommended.rainThreshold, glass)}
      >
        {onOverrule && (
          <Overrule
            what="rain that cleans"
            kind="rain"
            unit={`${unitOf('rain', glass.units).symbol} in a day (${formatNumber(toGlass(NEVER, 'rain', glass.units), 0, glass)} for never)`}
            current={input.threshold}
            {...way('rainThreshold')}
          />
        )}
      </Choice>
      {inspection && onOverrule && (
        <YearsAheadPart reckoning={reckoning} inspection={inspection} array={array} site={site} />
      )}
      <p className="quiet mt-2">
        Reckoned {formatDate(reckoning.at, glass)} by {reckoning.by}, calculation {reckoning.calculationVersion}. The
        result is kept with its inputs.
      </p>
    </>
  );
}

/** Rain from here on stands for never. */
const NEVER = 1000;
const rainWords = (threshold: number, glass: Glass): string =>
  threshold >= NEVER ? 'never here' : formatQuantity(threshold, 'rain', glass);
