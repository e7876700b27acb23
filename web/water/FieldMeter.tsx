import type { JobProgress } from '../../core/jobs/progress.ts';
import { formatQuantity } from '../../words/format.ts';
import { useUnits } from '../api/hooks.ts';
import type { Happen } from '../field/happen.ts';
import { NumberPad, type PadField, usePadValues, useTypedNumbers } from '../field/NumberPad.tsx';

const FIELDS: PadField[] = [{ key: 'litres', label: 'Water used', kind: 'volume' }];

/** What the water meter says that the job used, where there is a meter: without one it follows from the minutes. */
export function FieldMeter({
  jobId,
  progress,
  happen,
  onTyped,
}: {
  jobId: string;
  progress: JobProgress;
  happen: Happen;
  onTyped: (typed: boolean) => void;
}) {
  const units = useUnits();
  const typing = useTypedNumbers(`job.${jobId}.meter`, onTyped);
  const { litres } = usePadValues(FIELDS, typing.value);
  return (
    <>
      <p className="m-0">
        The water meter, if there is one. Without it the litres follow from the minutes at the brush.
      </p>
      {progress.metered !== null && (
        <div className="passed">✓ {formatQuantity(progress.metered, 'volume', units)} used, by the meter</div>
      )}
      <NumberPad fields={FIELDS} texts={typing.value} onTexts={typing.type}>
        <button
          type="button"
          className="btn btn-outline-primary"
          disabled={litres == null || litres <= 0}
          onClick={() => {
            if (litres == null) return;
            void happen({ kind: 'meter', litres });
            typing.clear();
          }}
        >
          Save the meter
        </button>
      </NumberPad>
    </>
  );
}
