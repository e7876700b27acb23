import { useId } from 'react';
import { Bar, BarChart, LabelList, ReferenceArea, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import type { FrequencyOption } from '../../core/frequency/optimalDays.ts';
import { AXIS } from '../parts/axis.ts';

/** What stands beside the columns, px. */
const LEFT = 84;
const RIGHT = 8;

/** The least round number not under a value. */
const roundUp = (value: number): number => {
  const power = 10 ** Math.floor(Math.log10(value));
  return power * ([1, 1.5, 2, 2.5, 3, 4, 5, 6, 8, 10].find((step) => step * power >= value) ?? 10);
};

interface OftenChartProps {
  options: readonly FrequencyOption[];
  best: number;
  chosen: number;
  onChoose: (cleans: number) => void;
  money: (amount: number) => string;
}

/** What the dirt and the cleanings cost a year for each number of cleanings; a bar answers a click and the arrow keys. */
export default function OftenChart({ options, best, chosen, onChoose, money }: OftenChartProps) {
  const stripes = useId();
  const most = roundUp(Math.max(...options.map(({ total }) => total), 1));
  const data = options.map((option) => ({ ...option, mark: option.cleans === best ? 'best' : '' }));
  const turn = (event: React.KeyboardEvent) => {
    const step = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (step === undefined) return;
    event.preventDefault();
    onChoose(Math.min(options.length - 1, Math.max(0, chosen + step)));
  };
  const press = (event: React.PointerEvent<HTMLDivElement>) => {
    const { left, width } = event.currentTarget.getBoundingClientRect();
    const column = Math.floor(((event.clientX - left - LEFT) / (width - LEFT - RIGHT)) * options.length);
    if (column >= 0 && column < options.length) onChoose(column);
  };
  return (
    <div
      className="often-chart"
      role="slider"
      tabIndex={0}
      aria-label="Cleanings a year"
      aria-valuemin={0}
      aria-valuemax={options.length - 1}
      aria-valuenow={chosen}
      aria-valuetext={`${chosen}: together ${money(options[chosen]?.total ?? 0)} a year`}
      onKeyDown={turn}
      onPointerDown={press}
    >
      <ResponsiveContainer width="100%" height={250}>
        <BarChart data={data} margin={{ top: 20, right: RIGHT, bottom: 0, left: 0 }} accessibilityLayer={false}>
          <defs>
            <pattern id={stripes} width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
              <rect width="7" height="7" fill="var(--water-pale)" />
              <rect width="3" height="7" fill="var(--water)" />
            </pattern>
          </defs>
          <XAxis dataKey="cleans" interval={0} {...AXIS} />
          <YAxis width={LEFT} domain={[0, most]} ticks={[0, most / 2, most]} tickFormatter={money} {...AXIS} />
          <ReferenceArea x1={chosen} x2={chosen} fill="var(--water-wash)" fillOpacity={1} />
          <Bar stackId="year" dataKey="lostValue" fill="var(--soil-4)" isAnimationActive={false} />
          <Bar
            stackId="year"
            dataKey="cost"
            fill={`url(#${stripes})`}
            stroke="var(--water-deep)"
            strokeWidth={0.8}
            isAnimationActive={false}
          >
            <LabelList dataKey="mark" position="top" fill="var(--ink)" fontSize={12} fontWeight={700} />
          </Bar>
        </BarChart>
      </ResponsiveContainer>
    </div>
  );
}
