import { lazy, Suspense, useRef } from 'react';
import { Button } from 'react-bootstrap';
import type { Site, SolarArray } from '../../contract/sites/endpoints.ts';
import type { Reckoning, ReckoningOverrides } from '../../contract/soiling/endpoints.ts';
import { formatDate, formatQuantity } from '../../core/units/format.ts';
import { CLIMATES } from '../../core/weather/climates.ts';
import { useAsk, useDo, useGlass, useSession } from '../api/hooks.ts';
import { newId } from '../api/ids.ts';
import { Figure } from '../parts/Figure.tsx';
import { Overrule } from '../parts/Overrule.tsx';
import { Empty, Trouble, Waiting } from '../parts/states.tsx';

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
      {last && (
        <ReckoningPage
          reckoning={last}
          site={site}
          array={array}
          onOverrule={desk ? run : undefined}
          busy={reckon.isPending}
        />
      )}
    </>
  );
}

interface PageProps {
  reckoning: Reckoning;
  site: Site;
  array: SolarArray;
  onOverrule: ((overrides: ReckoningOverrides) => void) | undefined;
  busy: boolean;
}

function ReckoningPage({ reckoning, site, array, onOverrule, busy }: PageProps) {
  const glass = useGlass();
  const { output, input, overrides } = reckoning;
  const { reasons, expectation } = output;
  const mean = input.rate.reduce((sum, rate) => sum + rate, 0) / input.rate.length;
  return (
    <>
      <div className="figures">
        <Figure label="Lost now" reason={reasons.lossNow} />
        <Figure label="Lost in a year" reason={reasons.lostEnergy} />
        <Figure label="Worth, a year" reason={reasons.lostValue} />
        <Figure label="One wash returns" reason={reasons.recoverable} />
        <Figure
          label="Hours at limit"
          reason={reasons.limitShare}
          note={
            input.array.pacRated ? `limit ${formatQuantity(input.array.pacRated, 'power', glass)}` : 'no limit entered'
          }
        />
      </div>
      {expectation && (
        <div className={`notice ${expectation.distinguishable ? '' : 'plain'}`}>
          <strong>Meter beside eye.</strong> The reading gave{' '}
          {formatQuantity(expectation.performance, 'fraction', glass)} of the{' '}
          {formatQuantity(expectation.expected, 'power', glass)} expected for this sun, temperature and age: a shortfall
          of {formatQuantity(expectation.shortfall, 'fraction', glass)} ±{' '}
          {formatQuantity(expectation.expandedUncertainty, 'fraction', glass)}.{' '}
          {expectation.distinguishable
            ? 'Dirt is one cause among others; defects and wiring are in it too.'
            : 'That is within what the instruments can be out: it neither proves nor denies the dirt.'}
          {output.warnings.map(({ code, reason }) => (
            <div key={code}>{reason}</div>
          ))}
        </div>
      )}
      <h3>A year of days if nobody washes</h3>
      <Suspense fallback={<Waiting what="Drawing" />}>
        <YearChart curve={output.year.curve} startDay={input.startDay} />
      </Suspense>
      <p className="quiet">
        {CLIMATES[input.climate].name}. The band holds four in five of {input.years} weather years; the bars are the
        rain of one of them.
      </p>
      <Choice
        what="Lost now"
        value={formatQuantity(output.lossNow.mid, 'fraction', glass)}
        because="From what was seen, by film and patch"
        overruled={overrides.lossNow}
      >
        {onOverrule && (
          <Overrule
            what="loss now"
            unit="percent"
            current={String(Math.round(output.lossNow.mid * 1000) / 10)}
            busy={busy}
            onOverrule={(value, reason) =>
              onOverrule({ ...overrides, lossNow: { value: Number(value) / 100, reason } })
            }
          />
        )}
      </Choice>
      <Choice
        what="Soiling"
        value={formatQuantity(mean, 'rate', glass)}
        because={`House assumption for ${site.surroundings} and ${array.birds === 'none' ? 'no birds' : array.birds === 'few' ? 'a few birds' : 'a roost above'}, mean over the year`}
        overruled={overrides.dailyRate}
      >
        {onOverrule && (
          <Overrule
            what="soiling rate"
            unit="percent a dry day"
            current={String(Math.round(mean * 100_000) / 1000)}
            busy={busy}
            onOverrule={(value, reason) =>
              onOverrule({ ...overrides, dailyRate: { value: Number(value) / 100, reason } })
            }
          />
        )}
      </Choice>
      <Choice
        what="Rain cleans at"
        value={input.threshold >= 1000 ? 'never here' : formatQuantity(input.threshold, 'rain', glass)}
        because="Default: rain of 6 mm in a day cleans; the wipe test raises it where a film stays on the cloth"
        overruled={overrides.rainThreshold}
      >
        {onOverrule && (
          <Overrule
            what="rain that cleans"
            unit="mm in a day (1000 for never)"
            current={String(input.threshold)}
            busy={busy}
            onOverrule={(value, reason) =>
              onOverrule({ ...overrides, rainThreshold: { value: Number(value), reason } })
            }
          />
        )}
      </Choice>
      <p className="quiet mt-2">
        Reckoned {formatDate(reckoning.at, glass)} by {reckoning.by}, calculation {reckoning.calculationVersion}. The
        result is kept with its inputs.
      </p>
    </>
  );
}

export function Choice({
  what,
  value,
  because,
  overruled,
  children,
}: {
  what: string;
  value: string;
  because: string;
  overruled?: { value: unknown; reason: string } | undefined;
  children?: React.ReactNode;
}) {
  return (
    <div className="choice">
      <span className="what">{what}</span>
      <span className="chosen">{value}</span>
      <span>{children}</span>
      {overruled ? (
        <span className="overruled">Overruled: {overruled.reason}</span>
      ) : (
        <span className="because">{because}</span>
      )}
    </div>
  );
}
