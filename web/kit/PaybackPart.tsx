import { useState } from 'react';
import { type Payback, type PaybackWay, payback } from '../../core/kit/payback.ts';
import { formatMoney, formatNumber } from '../../words/format.ts';
import { minorDigits } from '../../words/money.ts';
import { useCurrency, useUnits } from '../api/hooks.ts';
import { PlainNumber } from '../parts/PlainNumber.tsx';
import type { Thing } from './ThingList.tsx';

const WAY_WORDS: Record<PaybackWay, string> = {
  own: 'Owning it',
  hire: 'Hiring it',
  contractor: 'A contractor who has it',
};

/** Days between which a year may lie where so many are likely: as jobs come and go. */
const around = (days: number) => ({
  low: Math.max(0, Math.floor(days - 1.28 * Math.sqrt(days))),
  likely: days,
  high: Math.ceil(days + 1.28 * Math.sqrt(days)),
});

/** Owning a thing against hiring it or sending a contractor: which is the cheapest at the days it is used. */
export function PaybackPart({ thing }: { thing: Thing }) {
  const currency = useCurrency();
  const units = useUnits();
  const minor = 10 ** minorDigits(currency);
  const own = thing.held === 'own';
  const [price, setPrice] = useState(own ? (thing.price ?? null) : null);
  const [lasts, setLasts] = useState(thing.lasts ?? 5);
  const [upkeep, setUpkeep] = useState(thing.upkeep ?? 0);
  const [hire, setHire] = useState(own ? null : (thing.price ?? null));
  const [contractor, setContractor] = useState<number | null>(null);
  const [days, setDays] = useState(thing.days);
  const money = (amount: number) => formatMoney(amount, currency, units, 0);
  const given = { min: 0, max: 1e7 };
  const found = price === null ? null : payback({ price, lasts, upkeep, hire, contractor, days: around(days) });
  return (
    <details className="kit-payback">
      <summary>Own, hire, or send somebody</summary>
      <div className="form-grid">
        <PlainNumber
          label="Price"
          suffix={currency}
          value={price === null ? null : price / minor}
          {...given}
          onValue={(value) => setPrice(Math.round(value * minor))}
          onEmpty={() => setPrice(null)}
        />
        <PlainNumber label="Lasts" suffix="years" value={lasts} min={0.5} max={50} onValue={setLasts} />
        <PlainNumber
          label="Upkeep, a year"
          suffix={currency}
          value={upkeep / minor}
          {...given}
          onValue={(value) => setUpkeep(Math.round(value * minor))}
        />
        <PlainNumber
          label="Hire, a day"
          suffix={currency}
          value={hire === null ? null : hire / minor}
          {...given}
          onValue={(value) => setHire(Math.round(value * minor))}
          onEmpty={() => setHire(null)}
        />
        <PlainNumber
          label="A contractor who has it, a day"
          suffix={currency}
          value={contractor === null ? null : contractor / minor}
          {...given}
          onValue={(value) => setContractor(Math.round(value * minor))}
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
  const { low, high } = around(days);
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
