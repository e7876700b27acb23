import { askOf, type Caution, otherwiseOf, type Step } from '../../core/jobs/steps.ts';
import { counted } from '../../words/counted.ts';
import { useSay } from '../api/hooks.ts';
import type { Happen } from '../field/happen.ts';

/** The cautions of a step, one at a time, where the hazard arises; a no stops the step until it is a yes. */
export function FieldCautions({
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
