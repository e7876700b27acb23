import type { StepStateName } from '../../core/spine/standing.ts';

const FILL: Record<StepStateName, number> = { 'not-begun': 0, 'in-hand': 0.5, settled: 1, overruled: 1 };

export const STATE_WORDS: Record<StepStateName, string> = {
  'not-begun': 'not begun',
  'in-hand': 'in progress',
  settled: 'done',
  overruled: 'overruled',
};

/** A pail that is empty, half full or full; striped where a person overruled what was computed. */
export function PailMark({ state }: { state: StepStateName }) {
  const fill = FILL[state];
  const top = 54 - 36 * fill;
  const left = 8 + ((top - 18) / 36) * 8;
  return (
    <svg className="pailmark" viewBox="0 0 64 64" aria-hidden="true">
      <path d="M8 18h48l-8 36H16z" fill="var(--white)" stroke="var(--ink)" strokeWidth="3.5" />
      {fill > 0 && <path d={`M${left} ${top}h${64 - 2 * left}L48 54H16z`} fill="var(--water)" />}
      {state === 'overruled' && <path d="M12 34L44 20M15 50l36-20" stroke="var(--white)" strokeWidth="5" />}
      <path d="M8 18c6-14 42-14 48 0" fill="none" stroke="var(--ink)" strokeWidth="3.5" />
    </svg>
  );
}

/** The sign of the product. */
export function Wordmark() {
  return (
    <>
      <svg viewBox="0 0 64 64" aria-hidden="true">
        <path d="M8 20h48l-8 34H16z" fill="var(--paper)" stroke="var(--pine)" />
        <path d="M12.2 38h39.6L48 54H16z" fill="var(--water)" />
        <path d="M8 20c6-14 42-14 48 0" fill="none" stroke="currentColor" strokeWidth="4" />
      </svg>
      Wide Pail
    </>
  );
}
