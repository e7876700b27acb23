import { useEffect, useState } from 'react';
import { Link, Navigate } from 'react-router';
import { formatDate } from '../../core/units/format.ts';
import { OfflineError } from '../api/client.ts';
import { useAsk, useGlass, useSession } from '../api/hooks.ts';
import { Trouble, Waiting } from '../parts/states.tsx';
import { JOB_WORDS } from '../parts/words.ts';
import { flush, type Job, keptJobs, useAllWaiting } from './outbox.ts';

/** Field: the jobs that are open, nearest first. Without a signal, those kept on this device. */
export function FieldList() {
  const session = useSession();
  const glass = useGlass();
  const jobs = useAsk('listJobs', { query: { open: 'yes', limit: 50 } }, { enabled: session.data?.person != null });
  const [kept, setKept] = useState<Job[]>([]);
  const waiting = useAllWaiting();
  const offline = session.error instanceof OfflineError || jobs.error instanceof OfflineError;
  useEffect(() => {
    void flush();
    if (offline) void keptJobs().then(setKept);
  }, [offline]);
  if (session.data?.person === null) return <Navigate to="/sign-in?then=/field" replace />;
  return (
    <div className="field">
      <header className="field-top">
        <h1 className="where m-0" style={{ fontSize: '1.25rem' }}>
          Jobs
          <span>{session.data?.person?.name ?? 'on this device'}</span>
        </h1>
        <Link to="/">Desk</Link>
      </header>
      <div className={`unsent ${waiting === 0 ? 'none' : ''}`} role="status">
        {waiting === 0
          ? 'Everything is sent.'
          : `${waiting} not sent yet. They go by themselves when there is a signal.`}
      </div>
      <main>
        {offline && <div className="unsent">No signal. These are the jobs kept on this device.</div>}
        {jobs.isPending && !offline && <Waiting />}
        {!offline && <Trouble error={jobs.error} />}
        <ul className="field-list">
          {jobs.data?.items.map((job) => (
            <li key={job.id}>
              <Link to={`/field/${job.id}`}>
                <span>
                  <b>{job.site}</b>
                  {job.place}
                </span>
                <span className="end">
                  {formatDate(job.scheduledFor, glass)}
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
                  <b>{job.site.name}</b>
                  <span className="end">{formatDate(job.scheduledFor, glass)}</span>
                </Link>
              </li>
            ))}
        </ul>
        {jobs.data?.items.length === 0 && (
          <p className="p-3">No open jobs. An accepted quote becomes one at the desk.</p>
        )}
      </main>
    </div>
  );
}
