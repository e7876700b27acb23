import { useEffect, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { countDone, type JobEntry, jobProgress } from '../../core/jobs/progress.ts';
import { moduleCount } from '../../core/sites/layout.ts';
import { counted } from '../../words/counted.ts';
import { useEndpointQuery, useSession } from '../api/hooks.ts';
import { newId } from '../api/ids.ts';
import { NewVersionBanner } from '../device/NewVersionBanner.tsx';
import { ClockOff } from '../field/ClockOff.tsx';
import { DeviceGate } from '../field/DeviceGate.tsx';
import type { Happen } from '../field/happen.ts';
import { FieldKit } from '../kit/FieldKit.tsx';
import { happened, type Job, keepJob, LOOKING, type Outbox, outbox, useOutbox } from '../outbox/index.ts';
import { Trouble, Waiting } from '../parts/states.tsx';
import { FieldCard } from './FieldCard.tsx';
import { FieldRoof } from './FieldRoof.tsx';

/** One card, one verb. Works from what the device holds; the server is told as soon as it can be reached. */
export function FieldJob() {
  return (
    <DeviceGate>
      <OneJob />
    </DeviceGate>
  );
}

function OneJob() {
  const { jobId = '' } = useParams();
  const session = useSession();
  const fetched = useEndpointQuery('readJob', { params: { id: jobId } }, { enabled: session.data?.person != null });
  const kept = useOutbox(jobId);
  useEffect(() => {
    if (fetched.data) void keepJob(fetched.data).catch(() => undefined);
  }, [fetched.data]);
  const job = kept.job ?? fetched.data;
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
  return <Cards job={job} kept={kept} />;
}

function Cards({ job, kept }: { job: Job; kept: Outbox }) {
  const { read, waiting, refused, aside, othersWaiting } = kept;
  const [view, setView] = useState<'card' | 'roof' | 'kit'>('card');
  const navigate = useNavigate();
  const known = new Set(job.entries.map(({ id }) => id));
  const entries = [...job.entries, ...kept.entries.filter(({ id }) => !known.has(id))];
  const progress = jobProgress(job.steps, entries);
  const index = job.steps.findIndex(({ key }) => key === progress.current);
  const left = job.arrays.reduce((sum, array) => sum + countDone(progress.done[array.id], moduleCount(array)).left, 0);
  const happen: Happen = async (entry) => {
    await happened(job.id, { ...entry, id: newId(), at: new Date().toISOString() } as JobEntry);
  };
  const step = progress.steps.find(({ key }) => key === progress.current);
  return (
    <div className="field">
      <header className="field-top">
        <button type="button" onClick={() => (view === 'card' ? navigate('/field') : setView('card'))}>
          Back
        </button>
        <div className="where">
          <b>{job.site.name}</b>
          <span>{left === 0 ? 'no module left' : `${counted(left, 'module')} left`}</span>
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
      <ClockOff />
      <NewVersionBanner between={step?.startedAt == null} />
      {job.state === 'cancelled' && (
        <div className="notice" role="status">
          This visit was called off. Ask before you go up. If you are on it already, go on: what you do here counts.
        </div>
      )}
      <div className={`unsent ${waiting === 0 && refused.length === 0 ? 'none' : ''}`} role="status">
        {waiting > 0 ? `${waiting} not sent yet: kept on this device.` : read ? 'Everything is sent.' : LOOKING}
        {othersWaiting.length > 0 && ` Of ${names(othersWaiting)}, sent when they sign in here.`}
        {refused.length > 0 && (
          <>
            {' '}
            {refused.length} refused: {refused[0]}{' '}
            <button type="button" className="btn btn-outline-danger" onClick={() => void outbox.putAside(job.id)}>
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

/** Whose ticks wait for them; somebody nobody knows is told by name as little as can be. */
const names = (others: string[]): string => others.map((name) => name || 'somebody').join(' and ');
