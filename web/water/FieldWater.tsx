import type { JobProgress } from '../../core/jobs/progress.ts';
import { formatQuantity } from '../../words/format.ts';
import { useUnits } from '../api/hooks.ts';
import type { Happen } from '../field/happen.ts';
import { NumberPad, type PadField, usePadValues, useTypedNumbers } from '../field/NumberPad.tsx';
import type { Job } from '../outbox/index.ts';

/** Water at the brush: conductivity against the limit of the finish, as it is typed. */
export function FieldWater({
  job,
  progress,
  happen,
  onTyped,
}: {
  job: Job;
  progress: JobProgress;
  happen: Happen;
  onTyped: (typed: boolean) => void;
}) {
  const units = useUnits();
  const typing = useTypedNumbers(`job.${job.id}.water`, onTyped);
  const fields: PadField[] = [
    { key: 'conductivity', label: 'Conductivity', kind: 'conductivity' },
    { key: 'temperature', label: 'Water', kind: 'temperature' },
  ];
  const { conductivity, temperature } = usePadValues(fields, typing.value);
  const complete = conductivity != null && conductivity >= 0 && temperature != null;
  return (
    <>
      {progress.water.map((reading) => (
        <div className="passed" key={reading.id}>
          ✓ {formatQuantity(reading.conductivity, 'conductivity', units)} at{' '}
          {formatQuantity(reading.temperature, 'temperature', units)}
        </div>
      ))}
      <NumberPad fields={fields} texts={typing.value} onTexts={typing.type}>
        {complete && conductivity > job.water.limit && (
          <div className="caution" role="status">
            Over the {formatQuantity(job.water.limit, 'conductivity', units)} that the finish allows: it would dry to
            spots. Check that the vessels stand one after the other, and change the lead one.
          </div>
        )}
        <button
          type="button"
          className="btn btn-outline-primary"
          disabled={!complete}
          onClick={() => {
            if (!complete) return;
            void happen({ kind: 'water', conductivity, temperature });
            typing.clear();
          }}
        >
          Save this reading
        </button>
      </NumberPad>
    </>
  );
}
