import type { ReactNode } from 'react';
import { CartesianGrid, Line, LineChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { toUnits, unitOf } from '../../core/units/quantities.ts';
import type { WaterBench } from '../../core/water/bench.ts';
import { WATER_WAYS, type WaterWay } from '../../core/water/plan.ts';
import { WATER_WORDS } from '../../words/en/labels.ts';
import { formatMoney, formatNumber, formatRange } from '../../words/format.ts';
import { useCurrency, useUnits } from '../api/hooks.ts';
import { AXIS } from '../parts/axis.ts';

/** Each way by its own dash as well as its colour. */
const LINES: Record<WaterWay, { stroke: string; dash: string }> = {
  'as-is': { stroke: 'var(--soil-4)', dash: '0' },
  resin: { stroke: 'var(--water)', dash: '7 4' },
  'osmosis-resin': { stroke: 'var(--good)', dash: '2 3' },
  bought: { stroke: 'var(--wine)', dash: '10 3 2 3' },
};
const TICKS = [10, 30, 100, 300, 1000, 3000];

/** Cost and residue over the source's conductivity; the finish is drawn in, and where the source stands. */
export default function WaterCurves({ bench, conductivity }: { bench: WaterBench; conductivity: number }) {
  const units = useUnits();
  const currency = useCurrency();
  const { job } = bench;
  const rows = (of: 'costPer1000' | 'residue', least: number) =>
    bench.points.map((point) => ({
      conductivity: point.conductivity,
      ...Object.fromEntries(WATER_WAYS.map((way) => [way, Math.max(least, point.ways[way][of])])),
    }));
  const lines = WATER_WAYS.filter((way) => job.options.some((option) => option.way === way)).map((way) => (
    <Line
      key={way}
      dataKey={way}
      stroke={LINES[way].stroke}
      strokeDasharray={LINES[way].dash}
      strokeWidth={way === job.recommended ? 3 : 2}
      dot={false}
      activeDot={false}
      isAnimationActive={false}
    />
  ));
  const here = (
    <ReferenceLine
      x={conductivity}
      stroke="var(--ink)"
      strokeDasharray="3 3"
      label={{ value: 'this source', position: 'insideTopRight', fontSize: 12, fill: 'var(--ink)' }}
    />
  );
  const crossings = bench.crossings.map((crossing) => (
    <ReferenceLine key={crossing.conductivity} x={crossing.conductivity} stroke="var(--rule-middle)" />
  ));
  return (
    <figure
      className="water-curves"
      aria-label={`Cost and salts left of each way to have water, for sources of ${formatRange(TICKS[0] as number, TICKS.at(-1) as number, 'conductivity', units, 0)}`}
    >
      <figcaption>
        Cost of 1000 L on the glass, {currency}, by the source, {unitOf('conductivity', units).symbol}
        <span className="legend">
          {WATER_WAYS.map((way) => (
            <span key={way}>
              <svg width="34" height="10" aria-hidden="true">
                <path d="M0 5H34" stroke={LINES[way].stroke} strokeWidth="3" strokeDasharray={LINES[way].dash} />
              </svg>{' '}
              {WATER_WORDS[way]}
            </span>
          ))}
        </span>
      </figcaption>
      <Over
        rows={rows('costPer1000', 1)}
        height={210}
        least="auto"
        say={(value) => formatMoney(value, currency, units, 0)}
      >
        {crossings}
        {here}
        {lines}
      </Over>
      <figcaption>Salts left on the glass, mg/m²; the finish allows what lies under the line</figcaption>
      <Over
        rows={rows('residue', 0.1)}
        height={190}
        least={0.1}
        say={(value) => formatNumber(value, value < 1 ? 1 : 0, units)}
      >
        <ReferenceLine
          y={job.residueLimit}
          stroke="var(--stop)"
          strokeWidth={2}
          label={{
            value: `finish: ${formatNumber(job.residueLimit, 0, units)} mg/m²`,
            position: 'insideTopLeft',
            fontSize: 12,
            fill: 'var(--stop)',
          }}
        />
        {here}
        {lines}
      </Over>
    </figure>
  );
}

/** Lines over the conductivity of the source, both axes on a logarithm. */
function Over({
  rows,
  height,
  least,
  say,
  children,
}: {
  rows: object[];
  height: number;
  least: number | 'auto';
  say: (value: number) => string;
  children: ReactNode;
}) {
  const units = useUnits();
  return (
    <ResponsiveContainer width="100%" height={height}>
      <LineChart data={rows} margin={{ top: 8, right: 12, bottom: 4, left: 6 }} accessibilityLayer={false}>
        <CartesianGrid stroke="var(--shade-deep)" />
        <XAxis
          type="number"
          dataKey="conductivity"
          scale="log"
          domain={[TICKS[0] as number, TICKS.at(-1) as number]}
          ticks={TICKS}
          allowDataOverflow
          {...AXIS}
          tickFormatter={(value: number) => formatNumber(toUnits(value, 'conductivity', units), 0, units)}
        />
        <YAxis scale="log" domain={[least, 'auto']} width={84} tickFormatter={say} {...AXIS} />
        {children}
      </LineChart>
    </ResponsiveContainer>
  );
}
