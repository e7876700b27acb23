import { Bar, BarChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import type { SiteWeather } from '../../contract/weather/endpoints.ts';
import { toUnits, unitOf } from '../../core/units/quantities.ts';
import { formatDate, formatQuantity } from '../../words/format.ts';
import { useUnits } from '../api/hooks.ts';

/** Daily rain on record, with the rain that is taken to clean. */
export default function RainChart({ days, cleans }: { days: SiteWeather['observed']['days']; cleans: number }) {
  const units = useUnits();
  const data = days.map(({ date, rain }) => ({ date, rain: toUnits(rain, 'rain', units) }));
  const most = days.reduce((best, day) => (day.rain > best.rain ? day : best), days[0] ?? { date: '', rain: 0 });
  const axis = { tick: { fill: '#4c5853', fontSize: 12 }, stroke: '#6e6a5c' };
  return (
    <figure
      className="mb-1"
      aria-label={`Daily rain on record, most on ${formatDate(most.date, units)}: ${formatQuantity(most.rain, 'rain', units)}`}
    >
      <ResponsiveContainer width="100%" height={170}>
        <BarChart data={data} margin={{ top: 8, right: 4, bottom: 0, left: 0 }} accessibilityLayer={false}>
          <XAxis dataKey="date" {...axis} minTickGap={70} tickFormatter={(date: string) => formatDate(date, units)} />
          <YAxis width={56} unit={` ${unitOf('rain', units).symbol}`} {...axis} />
          <ReferenceLine y={toUnits(cleans, 'rain', units)} stroke="#8a4b08" strokeDasharray="5 4" />
          <Bar dataKey="rain" fill="#0a5f7d" isAnimationActive={false} />
        </BarChart>
      </ResponsiveContainer>
    </figure>
  );
}
