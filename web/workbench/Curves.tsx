import { CartesianGrid, Line, LineChart, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import type { StringCurve } from '../../core/modules/string.ts';
import { formatQuantity } from '../../words/format.ts';
import { useUnits } from '../api/hooks.ts';
import { AXIS } from '../parts/axis.ts';

const points = ({ voltage, power }: StringCurve) =>
  voltage.map((v, index) => ({ voltage: v, power: power[index] ?? 0 })).sort((a, b) => a.voltage - b.voltage);

/** Power over voltage, clean and as it is; several peaks are usual where diodes carry the current round. */
export default function Curves({ clean, soiled }: { clean: StringCurve; soiled: StringCurve }) {
  const units = useUnits();
  const most = Math.max(...soiled.power, 0);
  return (
    <figure aria-label={`Power over voltage; the highest peak is ${formatQuantity(most, 'power', units)}`}>
      <ResponsiveContainer width="100%" height={220}>
        <LineChart margin={{ top: 6, right: 10, bottom: 4, left: 0 }} accessibilityLayer={false}>
          <CartesianGrid stroke="var(--shade-deep)" />
          <XAxis
            type="number"
            dataKey="voltage"
            unit=" V"
            domain={[0, 'dataMax']}
            tickFormatter={(value: number) => value.toFixed(0)}
            {...AXIS}
          />
          <YAxis unit=" W" width={64} {...AXIS} />
          <Line
            data={points(clean)}
            dataKey="power"
            stroke="var(--water)"
            strokeDasharray="6 4"
            dot={false}
            isAnimationActive={false}
          />
          <Line
            data={points(soiled)}
            dataKey="power"
            stroke="var(--soil-4)"
            strokeWidth={2.5}
            dot={false}
            isAnimationActive={false}
          />
        </LineChart>
      </ResponsiveContainer>
      <figcaption className="quiet">Dashed: clean. Solid: as drawn.</figcaption>
    </figure>
  );
}
