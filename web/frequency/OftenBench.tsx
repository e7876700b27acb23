import { lazy, Suspense, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { LichenClimate } from '../../core/assumptions.ts';
import { USUAL_GAMMA_PDC } from '../../core/assumptions.ts';
import type { Habit } from '../../core/frequency/habits.ts';
import type { HowOften, HowOftenSetup } from '../../core/frequency/howOften.ts';
import { EXAMPLE_FACE } from '../../core/sites/example.ts';
import { RATE_DEFAULTS } from '../../core/soiling/rate.ts';
import { dayName } from '../../words/calendar.ts';
import { formatMoney, formatNumber, formatQuantity } from '../../words/format.ts';
import { minorDigits } from '../../words/money.ts';
import { useCurrency, useUnits } from '../api/hooks.ts';
import { useNewest, useWorker } from '../compute/useWorker.ts';
import { Pick } from '../parts/Pick.tsx';
import { PlainNumber } from '../parts/PlainNumber.tsx';
import { pairs } from '../parts/pairs.ts';
import { saveText } from '../parts/saveText.ts';
import { Trouble, Waiting } from '../parts/states.tsx';
import { SiteInputs } from '../workbench/SiteInputs.tsx';
import { DaysOfYear } from './DaysOfYear.tsx';

const OftenChart = lazy(() => import('./OftenChart.tsx'));

const SETUP: HowOftenSetup = {
  ...EXAMPLE_FACE,
  array: { pdc0: 100_000, gammaPdc: USUAL_GAMMA_PDC },
  surroundings: 'farmland',
  birds: 'few',
  threshold: 6,
  valuePerKWh: 2.2,
  cleaningCost: 1500,
  cleanAt: 0.05,
  lichen: 'dry',
  years: 60,
  seed: 11,
};

const HABIT_WORDS: Record<Habit, string> = {
  none: 'Never',
  spring: 'Once, in spring',
  'spring-and-autumn': 'Spring and autumn',
  seasons: 'At the start of each season',
  months: 'Every month',
};
const LICHEN_WORDS: Record<LichenClimate, string> = {
  dry: 'none here',
  temperate: 'temperate',
  'damp-shade': 'damp shade',
};

/** How often: the best number of cleanings and their days, beside never, the habits of the calendar and looking first. */
export function OftenBench() {
  const [setup, setSetup] = useState(SETUP);
  const [picked, setPicked] = useState<number | null>(null);
  const units = useUnits();
  const currency = useCurrency();
  const worker = useWorker();
  const { answer, error, busy } = useNewest('how often', (input: HowOftenSetup) => worker.get().often(input), setup);
  const change = (next: Partial<HowOftenSetup>) => setSetup({ ...setup, ...next });
  const money = (amount: number) => formatMoney(amount * 10 ** minorDigits(currency), currency, units, 0);
  const chosen = picked ?? answer?.best ?? 0;
  return (
    <div className="bench">
      <section className="bench-picture" aria-busy={busy}>
        {answer ? (
          <>
            <Suspense fallback={<Waiting what="Drawing" />}>
              <OftenChart
                options={answer.options}
                best={answer.best}
                chosen={chosen}
                onChoose={setPicked}
                money={money}
              />
            </Suspense>
            <p className="quiet mb-1">
              Cleanings a year, and under them what the dirt still takes (brown) and what they cost (striped).
            </p>
            <Chosen answer={answer} chosen={chosen} money={money} />
            <Schedules answer={answer} money={money} />
          </>
        ) : (
          <Waiting what="Trying every day of sixty years" />
        )}
        <Trouble error={error} />
      </section>
      <section className="bench-figures" aria-label="The answer">
        {answer && <Answer answer={answer} money={money} />}
        <div className="form-grid">
          <SiteInputs
            site={setup}
            exposure={setup}
            prices={{ perKWh: setup.valuePerKWh, cleaning: setup.cleaningCost }}
            onSite={change}
            onExposure={change}
            onPrices={({ perKWh = setup.valuePerKWh, cleaning = setup.cleaningCost }) =>
              change({ valuePerKWh: perKWh, cleaningCost: cleaning })
            }
          />
          {setup.threshold !== null && (
            <PlainNumber
              label="Rain cleans from"
              suffix="mm a day"
              value={setup.threshold}
              min={0.1}
              max={200}
              onValue={(threshold) => change({ threshold })}
            />
          )}
          <Form.Check
            id="rain-never-cleans"
            className="align-self-end"
            label="Rain never cleans"
            checked={setup.threshold === null}
            onChange={({ target }) => change({ threshold: target.checked ? null : RATE_DEFAULTS.threshold })}
          />
          <PlainNumber
            label="Looking first: clean at"
            suffix="% lost"
            value={setup.cleanAt * 100}
            min={0.1}
            max={30}
            onValue={(percent) => change({ cleanAt: percent / 100 })}
          />
          <Pick
            label="Lichen settles"
            value={setup.lichen}
            options={pairs(LICHEN_WORDS)}
            onPick={(key) => change({ lichen: key as LichenClimate })}
          />
          <PlainNumber
            label="Inverter limit"
            suffix="kW"
            value={(setup.array.pacRated ?? setup.array.pdc0) / 1000}
            min={0.1}
            max={100_000}
            onValue={(kilowatts) => change({ array: { ...setup.array, pacRated: kilowatts * 1000 } })}
          />
        </div>
        <details className="mt-2">
          <summary>How it is computed</summary>
          <p>
            A steady loss by surroundings, birds and season, taken off by rain over the depth given (Kimber et al.
            2006), over {setup.years} made-up weather years. For each number of cleanings the days that lose least are
            found exactly, by the shortest way round the year. A day is worth what a small loss costs it through the
            inverter’s limit. The soiling rates are assumptions of the house until your own records replace them.
          </p>
          <Button
            variant="quiet"
            onClick={() =>
              void worker
                .get()
                .oftenCase(setup)
                .then((text) => saveText('frequency.json', text))
            }
          >
            save this case for ./pail compute frequency
          </Button>
        </details>
      </section>
    </div>
  );
}

type Money = (amount: number) => string;

const times = (cleans: number): string => (cleans === 1 ? 'once a year' : `${cleans} times a year`);

/** The answer in one sentence, with the range it stands in and the floor that has nothing to do with energy. */
function Answer({ answer, money }: { answer: HowOften; money: Money }) {
  const units = useUnits();
  const { best, everyYears, price, spread, options, policy } = answer;
  const none = options[0]?.total ?? 0;
  const longer = answer.longer.find((interval) => interval.everyYears === everyYears);
  const least = longer?.total ?? options[best]?.total ?? 0;
  const saves = `${money(none - least)} a year less than never cleaning`;
  const verdict =
    longer !== undefined
      ? `Of all fixed days, once in ${longer.everyYears} years costs least: ${saves}.`
      : best === 0
        ? 'On these figures no fixed day of cleaning pays in energy.'
        : `Of all fixed days, ${best === 1 ? 'one' : best} a year cost${best === 1 ? 's' : ''} least: ${saves}.`;
  return (
    <>
      <p className={`verdict ${least < none ? 'pays' : 'does-not-pay'}`} role="status">
        {verdict}
      </p>
      <div className="figures">
        <div className="figure-box">
          <span className="label">Dirt, a year</span>
          <span className="value" data-figure="dirt">
            {money(options[best]?.lostValue ?? 0)}
          </span>
          <span className="range">
            {spread.p10 === spread.p90 ? 'the same in every year' : `${money(spread.p10)} to ${money(spread.p90)}`}
          </span>
        </div>
        <div className="figure-box">
          <span className="label">One more</span>
          <span className="value">{answer.oneMore === null ? 'none' : `+ ${money(answer.oneMore)}`}</span>
          <span className="range">a year</span>
        </div>
        <div className="figure-box">
          <span className="label">One fewer</span>
          <span className="value">{answer.oneFewer === null ? 'none' : `+ ${money(answer.oneFewer)}`}</span>
          <span className="range">a year</span>
        </div>
      </div>
      {policy.total < least && (
        <p className="mb-1">
          Looking first and cleaning at {formatQuantity(policy.cleanAt, 'fraction', units)} lost would cost{' '}
          {money(least - policy.total)} less still, what the looking costs not counted.
        </p>
      )}
      <p className="mb-1">
        {price.moreUnder !== null && `More would be best under ${money(price.moreUnder)} a cleaning. `}
        {price.fewerOver !== null && `Fewer would be best over ${money(price.fewerOver)}.`}
      </p>
      <p>
        {answer.floorYears === null
          ? 'Nothing grows here, so nothing but energy sets how often.'
          : `Lichen settles from the third year on: clean within ${formatNumber(answer.floorYears, 0, units)} years against growth, whatever the energy says. That is a reason of its own, not energy.`}
      </p>
    </>
  );
}

function Chosen({ answer, chosen, money }: { answer: HowOften; chosen: number; money: Money }) {
  const option = answer.options[chosen];
  if (option === undefined) return null;
  return (
    <>
      <p className="mb-1">
        <strong>{chosen === 0 ? 'No cleaning' : `Cleaned ${times(chosen)}`}:</strong> {money(option.total)} a year,{' '}
        {money(option.lostValue)} of it dirt{chosen > 0 && `; best on ${option.days.map(dayName).join(', ')}`}.
      </p>
      <DaysOfYear days={option.days} />
    </>
  );
}

/** Every way of deciding side by side, with what each costs over the best. */
function Schedules({ answer, money }: { answer: HowOften; money: Money }) {
  const units = useUnits();
  const best = answer.options[answer.best];
  const rows = [
    ...(best && best.cleans > 0 ? [{ name: 'The best days', often: `${best.cleans}`, ...best }] : []),
    ...answer.longer.map((interval) => ({
      name: `Once in ${interval.everyYears} years, ${dayName(interval.day)}`,
      often: `1 in ${interval.everyYears}`,
      ...interval,
    })),
    ...answer.habits.map((habit) => ({ name: HABIT_WORDS[habit.habit], often: `${habit.cleans}`, ...habit })),
    {
      name: `Looking first: at ${formatQuantity(answer.policy.cleanAt, 'fraction', units)} lost`,
      often: formatNumber(answer.policy.cleans, 1, units),
      ...answer.policy,
    },
  ].sort((a, b) => a.total - b.total);
  const least = rows[0]?.total ?? 0;
  return (
    <table className="table often-table mt-2 mb-0">
      <thead>
        <tr>
          <th>Way</th>
          <th className="number">A year</th>
          <th className="number part">Dirt</th>
          <th className="number part">Cleanings</th>
          <th className="number">Together</th>
          <th className="number part">Over the least</th>
        </tr>
      </thead>
      <tbody>
        {rows.map(({ name, often, lostValue, cost, total }) => (
          <tr key={name} className={total === least ? 'chosen' : ''}>
            <td>{name}</td>
            <td className="number">{often}</td>
            <td className="number part">{money(lostValue)}</td>
            <td className="number part">{money(cost)}</td>
            <td className="number">{money(total)}</td>
            <td className="number part">{total === least ? 'least' : money(total - least)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
