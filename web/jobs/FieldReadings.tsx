import { useState } from 'react';
import { moduleCount, type SolarArray } from '../../contract/sites/endpoints.ts';
import { averageReadings } from '../../core/comparisons/average.ts';
import { pairWarnings, type ReadingWarning, readingWarnings } from '../../core/comparisons/warnings.ts';
import { clearSkyOnSurface } from '../../core/irradiance/planeOfArray.ts';
import { cleanedModules, countMarks, type JobProgress, type ReadingEntry } from '../../core/jobs/progress.ts';
import { acLimit } from '../../core/modules/acLimit.ts';
import { formatQuantity } from '../../core/units/format.ts';
import { CLIMATES } from '../../core/weather/climates.ts';
import { useGlass } from '../api/hooks.ts';
import type { Happen } from './happen.ts';
import { NumberPad, type PadField, usePadValues, useTypedNumbers } from './NumberPad.tsx';
import type { Job } from './outbox/index.ts';

/** Readings of one array before or after, checked as they are typed. */
export function FieldReadings({
  job,
  array,
  progress,
  when,
  happen,
  onTyped,
}: {
  job: Job;
  array: SolarArray;
  progress: JobProgress;
  when: 'before' | 'after';
  happen: Happen;
  onTyped: (typed: boolean) => void;
}) {
  const glass = useGlass();
  const taken = progress.readings.filter((reading) => reading.when === when);
  const before = progress.readings.filter((reading) => reading.when === 'before' && reading.array === array.id);
  const modules = moduleCount(array);
  return (
    <>
      {taken.map((reading) => (
        <div className="passed" key={reading.id}>
          ✓ {job.arrays.find(({ id }) => id === reading.array)?.name}:{' '}
          {formatQuantity(reading.reading.value, reading.quantity, glass)} at{' '}
          {formatQuantity(reading.reading.poaIrradiance, 'irradiance', glass)},{' '}
          {formatQuantity(reading.reading.tempModule, 'temperature', glass)}
        </div>
      ))}
      <OneReading
        key={`${array.id}${taken.length}`}
        typedAs={`job.${job.id}.${when}.${array.id}`}
        onTyped={onTyped}
        array={array}
        when={when}
        limit={acLimit(array, job.site.ownUse) ?? null}
        before={when === 'after' ? before : []}
        underClearSky={() => clearSkyNow(job, array)}
        shareCleaned={cleanedModules(countMarks(progress.marks[array.id], modules)) / modules}
        happen={happen}
      />
    </>
  );
}

/** Irradiance in the plane of an array at this moment under a clear sky, W/m2; at least 1, so that a ratio can be made. */
function clearSkyNow({ site }: Job, array: SolarArray): number {
  const place = { ...site, linkeTurbidity: CLIMATES[site.climate].linkeTurbidity };
  const surface = { surfaceTilt: array.tilt, surfaceAzimuth: array.azimuth };
  return Math.max(1, Math.round(clearSkyOnSurface(place, surface, Date.now()).poaGlobal));
}

const FLAGS = {
  shading: 'A shadow lies on it',
  wet: 'The glass is still wet',
  capped: 'Battery full or export capped',
  noSensor: 'No sensor: a clear sky is taken',
  control: 'With an unwashed neighbour, in the same minute',
};

function OneReading({
  typedAs,
  onTyped,
  array,
  when,
  limit,
  before,
  shareCleaned,
  underClearSky,
  happen,
}: {
  /** the name under which what is typed is kept until it is a reading */
  typedAs: string;
  onTyped: (typed: boolean) => void;
  array: SolarArray;
  when: 'before' | 'after';
  limit: number | null;
  /** W/m2 in the plane now, if no cloud is in the sky */
  underClearSky: () => number;
  before: ReadingEntry[];
  shareCleaned: number;
  happen: Happen;
}) {
  const glass = useGlass();
  const controlled = before.some(({ control }) => control !== undefined);
  const [quantity, setQuantity] = useState<'power' | 'current'>(before.at(-1)?.quantity ?? 'power');
  const typing = useTypedNumbers(typedAs, onTyped);
  const [flags, setFlags] = useState({
    shading: false,
    wet: false,
    capped: false,
    noSensor: false,
    control: controlled,
  });
  const named = quantity === 'power' ? 'Power' : 'Current';
  const irradiance: PadField = { key: 'poaIrradiance', label: 'Irradiance', kind: 'irradiance' };
  const fields: PadField[] = [
    { key: 'value', label: named, kind: quantity },
    ...(flags.noSensor ? [] : [irradiance]),
    { key: 'tempModule', label: 'Module', kind: 'temperature' },
  ];
  const neighbour: PadField[] = [
    { key: 'controlValue', label: `${named}, neighbour`, kind: quantity },
    { key: 'controlTemp', label: 'Neighbour', kind: 'temperature' },
  ];
  const shown = flags.control ? [...fields, ...neighbour] : fields;
  const { value, poaIrradiance: typed, tempModule, controlValue, controlTemp } = usePadValues(shown, typing.value);
  const poaIrradiance = flags.noSensor ? underClearSky() : typed;
  const own = value != null && value > 0 && poaIrradiance != null && poaIrradiance > 0 && tempModule != null;
  const control =
    controlValue != null && controlValue > 0 && controlTemp != null
      ? { value: controlValue, tempModule: controlTemp }
      : undefined;
  const reading = own ? { value, poaIrradiance, tempModule } : null;
  const complete = reading !== null && (!flags.control || control !== undefined);
  const warnings: ReadingWarning[] = [];
  if (reading) {
    warnings.push(
      ...readingWarnings(reading, {
        quantity,
        pdc0: moduleCount(array) * array.moduleWatts,
        gammaPdc: array.gammaPdc,
        limit,
        capped: flags.capped,
        shading: flags.shading,
        wet: flags.wet,
      }),
    );
    const pair = before.filter((entry) => entry.quantity === quantity);
    if (pair.length > 0)
      warnings.push(
        ...pairWarnings(averageReadings(pair.map((entry) => entry.reading)).reading, reading, {
          minutesApart: (Date.now() - Date.parse(pair[0]?.at ?? '')) / 60_000,
          hasControl: controlled && flags.control,
          hasSensor: !flags.noSensor && pair.every(({ sensor }) => sensor),
          quantity,
          shareCleaned,
        }),
      );
  }
  const keep = () => {
    if (!complete || reading === null) return;
    const { noSensor, control: _asked, ...noted } = flags;
    void happen({
      kind: 'reading',
      when,
      array: array.id,
      quantity,
      reading,
      ...(flags.control && control ? { control } : {}),
      sensor: !noSensor,
      ...noted,
    });
    typing.clear();
  };
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
      <NumberPad fields={shown} texts={typing.value} onTexts={typing.type} />
      {flags.noSensor && (
        <p className="m-0" role="status">
          Clear sky now: {formatQuantity(poaIrradiance ?? null, 'irradiance', glass)}. Only where no cloud is near the
          sun.
        </p>
      )}
      {warnings.map(({ code, reason }) => (
        <div className="caution" key={code} role="status">
          {reason}
        </div>
      ))}
      <button type="button" className="btn btn-outline-primary" disabled={!complete} onClick={keep}>
        Save this reading
      </button>
      {(Object.keys(FLAGS) as (keyof typeof FLAGS)[]).map((key) => (
        <div className="flag-line" key={key}>
          <input
            className="form-check-input"
            type="checkbox"
            id={`${when}-${key}`}
            checked={flags[key]}
            onChange={(event) => setFlags({ ...flags, [key]: event.target.checked })}
          />
          <label htmlFor={`${when}-${key}`}>{FLAGS[key]}</label>
        </div>
      ))}
    </>
  );
}

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
  const glass = useGlass();
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
          ✓ {formatQuantity(reading.conductivity, 'conductivity', glass)} at{' '}
          {formatQuantity(reading.temperature, 'temperature', glass)}
        </div>
      ))}
      <NumberPad fields={fields} texts={typing.value} onTexts={typing.type} />
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
          typing.clear();
        }}
      >
        Save this reading
      </button>
    </>
  );
}
