import { useRef, useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import type { Agreement, Visit } from '../../contract/agreements/endpoints.ts';
import { firstAgreed } from '../../core/agreements/states.ts';
import { isWithin } from '../../core/agreements/windows.ts';
import { counted } from '../../words/counted.ts';
import { AGREEMENT_WORDS, JOB_WORDS, VISIT_WORDS } from '../../words/en/labels.ts';
import { TAKEN_WORDS } from '../../words/en/letters.ts';
import { formatDate, formatMoney } from '../../words/format.ts';
import { useEndpointMutation, useEndpointQuery, useUnits } from '../api/hooks.ts';
import { newId } from '../api/ids.ts';
import { AskReason } from '../parts/AskReason.tsx';
import { Trouble } from '../parts/states.tsx';
import { AskDay } from './AskDay.tsx';
import { LineUp } from './LineUp.tsx';

/** What was agreed for a site: each agreement with its visits, and what can be done about them. */
export function Agreements({ siteId }: { siteId: string }) {
  const agreements = useEndpointQuery('listAgreements', { query: { site: siteId, limit: 10 } });
  return (
    <>
      <Trouble error={agreements.error} />
      {agreements.data?.items.map((one) => (
        <AgreementPart key={one.id} agreement={one} />
      ))}
    </>
  );
}

/** What is paid once with the visit that was agreed first, minor units. */
const paidOnce = ({ planned, price }: Agreement): number => (firstAgreed(planned)?.price ?? price) - price;

/** What is asked about an agreement or one of its visits. */
type Asked = { what: 'book' | 'move' | 'skip'; visit: Visit } | { what: 'add' | 'end' };

export function AgreementPart({ agreement }: { agreement: Agreement }) {
  const units = useUnits();
  const [asked, setAsked] = useState<Asked | null>(null);
  const renew = useEndpointMutation('renewAgreement');
  const resume = useEndpointMutation('resumeVisit');
  const deposit = useEndpointMutation('noteDeposit');
  const { standing, left, currency, price, visits, planned } = agreement;
  const money = (amount: number) => formatMoney(amount, currency, units);
  const open = agreement.state === 'running';
  const taken = agreement.additions.filter((one) => one !== 'spray-line' || agreement.lineDropped === null);
  const once = paidOnce(agreement);
  return (
    <section className="agreement" aria-label={`Agreement on quote ${agreement.number}.${agreement.revision}`}>
      <h3 className="mt-3">
        Agreed on quote {agreement.number}.{agreement.revision}{' '}
        <span className={`state-word ${standing}`}>{AGREEMENT_WORDS[standing]}</span>
      </h3>
      <p>
        {visits > 1 ? `${visits} visits a year, ${money(price)} each` : `One visit, ${money(price)}`}, tax included
        {taken.map((one) => `, with ${TAKEN_WORDS[one]}`).join('')}
        {once > 0 && `; ${money(once)} more with the first, once`}.{' '}
        {standing === 'running' && left.visits < planned.length && (
          <strong>
            {counted(left.visits, 'visit')} left, {money(left.gross)}.
          </strong>
        )}{' '}
        {agreement.because && <>Ended: {agreement.because}.</>}
      </p>
      {agreement.deposit > 0 && (
        <p>
          {agreement.depositOn
            ? `Deposit of ${money(agreement.deposit)} came ${formatDate(agreement.depositOn, units)}. `
            : `Deposit of ${money(agreement.deposit)} has not come yet. `}
          <Button
            variant="quiet"
            disabled={deposit.isPending}
            onClick={() =>
              deposit.mutate({
                params: { id: agreement.id },
                body: {
                  version: agreement.version,
                  on: agreement.depositOn ? null : new Date().toLocaleDateString('sv'),
                },
              })
            }
          >
            {agreement.depositOn ? 'it did not come' : 'it came today'}
          </Button>
        </p>
      )}
      {agreement.additions.includes('spray-line') && <LineUp agreement={agreement} />}
      <table className="table row-cards">
        <thead>
          <tr>
            <th>Visit</th>
            <th>Agreed for</th>
            <th>Stands</th>
            <th className="number">Price</th>
            {open && <th />}
          </tr>
        </thead>
        <tbody>
          {planned.map((visit) => (
            <tr key={visit.id}>
              <td>
                <span className="d-md-none">Visit </span>
                {visit.number}
                {visit.added && <span className="quiet"> added</span>}
              </td>
              <td data-label="Agreed for">
                {formatDate(visit.dueFrom, units)} to {formatDate(visit.dueTo, units)}
                {visit.because && <div className="overruled">{visit.because}</div>}
              </td>
              <td data-label="Stands">
                <Stands visit={visit} />
              </td>
              <td className="number" data-label="Price">
                {money(visit.price)}
              </td>
              {open && (
                <td>
                  <VisitMoves
                    visit={visit}
                    busy={resume.isPending}
                    onAsk={(what) => setAsked({ what, visit })}
                    onResume={() => resume.mutate({ params: { id: visit.id }, body: { version: visit.version } })}
                  />
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
      {open && (
        <div className="form-foot">
          <Button variant="quiet" onClick={() => setAsked({ what: 'add' })}>
            add a visit
          </Button>
          {visits > 1 && left.visits < 2 && (
            <Button
              variant="outline-primary"
              disabled={renew.isPending}
              onClick={() => renew.mutate({ params: { id: agreement.id }, body: { version: agreement.version } })}
            >
              Renew for another year
            </Button>
          )}
          {left.visits > 0 && (
            <Button variant="quiet" onClick={() => setAsked({ what: 'end' })}>
              end it early
            </Button>
          )}
        </div>
      )}
      <Trouble error={renew.error ?? resume.error ?? deposit.error} />
      {asked && <Ask key={JSON.stringify(asked)} agreement={agreement} asked={asked} onClose={() => setAsked(null)} />}
    </section>
  );
}

/** Where a visit stands, with the day and the cards of its job. */
function Stands({ visit: { state, job } }: { visit: Visit }) {
  const units = useUnits();
  if (job === null || state === 'skipped') return <span className={`state-word ${state}`}>{VISIT_WORDS[state]}</span>;
  return (
    <>
      <span className={`state-word ${job.state}`}>{JOB_WORDS[job.state]}</span>{' '}
      <Link to={`/field/${job.id}`}>{formatDate(job.scheduledFor, units)}</Link>
    </>
  );
}

function VisitMoves({
  visit: { state, job, number },
  busy,
  onAsk,
  onResume,
}: {
  visit: Visit;
  busy: boolean;
  onAsk: (what: 'book' | 'move' | 'skip') => void;
  onResume: () => void;
}) {
  const button = (label: string, onClick: () => void) => (
    <Button variant="quiet" disabled={busy} onClick={onClick} aria-label={`${label}: visit ${number}`}>
      {label}
    </Button>
  );
  if (state === 'skipped') return button('take it up again', onResume);
  if (state === 'done' || job?.state === 'in-hand') return null;
  return (
    <span className="text-nowrap">
      {state === 'due' && button('book', () => onAsk('book'))}
      {button('move', () => onAsk('move'))}
      {job?.state !== 'paused' && button('leave out', () => onAsk('skip'))}
    </span>
  );
}

/** The question, and what is done with its answer. A failure stands in the question, with what was typed. */
function Ask({ agreement, asked, onClose }: { agreement: Agreement; asked: Asked; onClose: () => void }) {
  const units = useUnits();
  const id = useRef(newId());
  const book = useEndpointMutation('bookVisit', onClose);
  const move = useEndpointMutation('moveVisit', onClose);
  const skip = useEndpointMutation('skipVisit', onClose);
  const add = useEndpointMutation('addVisit', onClose);
  const end = useEndpointMutation('cancelAgreement', onClose);
  const asks = [book, move, skip, add, end];
  const common = {
    error: asks.find(({ error }) => error)?.error,
    busy: asks.some(({ isPending }) => isPending),
    onClose,
  };
  const params = 'visit' in asked ? { id: asked.visit.id } : { id: agreement.id };
  const always = () => 'It stays with the visit, for whoever asks later.';
  switch (asked.what) {
    case 'book': {
      const { visit } = asked;
      const outside = (day: string) =>
        isWithin(visit, day)
          ? null
          : `Agreed was ${formatDate(visit.dueFrom, units)} to ${formatDate(visit.dueTo, units)}.`;
      return (
        <AskDay
          title={`Book visit ${visit.number}`}
          action="Book it"
          day={visit.due}
          asksWhy={outside}
          onDay={(day, reason) =>
            book.mutate({ params, body: { id: id.current, scheduledFor: day, ...(reason && { reason }) } })
          }
          {...common}
        />
      );
    }
    case 'move': {
      const { visit } = asked;
      return (
        <AskDay
          title={`Move visit ${visit.number}`}
          action="Move it"
          day={visit.job?.scheduledFor ?? visit.due}
          asksWhy={always}
          onDay={(due, reason) => move.mutate({ params, body: { version: visit.version, due, reason } })}
          {...common}
        />
      );
    }
    case 'skip': {
      const { visit } = asked;
      const once = visit.id === firstAgreed(agreement.planned)?.id ? paidOnce(agreement) : 0;
      return (
        <AskReason
          title={`Leave visit ${visit.number} out`}
          label={`Why is it left out?${once > 0 ? ` ${formatMoney(once, agreement.currency, units)} for what comes with it once is left out too: move the visit where that is still wanted.` : ''}`}
          action="Leave it out"
          onReason={(reason) => skip.mutate({ params, body: { version: visit.version, reason } })}
          {...common}
        />
      );
    }
    case 'add':
      return (
        <AskDay
          title="Add a visit"
          action="Add it"
          day=""
          asksWhy={always}
          onDay={(due, reason) => add.mutate({ params, body: { id: id.current, due, reason } })}
          {...common}
        />
      );
    case 'end':
      return (
        <AskReason
          title="End the agreement early"
          label={`Why does it end? ${counted(agreement.left.visits, 'visit')} would be left out, and what is booked of it called off.`}
          action="End it"
          onReason={(reason) => end.mutate({ params, body: { version: agreement.version, reason } })}
          {...common}
        />
      );
  }
}
