import type { SolarArray } from '../../contract/sites/endpoints.ts';
import { newId } from '../api/ids.ts';
import { type Job, photographed, useOutbox } from '../outbox/index.ts';

const PICTURES = {
  before: [
    ['before', 'Array before'],
    ['wipe-before', 'Cloth before'],
  ],
  after: [
    ['after', 'Array after'],
    ['wipe-after', 'Cloth after'],
  ],
} as const;

/** One half of the photographed pairs of a roof face; what the device or the server has already carries a tick. */
export function FieldPictures({ job, array, when }: { job: Job; array: SolarArray; when: keyof typeof PICTURES }) {
  const { photos } = useOutbox(job.id);
  const have = new Set([...job.photos, ...photos].filter((one) => one.arrayId === array.id).map(({ role }) => role));
  return (
    <section className="pictures" aria-label="Pictures">
      {PICTURES[when].map(([role, label]) => (
        <label className="btn btn-outline-primary" key={role}>
          {label}
          {have.has(role) && ' ✓'}
          <input
            type="file"
            className="visually-hidden"
            accept="image/jpeg,image/png"
            capture="environment"
            onChange={(event) => {
              const file = event.target.files?.[0];
              if (file)
                void photographed({ id: newId(), arrayId: array.id, jobId: job.id, role, caption: label }, file);
            }}
          />
        </label>
      ))}
    </section>
  );
}
