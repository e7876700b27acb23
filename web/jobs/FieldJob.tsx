import { useEffect, useState } from 'react';
import { Navigate, useNavigate, useParams } from 'react-router';
import { moduleCount } from '../../contract/sites/endpoints.ts';
import { countMarks, type JobEntry, jobProgress } from '../../core/jobs/progress.ts';
import { useAsk, useSession } from '../api/hooks.ts';
import { newId } from '../api/ids.ts';
import { Trouble, Waiting } from '../parts/states.tsx';
import { FieldCard } from './FieldCard.tsx';
import { FieldKit } from './FieldKit.tsx';
import { FieldRoof } from './FieldRoof.tsx';
import type { Happen } from './happen.ts';
import { flush, happened, type Job, keepJob, type Outbox, putAside, useOutbox } from './outbox.ts';

/** One card, one verb. Works from what the device holds; the server is told as soon as it can be reached. */
export function FieldJob() {
  const { jobId = '' } = useParams();
  const session = useSession();
  const fetched = useAsk('readJob', { params: { id: jobId } }, { enabled: session.data?.person != null });
  const outbox = useOutbox(jobId);
  useEffect(() => {
    if (fetched.data) void keepJob(fetched.data);
  }, [fetched.data]);
  useEffect(() => {
    void flush();
    const timer = setInterval(() => void flush(), 15_000);
    const online = () => void flush();
    window.addEventListener('online', online);
    return () => {
      clearInterval(timer);
      window.removeEventListener('online', online);
    };
  }, []);
  if (session.data?.person === null) return <Navigate to={`/sign-in?then=/field/${jobId}`} replace />;
  const job = outbox.job ?? fetched.data;
  if (!job) {
    return (
      <div className="field p-3">
        {fetched.error ? (
          <Trouble error={fetched.error} retry={() => fetched.refetch()} />
        ) : (
          <Waiting what="Fetching the job" />
        )}
      </div>
    );
  }
  return <Cards job={job} outbox={outbox} />;
}

function Cards({ job, outbox }: { job: Job; outbox: Outbox }) {
  const { waiting, refused, aside } = outbox;
  const [view, setView] = useState<'card' | 'roof' | 'kit'>('card');
  const navigate = useNavigate();
  const known = new Set(job.entries.map(({ id }) => id));
  const entries = [...job.entries, ...outbox.entries.filter(({ id }) => !known.has(id))];
  const progress = jobProgress(job.steps, entries);
  const index = job.steps.findIndex(({ key }) => key === progress.current);
  const left = job.arrays.reduce(
    (sum, array) => sum + countMarks(progress.marks[array.id], moduleCount(array)).left,
    0,
  );
  const happen: Happen = (entry) =>
    happened(job.id, { ...entry, id: newId(), at: new Date().toISOString() } as JobEntry);
  return (
    <div className="field">
      <header className="field-top">
        <button type="button" onClick={() => (view === 'card' ? navigate('/field') : setView('card'))}>
          Back
        </button>
        <div className="where">
          <b>{job.site.name}</b>
          <span>{left === 0 ? 'no module left' : `${left} modules left`}</span>
        </div>
        {view === 'card' && (
          <>
            <button type="button" onClick={() => setView('kit')}>
              Kit
            </button>
            <button type="button" onClick={() => setView('roof')}>
              Roof
            </button>
          </>
        )}
      </header>
      <div className={`unsent ${waiting === 0 && refused.length === 0 ? 'none' : ''}`} role="status">
        {waiting === 0 ? 'Everything is sent.' : `${waiting} not sent yet: kept on this device.`}
        {refused.length > 0 && (
          <>
            {' '}
            {refused.length} refused: {refused[0]}{' '}
            <button type="button" className="btn btn-outline-danger" onClick={() => void putAside()}>
              Put aside
            </button>
          </>
        )}
      </div>
      {aside.length > 0 && (
        <details className="unsent">
          <summary>{aside.length} refused and put aside, kept on this device</summary>
          {aside.map(({ what, why }) => (
            <p key={what}>
              {why} <code>{what}</code>
            </p>
          ))}
        </details>
      )}
      {view === 'roof' && <FieldRoof job={job} progress={progress} entries={entries} happen={happen} />}
      {view === 'kit' && <FieldKit job={job} packed={progress.kit} happen={happen} />}
      {view === 'card' && (
        <FieldCard
          key={progress.current ?? 'end'}
          job={job}
          progress={progress}
          index={index}
          entries={entries}
          happen={happen}
        />
      )}
    </div>
  );
}
