import { ResponsiveContainer, Scatter, ScatterChart, XAxis, YAxis } from 'recharts';
import type { ArrayEnergy } from '../../contract/weather/endpoints.ts';
import { utcDate } from '../../core/time/dates.ts';
import { formatDate, formatQuantity } from '../../words/format.ts';
import { useUnits } from '../api/hooks.ts';
import { AXIS } from '../parts/axis.ts';

/** Daily energy on record: the clear days that count as full dots, the others as faint ones. */
export default function EnergyChart({ days, used }: { days: ArrayEnergy['days']; used: readonly string[] }) {
  const units = useUnits();
  const clear = new Set(used);
  const dots = days.map(({ date, energy }) => ({ date, time: Date.parse(date), energy }));
  const most = dots.reduce((best, day) => (day.energy > best.energy ? day : best), dots[0] ?? { date: '', energy: 0 });
  return (
    <figure
      className="mb-1"
      aria-label={`Energy by day, ${clear.size} clear days among ${days.length}; most on ${formatDate(most.date, units)}: ${formatQuantity(most.energy, 'energy', units)}`}
    >
      <ResponsiveContainer width="100%" height={190}>
        <ScatterChart margin={{ top: 8, right: 8, bottom: 0, left: 0 }} accessibilityLayer={false}>
          <XAxis
            dataKey="time"
            type="number"
            scale="time"
            domain={['dataMin', 'dataMax']}
            minTickGap={60}
            tickFormatter={(time: number) => formatDate(utcDate(time), units)}
            {...AXIS}
          />
          <YAxis dataKey="energy" width={72} unit=" kWh" {...AXIS} />
          <Scatter
            data={dots.filter(({ date }) => !clear.has(date))}
            fill="var(--glass-line)"
            shape={<Dot radius={1.6} />}
            isAnimationActive={false}
          />
          <Scatter
            data={dots.filter(({ date }) => clear.has(date))}
            fill="var(--soil-4)"
            shape={<Dot radius={2.2} />}
            isAnimationActive={false}
          />
        </ScatterChart>
      </ResponsiveContainer>
      <figcaption className="quiet">
        Full dots: clear days, which count. Faint dots: cloud, haze or short hours.
      </figcaption>
    </figure>
  );
}

const Dot = ({ cx = 0, cy = 0, fill, radius }: { cx?: number; cy?: number; fill?: string; radius: number }) => (
  <circle cx={cx} cy={cy} r={radius} fill={fill} />
);
