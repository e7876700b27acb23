import type { Held } from '../../core/jobs/cautions.ts';
import { THERMAL_LIMIT } from '../../core/schedule/coolWindow.ts';
import { counted } from '../../words/counted.ts';
import { formatQuantity } from '../../words/format.ts';
import { useUnits } from '../api/hooks.ts';
import type { Happen } from '../field/happen.ts';
import { NumberPad, type PadField, usePadValues, useTypedNumbers } from '../field/NumberPad.tsx';

const FIELDS: PadField[] = [
  { key: 'glass', label: 'Glass', kind: 'temperature' },
  { key: 'water', label: 'Water', kind: 'temperature' },
];

/** What holds a step by what is on record: water too far from the glass, or glass that has not had its time to dry. */
export function FieldHeld({
  jobId,
  held,
  now,
  happen,
  onTyped,
}: {
  jobId: string;
  held: Held;
  /** ms */
  now: number;
  happen: Happen;
  onTyped: (typed: boolean) => void;
}) {
  if (held.by === 'drying') {
    const left = Math.max(1, Math.ceil((Date.parse(held.until) - now) / 60_000));
    return (
      <section className="caution" aria-label="Waiting" role="status">
        <p className="mb-0">
          <strong>{counted(left, 'more minute')} to wait</strong> of {held.minutes}: wet glass is cold glass, and would
          read as gain.
        </p>
      </section>
    );
  }
  return <Temperatures jobId={jobId} held={held} happen={happen} onTyped={onTyped} />;
}

function Temperatures({
  jobId,
  held,
  happen,
  onTyped,
}: {
  jobId: string;
  held: Extract<Held, { by: 'temperatures' }>;
  happen: Happen;
  onTyped: (typed: boolean) => void;
}) {
  const units = useUnits();
  const typing = useTypedNumbers(`job.${jobId}.temperatures`, onTyped);
  const typed = usePadValues(FIELDS, typing.value);
  const complete = typed.glass != null && typed.water != null;
  return (
    <section className="caution stopped" aria-label="Caution">
      <p role="alert">
        <strong>Do not wet the glass.</strong> On record the glass is at{' '}
        {formatQuantity(held.glass, 'temperature', units)} and the water at{' '}
        {formatQuantity(held.water, 'temperature', units)}: over{' '}
        {formatQuantity(THERMAL_LIMIT, 'temperatureDifference', units, 0)} apart, which can crack it. Wait for shade or
        an earlier hour, or warm the water; then read both again.
      </p>
      <NumberPad fields={FIELDS} texts={typing.value} onTexts={typing.type}>
        <button
          type="button"
          className="btn btn-outline-primary w-100 mt-2"
          disabled={!complete}
          onClick={() => {
            const { glass: ofGlass, water } = typed;
            if (ofGlass == null || water == null) return;
            void happen({ kind: 'temperatures', glass: ofGlass, water });
            typing.clear();
          }}
        >
          Save both
        </button>
      </NumberPad>
    </section>
  );
}
