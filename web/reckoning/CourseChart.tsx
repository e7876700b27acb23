import {
  Area,
  ComposedChart,
  ErrorBar,
  Line,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  XAxis,
  YAxis,
} from 'recharts';
import type { KnownOnRecord } from '../../core/reckoning/reckoning.ts';
import { addedDays, daysBetween } from '../../core/time/dates.ts';
import { formatDate, formatQuantity } from '../../words/format.ts';
import { useUnits } from '../api/hooks.ts';
import { AXIS } from '../parts/axis.ts';
import { percentTicks } from '../parts/ticks.ts';

/** The loss from the last wash to today as a band, with the evidence on it where it stood in time. */
export default function CourseChart({ known }: { known: KnownOnRecord }) {
  const units = useUnits();
  const band = known.course.map(({ day, p10, p50, p90 }) => ({ day, band: [p10 * 100, p90 * 100], mid: p50 * 100 }));
  const first = known.course[0]?.day ?? 0;
  const last = known.course.at(-1)?.day ?? 0;
  const seen = known.evidence.flatMap(({ says, unheard, until, kind }) => {
    const day = daysBetween(known.from, until);
    return says && unheard === null && kind !== 'energy' && day >= first && day <= last
      ? [
          {
            day,
            says: says.mid * 100,
            error: [Math.min(says.mid, says.mid - says.low) * 100, (says.high - says.mid) * 100],
          },
        ]
      : [];
  });
  const date = (day: number) => formatDate(addedDays(known.from, day), units);
  const top = Math.max(
    5,
    ...known.course.map(({ p90 }) => p90 * 100),
    ...seen.map(({ says, error }) => says + (error[1] ?? 0)),
  );
  const ticks = percentTicks(top);
  return (
    <figure
      className="mb-1"
      aria-label={`Loss from ${date(first)} to today: between ${formatQuantity(known.loss.p10, 'fraction', units)} and ${formatQuantity(known.loss.p90, 'fraction', units)} now`}
    >
      <ResponsiveContainer width="100%" height={210}>
        <ComposedChart data={band} margin={{ top: 8, right: 12, bottom: 0, left: 0 }} accessibilityLayer={false}>
          <XAxis
            dataKey="day"
            type="number"
            domain={[first, last]}
            tickFormatter={date}
            tickCount={5}
            minTickGap={40}
            {...AXIS}
          />
          <YAxis
            width={48}
            unit=" %"
            domain={[0, ticks.at(-1) ?? top]}
            ticks={ticks}
            interval={0}
            allowDataOverflow
            {...AXIS}
          />
          <Area dataKey="band" fill="var(--soil-2)" fillOpacity={0.45} stroke="none" isAnimationActive={false} />
          <Line dataKey="mid" stroke="var(--soil-4)" strokeWidth={2.2} dot={false} isAnimationActive={false} />
          {known.washDays
            .filter((day) => day >= first && day <= last)
            .map((day) => (
              <ReferenceLine key={day} x={day} stroke="var(--water)" strokeDasharray="4 3" />
            ))}
          <Scatter data={seen} dataKey="says" fill="var(--ink)" isAnimationActive={false}>
            <ErrorBar dataKey="error" direction="y" width={5} stroke="var(--ink)" strokeWidth={1.4} />
          </Scatter>
        </ComposedChart>
      </ResponsiveContainer>
    </figure>
  );
}
