import { Bar, BarChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import type { SiteWeather } from '../../contract/weather/endpoints.ts';
import { toUnits, unitOf } from '../../core/units/quantities.ts';
import { formatDate, formatQuantity } from '../../words/format.ts';
import { useUnits } from '../api/hooks.ts';
import { AXIS } from '../parts/axis.ts';

/** Daily rain on record, with the rain that is taken to clean. */
export default function RainChart({ days, cleans }: { days: SiteWeather['observed']['days']; cleans: number }) {
  const units = useUnits();
  const data = days.map(({ date, rain }) => ({ date, rain: toUnits(rain, 'rain', units) }));
  const most = days.reduce((best, day) => (day.rain > best.rain ? day : best), days[0] ?? { date: '', rain: 0 });
  return (
    <figure
      className="mb-1"
      aria-label={`Daily rain on record, most on ${formatDate(most.date, units)}: ${formatQuantity(most.rain, 'rain', units)}`}
    >
      <ResponsiveContainer width="100%" height={170}>
        <BarChart data={data} margin={{ top: 8, right: 4, bottom: 0, left: 0 }} accessibilityLayer={false}>
          <XAxis dataKey="date" {...AXIS} minTickGap={70} tickFormatter={(date: string) => formatDate(date, units)} />
          <YAxis width={56} unit={` ${unitOf('rain', units).symbol}`} {...AXIS} />
          <ReferenceLine y={toUnits(cleans, 'rain', units)} stroke="var(--heed)" strokeDasharray="5 4" />
          <Bar dataKey="rain" fill="var(--water)" isAnimationActive={false} />
        </BarChart>
      </ResponsiveContainer>
    </figure>
  );
}
