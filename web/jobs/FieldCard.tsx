import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { cautionsOf, heldBy, openCautions, SKY } from '../../core/jobs/cautions.ts';
import type { JobEntry, JobProgress } from '../../core/jobs/progress.ts';
import { isAnswered, lackingFor } from '../../core/jobs/progress.ts';
import { howOf, otherwiseOf, type Step, verbOf } from '../../core/jobs/steps.ts';
import { useSay } from '../api/hooks.ts';
import { FieldReadings } from '../comparisons/FieldReadings.tsx';
import type { Happen } from '../field/happen.ts';
import { FieldSafety } from '../methods/FieldSafety.tsx';
import type { Job } from '../outbox/index.ts';
import { FieldMeter } from '../water/FieldMeter.tsx';
import { FieldWater } from '../water/FieldWater.tsx';
import { FacePicker } from './FacePicker.tsx';
import { FieldBatches } from './FieldBatches.tsx';
import { FieldCannot } from './FieldCannot.tsx';
import { FieldCautions } from './FieldCautions.tsx';
import { FieldChecks } from './FieldChecks.tsx';
import { FieldCloth } from './FieldCloth.tsx';
import { FieldFit } from './FieldFit.tsx';
import { FieldHands } from './FieldHands.tsx';
import { FieldHeld } from './FieldHeld.tsx';
import { FieldPictures } from './FieldPictures.tsx';
import { MarkModules } from './FieldRoof.tsx';

interface CardProps {
  job: Job;
  progress: JobProgress;
  /** place of the step among all, from 0; -1 when all are done */
  index: number;
  entries: JobEntry[];
  happen: Happen;
}

/** The step's verb, what to do in one sentence, its caution, and what ends it. */
export function FieldCard({ job, progress, index, entries, happen }: CardProps) {
  const say = useSay();
  const step = job.steps[index];
  const [typed, setTyped] = useState(false);
  const now = useNow();
  if (progress.paused !== null) return <Paused reason={progress.paused} happen={happen} />;
  if (step === undefined) return <Finished job={job} />;
  const state = progress.steps.find(({ key }) => key === step.key);
  const open = openCautions(step, progress);
  const held = heldBy(step, progress, new Date(now).toISOString());
  const lacking = lackingFor(step, progress, job.arrays);
  const lacksSheet = step.key === 'safety' && (job.safety?.lacking ?? []).length > 0;
  const verb = say.finding(verbOf(step));
  return (
    <>
      <main className="field-card">
        <div className="card-head">
          <h1 className="verb">{verb}</h1>
          <div className="order">
            <span>
              Step {index + 1} of {job.steps.length}
            </span>
            {state?.startedAt && <Timer since={state.startedAt} now={now} />}
          </div>
        </div>
        <p className="sentence">{say.finding(howOf(step))}</p>
        {step.ends === 'before-readings' && progress.readAgain && (
          <p className="caution m-0" role="status">
            {say.finding(otherwiseOf(SKY))}
          </p>
        )}
        <FieldFit step={step} arrays={job.arrays} />
        {step.key === 'safety' && job.safety && <FieldSafety siteId={job.siteId} view={job.safety} />}
        {!lacksSheet && (
          <FieldCautions
            step={step}
            cautions={cautionsOf(step, progress)}
            open={open}
            stoppedBy={state?.stoppedBy ?? null}
            happen={happen}
          />
        )}
        <FieldChecks
          step={step}
          open={open}
          asked={cautionsOf(step, progress).every(({ key }) => !open.includes(key))}
          stoppedBy={state?.stoppedBy ?? null}
          started={state?.startedAt != null}
          pictures={job.checkPictures ?? {}}
          happen={happen}
        />
        {open.length === 0 && held && (held.by === 'temperatures' || state?.startedAt) && (
          <FieldHeld jobId={job.id} held={held} now={now} happen={happen} onTyped={setTyped} />
        )}
        {open.length === 0 && held?.by !== 'temperatures' && state?.startedAt && (
          <StepWork step={step} job={job} progress={progress} entries={entries} happen={happen} onTyped={setTyped} />
        )}
        <FieldCannot step={step} happen={happen} />
      </main>
      <footer className="field-foot">
        {open.length > 0 ? (
          <button type="button" className="btn btn-primary" disabled>
            Answer what stands above first
          </button>
        ) : held && (state?.startedAt || held.by === 'temperatures') ? (
          <p className="lacking" role="status">
            {held.by === 'drying'
              ? 'The glass is not dry and warm yet. Or leave the wait out above, with a reason.'
              : 'Stopped by the temperatures above.'}
          </p>
        ) : typed ? (
          <p className="lacking" role="status">
            Numbers are typed above and not saved yet. Save the reading, or clear them.
          </p>
        ) : state?.startedAt && lacking !== null ? (
          <p className="lacking" role="status">
            {say.finding(lacking)} Or leave the step out above, with a reason.
          </p>
        ) : state?.startedAt ? (
          <button
            type="button"
            className="btn btn-primary"
            onClick={() => void happen({ kind: 'step-done', step: step.key })}
          >
            {verb}: done
          </button>
        ) : (
          <button
            type="button"
            className="btn btn-primary"
            onClick={() => void happen({ kind: 'step-started', step: step.key })}
          >
            Begin: {verb}
          </button>
        )}
      </footer>
    </>
  );
}

/** What ends the step: readings, marks, pictures, a reading of the water; nothing more where a tick is enough. */
function StepWork({
  step,
  job,
  progress,
  entries,
  happen,
  onTyped,
}: Omit<CardProps, 'index'> & { step: Step; onTyped: (typed: boolean) => void }) {
  const [arrayId, setArrayId] = useState(job.arrays[0]?.id);
  const array = job.arrays.find(({ id }) => id === arrayId);
  if (step.ends === 'tick' || array === undefined) return null;
  if (step.ends === 'water') return <FieldWater job={job} progress={progress} happen={happen} onTyped={onTyped} />;
  if (step.ends === 'meter') return <FieldMeter jobId={job.id} progress={progress} happen={happen} onTyped={onTyped} />;
  const when = step.ends === 'before-readings' ? 'before' : 'after';
  const read = (id: string) => (isAnswered(progress, id, when) ? ' (read)' : '');
  return (
    <>
      <FacePicker
        job={job}
        array={array}
        onArray={setArrayId}
        {...(step.ends.endsWith('readings') ? { note: read } : {})}
      />
      {step.ends === 'modules' && (
        <>
          <FieldBatches of={step.batches} array={array.id} hands={progress.hands ?? 1} />
          <MarkModules array={array} progress={progress} entries={entries} happen={happen} />
          <FieldHands progress={progress} happen={happen} />
        </>
      )}
      {step.ends.endsWith('readings') && (
        <FieldReadings job={job} array={array} progress={progress} when={when} happen={happen} onTyped={onTyped} />
      )}
      {step.ends === 'before-readings' && <FieldPictures job={job} array={array} when="before" />}
      {step.ends === 'wipe-pair' && (
        <>
          <FieldCloth arrayId={array.id} progress={progress} happen={happen} />
          <FieldPictures job={job} array={array} when="after" />
        </>
      )}
    </>
  );
}

/** The time, ms, every second anew. */
function useNow(): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, []);
  return now;
}

function Timer({ since, now }: { since: string; now: number }) {
  const seconds = Math.max(0, Math.floor((now - Date.parse(since)) / 1000));
  const hours = Math.floor(seconds / 3600);
  const rest = `${String(Math.floor((seconds % 3600) / 60)).padStart(2, '0')}:${String(seconds % 60).padStart(2, '0')}`;
  return (
    <div className="timer" role="timer" aria-label="Time on this step">
      {hours > 0 ? `${hours}:${rest}` : rest}
    </div>
  );
}

function Paused({ reason, happen }: { reason: string; happen: Happen }) {
  return (
    <>
      <main className="field-card">
        <h1 className="verb">Stopped</h1>
        <p className="sentence">Because: {reason}. Everything done so far is kept; the job goes on where it stands.</p>
      </main>
      <footer className="field-foot">
        <button type="button" className="btn btn-primary" onClick={() => void happen({ kind: 'resumed' })}>
          Go on
        </button>
      </footer>
    </>
  );
}

function Finished({ job }: { job: Job }) {
  return (
    <main className="field-card">
      <h1 className="verb">Washed</h1>
      <p className="sentence">All steps are done or left out with a reason. The report is drawn up at the desk.</p>
      <Link className="btn btn-primary" to={`/sites/${job.siteId}/show`}>
        To the proof
      </Link>
      <Link className="btn btn-outline-primary" to="/field">
        Other jobs
      </Link>
    </main>
  );
}
