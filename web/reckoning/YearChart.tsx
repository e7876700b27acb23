import { Area, ComposedChart, Line, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import type { YearAhead } from '../../core/courses/yearAhead.ts';
import { MONTH_STARTS } from '../../core/time/year.ts';
import { dayName, monthName } from '../../words/calendar.ts';
import { formatQuantity, formatRange } from '../../words/format.ts';
import { useUnits } from '../api/hooks.ts';
import { AXIS } from '../parts/axis.ts';
import { percentTicks } from '../parts/ticks.ts';

/** Loss and rain over the year ahead: a band of weather years, its middle, and bars of rain from above. */
export default function YearChart({ curve, startDay }: { curve: YearAhead['curve']; startDay: number }) {
  const units = useUnits();
  const data = curve.map((day, index) => ({
    index,
    band: [day.low * 100, day.high * 100],
    mid: day.mid * 100,
    rain: day.rain,
  }));
  const ticks = MONTH_STARTS.map((day) => (day - startDay + 365) % 365).sort((a, b) => a - b);
  const monthAt = (index: number) => monthName((index + startDay) % 365);
  const highest = Math.max(...curve.map(({ high }) => high));
  // Room above the band for the rain.
  const ticksOfLoss = percentTicks(highest * 125);
  const worst = curve.findIndex(({ high }) => high === highest);
  return (
    <figure
      className="mb-1"
      aria-label={`Loss over the year ahead, at most ${formatQuantity(highest, 'fraction', units)} in ${monthName((worst + startDay) % 365)}`}
    >
      <ResponsiveContainer width="100%" height={220}>
        <ComposedChart data={data} margin={{ top: 8, right: 4, bottom: 0, left: 0 }} accessibilityLayer={false}>
          <XAxis
            dataKey="index"
            type="number"
            domain={[0, 364]}
            ticks={ticks}
            tickFormatter={monthAt}
            {...AXIS}
            interval="equidistantPreserveStart"
            minTickGap={6}
          />
          <YAxis
            yAxisId="loss"
            width={48}
            domain={[0, ticksOfLoss.at(-1) ?? 5]}
            ticks={ticksOfLoss}
            interval={0}
            {...AXIS}
            unit=" %"
          />
          <YAxis
            yAxisId="rain"
            orientation="right"
            reversed
            width={54}
            domain={[0, 90]}
            ticks={[0, 20, 40]}
            {...AXIS}
            unit=" mm"
          />
          <Tooltip
            content={({ payload, label }) =>
              payload?.[0] ? <Note day={curve[Number(label)]} when={dateOf(Number(label), startDay)} /> : null
            }
          />
          <Area
            yAxisId="loss"
            dataKey="band"
            fill="var(--soil-2)"
            fillOpacity={0.45}
            stroke="none"
            isAnimationActive={false}
          />
          <Line
            yAxisId="loss"
            dataKey="mid"
            stroke="var(--soil-4)"
            strokeWidth={2.2}
            dot={false}
            isAnimationActive={false}
          />
          {/* One line for all days: a bar for each is a picture of its own to a slow phone. */}
          <Area
            yAxisId="rain"
            type="step"
            dataKey="rain"
            fill="var(--water)"
            fillOpacity={1}
            stroke="var(--water)"
            strokeWidth={1}
            isAnimationActive={false}
          />
        </ComposedChart>
      </ResponsiveContainer>
    </figure>
  );
}

const dateOf = (index: number, startDay: number): string => dayName((index + startDay) % 365);

function Note({ day, when }: { day: YearAhead['curve'][number] | undefined; when: string }) {
  const units = useUnits();
  if (day === undefined) return null;
  return (
    <div className="panel py-1 px-2">
      <strong>{when}</strong>: {formatQuantity(day.mid, 'fraction', units)} lost (
      {formatRange(day.low, day.high, 'fraction', units)})
      {day.rain > 0 && <>; rain {formatQuantity(day.rain, 'rain', units)}</>}
    </div>
  );
}
