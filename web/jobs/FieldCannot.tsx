import { useState } from 'react';
import type { Step } from '../../core/jobs/steps.ts';
import type { Happen } from '../field/happen.ts';

const REASONS = ['No access', 'Weather', 'No power or inverter off', 'Kit missing', 'Customer asked'];

/** The way out of a step: it is left out with a reason, or the job stops here and goes on later. */
export function FieldCannot({ step, happen }: { step: Step; happen: Happen }) {
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
