import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { cautionsOf, heldBy, openCautions, SKY } from '../../core/jobs/cautions.ts';
import type { JobEntry, JobProgress } from '../../core/jobs/progress.ts';
import { isAnswered, lackingFor } from '../../core/jobs/progress.ts';
import { askOf, type Caution, howOf, otherwiseOf, type Step, verbOf } from '../../core/jobs/steps.ts';
import { counted } from '../../words/counted.ts';
import { useSay } from '../api/hooks.ts';
import { FieldReadings } from '../comparisons/FieldReadings.tsx';
import { FieldSafety } from '../methods/FieldSafety.tsx';
import { FieldMeter } from '../water/FieldMeter.tsx';
import { FieldWater } from '../water/FieldWater.tsx';
import { FacePicker } from './FacePicker.tsx';
import { FieldChecks } from './FieldChecks.tsx';
import { FieldCloth } from './FieldCloth.tsx';
import { FieldHands } from './FieldHands.tsx';
import { FieldHeld } from './FieldHeld.tsx';
import { FieldPictures } from './FieldPictures.tsx';
import { MarkModules } from './FieldRoof.tsx';
import type { Happen } from './happen.ts';
import type { Job } from './outbox/index.ts';

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
        {step.key === 'safety' && job.safety && <FieldSafety siteId={job.siteId} view={job.safety} />}
        {!lacksSheet && (
          <Cautions
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
        <Cannot step={step} happen={happen} />
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

function Cautions({
  step,
  cautions,
  open,
  stoppedBy,
  happen,
}: {
  step: Step;
  cautions: Caution[];
  open: string[];
  stoppedBy: string | null;
  happen: Happen;
}) {
  const say = useSay();
  const next = cautions.find(({ key }) => open.includes(key));
  const passed = cautions.filter(({ key }) => !open.includes(key));
  return (
    <>
      {passed.length > 0 && (
        <details className="passed">
          <summary>✓ {counted(passed.length, 'caution')} answered yes</summary>
          {passed.map((caution) => (
            <div key={caution.key}>{say.finding(askOf(caution))}</div>
          ))}
        </details>
      )}
      {next && (
        <OneCaution
          caution={next}
          stopped={stoppedBy === next.key}
          left={open.length}
          answer={(yes) => void happen({ kind: 'caution', step: step.key, caution: next.key, answer: yes })}
        />
      )}
    </>
  );
}

function OneCaution({
  caution,
  stopped,
  left,
  answer,
}: {
  caution: Caution;
  stopped: boolean;
  left: number;
  answer: (yes: boolean) => void;
}) {
  const say = useSay();
  return (
    <section className={`caution ${stopped ? 'stopped' : ''}`} aria-label="Caution">
      <p>
        <strong>{say.finding(askOf(caution))}</strong>
      </p>
      {stopped && (
        <p role="alert">
          <strong>The step is stopped.</strong> {say.finding(otherwiseOf(caution))}
        </p>
      )}
      <div className="answers">
        <button type="button" className="btn btn-outline-danger" onClick={() => answer(false)}>
          No
        </button>
        <button type="button" className="btn btn-primary" onClick={() => answer(true)}>
          {stopped ? 'Now yes' : 'Yes'}
        </button>
      </div>
      {left > 1 && <p className="mb-0 mt-2">{left - 1} more to answer. A yes is your own word, not ours.</p>}
    </section>
  );
}

const REASONS = ['No access', 'Weather', 'No power or inverter off', 'Kit missing', 'Customer asked'];

function Cannot({ step, happen }: { step: Step; happen: Happen }) {
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState('');
  if (!open) {
    return (
      <button type="button" className="btn btn-outline-danger mt-auto" onClick={() => setOpen(true)}>
        Cannot, or stop here
      </button>
    );
  }
  const given = reason.trim();
  return (
    <section className="d-grid gap-2">
      <label className="form-label m-0" htmlFor="cannot">
        Why
      </label>
      <input
        id="cannot"
        className="form-control"
        value={reason}
        onChange={(event) => setReason(event.target.value)}
        list="cannot-reasons"
      />
      <datalist id="cannot-reasons">
        {REASONS.map((text) => (
          <option key={text} value={text} />
        ))}
      </datalist>
      <button
        type="button"
        className="btn btn-outline-danger"
        disabled={given === ''}
        onClick={() => void happen({ kind: 'cannot', step: step.key, reason: given })}
      >
        This step cannot be done: leave it out
      </button>
      <button
        type="button"
        className="btn btn-outline-danger"
        disabled={given === ''}
        onClick={() => void happen({ kind: 'paused', reason: given })}
      >
        Stop the job here, go on later
      </button>
      <button type="button" className="btn btn-outline-primary" onClick={() => setOpen(false)}>
        Never mind
      </button>
    </section>
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
