import { useState } from 'react';
import { moduleCount, type SolarArray } from '../../contract/sites/endpoints.ts';
import { readingWarnings } from '../../core/comparisons/warnings.ts';
import type { JobProgress } from '../../core/jobs/progress.ts';
import { formatQuantity } from '../../core/units/format.ts';
import { useGlass } from '../api/hooks.ts';
import type { Happen } from './happen.ts';
import { NumberPad, type PadField, usePadValues } from './NumberPad.tsx';
import type { Job } from './outbox.ts';

/** Readings before or after, one array at a time, checked as they are typed. */
export function FieldReadings({
  job,
  progress,
  when,
  happen,
}: {
  job: Job;
  progress: JobProgress;
  when: 'before' | 'after';
  happen: Happen;
}) {
  const glass = useGlass();
  const [arrayId, setArrayId] = useState(job.arrays[0]?.id ?? '');
  const array = job.arrays.find(({ id }) => id === arrayId);
  const taken = progress.readings.filter((reading) => reading.when === when);
  return (
    <>
      {job.arrays.length > 1 && (
        <select
          className="form-select"
          aria-label="Roof face"
          value={arrayId}
          onChange={(event) => setArrayId(event.target.value)}
        >
          {job.arrays.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
              {taken.some((reading) => reading.array === id) ? ' (read)' : ''}
            </option>
          ))}
        </select>
      )}
      {taken.map((reading) => (
        <div className="passed" key={reading.id}>
          ✓ {job.arrays.find(({ id }) => id === reading.array)?.name}:{' '}
          {formatQuantity(reading.reading.value, reading.quantity === 'power' ? 'power' : 'current', glass)} at{' '}
          {formatQuantity(reading.reading.poaIrradiance, 'irradiance', glass)},{' '}
          {formatQuantity(reading.reading.tempModule, 'temperature', glass)}
        </div>
      ))}
      {array && <OneReading key={`${array.id}${taken.length}`} array={array} when={when} happen={happen} />}
    </>
  );
}

function OneReading({ array, when, happen }: { array: SolarArray; when: 'before' | 'after'; happen: Happen }) {
  const [quantity, setQuantity] = useState<'power' | 'current'>('power');
  const [texts, setTexts] = useState<Record<string, string>>({});
  const [flags, setFlags] = useState({ shading: false, wet: false, noSensor: false });
  const fields: PadField[] = [
    { key: 'value', label: quantity === 'power' ? 'Power' : 'Current', kind: quantity },
    { key: 'poaIrradiance', label: 'Irradiance', kind: 'irradiance' },
    { key: 'tempModule', label: 'Module', kind: 'temperature' },
  ];
  const { value, poaIrradiance, tempModule } = usePadValues(fields, texts);
  const complete = value != null && value > 0 && poaIrradiance != null && poaIrradiance > 0 && tempModule != null;
  const warnings = complete
    ? readingWarnings(
        { value, poaIrradiance, tempModule },
        {
          quantity,
          pdc0: moduleCount(array) * array.moduleWatts,
          gammaPdc: array.gammaPdc,
          limit: array.inverterLimit,
          shading: flags.shading,
          wet: flags.wet,
        },
      )
    : [];
  const keep = () => {
    if (!complete) return;
    void happen({
      kind: 'reading',
      when,
      array: array.id,
      quantity,
      reading: { value, poaIrradiance, tempModule },
      sensor: !flags.noSensor,
      shading: flags.shading,
      wet: flags.wet,
    });
    setTexts({});
  };
  const flag = (key: keyof typeof flags, label: string) => (
    <div className="d-flex gap-2 align-items-center">
      <input
        className="form-check-input"
        type="checkbox"
        id={`${when}-${key}`}
        checked={flags[key]}
        onChange={(event) => setFlags({ ...flags, [key]: event.target.checked })}
      />
      <label htmlFor={`${when}-${key}`}>{label}</label>
    </div>
  );
  return (
    <>
      <select
        className="form-select"
        aria-label="What is read"
        value={quantity}
        onChange={(event) => setQuantity(event.target.value as typeof quantity)}
      >
        <option value="power">Power at the inverter</option>
        <option value="current">Short-circuit current</option>
      </select>
      <NumberPad fields={fields} texts={texts} onTexts={setTexts} />
      {flag('shading', 'A shadow lies on it')}
      {flag('wet', 'The glass is still wet')}
      {flag('noSensor', 'No sensor: irradiance is a guess')}
      {warnings.map(({ code, reason }) => (
        <div className="caution" key={code} role="status">
          {reason}
        </div>
      ))}
      <button type="button" className="btn btn-outline-primary" disabled={!complete} onClick={keep}>
        Keep this reading
      </button>
    </>
  );
}

/** Water at the brush: conductivity against the limit of the finish, as it is typed. */
export function FieldWater({ job, progress, happen }: { job: Job; progress: JobProgress; happen: Happen }) {
  const glass = useGlass();
  const [texts, setTexts] = useState<Record<string, string>>({});
  const fields: PadField[] = [
    { key: 'conductivity', label: 'Conductivity', kind: 'conductivity' },
    { key: 'temperature', label: 'Water', kind: 'temperature' },
  ];
  const { conductivity, temperature } = usePadValues(fields, texts);
  const complete = conductivity != null && conductivity >= 0 && temperature != null;
  return (
    <>
      {progress.water.map((reading) => (
        <div className="passed" key={reading.id}>
          ✓ {formatQuantity(reading.conductivity, 'conductivity', glass)} at{' '}
          {formatQuantity(reading.temperature, 'temperature', glass)}
        </div>
      ))}
      <NumberPad fields={fields} texts={texts} onTexts={setTexts} />
      {complete && conductivity > job.water.limit && (
        <div className="caution" role="status">
          Over the {formatQuantity(job.water.limit, 'conductivity', glass)} that the finish allows: it would dry to
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
          setTexts({});
        }}
      >
        Keep this reading
      </button>
    </>
  );
}
