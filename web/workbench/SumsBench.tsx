import { useState } from 'react';
import { fromUnits, toUnits, unitOf } from '../../core/units/quantities.ts';
import { useUnits } from '../api/hooks.ts';
import { EnergyBench } from '../comparisons/EnergyBench.tsx';
import { PlainNumber } from '../parts/PlainNumber.tsx';
import { FileYearBench } from './FileYearBench.tsx';
import { SUMS, type Sum } from './sums.ts';

const OTHERS = [
  { key: 'energy', title: 'Gain from daily energy' },
  { key: 'file', title: 'Year from a weather file' },
];

/** Sums: the single calculations, each answering while one types. */
export function SumsBench() {
  const [key, setKey] = useState('gain');
  const sum = SUMS.find((one) => one.key === key);
  return (
    <>
      <nav className="choices mb-3" aria-label="Sums">
        {[...SUMS, ...OTHERS].map((one) => (
          <button type="button" key={one.key} aria-pressed={one.key === key} onClick={() => setKey(one.key)}>
            {one.title}
          </button>
        ))}
      </nav>
      {sum && <OneSum key={sum.key} sum={sum} />}
      {key === 'energy' && <EnergyBench />}
      {key === 'file' && <FileYearBench />}
    </>
  );
}

function OneSum({ sum }: { sum: Sum }) {
  const units = useUnits();
  const [values, setValues] = useState(() => Object.fromEntries(sum.fields.map(({ key, start }) => [key, start])));
  return (
    <div className="bench">
      <section className="bench-picture">
        <h2>{sum.asks}</h2>
        <div className="form-grid">
          {sum.fields.map(({ key, label, kind, suffix, start, min, max }) => (
            <PlainNumber
              key={key}
              label={label}
              suffix={suffix ?? unitOf(kind, units).symbol}
              value={toUnits(start, kind, units)}
              min={toUnits(min, kind, units)}
              max={toUnits(max, kind, units)}
              onValue={(typed) => setValues((now) => ({ ...now, [key]: fromUnits(typed, kind, units) }))}
            />
          ))}
        </div>
        {sum.caution && <div className="notice">{sum.caution}</div>}
      </section>
      <section className="bench-figures" aria-label="The answer" aria-live="polite">
        {sum.answer(values, units).map(({ label, value, note }) => (
          <div className="figure-box" key={label}>
            <span className="label">{label}</span>
            <span className="value">{value}</span>
            {note && <span className="range">{note}</span>}
          </div>
        ))}
        <p className="quiet mt-2 mb-0">Source: {sum.source}.</p>
      </section>
    </div>
  );
}
