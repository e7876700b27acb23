import { useState } from 'react';
import { Form } from 'react-bootstrap';
import { USUAL_GAMMA_PDC } from '../../core/assumptions.ts';
import type { DailyEnergyInput, DailyEnergyOutput } from '../../core/comparisons/dailyEnergy.ts';
import { EXAMPLE_FACE } from '../../core/sites/example.ts';
import { parseDatedTable } from '../../core/units/table.ts';
import { CLIMATES } from '../../core/weather/climates.ts';
import { counted } from '../../words/counted.ts';
import { formatDate, formatQuantity, formatRange } from '../../words/format.ts';
import { useSay, useUnits } from '../api/hooks.ts';
import { useNewest, useWorker } from '../compute/useWorker.ts';
import { DateInput } from '../parts/DateInput.tsx';
import { PlainNumber } from '../parts/PlainNumber.tsx';
import { Empty, Trouble, Waiting } from '../parts/states.tsx';

const { climate: CLIMATE, ...PLACE } = EXAMPLE_FACE;

/** Gain from weeks of daily energy, pasted as it comes out of a spreadsheet. */
export function EnergyBench() {
  const units = useUnits();
  const [text, setText] = useState('');
  const [cleaning, setCleaning] = useState('');
  const [site, setSite] = useState({
    ...PLACE,
    pdc0: 5000,
    gammaPdc: USUAL_GAMMA_PDC,
  });
  const { get } = useWorker();
  const { rows, wrong } = parseDatedTable(text, units.dateOrder);
  const inside = rows.some(({ date }) => date <= cleaning) && rows.some(({ date }) => date >= cleaning);
  const input: DailyEnergyInput = {
    site: { ...site, linkeTurbidity: CLIMATES[CLIMATE].linkeTurbidity },
    days: rows.map(({ date, value }) => ({ date, energy: value })),
    cleanings: cleaning !== '' && inside ? [cleaning] : [],
  };
  const { answer, error, busy } = useNewest(
    'gain from daily energy',
    (next: DailyEnergyInput) => get().energy(next),
    input,
  );
  const number = (key: keyof typeof site, label: string, suffix: string, min: number, max: number, scale = 1) => (
    <PlainNumber
      label={label}
      suffix={suffix}
      value={site[key] / scale}
      min={min}
      max={max}
      onValue={(value) => setSite({ ...site, [key]: value * scale })}
    />
  );
  return (
    <div className="bench">
      <section className="bench-picture">
        <h2>What did the wash gain, by the meter’s own days?</h2>
        <Form.Label htmlFor="energy-days">Days, pasted: a date and the kWh of that day on each line</Form.Label>
        <Form.Control
          id="energy-days"
          as="textarea"
          rows={9}
          value={text}
          placeholder={'2026-09-01  31,4\n2026-09-02  30.9'}
          onChange={(event) => setText(event.target.value)}
        />
        <p className="quiet mt-1" role="status">
          {counted(rows.length, 'day')} read.
          {wrong.length > 0 &&
            ` ${wrong.length} lines left out: ${wrong
              .slice(0, 3)
              .map(({ line, why }) => `line ${line}, ${why}`)
              .join('; ')}${wrong.length > 3 ? ' …' : ''}.`}
        </p>
        <div className="form-grid">
          <div>
            <Form.Label htmlFor="energy-cleaned">Cleaned on</Form.Label>
            <DateInput id="energy-cleaned" value={cleaning} onDate={setCleaning} />
            {cleaning !== '' && !inside && rows.length > 0 && (
              <span className="field-error d-block">Not within the days</span>
            )}
          </div>
          {number('pdc0', 'Array', 'kWp', 0.1, 100_000, 1000)}
          {number('latitude', 'Latitude', '° north', -66, 66)}
          {number('longitude', 'Longitude', '° east', -180, 180)}
          {number('surfaceTilt', 'Tilt', '°', 0, 90)}
          {number('surfaceAzimuth', 'Faces (azimuth)', '° from north', 0, 360)}
        </div>
      </section>
      <section className="bench-figures" aria-label="The answer" aria-live="polite">
        <Trouble error={error} />
        {rows.length === 0 ? (
          <Empty>Paste some weeks of days, best with six clear ones on either side of the wash.</Empty>
        ) : answer ? (
          <EnergyAnswer answer={answer} cleaned={input.cleanings.length > 0} />
        ) : (
          busy && <Waiting what="Looking for the clear days" />
        )}
        <p className="quiet mt-2 mb-0">
          Each day is held against a clear sky; clear days are found from the data, and a straight soiling trend with a
          step at the wash is drawn through them. Turbidity of the air: a made-up climate. Dempster and others 1977 for
          the method.
        </p>
      </section>
    </div>
  );
}

function EnergyAnswer({ answer, cleaned }: { answer: DailyEnergyOutput; cleaned: boolean }) {
  const say = useSay();
  const units = useUnits();
  const { gain, loss, ci95, ratePerDay, rateCi95, used, rejected, missing, rawTrendGain } = answer;
  const reasons = Object.entries(
    rejected.reduce<Record<string, number>>((counts, { reason }) => {
      counts[reason] = (counts[reason] ?? 0) + 1;
      return counts;
    }, {}),
  );
  return (
    <>
      {gain !== null && ci95 !== null && (
        <>
          <div className="figure-box">
            <span className="label">Gain, on what it gave dirty</span>
            <span className="value">{formatQuantity(gain, 'fraction', units)}</span>
            <span className="range">{formatRange(ci95[0], ci95[1], 'fraction', units)}, 95 %</span>
          </div>
          <div className="figure-box">
            <span className="label">Loss there was, of what it gives clean</span>
            <span className="value">{formatQuantity(loss, 'fraction', units)}</span>
          </div>
        </>
      )}
      {missing !== null && (
        <div className="notice">
          <strong>{cleaned ? 'No gain is stated.' : 'No figure.'}</strong> {say.finding(missing)}
        </div>
      )}
      {ratePerDay !== null && rateCi95 !== null && (
        <div className="figure-box">
          <span className="label">It gets dirtier by</span>
          <span className="value">{formatQuantity(ratePerDay, 'rate', units)}</span>
          <span className="range">{formatRange(rateCi95[0], rateCi95[1], 'rate', units)}</span>
        </div>
      )}
      {gain !== null && rawTrendGain !== null && (
        <p>
          A line through the raw energy would have claimed {formatQuantity(rawTrendGain, 'fraction', units)}: season and
          clouds are in that.
        </p>
      )}
      <details>
        <summary>
          {used.length} clear days used, {rejected.length} left out
        </summary>
        <p>{reasons.map(([reason, count]) => `${count} ${reason}`).join(', ')}.</p>
        <p className="quiet">{used.map((date) => formatDate(date, units)).join(', ')}</p>
      </details>
    </>
  );
}
