import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import type { HouseFigures } from '../../core/assimilation/house.ts';
import { type RemedyFound, type RemedyInput, withRemedy } from '../../core/courses/remedies.ts';
import { REMEDIES, type RemedyKey } from '../../core/courses/remedyKeys.ts';
import { type CourseSetup, withFewer } from '../../core/courses/setup.ts';
import { formatMoney, formatNumber, formatQuantity, formatRange } from '../../words/format.ts';
import { useCurrency, useSay, useUnits } from '../api/hooks.ts';
import { useNewest, useWorker } from '../compute/useWorker.ts';
import { PlainMoney } from '../parts/PlainMoney.tsx';
import { Trouble, Waiting } from '../parts/states.tsx';
import type { useOutlook } from './outlook.ts';

const REMEDY_WORDS: Record<RemedyKey, string> = {
  trim: 'Trim what overhangs',
  deterrent: 'Bird deterrent',
  'drain-clip': 'Drain clips at the low point',
  gutter: 'Gutter above the modules',
  coating: 'Coating on the glass',
  tilt: 'Steeper frames',
  wait: 'The works next door, once they are over',
};
/** Courses on which remedies are compared. */
const COMPARED = 10;

interface RemediesPartProps {
  setup: CourseSetup;
  /** minor units */
  valuePerKWh: number;
  /** what a visit costs the customer until somebody says otherwise, minor units; null where nothing was quoted yet */
  quoted: number | null;
  /** visits a year of the site's plan; null where there is none, or it may not be seen */
  planned: number | null;
  /** where what is fitted is laid row by row and planned; null for those who may not */
  fittings: string | null;
  outlook: ReturnType<typeof useOutlook>;
  /** what washes and fittings do, by the figures that the reckoning went by */
  house: Pick<HouseFigures, 'effectiveness' | 'fitted'>;
}

/** What can be done about the causes: what each changes and saves, what it may cost, and how many visits it spares. */
export function RemediesPart({ setup, valuePerKWh, quoted, planned, fittings, outlook, house }: RemediesPartProps) {
  const [asked, setAsked] = useState<RemedyInput | null>(null);
  const { visitCost = quoted, remedyCosts = {} } = outlook.settings;
  const here = REMEDIES.filter((key) => withRemedy(setup, key) !== null);
  const input: RemedyInput | null =
    visitCost === null
      ? null
      : {
          setup: withFewer(setup, COMPARED),
          effectiveness: house.effectiveness['fed-pole'],
          fitted: house.fitted,
          visitCost,
          valuePerKWh,
          asked: here.map((key) => ({ key, cost: key === 'wait' ? 0 : (remedyCosts[key] ?? null) })),
        };
  const price = (key: RemedyKey, cost: number | undefined) => {
    const { [key]: _, ...others } = remedyCosts;
    outlook.change({ remedyCosts: cost === undefined ? others : { ...others, [key]: cost } });
  };
  return (
    <>
      <h4 className="mt-3">What can be done about the causes</h4>
      <p className="quiet mb-1">What each may cost at most is worked out. Enter a price to see what is left of it.</p>
      <div className="form-grid">
        <PlainMoney
          key={`visit.${quoted}.${outlook.round}`}
          label="One visit, this face"
          amount={visitCost}
          onAmount={(cost) => outlook.change({ visitCost: cost })}
        />
        {here
          .filter((key) => key !== 'wait')
          .map((key) => (
            <PlainMoney
              key={`${key}.${outlook.round}`}
              label={REMEDY_WORDS[key]}
              amount={remedyCosts[key] ?? null}
              onAmount={(cost) => price(key, cost)}
              onEmpty={() => price(key, undefined)}
            />
          ))}
      </div>
      <Button variant="outline-primary" className="my-2" disabled={input === null} onClick={() => setAsked(input)}>
        Compare them
      </Button>
      {fittings !== null && (
        <p className="quiet">
          What is fitted is laid row by row, priced and planned <Link to={fittings}>beside the other fittings</Link>.
        </p>
      )}
      {input === null && <p className="quiet">Nothing was quoted here yet. Enter what a visit costs.</p>}
      {asked && <Compared input={asked} planned={planned} stale={JSON.stringify(asked) !== JSON.stringify(input)} />}
    </>
  );
}

const visitWords = (count: number): string =>
  count === 0 ? 'no visit' : `${count} ${count === 1 ? 'visit' : 'visits'} a year`;

function Compared({ input, planned, stale }: { input: RemedyInput; planned: number | null; stale: boolean }) {
  const units = useUnits();
  const currency = useCurrency();
  const worker = useWorker();
  const { answer, error, busy } = useNewest('remedies', (next: RemedyInput) => worker.get().remedies(next), input);
  const money = (amount: number) => formatMoney(amount, currency, units, 0);
  if (error) return <Trouble error={error} />;
  if (answer === null || busy) return <Waiting what="Drawing each of them over ten years" />;
  return (
    <>
      {stale && <div className="notice plain">Something above was changed since. Compare again.</div>}
      <ul className="remedies">
        {answer.remedies.map((remedy) => (
          <Remedy key={remedy.key} remedy={remedy} money={money} />
        ))}
      </ul>
      <p className="quiet">
        Without any of them {visitWords(answer.visits)} is best for this face.{' '}
        {planned !== null &&
          planned !== answer.visits &&
          `The plan has ${visitWords(planned)}: it counts all faces of the site together, over the year ahead and on the best days. `}
        {answer.remedies.every(({ worthAtMost }) => worthAtMost.mid === 0)
          ? 'None of them pays, whatever it costs. '
          : `Pays up to: what dirt and visits cost less with it, over its life or ${formatNumber(answer.horizon, 0, units)} years. `}
        The ranges hold four in five courses of weather. What each changes is a house assumption. Leave a row without it
        and compare at later visits. Work above ground and anything fixed to a roof or frame: local rules, the maker’s
        word on the warranty, and a competent person.
      </p>
    </>
  );
}

function Remedy({ remedy, money }: { remedy: RemedyFound; money: (amount: number) => string }) {
  const say = useSay();
  const units = useUnits();
  const { key, changes, savedEnergy, savedValue, visits, payback, net, worthAtMost, life } = remedy;
  return (
    <li>
      <strong>{REMEDY_WORDS[key]}</strong>
      <div className="quiet">
        {say.finding(changes)}
        {life !== null && `; lasts about ${life} years`}.
        {visits.before !== visits.after && ` Best then: ${visitWords(visits.after)}.`}
      </div>
      <dl>
        <div>
          <dt>Saves a year</dt>
          <dd>
            {formatQuantity(savedEnergy.mid, 'energy', units)}, {money(savedValue.mid)}
            <div className="range">{formatRange(savedEnergy.low, savedEnergy.high, 'energy', units)}</div>
          </dd>
        </div>
        {key !== 'wait' && (
          <div>
            <dt>Pays up to</dt>
            <dd>
              {worthAtMost.high > 0 ? money(worthAtMost.mid) : 'does not pay'}
              {worthAtMost.high > 0 && <div className="range">{say.moneyRange(worthAtMost.low, worthAtMost.high)}</div>}
            </dd>
          </div>
        )}
        {key !== 'wait' && (
          <div>
            <dt>Left of it a year</dt>
            <dd>
              {net === null ? 'no price yet' : money(net)}
              {net !== null && (
                <div className="range">
                  {payback === null ? 'never paid back' : `paid back in ${formatNumber(payback, 1, units)} years`}
                </div>
              )}
            </dd>
          </div>
        )}
      </dl>
    </li>
  );
}
