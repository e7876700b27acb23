import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { MILLISECONDS_PER_DAY } from '../../core/time/utc.ts';
import { JOB_WORDS } from '../../words/en/labels.ts';
import { formatDate } from '../../words/format.ts';
import { OfflineError } from '../api/client.ts';
import { useEndpointQuery, useSession, useUnits } from '../api/hooks.ts';
import { deviceLock } from '../device/device.ts';
import { NewVersionBanner } from '../device/NewVersionBanner.tsx';
import { ClockOff } from '../field/ClockOff.tsx';
import { DeviceGate } from '../field/DeviceGate.tsx';
import { type Job, KEPT_AHEAD_DAYS, keepAhead, keptJobs, LOOKING, outbox, useOutboxState } from '../outbox/index.ts';
import { Trouble, Waiting } from '../parts/states.tsx';
import { useLeaving } from '../people/Leaving.tsx';

/** Field: the jobs that are open, nearest first. Without a signal, those kept on this device. */
export function FieldList() {
  return (
    <DeviceGate>
      <Jobs />
    </DeviceGate>
  );
}

const soon = (scheduledFor: string): boolean =>
  Date.parse(`${scheduledFor}T00:00:00Z`) < Date.now() + KEPT_AHEAD_DAYS * MILLISECONDS_PER_DAY;

function Jobs() {
  const session = useSession();
  const units = useUnits();
  const jobs = useEndpointQuery(
    'listJobs',
    { query: { open: 'yes', limit: 50 } },
    { enabled: session.data?.person != null },
  );
  const [kept, setKept] = useState<Job[]>([]);
  const leave = useLeaving();
  const offline = session.error instanceof OfflineError || jobs.error instanceof OfflineError;
  useEffect(() => {
    void keptJobs().then(setKept, () => setKept([]));
  }, []);
  const ahead = jobs.data?.items
    .filter(({ scheduledFor }) => soon(scheduledFor))
    .map(({ id }) => id)
    .join(' ');
  useEffect(() => {
    if (ahead) void keepAhead(ahead.split(' ')).then(async () => setKept(await keptJobs()));
  }, [ahead]);
  const keptIds = new Set(kept.map(({ id }) => id));
  return (
    <div className="field">
      <header className="field-top">
        <h1 className="where m-0" style={{ fontSize: 'var(--type-head)' }}>
          Jobs
          <span>{session.data?.person?.name ?? deviceLock.state().person?.name ?? 'on this device'}</span>
        </h1>
        <Link to="/">Desk</Link>
        <button type="button" onClick={leave.ask}>
          Sign out
        </button>
      </header>
      {leave.question}
      <ClockOff />
      <NewVersionBanner />
      <Unsent />
      <main>
        {offline && <div className="unsent">No signal. These are the jobs kept on this device.</div>}
        {jobs.isPending && !offline && <Waiting />}
        {!offline && <Trouble error={jobs.error} />}
        <ul className="field-list">
          {!offline &&
            jobs.data?.items.map((job) => (
              <li key={job.id}>
                <Link to={`/field/${job.id}`}>
                  <span>
                    <b>{job.site}</b>
                    {job.place}
                    {keptIds.has(job.id) && <small className="d-block">kept on this device</small>}
                  </span>
                  <span className="end">
                    {formatDate(job.scheduledFor, units)}
                    <br />
                    {JOB_WORDS[job.state]}, {job.modulesLeft} of {job.modules} left
                  </span>
                </Link>
              </li>
            ))}
          {offline &&
            kept.map((job) => (
              <li key={job.id}>
                <Link to={`/field/${job.id}`}>
                  <span>
                    <b>{job.site.name}</b>
                    {job.site.place}
                  </span>
                  <span className="end">{formatDate(job.scheduledFor, units)}</span>
                </Link>
              </li>
            ))}
        </ul>
        {!offline && jobs.data?.items.length === 0 && (
          <p className="p-3">No open jobs. An accepted quote becomes one at the desk.</p>
        )}
      </main>
    </div>
  );
}

/** What is not sent yet, of whom, and what would send it. */
function Unsent() {
  const { items, read, trouble } = useOutboxState();
  const person = useSession().data?.person ?? deviceLock.state().person;
  const waiting = items.filter(({ refused }) => refused === undefined);
  const nobodys = waiting.filter(({ by }) => by === null).length;
  const others = [...new Set(waiting.flatMap(({ by }) => (by && by.id !== person?.id ? [by.name] : [])))];
  return (
    <div className={`unsent ${waiting.length === 0 && trouble !== 'store' ? 'none' : ''}`} role="status">
      {!read && trouble !== 'store' && LOOKING}
      {read && waiting.length === 0 && 'Everything is sent.'}
      {waiting.length > 0 && `${waiting.length} not sent yet, kept on this device until there is a signal.`}
      {others.length > 0 && ` Some are of ${others.join(' and ')} and go when they sign in here.`}
      {trouble === 'store' && ' This device cannot read what it keeps. Close other pages of the app, or start it anew.'}
      {nobodys > 0 && person && (
        <>
          {' '}
          Of {nobodys} nobody knows who did them.{' '}
          <button type="button" className="btn btn-outline-primary" onClick={() => void outbox.claim(person)}>
            They are mine
          </button>
        </>
      )}
    </div>
  );
}
