import type { Quote, QuoteMargin } from '../../contract/quotes/endpoints.ts';
import { underFloor, underFloorAtWorst } from '../../core/quotes/margin.ts';
import { capital } from '../../words/capital.ts';
import { TAKEN_WORDS } from '../../words/en/letters.ts';
import { LINE_WORDS } from '../../words/en/pricing.ts';
import { formatMoney } from '../../words/format.ts';
import { useEndpointQuery, useSay, useUnits } from '../api/hooks.ts';
import { Trouble } from '../parts/states.tsx';

/** What a quote leaves the firm: hours and margin line by line, for the owner alone. */
export function MarginPart({ quote }: { quote: Pick<Quote, 'id' | 'currency' | 'visits'> }) {
  const margin = useEndpointQuery('quoteMargin', { params: { id: quote.id } });
  if (margin.isError) return <Trouble error={margin.error} />;
  if (!margin.data) return null;
  const { one, planned, floor } = margin.data;
  if (one === null) return <p className="quiet">What this leaves you is shown once your costs stand under Company.</p>;
  const onlyAtWorst = (visit: QuoteMargin) => !underFloor(visit, floor) && underFloorAtWorst(visit, floor);
  const little = [
    ...(onlyAtWorst(one) ? ['one visit'] : []),
    ...(planned !== null && onlyAtWorst(planned) ? ['a visit of the plan'] : []),
  ];
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
      {little.length > 0 && (
        <p className="notice">
          Taken with what leaves little, {little.join(' or ')} is under your limit: you alone can send this.
        </p>
      )}
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

function MarginTable({ margin, currency }: Omit<LeftProps, 'floor'>) {
  const units = useUnits();
  const { lines, additions, net, cost, hours } = margin;
  const money = (amount: number) => formatMoney(amount, currency, units);
  const perHour = hours > 0 ? ` ${money(Math.round((net - cost) / hours))} for each hour of a person.` : '';
  return (
    <>
      <table className="table row-cards margin-lines">
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
          {lines.map(({ key, amount, ...left }, at) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: lines have an order and no name of their own
            <MarginRow key={at} what={LINE_WORDS[key]} asked={amount} {...left} currency={currency} />
          ))}
          <MarginRow what="One visit" asked={net} cost={cost} hours={hours} currency={currency} whole />
        </tbody>
        {additions.length > 0 && (
          <tbody>
            <tr>
              <th colSpan={5}>On top, where it is taken</th>
            </tr>
            {additions.map(({ addition, net: asked, ...left }) => (
              <MarginRow
                key={addition}
                what={capital(TAKEN_WORDS[addition])}
                {...left}
                asked={asked}
                currency={currency}
              />
            ))}
          </tbody>
        )}
      </table>
      <p className="quiet">
        Hours as they are planned, at what they cost you; what is bought at what was paid.{perHour}
        {additions.some(({ addition, cost: known }) => addition === 'fittings' && known === null) &&
          ' Say under Company what you pay for what is fitted, and what that leaves is known too.'}
      </p>
    </>
  );
}

interface RowProps {
  what: string;
  /** minor units; a cost that nobody has said is null */
  asked: number;
  cost: number | null;
  hours: number;
  currency: string;
  /** whether it is the sum of the lines */
  whole?: boolean;
}

function MarginRow({ what, asked, cost, hours, currency, whole = false }: RowProps) {
  const say = useSay();
  const units = useUnits();
  const money = (amount: number) => formatMoney(amount, currency, units);
  return (
    <tr className={whole ? 'fw-bold' : undefined}>
      <td>{what}</td>
      <td className="number" data-label="Hours of a person">
        {hours > 0 && say.number(hours, 2)}
      </td>
      <td className="number" data-label="Asked">
        {money(asked)}
      </td>
      <td className="number" data-label="It costs you">
        {cost === null ? 'not known' : money(cost)}
      </td>
      <td className="number" data-label="Left">
        {cost === null ? 'not known' : money(asked - cost)}
      </td>
    </tr>
  );
}
