import { CLOTHS_AFTER, type ClothAfter, type JobProgress } from '../../core/jobs/progress.ts';
import type { Happen } from '../field/happen.ts';

const SHOWS: Record<ClothAfter, string> = {
  clean: 'Stays clean',
  some: 'Some film on it',
  plain: 'Plain film on it',
};

/** What the white cloth shows after one stroke over a face: one tap, and another one changes it. */
export function FieldCloth({ arrayId, progress, happen }: { arrayId: string; progress: JobProgress; happen: Happen }) {
  const shown = progress.cloths[arrayId];
  return (
    <section aria-label="Cloth" className="cloth">
      <p className="m-0" id="cloth-asks">
        What does the cloth show?
      </p>
      <fieldset className="pictures" aria-labelledby="cloth-asks">
        {CLOTHS_AFTER.map((shows) => (
          <button
            key={shows}
            type="button"
            className={`btn ${shown === shows ? 'btn-primary' : 'btn-outline-primary'}`}
            aria-pressed={shown === shows}
            onClick={() => void happen({ kind: 'cloth', array: arrayId, shows })}
          >
            {SHOWS[shows]}
          </button>
        ))}
      </fieldset>
      {shown !== undefined && shown !== 'clean' && (
        <p className="caution m-0" role="status">
          A film is left. Brush again where it shows and wipe again, or leave it so: the next estimate counts it.
        </p>
      )}
    </section>
  );
}
