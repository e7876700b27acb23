import { type JobProgress, MOST_HANDS } from '../../core/jobs/progress.ts';
import type { Happen } from '../field/happen.ts';

const HANDS = Array.from({ length: MOST_HANDS }, (_, at) => at + 1);

/** How many brush at once, one tap: the minutes of the step are shared among them. */
export function FieldHands({ progress, happen }: { progress: JobProgress; happen: Happen }) {
  return (
    <fieldset className="hands" aria-labelledby="hands-asks">
      <p className="m-0" id="hands-asks">
        How many brush at once?
      </p>
      <div className="hands-row">
        {HANDS.map((people) => {
          const chosen = (progress.hands ?? 1) === people;
          return (
            <button
              key={people}
              type="button"
              className={`btn ${chosen ? 'btn-primary' : 'btn-outline-primary'}`}
              aria-pressed={chosen}
              onClick={() => void happen({ kind: 'hands', people })}
            >
              {people}
            </button>
          );
        })}
      </div>
    </fieldset>
  );
}
