import { lazy, Suspense } from 'react';
import { Link } from 'react-router';
import type { Sales } from '../../contract/agreements/endpoints.ts';
import { wonShare } from '../../core/agreements/sales.ts';
import { leftShare } from '../../core/quotes/margin.ts';
import { counted } from '../../words/counted.ts';
import { QUOTE_WORDS } from '../../words/en/labels.ts';
import { formatMoney, formatQuantity } from '../../words/format.ts';
import { useEndpointQuery, useSay, useUnits } from '../api/hooks.ts';
import { Plain } from '../parts/Figure.tsx';
import { Trouble, Waiting } from '../parts/states.tsx';
import { monthName } from './monthName.ts';

const SalesDrawn = lazy(() => import('./SalesDrawn.tsx'));

/** What was sold in a year: how much of what was offered, what it earned by month, what is to come, and why others said no. */
export function SalesPage() {
  const sales = useEndpointQuery('readSales');
  return (
    <>
      <div className="desk-head">
        <h1>Sales</h1>
        <Link to="/quotes">Quotes</Link>
        <span className="quiet">The last twelve months, tax included</span>
      </div>
      {sales.isPending && <Waiting />}
      <Trouble error={sales.error} retry={sales.refetch} />
      {sales.data && <Year sales={sales.data} />}
    </>
  );
}

const sumOf = (sales: Sales, of: Exclude<keyof Sales['months'][number], 'month'>): number =>
  sales.months.reduce((sum, month) => sum + month[of], 0);

function Year({ sales }: { sales: Sales }) {
  const units = useUnits();
  const money = (amount: number) => formatMoney(amount, sales.currency, units, 0);
  const share = wonShare(sales.months);
  return (
    <>
      <div className="figures">
        <Plain
          label="Won, of what was decided"
          value={share === null ? 'none yet' : formatQuantity(share, 'fraction', units, 0)}
          note={`${sumOf(sales, 'won')} won, ${sumOf(sales, 'lost')} lost, ${sumOf(sales, 'waiting')} waiting`}
        />
        <Plain label="Earned by washes" value={money(sumOf(sales, 'earned'))} note="in the month of the wash" />
        <Plain label="Agreed" value={money(sumOf(sales, 'agreed'))} note="by the month of the offer" />
        <Plain
          label="Still to be washed"
          value={money(sales.ahead.gross)}
          note={`${counted(sales.ahead.visits, 'visit')} of what is agreed`}
        />
        <HoursAndMargin sales={sales} />
      </div>
      <div className="sales-two">
        <section aria-label="By month">
          <Suspense fallback={<Waiting />}>
            <SalesDrawn sales={sales} />
          </Suspense>
          <details className="panel mt-3">
            <summary>The figures of each month</summary>
            <Months sales={sales} />
          </details>
        </section>
        <section className="panel" aria-label="Lost, and why">
          <h2>Lost, and why</h2>
          <ul className="plain-list">
            {sales.lost.map((one) => (
              <li key={one.id}>
                <Link to={`/sites/${one.siteId}/offer`}>{one.site}</Link>
                <span>
                  {QUOTE_WORDS[one.state]}
                  {one.decidedBecause && `: ${one.decidedBecause}`}
                </span>
                <span className="end">{money(one.gross)}</span>
              </li>
            ))}
            {sales.lost.length === 0 && <li className="quiet">None was lost.</li>}
          </ul>
        </section>
      </div>
    </>
  );
}

/** Hours that were sold against those that were taken, and what was left of what was asked. */
function HoursAndMargin({ sales }: { sales: Sales }) {
  const say = useSay();
  const [sold, taken] = [sumOf(sales, 'hoursSold'), sumOf(sales, 'hoursTaken')];
  const left = leftShare({ net: sumOf(sales, 'net'), cost: sumOf(sales, 'cost') });
  return (
    <>
      <Plain
        label="Hours at the sites"
        value={sold === 0 ? 'none yet' : `${say.number(taken, 1)} of ${say.number(sold, 1)} h`}
        note={
          sold === 0 ? 'of washes that were timed' : `taken of those sold: ${say.quantity(taken / sold, 'fraction', 0)}`
        }
      />
      <Plain
        label="Left of what was asked"
        value={left === null ? 'not known' : say.quantity(left, 'fraction', 0)}
        note={
          left === null
            ? 'say what work costs under Company'
            : 'of washes and fittings whose costs were known, before tax'
        }
      />
    </>
  );
}

/** What the pictures are drawn from: each month with its offers, its money and its hours. */
function Months({ sales: { months, currency } }: { sales: Sales }) {
  const say = useSay();
  const units = useUnits();
  const money = (amount: number) => (amount === 0 ? '' : formatMoney(amount, currency, units, 0));
  return (
    <table className="table row-cards mb-0">
      <thead>
        <tr>
          <th>Month</th>
          <th className="number">Offers</th>
          <th className="number">Won</th>
          <th className="number">Lost</th>
          <th className="number">Washed</th>
          <th className="number">Earned</th>
          <th className="number">Agreed</th>
          <th className="number">Hours</th>
          <th className="number">Left</th>
        </tr>
      </thead>
      <tbody>
        {months.map((month) => (
          <tr key={month.month}>
            <td className="text-nowrap">{monthName(month.month)}</td>
            <td className="number" data-label="Offers">
              {month.sent || ''}
            </td>
            <td className="number" data-label="Won">
              {month.won || ''}
            </td>
            <td className="number" data-label="Lost">
              {month.lost || ''}
            </td>
            <td className="number" data-label="Washed">
              {month.visits || ''}
            </td>
            <td className="number" data-label="Earned">
              {money(month.earned)}
            </td>
            <td className="number" data-label="Agreed">
              {money(month.agreed)}
            </td>
            <td className="number" data-label="Hours">
              {month.hoursSold > 0 && `${say.number(month.hoursTaken, 1)} of ${say.number(month.hoursSold, 1)}`}
            </td>
            <td className="number" data-label="Left">
              {month.net > 0 && say.quantity(leftShare(month) ?? 0, 'fraction', 0)}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
