import { lazy, Suspense, useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link } from 'react-router';
import type { Quote } from '../../contract/quotes/endpoints.ts';
import type { SiteSpread } from '../../contract/sites/endpoints.ts';
import { countDone, jobProgress } from '../../core/jobs/progress.ts';
import { verbOf } from '../../core/jobs/steps.ts';
import { moduleCount } from '../../core/sites/layout.ts';
import { JOB_WORDS } from '../../words/en/labels.ts';
import { formatDate, formatQuantity } from '../../words/format.ts';
import { ProblemError } from '../api/client.ts';
import { useEndpointMutation, useEndpointQuery, useSay, useSession, useUnits } from '../api/hooks.ts';
import { newId } from '../api/ids.ts';
import { Drawn } from '../kit/Drawn.tsx';
import { SafetyLine } from '../methods/SafetyLine.tsx';
import type { Job } from '../outbox/index.ts';
import { DateInput, isDate } from '../parts/DateInput.tsx';
import { DoneLegend } from '../parts/Done.tsx';
import { RoofDrawing } from '../parts/RoofDrawing.tsx';
import { Empty, Trouble, Waiting } from '../parts/states.tsx';

const Agreements = lazy(async () => ({ default: (await import('../agreements/AgreementPart.tsx')).Agreements }));

/** Wash, seen from the desk: the day, the kit, and how far the crew is. */
export function WashStep({ spread }: { spread: SiteSpread }) {
  const { latest } = spread;
  const desk = useSession().data?.person?.role !== 'crew';
  const quote = useEndpointQuery(
    'readQuote',
    { params: { id: latest.quoteId ?? '' } },
    { enabled: latest.quoteId !== null && desk },
  );
  const job = useEndpointQuery(
    'readJob',
    { params: { id: latest.jobId ?? '' } },
    { enabled: latest.jobId !== null, refetchInterval: 10_000 },
  );
  const accepted = quote.data?.state === 'accepted' && job.data?.quoteId !== quote.data.id ? quote.data : null;
  return (
    <>
      <div className="step-head">
        <h2>Wash</h2>
        <span className="quiet">The day</span>
        {job.data && !accepted && (
          <div className="actions">
            <Link className="btn btn-primary" to={`/field/${job.data.id}`}>
              Open the cards
            </Link>
          </div>
        )}
      </div>
      <Trouble error={job.error} />
      {accepted && <Schedule quote={accepted} siteId={spread.site.id} />}
      {!accepted && !latest.jobId && <Empty>An accepted quote becomes a job.</Empty>}
      {latest.jobId && job.isPending && <Waiting />}
      {job.data && <JobPage key={job.data.id} job={job.data} />}
      {desk && (
        <Suspense fallback={<Waiting />}>
          <Agreements siteId={spread.site.id} />
        </Suspense>
      )}
    </>
  );
}

function Schedule({ quote, siteId }: { quote: Quote; siteId: string }) {
  const agreed = useEndpointQuery('listAgreements', { query: { site: siteId, limit: 10 } });
  const agreement = agreed.data?.items.find(({ quoteId }) => quoteId === quote.id);
  const visits = agreement?.planned.filter(({ state }) => state === 'due').length ?? 0;
  const [date, setDate] = useState('');
  const id = useRef(newId());
  const schedule = useEndpointMutation('scheduleJob', () => {
    id.current = newId();
  });
  if (visits === 0) return <Trouble error={agreed.error} />;
  return (
    <Form
      className="d-flex gap-2 align-items-end mb-3"
      onSubmit={(event) => {
        event.preventDefault();
        schedule.mutate({ params: { id: quote.id }, body: { id: id.current, scheduledFor: date } });
      }}
    >
      <div>
        <Form.Label htmlFor="wash-on">The quote is accepted. Wash on</Form.Label>
        <DateInput id="wash-on" value={date} onDate={setDate} required />
      </div>
      <Button type="submit" disabled={schedule.isPending || !isDate(date)}>
        {visits > 1 ? `Book all ${visits} visits` : 'Book it'}
      </Button>
      <Trouble error={schedule.error} />
    </Form>
  );
}

function JobPage({ job }: { job: Job }) {
  const say = useSay();
  const units = useUnits();
  const progress = jobProgress(job.steps, job.entries);
  return (
    <>
      <div className="d-flex flex-wrap gap-3 align-items-baseline mb-2">
        <strong>{formatDate(job.scheduledFor, units)}</strong>
        <span className={`state-word ${job.state}`}>{JOB_WORDS[job.state]}</span>
        {(job.state === 'scheduled' || job.state === 'paused') && <MoveJob key={job.scheduledFor} job={job} />}
      </div>
      <SafetyLine siteId={job.siteId} />
      {progress.paused !== null && (
        <div className="notice">Stopped: {progress.paused}. It goes on where it stands.</div>
      )}
      {job.arrays.map((array) => (
        <div className="roof" key={array.id}>
          <div className="roof-head">
            <span className="name">{array.name}</span>
          </div>
          <RoofDrawing array={array} done={progress.done[array.id] ?? {}} />
          <DoneLegend counts={countDone(progress.done[array.id], moduleCount(array))} />
        </div>
      ))}
      <div className="two">
        <section>
          <h3>Steps</h3>
          <ul className="plain-list">
            {job.steps.map((step) => {
              const state = progress.steps.find(({ key }) => key === step.key);
              return (
                <li key={step.key}>
                  <span className={state?.state === 'now' ? 'fw-bold' : ''}>{say.finding(verbOf(step))}</span>
                  <span className="end">
                    {state?.state === 'done' && state.endedAt && timeAt(state.endedAt, job.site.zone)}
                    {state?.state === 'cannot' && `left out: ${state.reason}`}
                    {state?.state === 'now' && 'now'}
                    {state?.stoppedBy && 'stopped by a caution'}
                  </span>
                </li>
              );
            })}
          </ul>
        </section>
        <section>
          <h3>Readings</h3>
          <ul className="plain-list">
            {progress.readings.map((reading) => (
              <li key={reading.id}>
                <span>
                  {reading.when}: {formatQuantity(reading.reading.value, reading.quantity, units)}
                </span>
                <span className="end">
                  {formatQuantity(reading.reading.poaIrradiance, 'irradiance', units)},{' '}
                  {formatQuantity(reading.reading.tempModule, 'temperature', units)}
                </span>
              </li>
            ))}
            {progress.water.map((reading) => (
              <li key={reading.id}>
                water: {formatQuantity(reading.conductivity, 'conductivity', units)}
                <span className="end">finish allows {formatQuantity(job.water.limit, 'conductivity', units)}</span>
              </li>
            ))}
            {progress.readings.length + progress.water.length === 0 && <li className="quiet">none yet</li>}
          </ul>
          <h3 className="mt-3">Kit</h3>
          <ul className="plain-list">
            {job.kit.map(({ key, label }) => (
              <li key={key}>
                <span>
                  {say.finding(label)}
                  <Drawn item={job.drawn?.find((one) => one.key === key)} />
                </span>
                <span className="end">{progress.kit[key] ? 'packed' : ''}</span>
              </li>
            ))}
          </ul>
        </section>
      </div>
    </>
  );
}

const timeAt = (instant: string, timeZone: string): string =>
  new Date(instant).toLocaleTimeString('en-GB', { timeZone, hour: '2-digit', minute: '2-digit' });

function MoveJob({ job }: { job: Job }) {
  const [date, setDate] = useState(job.scheduledFor);
  const [reason, setReason] = useState('');
  const move = useEndpointMutation('moveJob');
  const desk = useSession().data?.person?.role !== 'crew';
  if (!desk) return null;
  // The server knows what was agreed: it asks for the reason where the day is not that.
  const asksWhy =
    move.error instanceof ProblemError && move.error.problem.issues?.some(({ path }) => path === 'reason');
  return (
    <span className="move-job">
      <label htmlFor="move-job">move to</label>
      <DateInput id="move-job" size="sm" value={date} onDate={setDate} />
      {asksWhy && (
        <Form.Control
          size="sm"
          aria-label="Reason"
          placeholder="why outside of what was agreed"
          value={reason}
          maxLength={500}
          onChange={(event) => setReason(event.target.value)}
        />
      )}
      <Button
        variant="outline-primary"
        size="sm"
        disabled={move.isPending || !isDate(date) || date === job.scheduledFor}
        onClick={() =>
          move.mutate({
            params: { id: job.id },
            body: { version: job.version, scheduledFor: date, ...(reason.trim() && { reason: reason.trim() }) },
          })
        }
      >
        Move
      </Button>
      <Trouble error={move.error} />
    </span>
  );
}
