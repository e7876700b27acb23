import { useState } from 'react';
import { Button } from 'react-bootstrap';
import type { Quote } from '../../contract/quotes/endpoints.ts';
import { CHEAPER, type CheaperKey } from '../../core/quotes/cheaper.ts';
import { besideCheaper } from '../../core/quotes/offer.ts';
import { cheaperName } from '../../words/en/cheaper.ts';
import { useEndpointMutation, useSay } from '../api/hooks.ts';
import { AskReason } from '../parts/AskReason.tsx';
import { CheaperTable } from '../parts/CheaperTable.tsx';
import { PlainMoney } from '../parts/PlainMoney.tsx';
import { Trouble } from '../parts/states.tsx';

/** What the customer could have in place of the wash, as they will read it; one is left out with a reason alone. */
export function CheaperPart({ quote }: { quote: Quote }) {
  const [asks, setAsks] = useState<CheaperKey | null>(null);
  const change = useEndpointMutation('changeQuote', () => setAsks(null));
  const { cheaper, visits } = quote;
  const beside = besideCheaper(quote);
  if (cheaper === null || beside === null) return null;
  const draft = quote.state === 'draft';
  const leaveOut = (leftOut: typeof cheaper.leftOut) =>
    change.mutate({ params: { id: quote.id }, body: { version: quote.version, leaveOut: leftOut } });
  return (
    <section aria-label="What is cheaper">
      <h3 className="mt-3">What they could have instead</h3>
      <CheaperTable
        beside={beside}
        visits={visits}
        {...(draft && {
          moves: ({ key }) =>
            isCheaper(key) && (
              <Button
                variant="quiet"
                aria-label={`leave out: ${cheaperName(key, visits)}`}
                onClick={() => setAsks(key)}
              >
                leave out
              </Button>
            ),
        })}
      />
      <SprayLine quote={quote} />
      {cheaper.leftOut.map(({ key, reason }) => (
        <p key={key} className="overruled">
          Not shown to the customer: {cheaperName(key, visits)}. {reason}{' '}
          {draft && (
            <Button
              variant="quiet"
              disabled={change.isPending}
              onClick={() => leaveOut(cheaper.leftOut.filter((one) => one.key !== key))}
            >
              show it
            </Button>
          )}
        </p>
      ))}
      {asks === null && <Trouble error={change.error} />}
      {asks && (
        <AskReason
          title={`Leave out: ${cheaperName(asks, visits)}`}
          label="Why is the customer not to read of it? The reason stays with the quote."
          action="Leave it out"
          error={change.error}
          busy={change.isPending}
          onReason={(reason) => leaveOut([...cheaper.leftOut, { key: asks, reason }])}
          onClose={() => setAsks(null)}
        />
      )}
    </section>
  );
}

/** A spray line on the offer: its price, typed by hand, as something that the customer may take on top. */
function SprayLine({ quote }: { quote: Quote }) {
  const say = useSay();
  const change = useEndpointMutation('changeQuote');
  const [amount, setAmount] = useState<number | null>(null);
  const choice = quote.cheaper?.choices.find(({ key }) => key === 'spray-line');
  const set = (sprayPrice: number | null) =>
    change.mutate({ params: { id: quote.id }, body: { version: quote.version, sprayPrice } });
  if (quote.sprayLine)
    return (
      <p>
        Offered on top: a spray line, put up once, {say.price(quote.sprayLine.gross)}.{' '}
        {quote.state === 'draft' && (
          <Button variant="quiet" disabled={change.isPending} onClick={() => set(null)}>
            take it off
          </Button>
        )}
      </p>
    );
  if (quote.state !== 'draft' || choice === undefined || choice.not.length > 0) return null;
  return (
    <div className="d-flex gap-2 align-items-end flex-wrap mb-2">
      <PlainMoney label="A spray line, put up, before tax" amount={amount} onAmount={setAmount} />
      <Button
        variant="outline-primary"
        disabled={change.isPending || amount === null || amount <= 0}
        onClick={() => amount !== null && set(amount)}
      >
        Offer it on top
      </Button>
      <Trouble error={change.error} />
    </div>
  );
}

const isCheaper = (key: string): key is CheaperKey => (CHEAPER as readonly string[]).includes(key);
