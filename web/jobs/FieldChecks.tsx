import type { Step } from '../../core/jobs/steps.ts';
import type { Happen } from '../field/happen.ts';

/** The checks of a machine, one at a time: what is to be done is done, a question holds the step until it is answered yes. */
export function FieldChecks({
  step,
  open,
  asked,
  stoppedBy,
  started,
  pictures,
  happen,
}: {
  step: Step;
  /** what is not answered yes yet */
  open: readonly string[];
  /** whether every caution before them is answered */
  asked: boolean;
  stoppedBy: string | null;
  started: boolean;
  /** by step and check */
  pictures: Readonly<Record<string, string>>;
  happen: Happen;
}) {
  const checks = step.checks ?? [];
  const at = checks.findIndex(({ key }) => open.includes(key));
  const check = checks[at];
  if (!asked || checks.length === 0) return null;
  const done = at < 0 ? checks : checks.slice(0, at);
  const picture = check && pictures[`${step.key} ${check.key}`];
  const answer = async (yes: boolean) => {
    if (check === undefined) return;
    if (!started) await happen({ kind: 'step-started', step: step.key });
    await happen({ kind: 'caution', step: step.key, caution: check.key, answer: yes });
  };
  return (
    <>
      {done.length > 0 && (
        <details className="passed">
          <summary>
            ✓ {done.length} of {checks.length} done
          </summary>
          {done.map(({ key, text }) => (
            <div key={key}>{text}</div>
          ))}
        </details>
      )}
      {check && (
        <section className={`caution ${stoppedBy === check.key ? 'stopped' : ''}`} aria-label="Check">
          <p>
            <span className="quiet">
              {at + 1} of {checks.length}
            </span>{' '}
            <strong>{check.text}</strong>
          </p>
          {picture && <img className="check-picture" src={picture} alt={`How it looks: ${check.text}`} />}
          {stoppedBy === check.key && check.otherwise && (
            <p role="alert">
              <strong>The step is stopped.</strong> {check.otherwise}
            </p>
          )}
          <div className="answers">
            {check.otherwise !== null && (
              <button type="button" className="btn btn-outline-danger" onClick={() => void answer(false)}>
                No
              </button>
            )}
            <button type="button" className="btn btn-primary" onClick={() => void answer(true)}>
              {check.otherwise === null ? 'Done' : stoppedBy === check.key ? 'Now yes' : 'Yes'}
            </button>
          </div>
        </section>
      )}
    </>
  );
}
