import { useState } from 'react';
import { Form } from 'react-bootstrap';
import { type ProofKey, planProof } from '../../core/comparisons/proofPlanner.ts';
import { washUnderClearSky } from '../../core/comparisons/washHours.ts';
import { formatQuantity, formatRange } from '../../words/format.ts';
import { useSay, useUnits } from '../api/hooks.ts';
import { DateInput } from '../parts/DateInput.tsx';
import { PlainNumber } from '../parts/PlainNumber.tsx';

const PROOF_WORDS: Record<ProofKey, string> = {
  'same-visit': 'Before and after, same visit',
  'noon-two-days': 'Noon of two days',
  'control-row': 'With an unwashed neighbour',
  'three-readings': 'Three readings',
  'daily-energy': 'Weeks of daily energy',
};
const SHOWS = { yes: 'shows it', perhaps: 'perhaps', no: 'cannot' };

/** Proof bench: which proof could show the gain that is expected here, and which could not, and why. */
export function ProofBench() {
  const say = useSay();
  const units = useUnits();
  const [loss, setLoss] = useState({ low: 4, mid: 7, high: 11 });
  const [instruments, setInstruments] = useState({
    sensor: true,
    thermometer: true,
    controlRow: false,
    dailyEnergy: true,
  });
  const [wash, setWash] = useState({ latitude: -33.5, surfaceTilt: 20, surfaceAzimuth: 0, washHour: 7, hoursApart: 3 });
  const [states, setStates] = useState({ isolated: true, noon: false, wash: false });
  const [watch, setWatch] = useState({ daysEachSide: 21, clearShare: 60 });
  const [date, setDate] = useState('2026-11-24');
  const hours = washUnderClearSky({
    place: { latitude: wash.latitude, longitude: 0, altitude: 100, linkeTurbidity: 3.2 },
    surface: wash,
    date: /^\d{4}-\d{2}-\d{2}$/.test(date) ? date : '2026-11-24',
    washHour: wash.washHour,
    hoursApart: wash.hoursApart,
    isolated: states.isolated,
  });
  const plan = planProof({
    temperatureCoefficient: -0.0035,
    expectedLoss: { low: loss.low / 100, mid: loss.mid / 100, high: loss.high / 100 },
    instruments,
    wash: hours,
    limitAtNoon: states.noon ? 0.8 : 1,
    limitAtWash: states.wash ? 0.8 : 1,
    daysEachSide: watch.daysEachSide,
    clearShare: watch.clearShare / 100,
  });
  const { low, high } = plan.expectedGain;
  const check = <T extends Record<string, boolean>>(
    state: T,
    set: (next: T) => void,
    key: keyof T & string,
    label: string,
  ) => (
    <Form.Check
      id={`proof-${key}`}
      label={label}
      checked={state[key]}
      onChange={(event) => set({ ...state, [key]: event.target.checked })}
    />
  );
  return (
    <div className="bench">
      <section className="bench-picture">
        <p className="verdict" role="status">
          {plan.choose === null
            ? `No proof here could show a gain of ${formatRange(low, high, 'fraction', units)}.`
            : `${PROOF_WORDS[plan.choose]} is the soonest that could show a gain of ${formatRange(low, high, 'fraction', units)}.`}
        </p>
        <table className="table proofs">
          <thead>
            <tr>
              <th>Proof</th>
              <th className="number">Least gain</th>
              <th>Shows</th>
              <th>Because</th>
            </tr>
          </thead>
          <tbody>
            {plan.options.map(({ key, leastGain, shows, because }) => (
              <tr key={key} aria-current={key === plan.choose || undefined}>
                <td>{PROOF_WORDS[key]}</td>
                <td className="number">{leastGain === null ? '' : formatQuantity(leastGain, 'fraction', units)}</td>
                <td className={shows}>{SHOWS[shows]}</td>
                <td>{because.map(say.finding).join(' ')}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className="quiet">
          The sun at the wash, clear sky: {formatQuantity(hours.irradianceBefore, 'irradiance', units)} before it,{' '}
          {formatQuantity(hours.irradianceAfter, 'irradiance', units)} when the glass is dry again,{' '}
          {formatQuantity(hours.irradianceNoon, 'irradiance', units)} at noon. The least gain is the one that stands out
          of twice its own uncertainty (JCGM 100:2008); scatter of a clear day 1 %, a guessed module temperature 5 K
          either way.
        </p>
      </section>
      <section className="bench-figures" aria-label="What there is to prove with">
        <h2>The loss that is expected</h2>
        <div className="form-grid">
          <PlainNumber
            label="At least"
            suffix="%"
            value={loss.low}
            min={0}
            max={90}
            onValue={(value) => setLoss({ ...loss, low: value })}
          />
          <PlainNumber
            label="At most"
            suffix="%"
            value={loss.high}
            min={0}
            max={90}
            onValue={(value) => setLoss({ ...loss, high: value })}
          />
        </div>
        <h2 className="mt-3">The wash</h2>
        <div className="form-grid">
          <div>
            <Form.Label htmlFor="proof-day">Day</Form.Label>
            <DateInput id="proof-day" value={date} onDate={setDate} />
          </div>
          <PlainNumber
            label="Begins at"
            suffix="h, solar"
            value={wash.washHour}
            min={0}
            max={23}
            onValue={(washHour) => setWash({ ...wash, washHour })}
          />
          <PlainNumber
            label="Dry again after"
            suffix="h"
            value={wash.hoursApart}
            min={0}
            max={12}
            onValue={(hoursApart) => setWash({ ...wash, hoursApart })}
          />
          <PlainNumber
            label="Latitude"
            suffix="° north"
            value={wash.latitude}
            min={-66}
            max={66}
            onValue={(latitude) => setWash({ ...wash, latitude })}
          />
          <PlainNumber
            label="Tilt"
            suffix="°"
            value={wash.surfaceTilt}
            min={0}
            max={90}
            onValue={(surfaceTilt) => setWash({ ...wash, surfaceTilt })}
          />
          <PlainNumber
            label="Faces (azimuth)"
            suffix="° from north"
            value={wash.surfaceAzimuth}
            min={0}
            max={360}
            onValue={(surfaceAzimuth) => setWash({ ...wash, surfaceAzimuth })}
          />
        </div>
        {check(states, setStates, 'isolated', 'switched off while it is wet')}
        {check(states, setStates, 'noon', 'at its limit around noon (inverter, battery, export)')}
        {check(states, setStates, 'wash', 'at its limit at the hour of the wash')}
        <h2 className="mt-3">Instruments</h2>
        {check(instruments, setInstruments, 'sensor', 'irradiance sensor in the plane')}
        {check(instruments, setInstruments, 'thermometer', 'thermometer on the module')}
        {check(instruments, setInstruments, 'controlRow', 'an unwashed row, string or array to read')}
        {check(instruments, setInstruments, 'dailyEnergy', 'daily energy of this array')}
        <div className="form-grid mt-2">
          <PlainNumber
            label="Watched each side"
            suffix="days"
            value={watch.daysEachSide}
            min={1}
            max={365}
            onValue={(daysEachSide) => setWatch({ ...watch, daysEachSide })}
          />
          <PlainNumber
            label="Clear days"
            suffix="%"
            value={watch.clearShare}
            min={0}
            max={100}
            onValue={(clearShare) => setWatch({ ...watch, clearShare })}
          />
        </div>
      </section>
    </div>
  );
}
