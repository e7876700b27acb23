import type { Plan } from '../../contract/methods/endpoints.ts';
import { formatMoney } from '../../core/units/format.ts';
import { useCurrency, useGlass } from '../api/hooks.ts';

/** 0 to 12 even visits a year: what the dirt still takes, what the visits cost, and both as a bar. */
export function VisitsTable({ plan }: { plan: Plan }) {
  const glass = useGlass();
  const currency = useCurrency();
  const { options, best, breakEvenPrice } = plan.output.visits;
  const shown = options.filter(
    ({ visits }) => visits <= 4 || visits === 6 || visits === 12 || visits === plan.output.visitsChosen,
  );
  const greatest = Math.max(...shown.map(({ total }) => total), 1);
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
              <td className="number">{formatMoney(option.lostValue, currency, glass, 0)}</td>
              <td className="number">{formatMoney(option.cost, currency, glass, 0)}</td>
              <td className="number">{formatMoney(option.total, currency, glass, 0)}</td>
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
          ? `One visit a year begins to pay under ${formatMoney(breakEvenPrice, currency, glass, 0)} a visit.`
          : 'No price of a visit would make it pay in energy.'}{' '}
        Evenly placed; for each number the first day that loses least is taken, in steps of a month.
      </p>
    </>
  );
}
