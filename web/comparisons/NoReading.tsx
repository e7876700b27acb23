import { useState } from 'react';

/** Why a face has no reading, so that nobody wonders later. */
export function NoReading({ face, onReason }: { face: string; onReason: (reason: string) => void }) {
  const [reason, setReason] = useState<string | null>(null);
  if (reason === null)
    return (
      <button type="button" className="btn btn-outline-danger" onClick={() => setReason('')}>
        No reading of {face}
      </button>
    );
  return (
    <section className="d-grid gap-2">
      <label className="form-label m-0" htmlFor="no-reading">
        Why is {face} not read
      </label>
      <input
        id="no-reading"
        className="form-control"
        maxLength={300}
        value={reason}
        onChange={(event) => setReason(event.target.value)}
      />
      <button
        type="button"
        className="btn btn-outline-primary"
        disabled={reason.trim() === ''}
        onClick={() => onReason(reason.trim())}
      >
        Save why
      </button>
    </section>
  );
}
