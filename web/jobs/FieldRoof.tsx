import { useState } from 'react';
import type { SolarArray } from '../../contract/sites/endpoints.ts';
import {
  countMarks,
  type JobEntry,
  type JobProgress,
  MODULE_MARKS,
  type ModuleMark,
  standingEntries,
} from '../../core/jobs/progress.ts';
import { moduleCount } from '../../core/sites/layout.ts';
import { MARK_LABELS, MarkShape, moduleSize, RoofDrawing } from '../parts/RoofDrawing.tsx';
import { ZoomBox } from '../parts/ZoomBox.tsx';
import { FacePicker } from './FacePicker.tsx';
import type { Happen } from './happen.ts';
import type { Job } from './outbox/index.ts';

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

/** Marking: choose what was done, then touch modules, or whole rows. */
export function MarkModules({ array, progress, entries, happen }: Omit<RoofProps, 'job'> & { array: SolarArray }) {
  const [mark, setMark] = useState<ModuleMark>('brushed');
  const [rows, setRows] = useState(false);
  const marks = progress.marks[array.id] ?? {};
  const counts = countMarks(marks, moduleCount(array));
  const put = (modules: number[]) =>
    modules.length > 0 && void happen({ kind: 'mark', array: array.id, modules, mark });
  const { width } = moduleSize(array);
  const lastMark = standingEntries(entries).findLast((entry) => entry.kind === 'mark' && entry.array === array.id);
  return (
    <>
      <div className="mark-picker">
        {MODULE_MARKS.map((key) => (
          <button type="button" key={key} aria-pressed={mark === key} onClick={() => setMark(key)}>
            <svg viewBox="0 0 1 1" style={{ background: '#fff' }} aria-hidden="true">
              <MarkShape mark={key} width={1} height={1} />
            </svg>
            {MARK_LABELS[key]}
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
            marks={marks}
            scale={(TARGET / width) * zoom}
            onModule={(index) => put(rows ? rowOf(array, index) : [index])}
          />
        )}
      </ZoomBox>
      <p className="m-0" role="status">
        {counts.left} of {moduleCount(array)} left without a mark
        {counts['come-back'] > 0 && `, ${counts['come-back']} to come back to`}.
      </p>
      <div className="d-grid gap-2">
        {counts.left > 0 && (
          <button
            type="button"
            className="btn btn-outline-primary"
            onClick={() => put(allModules(array).filter((index) => marks[index] === undefined))}
          >
            All that are left: {MARK_LABELS[mark]}
          </button>
        )}
        {lastMark && (
          <button
            type="button"
            className="btn btn-outline-primary"
            onClick={() => void happen({ kind: 'struck', entry: lastMark.id, reason: 'marked by mistake' })}
          >
            Undo the last mark
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
