import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { Quote, ShownQuote } from '../../contract/quotes/endpoints.ts';
import { parseNumber } from '../../core/units/parse.ts';
import { formatMoney } from '../../words/format.ts';
import { minorDigits } from '../../words/money.ts';
import { useEndpointMutation, useSay, useUnits } from '../api/hooks.ts';
import { NumberInput } from '../parts/NumberInput.tsx';
import { Overrule } from '../parts/Overrule.tsx';
import { Trouble } from '../parts/states.tsx';
import { TaxRows } from '../parts/TaxRows.tsx';
import type { Typed } from '../parts/useTyped.ts';

/** The lines of one visit, each to be overruled with a reason, and one to be added by hand. */
export function QuoteLines({ quote, line }: { quote: ShownQuote; line: Typed<NewLine> }) {
  const say = useSay();
  const units = useUnits();
  const change = useEndpointMutation('changeQuote');
  const scale = 10 ** minorDigits(quote.currency);
  const overrule = (key: Quote['one']['lines'][number]['key'], label: string, amount: number, reason: string) =>
    change.mutate({
      params: { id: quote.id },
      body: { version: quote.version, overrule: [{ key, label, amount: Math.round(amount), reason }] },
    });
  return (
    <>
      <table className="table quote-lines">
        <thead>
          <tr>
            <th>One visit</th>
            <th className="number">Quantity</th>
            <th className="number">Amount</th>
            {quote.state === 'draft' && <th />}
          </tr>
        </thead>
        <tbody>
          {quote.one.lines.map((line) => (
            <tr key={`${line.key} ${line.taxRate} ${say.finding(line.label)}`}>
              <td>
                {say.finding(line.label)}
                {line.reason && <div className="overruled">Overruled: {line.reason}</div>}
              </td>
              <td className="number">{say.finding({ code: 'line-quantity', params: line })}</td>
              <td className="number">{formatMoney(line.amount, quote.currency, units)}</td>
              {quote.state === 'draft' && (
                <td>
                  <Overrule
                    what={say.finding(line.label)}
                    kind="count"
                    unit={quote.currency}
                    scale={scale}
                    current={line.amount}
                    busy={change.isPending}
                    onOverrule={(value, reason) => overrule(line.key, say.finding(line.label), value, reason)}
                  />
                </td>
              )}
            </tr>
          ))}
          <TaxRows taxes={quote.one.taxes} empty={quote.state === 'draft'} />
          <tr className="fw-bold">
            <td>One visit</td>
            <td />
            <td className="number">{formatMoney(quote.one.gross, quote.currency, units)}</td>
            {quote.state === 'draft' && <td />}
          </tr>
        </tbody>
      </table>
      <Trouble error={change.error} />
      {quote.state === 'draft' && (
        <Form.Check
          className="mb-2"
          id="urgent"
          checked={quote.urgent}
          disabled={change.isPending}
          onChange={(event) =>
            change.mutate({
              params: { id: quote.id },
              body: { version: quote.version, urgent: event.target.checked },
            })
          }
          label="They want it at once: the surcharge of the price book is on it"
        />
      )}
      {quote.state === 'draft' && quote.sharing && (
        <SharedRoad
          sharing={quote.sharing}
          busy={change.isPending}
          onTake={(label, amount) => overrule('other', label, -amount, 'washed on one day')}
        />
      )}
      {quote.state === 'draft' && (
        <AddLine
          line={line}
          busy={change.isPending}
          onAdd={(label, amount, reason) => overrule('other', label, amount * scale, reason)}
        />
      )}
    </>
  );
}

/** Other sites of the customer: washed on one day, the road is driven once for all of them. */
function SharedRoad({
  sharing: { sites, saves },
  busy,
  onTake,
}: {
  sharing: NonNullable<ShownQuote['sharing']>;
  busy: boolean;
  onTake: (label: string, amount: number) => void;
}) {
  const say = useSay();
  const names = sites.join(', ');
  return (
    <p>
      Theirs as well: {names}. Washed on one day the road is driven once: {say.price(saves)} less for each.{' '}
      <Button variant="quiet" disabled={busy} onClick={() => onTake(`Road shared with ${names}`.slice(0, 120), saves)}>
        take it off
      </Button>
    </p>
  );
}

/** A line while it is typed. */
interface NewLine {
  label: string;
  amount: string;
}
export const NO_LINE: NewLine = { label: '', amount: '' };
export const isTyped = ({ label, amount }: NewLine): boolean => label.trim() !== '' || amount.trim() !== '';

function AddLine({
  line,
  onAdd,
  busy,
}: {
  line: Typed<NewLine>;
  onAdd: (label: string, amount: number, reason: string) => void;
  busy: boolean;
}) {
  const { label, amount } = line.value;
  const [open, setOpen] = useState(isTyped(line.value));
  const parsed = parseNumber(amount);
  if (!open) {
    return (
      <Button variant="quiet" onClick={() => setOpen(true)}>
        add a line
      </Button>
    );
  }
  const close = () => {
    line.clear();
    setOpen(false);
  };
  return (
    <div className="d-flex gap-2 align-items-end mb-2 flex-wrap">
      <div>
        <Form.Label htmlFor="line-label">Line</Form.Label>
        <Form.Control
          id="line-label"
          value={label}
          onChange={(event) => line.type({ label: event.target.value, amount })}
        />
      </div>
      <div>
        <Form.Label htmlFor="line-amount">Amount before tax</Form.Label>
        <NumberInput
          id="line-amount"
          text={amount}
          wrong={amount !== '' && parsed === null}
          onType={(text) => line.type({ label, amount: text })}
        />
      </div>
      <Button
        disabled={busy || label.trim() === '' || parsed === null}
        onClick={() => {
          onAdd(label.trim(), parsed ?? 0, 'added by hand');
          close();
        }}
      >
        Add
      </Button>
      <Button variant="quiet" onClick={close}>
        no line
      </Button>
    </div>
  );
}
