import { lazy, Suspense, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { EFFECTIVENESS, LICHEN_DENSITY, USUAL_GAMMA_PDC } from '../../core/assumptions.ts';
import { EXAMPLE_FACE } from '../../core/sites/example.ts';
import type { LayeredYearSetup } from '../../core/soiling/layeredYear.ts';
import { climateOf } from '../../core/weather/index.ts';
import { dayName } from '../../words/calendar.ts';
import { METHOD_WORDS } from '../../words/en/ways.ts';
import { formatMoney, formatNumber, formatQuantity } from '../../words/format.ts';
import { minorDigits } from '../../words/money.ts';
import { useCurrency, useSay, useUnits } from '../api/hooks.ts';
import { proxy, useNewest, useWorker } from '../compute/useWorker.ts';
import { Pick } from '../parts/Pick.tsx';
import { PlainNumber } from '../parts/PlainNumber.tsx';
import { pairs } from '../parts/pairs.ts';
import { Trouble, Waiting } from '../parts/states.tsx';
import { SiteInputs } from './SiteInputs.tsx';

const VisitsYear = lazy(() => import('./VisitsYear.tsx'));

const SETUP: LayeredYearSetup = {
  ...EXAMPLE_FACE,
  array: { pdc0: 10_000, gammaPdc: USUAL_GAMMA_PDC },
  exposure: { surroundings: 'farmland', birds: 'few' },
  parameters: { bondingPerDew: 0.03, lichenDensity: LICHEN_DENSITY.dry, mismatch: 8 },
  years: 40,
  seed: 11,
};

/** Bonding on a dew day from one school to the other, in steps of a slider. */
const SCHOOLS = [0, 0.01, 0.02, 0.03, 0.05, 0.08, 0.12, 0.2, 0.3];

/** Year bench: cleanings on a year of days, weather years as a fan; drag a cleaning and watch the money. */
export function YearBench() {
  const say = useSay();
  const [setup, setSetup] = useState(SETUP);
  const [visits, setVisits] = useState<number[]>([20]);
  const [method, setMethod] = useState<keyof typeof EFFECTIVENESS>('fed-pole');
  const [price, setPrice] = useState(250);
  const [perKWh, setPerKWh] = useState(2.2);
  const [progress, setProgress] = useState<number | null>(null);
  const units = useUnits();
  const currency = useCurrency();
  const quick = useWorker();
  const search = useWorker();
  const effectiveness = EFFECTIVENESS[method];
  const compute = (input: { setup: LayeredYearSetup; visits: number[] }) =>
    quick.get().year(input.setup, input.visits, effectiveness);
  const bare = useNewest('year', compute, { setup, visits: [] as number[], method });
  const { answer, error, busy } = useNewest('year', compute, { setup, visits, method });
  const change = (next: Partial<LayeredYearSetup>) => setSetup({ ...setup, ...next });
  const money = (amount: number) => formatMoney(amount * 10 ** minorDigits(currency), currency, units, 0);
  const place = async () => {
    setProgress(0);
    const days = await search.get().bestDays(
      setup,
      visits.length,
      effectiveness,
      proxy((share: number) => setProgress(share)),
    );
    setVisits(days);
    setProgress(null);
  };
  const lost = answer?.year.lostEnergy;
  const saved = lost && bare.answer ? (bare.answer.year.lostEnergy.mean - lost.mean) * perKWh : null;
  const cost = visits.length * price;
  return (
    <div className="bench">
      <section className="bench-picture">
        {answer ? (
          <Suspense fallback={<Waiting what="Drawing" />}>
            <VisitsYear fan={answer.year.fan} visits={visits} onVisits={setVisits} busy={busy} />
          </Suspense>
        ) : (
          <Waiting what="Drawing forty years of weather" />
        )}
        <div className="bench-tools">
          <Button
            variant="outline-primary"
            disabled={visits.length >= 12}
            onClick={() => setVisits([...visits, freeDay(visits)].sort((a, b) => a - b))}
          >
            Add a cleaning
          </Button>
          <Button
            variant="outline-primary"
            disabled={visits.length === 0}
            onClick={() => setVisits(visits.slice(0, -1))}
          >
            Take one away
          </Button>
          {progress === null ? (
            <Button variant="outline-primary" disabled={visits.length === 0} onClick={() => void place()}>
              Place them where they lose least
            </Button>
          ) : (
            <>
              <progress value={progress} max={1} aria-label="Searching" />
              <Button
                variant="quiet"
                onClick={() => {
                  search.cancel();
                  setProgress(null);
                }}
              >
                stop searching
              </Button>
            </>
          )}
        </div>
        <p className="quiet m-0">
          {say.finding(climateOf(setup.climate).name)}. The band holds four in five of {setup.years} weather years; bars
          hang from above for the rain of one of them. Drag a cleaning, or move it with the arrow keys.
        </p>
        <Form.Label htmlFor="school" className="mt-3">
          Does rain clean? Film that a dew day bonds, so that rain leaves it:{' '}
          <strong>{formatQuantity(setup.parameters.bondingPerDew ?? 0, 'fraction', units, 0)}</strong>
        </Form.Label>
        <Form.Range
          id="school"
          min={0}
          max={SCHOOLS.length - 1}
          value={SCHOOLS.indexOf(setup.parameters.bondingPerDew ?? 0)}
          onChange={(event) =>
            change({ parameters: { ...setup.parameters, bondingPerDew: SCHOOLS[Number(event.target.value)] ?? 0 } })
          }
        />
        <div className="d-flex justify-content-between quiet">
          <span>rain cleans</span>
          <span>rain never does</span>
        </div>
      </section>
      <section className="bench-figures" aria-label="What it costs">
        <Trouble error={error} />
        {answer && lost && (
          <div className="figures">
            <div className="figure-box">
              <span className="label">Lost to dirt, a year</span>
              <span className="value">{formatQuantity(lost.mean, 'energy', units)}</span>
              <span className="range">
                {formatNumber(lost.p10, 0, units)} to {formatQuantity(lost.p90, 'energy', units)}
              </span>
            </div>
            <div className="figure-box">
              <span className="label">Dirt, in money</span>
              <span className="value" data-figure="dirt">
                {money(lost.mean * perKWh)}
              </span>
              <span className="range">
                {money(lost.p10 * perKWh)} to {money(lost.p90 * perKWh)}
              </span>
            </div>
            <div className="figure-box">
              <span className="label">Dirt and cleanings</span>
              <span className="value" data-figure="together">
                {money(lost.mean * perKWh + cost)}
              </span>
              <span className="range">{money(cost)} of it for cleanings</span>
            </div>
          </div>
        )}
        {saved !== null && visits.length > 0 && (
          <p className={`verdict ${saved >= cost ? 'pays' : 'does-not-pay'}`} role="status">
            {saved >= cost
              ? `These cleanings bring back ${money(saved)} a year and cost ${money(cost)}.`
              : `These cleanings bring back ${money(saved)} a year, less than the ${money(cost)} that they cost.`}
          </p>
        )}
        <p>{visits.length === 0 ? 'No cleaning.' : `Cleaned on ${visits.map(dayName).join(', ')}.`}</p>
        <div className="form-grid">
          <SiteInputs
            site={setup}
            exposure={setup.exposure}
            prices={{ perKWh, cleaning: price }}
            onSite={change}
            onExposure={(exposure) => change({ exposure: { ...setup.exposure, ...exposure } })}
            onPrices={(next) => {
              if (next.perKWh !== undefined) setPerKWh(next.perKWh);
              if (next.cleaning !== undefined) setPrice(next.cleaning);
            }}
          />
          <Pick
            label="Cleaned by"
            value={method}
            options={pairs(METHOD_WORDS)}
            onPick={(key) => setMethod(key as keyof typeof EFFECTIVENESS)}
          />
          <PlainNumber
            label="Faces (azimuth)"
            suffix="° from north"
            value={setup.surfaceAzimuth}
            min={0}
            max={360}
            onValue={(surfaceAzimuth) => change({ surfaceAzimuth })}
          />
        </div>
        <details className="mt-2">
          <summary>How it is computed</summary>
          <p>
            Dust settles by surroundings and season; on dew days a part of it bonds; rain takes loose film by its depth
            and the tilt, and leaves most of what is bonded. The film costs what its mass costs (Coello and Boyle 2019),
            droppings eight times their area (house assumption). Each weather year is the second of two with the same
            cleanings. Everything here is a planning figure that rests on assumptions of the house.
          </p>
        </details>
      </section>
    </div>
  );
}

/** The middle of the widest stretch between cleanings. */
function freeDay(visits: readonly number[]): number {
  if (visits.length === 0) return 182;
  const sorted = [...visits].sort((a, b) => a - b);
  const gaps = sorted.map((day, index) => ({
    day,
    gap: ((sorted[(index + 1) % sorted.length] ?? day) - day + 365) % 365 || 365,
  }));
  const widest = gaps.reduce((best, one) => (one.gap > best.gap ? one : best));
  return Math.floor(widest.day + widest.gap / 2) % 365;
}
