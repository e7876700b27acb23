import { useState } from 'react';
import type { SolarArray } from '../../contract/sites/endpoints.ts';
import {
  countDone,
  type JobEntry,
  type JobProgress,
  MODULE_DONE,
  type ModuleDone,
  standingEntries,
} from '../../core/jobs/progress.ts';
import { moduleCount } from '../../core/sites/layout.ts';
import type { Happen } from '../field/happen.ts';
import type { Job } from '../outbox/index.ts';
import { DONE_LABELS, DoneShape } from '../parts/Done.tsx';
import { moduleSize, RoofDrawing } from '../parts/RoofDrawing.tsx';
import { ZoomBox } from '../parts/ZoomBox.tsx';
import { FacePicker } from './FacePicker.tsx';

/** Thumb-sized modules: at least this many pixels across. */
const TARGET = 58;

interface RoofProps {
  job: Job;
  progress: JobProgress;
  entries: JobEntry[];
  happen: Happen;
}

export function FieldRoof({ job, progress, entries, happen }: RoofProps) {
  const [arrayId, setArrayId] = useState(job.arrays[0]?.id);
  const array = job.arrays.find(({ id }) => id === arrayId);
  return (
    <main className="field-card">
      <FacePicker job={job} array={array} onArray={setArrayId} />
      {array && <MarkModules array={array} progress={progress} entries={entries} happen={happen} />}
    </main>
  );
}

/** Choose what was done, then touch modules, or whole rows. */
export function MarkModules({ array, progress, entries, happen }: Omit<RoofProps, 'job'> & { array: SolarArray }) {
  const [doing, setDoing] = useState<ModuleDone>('brushed');
  const [rows, setRows] = useState(false);
  const done = progress.done[array.id] ?? {};
  const counts = countDone(done, moduleCount(array));
  const put = (modules: number[]) =>
    modules.length > 0 && void happen({ kind: 'mark', array: array.id, modules, mark: doing });
  const { width } = moduleSize(array);
  const last = standingEntries(entries).findLast((entry) => entry.kind === 'mark' && entry.array === array.id);
  return (
    <>
      <div className="done-picker">
        {MODULE_DONE.map((key) => (
          <button type="button" key={key} aria-pressed={doing === key} onClick={() => setDoing(key)}>
            <svg viewBox="0 0 1 1" style={{ background: 'var(--white)' }} aria-hidden="true">
              <DoneShape done={key} width={1} height={1} />
            </svg>
            {DONE_LABELS[key]}
          </button>
        ))}
        <button type="button" aria-pressed={rows} onClick={() => setRows(!rows)}>
          whole rows
        </button>
      </div>
      <ZoomBox className="field-roof">
        {(zoom) => (
          <RoofDrawing
            array={array}
            done={done}
            scale={(TARGET / width) * zoom}
            onModule={(index) => put(rows ? rowOf(array, index) : [index])}
          />
        )}
      </ZoomBox>
      <p className="m-0" role="status">
        {counts.left} of {moduleCount(array)} still to do
        {counts['come-back'] > 0 && `, ${counts['come-back']} to come back to`}.
      </p>
      <div className="d-grid gap-2">
        {counts.left > 0 && (
          <button
            type="button"
            className="btn btn-outline-primary"
            onClick={() => put(allModules(array).filter((index) => done[index] === undefined))}
          >
            All that are left: {DONE_LABELS[doing]}
          </button>
        )}
        {last && (
          <button
            type="button"
            className="btn btn-outline-primary"
            onClick={() => void happen({ kind: 'retracted', entry: last.id, reason: 'marked by mistake' })}
          >
            Undo the last one
          </button>
        )}
      </div>
    </>
  );
}

function allModules(array: SolarArray): number[] {
  const holes = new Set(array.missing);
  return Array.from({ length: array.rows * array.columns }, (_, index) => index).filter((index) => !holes.has(index));
}

function rowOf(array: SolarArray, index: number): number[] {
  const row = Math.floor(index / array.columns);
  return allModules(array).filter((module) => Math.floor(module / array.columns) === row);
}
