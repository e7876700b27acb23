import { useState } from 'react';
import type { SolarArray } from '../../contract/sites/endpoints.ts';
import { USUAL_STRING } from '../../core/assumptions.ts';
import { averageReadings } from '../../core/comparisons/average.ts';
import { doubtFinding, doubtsOf } from '../../core/comparisons/plausible.ts';
import { limitAt, pairWarnings, type ReadingWarning, readingWarnings } from '../../core/comparisons/warnings.ts';
import { clearSkyOnSurface } from '../../core/irradiance/planeOfArray.ts';
import {
  cleanedModules,
  countDone,
  isAnswered,
  type JobProgress,
  READING_HOWS,
  type ReadingEntry,
  type ReadingHow,
  type ReadWhen,
} from '../../core/jobs/progress.ts';
import { acLimit } from '../../core/modules/acLimit.ts';
import { DEFAULT_INVERTER_EFFICIENCY } from '../../core/modules/output.ts';
import { moduleCount } from '../../core/sites/layout.ts';
import { CLIMATES } from '../../core/weather/climates.ts';
import { formatForTyping, formatQuantity } from '../../words/format.ts';
import { useSay, useUnits } from '../api/hooks.ts';
import type { Happen } from '../field/happen.ts';
import { NumberPad, type PadField, usePadValues, useTypedNumbers } from '../field/NumberPad.tsx';
import type { Job } from '../outbox/index.ts';
import { NoReading } from './NoReading.tsx';

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
  when: ReadWhen;
  happen: Happen;
  onTyped: (typed: boolean) => void;
}) {
  const units = useUnits();
  const taken = progress.readings.filter((reading) => reading.when === when);
  const before = progress.readings.filter((reading) => reading.when === 'before' && reading.array === array.id);
  const modules = moduleCount(array);
  const unread = progress.unread.findLast((face) => face.when === when && face.array === array.id);
  return (
    <>
      {taken.map((reading) => (
        <div className="passed taken" key={reading.id}>
          <span>
            ✓{' '}
            {[reading.array, ...(reading.with ?? [])]
              .map((id) => job.arrays.find((one) => one.id === id)?.name)
              .join(' with ')}
            : {formatQuantity(reading.reading.value, reading.quantity, units)} at{' '}
            {formatQuantity(reading.reading.poaIrradiance, 'irradiance', units)},{' '}
            {formatQuantity(reading.reading.tempModule, 'temperature', units)}
          </span>
          <button
            type="button"
            className="btn btn-outline-danger"
            onClick={() => void happen({ kind: 'retracted', entry: reading.id, reason: 'taken again' })}
          >
            Strike
          </button>
        </div>
      ))}
      {unread && (
        <div className="passed">
          ✓ {array.name} not read: {unread.reason}
        </div>
      )}
      <OneReading
        key={`${array.id}${taken.length}`}
        typedAs={`job.${job.id}.${when}.${array.id}`}
        onTyped={onTyped}
        array={array}
        when={when}
        limit={acLimit(array, job.site.ownUse) ?? null}
        before={when === 'after' ? before : []}
        underClearSky={() => clearSkyNow(job, array)}
        shareCleaned={cleanedModules(countDone(progress.done[array.id], modules)) / modules}
        others={job.arrays.filter(({ id }) => id !== array.id)}
        happen={happen}
      />
      {job.arrays.length > 1 && !isAnswered(progress, array.id, when) && (
        <NoReading
          face={array.name}
          onReason={(reason) => void happen({ kind: 'no-reading', when, array: array.id, reason })}
        />
      )}
    </>
  );
}

const HOW_WORDS: Record<ReadingHow, string> = {
  ac: 'AC power, at the inverter’s display',
  dc: 'DC power, before the inverter',
  'short-circuit': 'Short-circuit current',
  'fixed-voltage': 'Current under a fixed-voltage load',
};
const quantityOf = (how: ReadingHow): 'power' | 'current' => (how === 'ac' || how === 'dc' ? 'power' : 'current');

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
  others,
  happen,
}: {
  /** the name under which what is typed is kept until it is a reading */
  typedAs: string;
  onTyped: (typed: boolean) => void;
  array: SolarArray;
  when: ReadWhen;
  limit: number | null;
  /** W/m2 in the plane now, if no cloud is in the sky */
  underClearSky: () => number;
  before: ReadingEntry[];
  shareCleaned: number;
  /** the other faces of the job, any of which may hang on the same inverter */
  others: SolarArray[];
  happen: Happen;
}) {
  const say = useSay();
  const units = useUnits();
  const controlled = before.some(({ control }) => control !== undefined);
  const last = before.at(-1);
  const [how, setHow] = useState<ReadingHow | ''>(last?.how ?? '');
  const quantity = how === '' ? 'power' : quantityOf(how);
  const [together, setTogether] = useState<string[]>(last?.with ?? []);
  const faces = [array, ...others.filter(({ id }) => together.includes(id))];
  const pdc0 = faces.reduce((sum, face) => sum + moduleCount(face) * face.moduleWatts, 0);
  const atSide = how === 'ac' ? DEFAULT_INVERTER_EFFICIENCY : 1;
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
  const complete = how !== '' && reading !== null && (!flags.control || control !== undefined);
  const doubts = doubtsOf(
    { quantity, value: value ?? null, poaIrradiance: poaIrradiance ?? null, tempModule: tempModule ?? null },
    {
      pdc0: pdc0 * atSide,
      gammaPdc: array.gammaPdc,
      moduleWatts: array.moduleWatts,
      strings: faces.reduce(
        // A job from before arrays were wired has no strings.
        (sum, face) => sum + (face.strings?.length || Math.ceil(moduleCount(face) / USUAL_STRING)),
        0,
      ),
    },
  );
  const warnings: ReadingWarning[] = [];
  if (reading) {
    warnings.push(
      ...readingWarnings(reading, {
        quantity,
        pdc0: pdc0 * atSide,
        gammaPdc: array.gammaPdc,
        limit: limitAt(limit, how),
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
      ...(together.length > 0 ? { with: together } : {}),
      quantity,
      how,
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
        value={how}
        onChange={(event) => setHow(event.target.value as ReadingHow)}
      >
        {how === '' && <option value="">What is read?</option>}
        {READING_HOWS.map((key) => (
          <option key={key} value={key}>
            {HOW_WORDS[key]}
          </option>
        ))}
      </select>
      {others.length > 0 && (
        <details>
          <summary>
            {together.length > 0 ? `Read together with ${together.length} more` : 'Several faces on this inverter?'}
          </summary>
          {others.map(({ id, name }) => (
            <div className="flag-line" key={id}>
              <input
                className="form-check-input"
                type="checkbox"
                id={`with-${id}`}
                checked={together.includes(id)}
                onChange={(event) =>
                  setTogether(event.target.checked ? [...together, id] : together.filter((other) => other !== id))
                }
              />
              <label htmlFor={`with-${id}`}>{name} is in it too</label>
            </div>
          ))}
        </details>
      )}
      <NumberPad fields={shown} texts={typing.value} onTexts={typing.type}>
        {flags.noSensor && (
          <p className="m-0" role="status">
            Clear sky now: {formatQuantity(poaIrradiance ?? null, 'irradiance', units)}. Only where no cloud is near the
            sun.
          </p>
        )}
        {doubts.map((doubt) => (
          <div className="caution" key={doubt.field} role="status">
            <p className="mb-1">{say.finding(doubtFinding(doubt))}</p>
            {doubt.likely !== null && (
              <button
                type="button"
                className="btn btn-outline-primary"
                onClick={() =>
                  typing.type({
                    ...typing.value,
                    [doubt.field]: formatForTyping(doubt.likely ?? 0, doubt.kind, units),
                  })
                }
              >
                It was {formatQuantity(doubt.likely, doubt.kind, units)}
              </button>
            )}
          </div>
        ))}
        {warnings.map((warning) => (
          <div className="caution" key={warning.code} role="status">
            {say.finding(warning)}
          </div>
        ))}
        <button type="button" className="btn btn-outline-primary" disabled={!complete} onClick={keep}>
          Save this reading
        </button>
      </NumberPad>
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
