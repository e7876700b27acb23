import { lazy, Suspense, useState } from 'react';
import type { Plan } from '../../contract/methods/endpoints.ts';
import { slackOf } from '../../core/agreements/windows.ts';
import { oneBeside, pricesOfChange } from '../../core/frequency/prices.ts';
import type { PlanInput } from '../../core/planning/visit.ts';
import { nextDates } from '../../core/schedule/visitDates.ts';
import { counted } from '../../words/counted.ts';
import { formatDate, formatMoney } from '../../words/format.ts';
import { useCurrency, useUnits } from '../api/hooks.ts';
import { Waiting } from '../parts/states.tsx';

const OftenBesidePart = lazy(async () => ({
  default: (await import('./OftenBesidePart.tsx')).OftenBesidePart,
}));

/** When the visits that are chosen lose least, as dates of the year ahead; none where the plan does not keep when its year begins. */
function bestDates({ at, input, output }: Plan): string[] {
  const startDay = (input as Partial<PlanInput>).arrays?.[0]?.courses?.startDay;
  if (startDay === undefined) return [];
  return nextDates(at.slice(0, 10), startDay, output.visits.options[output.visitsChosen]?.days ?? []);
}

/** 0 to 12 visits a year, each number on its best days: what the dirt still takes, what the visits cost, and both as a bar. */
export function VisitsTable({ plan }: { plan: Plan }) {
  const units = useUnits();
  const currency = useCurrency();
  const { options, best, breakEvenPrice } = plan.output.visits;
  const dates = bestDates(plan);
  const shown = options.filter(
    ({ visits }) => visits <= 4 || visits === 6 || visits === 12 || visits === plan.output.visitsChosen,
  );
  const greatest = Math.max(...shown.map(({ total }) => total), 1);
  const [open, setOpen] = useState(false);
  const width = (amount: number) => ({ width: `${Math.round((amount / greatest) * 150)}px` });
  return (
    <>
      <table className="table">
        <thead>
          <tr>
            <th className="number">Visits</th>
            <th className="number">Dirt, a year</th>
            <th className="number">Visits, a year</th>
            <th className="number">Together</th>
            <th>
              <span style={{ color: 'var(--soil-4)' }}>solid: dirt</span>, striped: visits
            </th>
          </tr>
        </thead>
        <tbody>
          {shown.map((option) => (
            <tr
              key={option.visits}
              className={`water-row ${option.visits === plan.output.visitsChosen ? 'chosen' : ''}`}
            >
              <td className="number">
                {option.visits}
                {option.visits === best && ' (best)'}
              </td>
              <td className="number">{formatMoney(option.lostValue, currency, units, 0)}</td>
              <td className="number">{formatMoney(option.cost, currency, units, 0)}</td>
              <td className="number">{formatMoney(option.total, currency, units, 0)}</td>
              <td className="bar-cell">
                <span className="bar dirt" style={width(option.lostValue)} />
                <span className="bar visits" style={width(option.cost)} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="quiet mb-1">
        {breakEvenPrice > 0
          ? `One visit a year begins to pay under ${formatMoney(breakEvenPrice, currency, units, 0)} a visit.`
          : 'No price of a visit would make it pay in energy.'}{' '}
        {aroundWords(plan, (amount) => formatMoney(amount, currency, units, 0))}{' '}
        {`Each number on the days found best for it${
          dates.length > 0
            ? `: for ${counted(dates.length, 'visit')} about ${dates.map((date) => formatDate(date, units)).join(', ')}`
            : ''
        }.`}{' '}
        {slipWords(plan, (amount) => formatMoney(amount, currency, units, 0))}
      </p>
      <details className="mb-2" onToggle={(event) => setOpen(event.currentTarget.open)}>
        <summary>Beside habits, every few years, what they want, and looking first</summary>
        {open && (
          <Suspense fallback={<Waiting />}>
            <OftenBesidePart plan={plan} />
          </Suspense>
        )}
      </details>
    </>
  );
}

/** What coming late or early costs, and how wide that makes the window of a visit. */
function slipWords({ output }: Plan, money: (amount: number) => string): string {
  const { slip, visitsChosen, priced, pricedInPlan } = output;
  if (!slip) return '';
  const price = (visitsChosen > 1 ? pricedInPlan : priced).gross * visitsChosen;
  const days = slackOf(Math.max(slip.late, slip.early), price);
  return `A fortnight late costs ${money(slip.late)} a year, a fortnight early ${money(slip.early)}: ${
    visitsChosen > 1
      ? `so a visit that is agreed may come up to ${counted(days, 'day')} either way.`
      : 'one visit alone may come within six weeks.'
  }`;
}

/** What one visit more or fewer than those chosen changes in a year, and the prices of a visit at which another number is best. */
function aroundWords({ output: { visits, visitsChosen } }: Plan, money: (amount: number) => string): string {
  const { options } = visits;
  const { oneMore, oneFewer } = oneBeside(options, visitsChosen);
  const changed = (what: string, by: number) => `${what} ${by < 0 ? 'saves' : 'adds'} ${money(Math.abs(by))} a year`;
  const beside = [
    oneMore === null ? '' : changed('One more', oneMore),
    oneFewer === null ? '' : changed('one fewer', oneFewer),
  ].filter(Boolean);
  const { moreUnder, fewerOver } = pricesOfChange(options, visits.best);
  const prices = [
    moreUnder === null ? '' : `more are best under ${money(moreUnder)} a visit`,
    fewerOver === null ? '' : `fewer from ${money(fewerOver)}`,
  ].filter(Boolean);
  const upper = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
  return [beside, prices].flatMap((said) => (said.length > 0 ? [`${upper(said.join(', '))}.`] : [])).join(' ');
}
