import type { SolarArray } from '../../contract/sites/endpoints.ts';
import type { Job } from '../outbox/index.ts';

/** One roof face at a time; not shown where there is only one. */
export function FacePicker({
  job,
  array,
  onArray,
  note,
}: {
  job: Job;
  array: SolarArray | undefined;
  onArray: (id: string) => void;
  /** a word behind a face, such as that it is read */
  note?: (id: string) => string;
}) {
  if (job.arrays.length < 2) return null;
  return (
    <select
      className="form-select"
      aria-label="Roof face"
      value={array?.id}
      onChange={(event) => onArray(event.target.value)}
    >
      {job.arrays.map(({ id, name }) => (
        <option key={id} value={id}>
          {name}
          {note?.(id)}
        </option>
      ))}
    </select>
  );
}
