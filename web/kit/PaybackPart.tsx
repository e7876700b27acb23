import { useState } from 'react';
import { daysAround, type Payback, type PaybackWay, payback } from '../../core/kit/payback.ts';
import { formatMoney, formatNumber } from '../../words/format.ts';
import { useCurrency, useUnits } from '../api/hooks.ts';
import { PlainMoney } from '../parts/PlainMoney.tsx';
import { PlainNumber } from '../parts/PlainNumber.tsx';
import type { Thing } from './ThingList.tsx';

const WAY_WORDS: Record<PaybackWay, string> = {
  own: 'Owning it',
  hire: 'Hiring it',
  contractor: 'A contractor who has it',
};

/** Owning a thing against hiring it or sending a contractor: which is the cheapest at the days it is used. */
export function PaybackPart({ thing }: { thing: Thing }) {
  const currency = useCurrency();
  const units = useUnits();
  const own = thing.held === 'own';
  const [price, setPrice] = useState(own ? (thing.price ?? null) : null);
  const [lasts, setLasts] = useState(thing.lasts ?? 5);
  const [upkeep, setUpkeep] = useState(thing.upkeep ?? 0);
  const [hire, setHire] = useState(own ? null : (thing.price ?? null));
  const [contractor, setContractor] = useState<number | null>(null);
  const [days, setDays] = useState(thing.days);
  const money = (amount: number) => formatMoney(amount, currency, units, 0);
  const found = price === null ? null : payback({ price, lasts, upkeep, hire, contractor, days: daysAround(days) });
  return (
    <details className="kit-payback">
      <summary>Own, hire, or send somebody</summary>
      <div className="form-grid">
        <PlainMoney label="Price" amount={price} onAmount={setPrice} onEmpty={() => setPrice(null)} />
        <PlainNumber label="Lasts" suffix="years" value={lasts} min={0.5} max={50} onValue={setLasts} />
        <PlainMoney label="Upkeep, a year" amount={upkeep} onAmount={setUpkeep} />
        <PlainMoney label="Hire, a day" amount={hire} onAmount={setHire} onEmpty={() => setHire(null)} />
        <PlainMoney
          label="A contractor who has it, a day"
          amount={contractor}
          onAmount={setContractor}
          onEmpty={() => setContractor(null)}
        />
        <PlainNumber label="Days a year" suffix="days" value={days} min={0} max={366} onValue={setDays} />
      </div>
      {found === null ? (
        <p className="quiet">Type what it costs to buy.</p>
      ) : found.from === null ? (
        <p className="quiet">Type what a day of hire, or of a contractor who has one, costs: then they are compared.</p>
      ) : (
        <Found found={found} days={days} money={money} />
      )}
    </details>
  );
}

/** What each way costs a year, which is the cheapest, and when owning begins to pay. */
function Found({ found, days, money }: { found: Payback; days: number; money: (amount: number) => string }) {
  const units = useUnits();
  const { low, high } = daysAround(days);
  const count = (value: number | null, digits: number) => (value === null ? null : formatNumber(value, digits, units));
  const years = found.years && count(found.years.likely, 1);
  const from = count(found.from === null ? null : Math.ceil(found.from), 0);
  const range = found.years && [count(found.years.low, 1), count(found.years.high, 1) ?? 'never within its life'];
  return (
    <>
      <ul className="plain-list">
        {(Object.keys(WAY_WORDS) as PaybackWay[]).flatMap((way) => {
          const cost = found.costs[way];
          return cost === null
            ? []
            : [
                <li key={way} className={way === found.cheapest ? 'fw-bold' : ''}>
                  {WAY_WORDS[way]}
                  <span className="end">{money(cost)} a year</span>
                </li>,
              ];
        })}
      </ul>
      <p>
        {WAY_WORDS[found.cheapest]} is the cheapest at {count(days, 0)} days a year
        {found.atFewest === found.atMost
          ? `, and anywhere from ${low} to ${high}.`
          : `; at ${low} days it is ${WAY_WORDS[found.atFewest].toLowerCase()}, at ${high} ${WAY_WORDS[found.atMost].toLowerCase()}.`}{' '}
        {from !== null && `Owning begins to pay at ${from} days a year. `}
        {found.years &&
          (years === null
            ? 'Its price does not come back within its life.'
            : `Its price is back after ${years} years (${range?.join(' to ')}).`)}
      </p>
    </>
  );
}
