import type { Quote, QuoteMargin } from '../../contract/quotes/endpoints.ts';
import { underFloor } from '../../core/quotes/margin.ts';
import { LINE_WORDS } from '../../words/en/pricing.ts';
import { formatMoney } from '../../words/format.ts';
import { useAsk, useSay, useUnits } from '../api/hooks.ts';
import { Trouble } from '../parts/states.tsx';

/** What a quote leaves the firm: hours and margin line by line, for the owner alone. */
export function MarginPart({ quote }: { quote: Pick<Quote, 'id' | 'currency' | 'visits'> }) {
  const margin = useAsk('quoteMargin', { params: { id: quote.id } });
  if (margin.isError) return <Trouble error={margin.error} />;
  if (!margin.data) return null;
  const { one, planned, floor } = margin.data;
  if (one === null) return <p className="quiet">What this leaves you is shown once your costs stand under Company.</p>;
  return (
    <details className="mb-3" open={underFloor(one, floor) || (planned !== null && underFloor(planned, floor))}>
      <summary>
        What it leaves you: <Left margin={one} floor={floor} currency={quote.currency} /> of one visit
        {planned && (
          <>
            , <Left margin={planned} floor={floor} currency={quote.currency} /> of each of {quote.visits}
          </>
        )}
      </summary>
      <MarginTable margin={one} currency={quote.currency} />
    </details>
  );
}

function Left({ margin, floor, currency }: { margin: QuoteMargin; floor: number | null; currency: string }) {
  const say = useSay();
  const units = useUnits();
  const share = margin.share === null ? '' : ` (${say.quantity(margin.share, 'fraction')})`;
  return (
    <strong>
      {formatMoney(margin.net - margin.cost, currency, units)}
      {share}
      {underFloor(margin, floor) && ', under your limit'}
    </strong>
  );
}

function MarginTable({ margin: { lines, net, cost, hours }, currency }: { margin: QuoteMargin; currency: string }) {
  const say = useSay();
  const units = useUnits();
  const money = (amount: number) => formatMoney(amount, currency, units);
  const perHour = hours > 0 ? ` ${money(Math.round((net - cost) / hours))} for each hour of a person.` : '';
  return (
    <>
      <table className="table">
        <thead>
          <tr>
            <th>One visit, before tax</th>
            <th className="number">Hours of a person</th>
            <th className="number">Asked</th>
            <th className="number">It costs you</th>
            <th className="number">Left</th>
          </tr>
        </thead>
        <tbody>
          {lines.map((line, at) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: lines have an order and no name of their own
            <tr key={at}>
              <td>{LINE_WORDS[line.key]}</td>
              <td className="number">{line.hours > 0 && say.number(line.hours, 2)}</td>
              <td className="number">{money(line.amount)}</td>
              <td className="number">{money(line.cost)}</td>
              <td className="number">{money(line.amount - line.cost)}</td>
            </tr>
          ))}
          <tr className="fw-bold">
            <td>One visit</td>
            <td className="number">{say.number(hours, 2)}</td>
            <td className="number">{money(net)}</td>
            <td className="number">{money(cost)}</td>
            <td className="number">{money(net - cost)}</td>
          </tr>
        </tbody>
      </table>
      <p className="quiet">
        Hours as they are planned, at what they cost you; what is bought at what was paid.{perHour}
      </p>
    </>
  );
}
