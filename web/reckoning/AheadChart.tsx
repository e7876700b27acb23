import { Area, ComposedChart, Line, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import type { YearsAhead } from '../../core/courses/yearsAhead.ts';
import { formatQuantity } from '../../words/format.ts';
import { useUnits } from '../api/hooks.ts';
import { AXIS } from '../parts/axis.ts';
import { percentTicks } from '../parts/ticks.ts';

/** The loss of each month for years to come: a band of weather courses and its middle. */
export default function AheadChart({ fan }: { fan: YearsAhead['fan'] }) {
  const units = useUnits();
  const data = fan.map(({ low, mid, high }, month) => ({
    year: (month + 0.5) / 12,
    band: [low * 100, high * 100],
    mid: mid * 100,
  }));
  const last = fan.at(-1);
  const ticks = percentTicks(Math.max(...data.map(({ band }) => band[1] ?? 0)));
  return (
    <figure
      className="mb-1"
      aria-label={`Loss over ${fan.length / 12} years, in the last month ${formatQuantity(last?.mid ?? 0, 'fraction', units)}`}
    >
      <ResponsiveContainer width="100%" height={210}>
        <ComposedChart data={data} margin={{ top: 8, right: 8, bottom: 0, left: 0 }} accessibilityLayer={false}>
          <XAxis
            dataKey="year"
            type="number"
            domain={[0, fan.length / 12]}
            ticks={Array.from({ length: fan.length / 12 + 1 }, (_, year) => year)}
            tickFormatter={(year: number) => (year === 0 ? 'now' : `${year} y`)}
            interval="equidistantPreserveStart"
            minTickGap={12}
            {...AXIS}
          />
          <YAxis width={48} unit=" %" domain={[0, ticks.at(-1) ?? 5]} ticks={ticks} interval={0} {...AXIS} />
          <Area dataKey="band" fill="var(--soil-2)" fillOpacity={0.45} stroke="none" isAnimationActive={false} />
          <Line dataKey="mid" stroke="var(--soil-4)" strokeWidth={2.2} dot={false} isAnimationActive={false} />
        </ComposedChart>
      </ResponsiveContainer>
    </figure>
  );
}
