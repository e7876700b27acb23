import type { Quote, QuoteMargin } from '../../contract/quotes/endpoints.ts';
import { underFloor, underFloorAtWorst } from '../../core/quotes/margin.ts';
import { capital } from '../../words/capital.ts';
import { TAKEN_WORDS } from '../../words/en/letters.ts';
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
    <details
      className="mb-3"
      open={underFloorAtWorst(one, floor) || (planned !== null && underFloorAtWorst(planned, floor))}
    >
      <summary>
        What it leaves you: <Left margin={one} floor={floor} currency={quote.currency} /> of one visit
        {planned && (
          <>
            , <Left margin={planned} floor={floor} currency={quote.currency} /> of each of {quote.visits}
          </>
        )}
      </summary>
      <MarginTable margin={one} currency={quote.currency} />
      {one.additions.length > 0 && <OnTop margin={one} floor={floor} currency={quote.currency} />}
    </details>
  );
}

interface LeftProps {
  margin: QuoteMargin;
  floor: number | null;
  currency: string;
}

function Left({ margin, floor, currency }: LeftProps) {
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

/** What is left of what a customer may take on top of one visit. */
function OnTop({ margin, floor, currency }: LeftProps) {
  const { additions } = margin;
  const say = useSay();
  const units = useUnits();
  const money = (amount: number) => formatMoney(amount, currency, units);
  return (
    <>
      <table className="table">
        <thead>
          <tr>
            <th>On top, where it is taken</th>
            <th className="number">Hours of a person</th>
            <th className="number">Asked</th>
            <th className="number">It costs you</th>
            <th className="number">Left</th>
          </tr>
        </thead>
        <tbody>
          {additions.map(({ addition, net, cost, hours }) => (
            <tr key={addition}>
              <td>{capital(TAKEN_WORDS[addition])}</td>
              <td className="number">{hours > 0 && say.number(hours, 2)}</td>
              <td className="number">{money(net)}</td>
              <td className="number">{cost === null ? 'not known' : money(cost)}</td>
              <td className="number">{cost === null ? 'not known' : money(net - cost)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {!underFloor(margin, floor) && underFloorAtWorst(margin, floor) && (
        <p className="notice">Taken together with what leaves little, a visit is under your limit.</p>
      )}
      {additions.some(({ addition, cost }) => addition === 'fittings' && cost === null) && (
        <p className="quiet">Say under Company what you pay for what is fitted, and this is worked out too.</p>
      )}
    </>
  );
}
