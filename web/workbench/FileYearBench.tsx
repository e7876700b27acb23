import { useState } from 'react';
import { Form } from 'react-bootstrap';
import { formatQuantity } from '../../words/format.ts';
import { useSay, useUnits } from '../api/hooks.ts';
import type { FileYearAnswer, FileYearInput } from '../compute/fileYear.ts';
import { useNewest, useWorker } from '../compute/useWorker.ts';
import { PlainNumber } from '../parts/PlainNumber.tsx';
import { Empty, Trouble, Waiting } from '../parts/states.tsx';

const LARGEST = 20_000_000;
const START = {
  surfaceTilt: 20,
  surfaceAzimuth: 0,
  pdc0: 10_000,
  pacRated: 8000,
  loss: 0.08,
  rear: 0,
  load: 0,
  exportLimit: 0,
  battery: 0,
};

/** The energy of a year from an imported EPW weather file, clean and soiled, through every limit. */
export function FileYearBench() {
  const say = useSay();
  const [fields, setFields] = useState(START);
  const [file, setFile] = useState<string | null>(null);
  /** how many files were read: two of the same name need not be the same */
  const [reading, setReading] = useState(0);
  const [trouble, setTrouble] = useState<string | null>(null);
  const { get } = useWorker();
  const input: FileYearInput = {
    ...fields,
    file,
    pacRated: fields.pacRated > 0 ? fields.pacRated : null,
    exportLimit: fields.exportLimit > 0 ? fields.exportLimit : null,
  };
  const { answer, error, busy } = useNewest(
    `year of file ${reading}`,
    (next: FileYearInput) => (next.file === null ? Promise.resolve(null) : get().fileYear(next)),
    input,
  );
  const choose = async (chosen: File | undefined) => {
    if (!chosen) return;
    setFile(null);
    if (chosen.size > LARGEST) {
      setTrouble('The file is larger than a year of weather can be (20 MB).');
      return;
    }
    const problem = await get().keepWeather(chosen.name, await chosen.text());
    setTrouble(problem && `line ${problem.line}: ${say.finding(problem.fault)}`);
    setReading((now) => now + 1);
    setFile(problem === null ? chosen.name : null);
  };
  const number = (key: keyof typeof START, label: string, suffix: string, min: number, max: number, scale = 1) => (
    <PlainNumber
      label={label}
      suffix={suffix}
      value={fields[key] * scale}
      min={min}
      max={max}
      onValue={(value) => setFields((now) => ({ ...now, [key]: value / scale }))}
    />
  );
  return (
    <div className="bench">
      <section className="bench-picture">
        <h2>What does the array give in this year of weather, clean and soiled?</h2>
        <Form.Label htmlFor="epw">Weather file (EPW, 8760 hours)</Form.Label>
        <Form.Control
          id="epw"
          type="file"
          accept=".epw,text/plain,text/csv"
          onChange={(event) => void choose((event.target as HTMLInputElement).files?.[0])}
        />
        {trouble && (
          <div className="field-error" role="alert">
            Not read: {trouble}
          </div>
        )}
        <div className="form-grid mt-3">
          {number('pdc0', 'Array', 'kWp', 0.1, 100_000, 1 / 1000)}
          {number('surfaceTilt', 'Tilt', '°', 0, 90)}
          {number('surfaceAzimuth', 'Faces (azimuth)', '° from north', 0, 360)}
          {number('loss', 'Dirt takes', '%', 0, 100, 100)}
          {number('pacRated', 'Inverter limit (0: none)', 'W', 0, 1e9)}
          {number('rear', 'Bifacial gain', '%', 0, 50, 100)}
          {number('load', 'Self-consumption', 'W', 0, 1e9)}
          {number('exportLimit', 'Export limit (0: none)', 'W', 0, 1e9)}
          {number('battery', 'Battery (0: none)', 'kWh', 0, 1e6, 1 / 1000)}
        </div>
      </section>
      <section className="bench-figures" aria-label="The answer" aria-live="polite">
        <Trouble error={error} />
        {file === null && <Empty>Choose a weather file. Nothing of it leaves this device.</Empty>}
        {file !== null && !answer && busy && <Waiting what="Walking through the hours" />}
        {file !== null && answer && <Answer answer={answer} />}
        <p className="quiet mt-2 mb-0">
          Hour by hour: plane of the array (Hay and Davies 1980), module temperature (Faiman 2008), inverter and its
          limit, then load, battery and export. Back of a bifacial module clean.
        </p>
      </section>
    </div>
  );
}

function Answer({ answer: { place, clean, soiled } }: { answer: FileYearAnswer }) {
  const units = useUnits();
  const lost = clean.used - soiled.used;
  return (
    <>
      <p>
        <strong>{place}</strong>
      </p>
      <div className="figure-box">
        <span className="label">Brought to use, clean</span>
        <span className="value">{formatQuantity(clean.used, 'energy', units)}</span>
        <span className="range">{formatQuantity(clean.inverter, 'energy', units)} at the inverter</span>
      </div>
      <div className="figure-box">
        <span className="label">Lost to the dirt (loss, of what it gives clean)</span>
        <span className="value">{formatQuantity(lost, 'energy', units)}</span>
        <span className="range">
          {formatQuantity(clean.used > 0 ? lost / clean.used : 0, 'fraction', units)} of the year
        </span>
      </div>
      <div className="figure-box">
        <span className="label">Hours at a limit, where dirt costs nothing</span>
        <span className="value">{formatQuantity(clean.atInverterLimit, 'fraction', units)}</span>
        <span className="range">
          inverter; {formatQuantity(clean.atOutletLimit, 'fraction', units)} export or battery
        </span>
      </div>
    </>
  );
}
