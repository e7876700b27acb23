import { lazy, Suspense, useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link } from 'react-router';
import type { Quote, ShownQuote } from '../../contract/quotes/endpoints.ts';
import type { SiteSpread } from '../../contract/sites/endpoints.ts';
import { bare } from '../../core/findings.ts';
import { additionsOf, offeredPlan } from '../../core/quotes/offer.ts';
import type { Decision, QuoteAddition, QuoteChoice, QuoteState } from '../../core/quotes/states.ts';
import { counted } from '../../words/counted.ts';
import { figuresUsedWords } from '../../words/en/figures.ts';
import { fittingQuantity } from '../../words/en/fittings.ts';
import { QUOTE_WORDS } from '../../words/en/labels.ts';
import { ADDITION_WORDS, takenWords } from '../../words/en/letters.ts';
import { formatDate, formatMoney, formatQuantity } from '../../words/format.ts';
import { useEndpointMutation, useEndpointQuery, useSay, useSession, useUnits } from '../api/hooks.ts';
import { newId } from '../api/ids.ts';
import { AskReason } from '../parts/AskReason.tsx';
import { Figure, Plain } from '../parts/Figure.tsx';
import { PaperKept, Unprintable } from '../parts/PaperKept.tsx';
import { Empty, Trouble, Waiting } from '../parts/states.tsx';
import { TaxRows } from '../parts/TaxRows.tsx';
import { type Typed, useTyped } from '../parts/useTyped.ts';
import { Assumed } from '../sites/Assumed.tsx';
import { FollowPart } from './FollowPart.tsx';
import { isTyped, NO_LINE, QuoteLines } from './QuoteLines.tsx';

const LettersPart = lazy(async () => ({ default: (await import('../letters/LettersPart.tsx')).LettersPart }));

const CheaperPart = lazy(async () => ({ default: (await import('./CheaperPart.tsx')).CheaperPart }));
const MarginPart = lazy(async () => ({ default: (await import('./MarginPart.tsx')).MarginPart }));

/** Offer: the price beside what it is worth, and the plain sentence when it does not pay. */
export function OfferStep({ spread }: { spread: SiteSpread }) {
  const { site, latest } = spread;
  const [shown, setShown] = useState<string | null>(null);
  const list = useEndpointQuery('listQuotes', { query: { site: site.id, limit: 20 } });
  const quoteId = shown ?? latest.quoteId;
  const quote = useEndpointQuery('readQuote', { params: { id: quoteId ?? '' } }, { enabled: quoteId !== null });
  const id = useRef(newId());
  const draft = useEndpointMutation('draftQuote', (made) => {
    id.current = newId();
    setShown(made.id);
  });
  const planned = spread.spine.plan.state !== 'not-begun';
  const current = quote.data;
  const offersPlan = current?.planId === latest.planId;
  return (
    <>
      <div className="step-head">
        <h2>Offer</h2>
        <span className="quiet">Price, and what it is worth</span>
        {planned && (!current || !offersPlan || ['declined', 'expired', 'accepted'].includes(current.state)) && (
          <div className="actions">
            <Button
              disabled={draft.isPending}
              onClick={() => draft.mutate({ params: { id: site.id }, body: { id: id.current } })}
            >
              Draft a quote from the plan
            </Button>
          </div>
        )}
      </div>
      <Trouble error={list.error ?? quote.error ?? draft.error} />
      {!planned && <Empty>Make the plan first: the price follows from time, travel, water and risk.</Empty>}
      {planned && latest.planOvertaken && (
        <div className="notice">
          Somebody has reckoned since the plan was made: a quote from it goes by the loss before.{' '}
          <Link to={`/sites/${site.id}/plan`}>Plan again first</Link>
        </div>
      )}
      {planned && spread.planAtOtherPrices && (
        <div className="notice">
          Prices or costs have changed since the plan was made: a quote from it goes by those before.{' '}
          <Link to={`/sites/${site.id}/plan`}>Plan again first</Link>
        </div>
      )}
      {planned && !quoteId && <Empty>No quote yet.</Empty>}
      {quoteId && quote.isPending && <Waiting />}
      {current && <QuotePage zone={spread.site.zone} key={current.id} quote={current} onRevised={setShown} />}
      {(list.data?.items.length ?? 0) > 1 && (
        <Earlier items={list.data?.items ?? []} shown={quoteId} onShow={setShown} />
      )}
    </>
  );
}

function Earlier({
  items,
  shown,
  onShow,
}: {
  items: { id: string; number: number; revision: number; state: QuoteState; gross: number; currency: string }[];
  shown: string | null;
  onShow: (id: string) => void;
}) {
  const units = useUnits();
  return (
    <>
      <h3 className="mt-3">All quotes of this site</h3>
      <ul className="plain-list">
        {items.map((item) => (
          <li key={item.id}>
            <Button variant="quiet" onClick={() => onShow(item.id)} aria-pressed={item.id === shown}>
              {item.number}.{item.revision}
            </Button>
            <span className={`state-word ${item.state}`}>{QUOTE_WORDS[item.state]}</span>
            <span className="end">{formatMoney(item.gross, item.currency, units)}</span>
          </li>
        ))}
      </ul>
    </>
  );
}

/** What the customer reads beside the figures. */
interface LetterWords {
  message: string;
  stated: string;
}

interface QuotePageProps {
  quote: ShownQuote;
  /** of the site: its calendar is that of the paper */
  zone: string;
  onRevised: (id: string) => void;
}

function QuotePage({ quote, zone, onRevised }: QuotePageProps) {
  const say = useSay();
  const units = useUnits();
  const words = useTyped<LetterWords>(`quote.${quote.id}.words`, { message: quote.message, stated: quote.stated });
  const line = useTyped(`quote.${quote.id}.line`, NO_LINE);
  const { benefit, currency } = quote;
  const money = (amount: number) => formatMoney(amount, currency, units, 0);
  const ofPlan = offeredPlan(quote);
  const owner = useSession().data?.person?.role === 'owner';
  return (
    <>
      <div className="d-flex align-items-baseline gap-3 mb-2 flex-wrap">
        <strong>
          Quote {quote.number}.{quote.revision}
        </strong>
        <span className={`state-word ${quote.state}`}>{QUOTE_WORDS[quote.state]}</span>
        {quote.sentAt && <span>sent {formatDate(quote.sentAt, { ...units, zone })}</span>}
        {quote.validUntil && <span>valid until {formatDate(quote.validUntil, units)}</span>}
        <a className="ms-auto" href={`/api/quotes/${quote.id}/paper.pdf`} target="_blank" rel="noreferrer">
          the paper (PDF)
        </a>
      </div>
      <div className="figures">
        <Plain
          label="One visit, tax included"
          value={formatMoney(quote.one.gross, currency, units)}
          note={`${formatMoney(quote.one.net, currency, units)} before tax`}
        />
        {quote.planned && (
          <Plain
            label={`Each of ${quote.visits} visits a year`}
            value={formatMoney(quote.planned.gross, currency, units)}
            note={`${money(quote.planned.gross * quote.visits)} a year`}
          />
        )}
        <Worth quote={quote} />
      </div>
      <p className={`verdict ${benefit.verdict}`}>
        {say.finding(bare(`verdict-${benefit.verdict}`))} <Chance chance={benefit.chance} />
      </p>
      {ofPlan && (
        <p className={`verdict ${benefit.planVerdict}`}>
          {say.finding(ofPlan)} <Chance chance={benefit.planChance} />
        </p>
      )}
      <BestVisits quote={quote} />
      <p className="quiet">
        {say.finding({ code: 'offer-weather', params: { climate: benefit.climate } })} Reckoned and planned with{' '}
        {figuresUsedWords(quote.figures)}.
      </p>
      {quote.leftOut.map((face) => (
        <p className="notice" key={face.name}>
          <strong>
            Not washed on this visit: {face.name}, {counted(face.modules, 'module')}.
          </strong>{' '}
          {face.because.map((one) => say.finding(one)).join(' ')}
        </p>
      ))}
      <Assumed facts={quote.assumed} />
      <QuoteLines quote={quote} line={line} />
      {quote.fittings && <FittedOnce fittings={quote.fittings} currency={currency} taxRate={quote.taxRate} />}
      {quote.spotless && (
        <p>
          Spotless finish, where they want it: {formatMoney(quote.spotless.one.gross, currency, units)} on top of one
          visit
          {quote.planned &&
            `, ${formatMoney(quote.spotless.planned.gross, currency, units)} on top of each visit of the plan`}
          .
        </p>
      )}
      {quote.depositShare > 0 && (
        <p className="quiet">
          On acceptance {formatQuantity(quote.depositShare, 'fraction', units)} of the first visit is asked for.
        </p>
      )}
      {owner && (
        <Suspense fallback={<Waiting />}>
          <MarginPart quote={quote} />
        </Suspense>
      )}
      <Suspense fallback={<Waiting />}>
        <CheaperPart quote={quote} />
      </Suspense>
      <Words quote={quote} words={words} />
      <Unprintable characters={quote.unprintable} />
      <PaperKept paper={quote.paper} />
      {quote.state !== 'draft' && (
        <Suspense fallback={<Waiting />}>
          <LettersPart quote={quote} />
          <FollowPart quote={quote} />
        </Suspense>
      )}
      <Moves quote={quote} words={words} lineTyped={isTyped(line.value)} onRevised={onRevised} />
    </>
  );
}

function Chance({ chance }: { chance: number | null }) {
  const say = useSay();
  return chance === null ? null : say.finding({ code: 'chance-of-paying', params: { chance } });
}

/** That another number of visits than the offered one is best at the prices of the quote. */
function BestVisits({ quote: { bestVisits, planned, visits } }: { quote: ShownQuote }) {
  const offered = planned ? visits : 1;
  if (bestVisits === offered) return null;
  return (
    <p className="notice plain">
      At this price{' '}
      {bestVisits === 0 ? 'no visit pays in energy' : `${counted(bestVisits, 'visit')} a year would be best`},
      {` and ${counted(offered, 'visit')} ${offered === 1 ? 'is' : 'a year are'} offered.`}
    </p>
  );
}

/** What is fitted once beside the visits: its lines, and whether each of it pays. */
function FittedOnce({
  fittings: { lines, net, tax, gross },
  currency,
  taxRate,
}: {
  fittings: NonNullable<Quote['fittings']>;
  currency: string;
  taxRate: number;
}) {
  const say = useSay();
  const units = useUnits();
  const money = (amount: number) => formatMoney(amount, currency, units);
  return (
    <section aria-label="Fitted once">
      <h3 className="mt-3">Fitted once, on the first visit</h3>
      <table className="table quote-lines">
        <tbody>
          {lines.map((line) => (
            <tr key={say.finding(line.label)}>
              <td>
                {say.finding(line.label)}
                {line.says && <div className="quiet">{say.finding(line.says)}</div>}
              </td>
              <td className="number">{fittingQuantity(line, say)}</td>
              <td className="number">{money(line.amount)}</td>
            </tr>
          ))}
          <TaxRows taxes={[{ rate: taxRate, net, tax }]} />
          <tr className="fw-bold">
            <td>Fitted, once</td>
            <td />
            <td className="number">{money(gross)}</td>
          </tr>
        </tbody>
      </table>
      <p className="quiet">
        It comes on top of what is chosen, where the customer takes it. To change it, plan the fittings again.
      </p>
    </section>
  );
}

/** What can be taken on top of a choice, ticked as the customer said. */
function Additions({
  quote,
  taken,
  onTake,
}: {
  quote: Quote;
  taken: readonly QuoteAddition[];
  onTake: (taken: QuoteAddition[]) => void;
}) {
  const units = useUnits();
  const offered = additionsOf(quote, 'one');
  if (offered.length === 0) return null;
  return (
    <fieldset className="w-100">
      <legend className="fs-6 mb-0">They take on top of it</legend>
      {offered.map(({ addition, gross, each }) => (
        <Form.Check
          key={addition}
          id={`take-${addition}`}
          label={`${ADDITION_WORDS[addition]}, ${formatMoney(gross, quote.currency, units)} ${each === 'visit' ? 'a visit' : 'once'}`}
          checked={taken.includes(addition)}
          onChange={(event) =>
            onTake(event.target.checked ? [...taken, addition] : taken.filter((one) => one !== addition))
          }
        />
      ))}
    </fieldset>
  );
}

/** What a wash is worth, with its reasons. */
function Worth({ quote }: { quote: Quote }) {
  const units = useUnits();
  const { benefit, currency } = quote;
  const { reasons } = benefit;
  const used = `${formatQuantity(benefit.usedShare, 'fraction', units, 0)} of it self-consumed`;
  const money = (amount: number) => formatMoney(amount, currency, units, 0);
  return (
    <>
      <Figure label="One wash is worth" reason={reasons.worth} />
      <Figure label="Energy it brings back" reason={reasons.recoverable} note={used} />
      {quote.planned && (
        <Figure
          label={`${quote.visits} visits a year save`}
          reason={reasons.planSaves}
          note={`and cost ${money(benefit.planCosts)}`}
        />
      )}
    </>
  );
}

const sameWords = (one: LetterWords, other: LetterWords): boolean =>
  one.message === other.message && one.stated === other.stated;

function Words({ quote, words }: { quote: Quote; words: Typed<LetterWords> }) {
  const change = useEndpointMutation('changeQuote', ({ message, stated }) => words.clear({ message, stated }));
  if (quote.state !== 'draft') {
    return (
      <>
        {quote.message && <p>{quote.message}</p>}
        {quote.stated && <p>Reason for washing, as agreed: {quote.stated}</p>}
      </>
    );
  }
  const { message, stated } = words.value;
  return (
    <div className="form-grid mb-2">
      <div className="wide">
        <Form.Label htmlFor="message">Words to the customer</Form.Label>
        <Form.Control
          id="message"
          as="textarea"
          rows={2}
          maxLength={2000}
          value={message}
          onChange={(event) => words.type({ message: event.target.value, stated })}
        />
      </div>
      <div className="wide">
        <Form.Label htmlFor="stated">Reason other than energy, where there is one</Form.Label>
        <Form.Control
          id="stated"
          maxLength={500}
          value={stated}
          onChange={(event) => words.type({ message, stated: event.target.value })}
        />
        <Form.Text>Looks, warranty, stopping growth: stated as such, never as energy.</Form.Text>
      </div>
      {!sameWords(words.value, quote) && (
        <div>
          <Button
            variant="outline-primary"
            disabled={change.isPending}
            onClick={() =>
              change.mutate({ params: { id: quote.id }, body: { version: quote.version, message, stated } })
            }
          >
            Save the words
          </Button>
        </div>
      )}
      <Trouble error={change.error} />
    </div>
  );
}

function Moves({
  quote,
  words,
  lineTyped,
  onRevised,
}: {
  quote: ShownQuote;
  words: Typed<LetterWords>;
  /** whether a line is typed that has not been added */
  lineTyped: boolean;
  onRevised: (id: string) => void;
}) {
  const id = useRef(newId());
  // What cannot be printed stands above; whoever sends it all the same has read it.
  const withoutCharacters = quote.unprintable.length > 0;
  const send = useEndpointMutation('sendQuote');
  const save = useEndpointMutation('changeQuote', ({ message, stated }) => words.clear({ message, stated }));
  const decide = useEndpointMutation('decideQuote');
  const revise = useEndpointMutation('reviseQuote', (made) => {
    id.current = newId();
    onRevised(made.id);
  });
  const params = { id: quote.id };
  // What is typed beside the figures goes out with them, whether or not it was saved before.
  const sendAsTyped = async () => {
    const { version } = sameWords(words.value, quote)
      ? quote
      : await save.mutateAsync({ params, body: { version: quote.version, ...words.value } });
    send.mutate({ params, body: { version, withoutCharacters } });
  };
  const [asksWhy, setAsksWhy] = useState(false);
  const [additions, setAdditions] = useState<QuoteAddition[]>([]);
  const decided = (decision: Decision, choice: QuoteChoice = 'one', because = '') =>
    decide.mutate({
      params,
      body: {
        version: quote.version,
        decision,
        choice,
        because,
        additions: decision === 'accepted' ? additions : [],
      },
    });
  return (
    <div className="form-foot flex-wrap">
      {quote.state === 'draft' && (
        <>
          <Button
            disabled={send.isPending || save.isPending || lineTyped}
            onClick={() => void sendAsTyped().catch(() => undefined)}
          >
            {withoutCharacters ? 'Mark as sent, without them' : 'Mark as sent'}
          </Button>
          <span className="quiet">
            {lineTyped
              ? 'A line is typed and not added yet. Add it, or take it out, before this goes out.'
              : 'From then on it is frozen; a change makes the next revision.'}
          </span>
        </>
      )}
      {quote.state === 'sent' && (
        <>
          <Additions quote={quote} taken={additions} onTake={setAdditions} />
          <Button disabled={decide.isPending} onClick={() => decided('accepted')}>
            Accepted: one visit
          </Button>
          {quote.planned && (
            <Button disabled={decide.isPending} onClick={() => decided('accepted', 'planned')}>
              Accepted: the plan
            </Button>
          )}
          <Button variant="outline-primary" disabled={decide.isPending} onClick={() => setAsksWhy(true)}>
            Declined
          </Button>
        </>
      )}
      {['sent', 'declined', 'expired'].includes(quote.state) && (
        <Button
          variant="outline-primary"
          disabled={revise.isPending}
          onClick={() => revise.mutate({ params, body: { id: id.current } })}
        >
          Next revision
        </Button>
      )}
      {asksWhy && (
        <AskReason
          title="They said no"
          label="Why? It is what the next offers learn from."
          action="Declined"
          onReason={(reason) => {
            setAsksWhy(false);
            decided('declined', 'one', reason);
          }}
          onClose={() => setAsksWhy(false)}
        />
      )}
      {quote.state === 'declined' && quote.decidedBecause && <span>Declined: {quote.decidedBecause}</span>}
      {quote.state === 'accepted' && (
        <span>Accepted: {takenWords({ ...quote, choice: quote.choice ?? 'one' })}. Go on to Wash.</span>
      )}
      <Trouble error={save.error ?? send.error ?? decide.error ?? revise.error} />
    </div>
  );
}
