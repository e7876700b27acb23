import { type PointerEvent, useRef } from 'react';
import { Area, ComposedChart, Line, ResponsiveContainer, useXAxisScale, XAxis, YAxis } from 'recharts';
import type { LayeredYear } from '../../core/soiling/layeredYear.ts';
import { MONTH_STARTS } from '../../core/time/year.ts';
import { dayName, monthName } from '../../words/calendar.ts';
import { AXIS } from '../parts/axis.ts';
import { percentTicks } from '../parts/ticks.ts';

const HEIGHT = 300;
const TOP = 24;
const DAYS = 365;
/** mm of rain that hang down the whole picture: a heavy day takes a third of it. */
const RAIN_SCALE = 180;

interface VisitsYearProps {
  fan: LayeredYear['fan'];
  visits: readonly number[];
  onVisits: (visits: number[]) => void;
  busy: boolean;
}

/** The year of loss as a fan, with the cleanings as handles that can be dragged or moved with the arrow keys. */
export default function VisitsYear({ fan, visits, onVisits, busy }: VisitsYearProps) {
  const data = fan.map(({ low, mid, high, rain }, day) => ({
    day,
    band: [low * 100, high * 100],
    mid: mid * 100,
    rain,
  }));
  const ticks = percentTicks(Math.max(...fan.map(({ high }) => high)) * 110);
  return (
    <section aria-label="Loss over the year with its cleanings" className="visits-year" aria-busy={busy}>
      <ResponsiveContainer width="100%" height={HEIGHT}>
        <ComposedChart data={data} margin={{ top: TOP, right: 8, bottom: 0, left: 0 }} accessibilityLayer={false}>
          <XAxis
            dataKey="day"
            type="number"
            domain={[0, DAYS]}
            ticks={MONTH_STARTS.slice()}
            tickFormatter={monthName}
            interval="equidistantPreserveStart"
            minTickGap={6}
            {...AXIS}
          />
          <YAxis
            yAxisId="loss"
            width={48}
            unit=" %"
            domain={[0, ticks.at(-1) ?? 5]}
            ticks={ticks}
            interval={0}
            {...AXIS}
          />
          <YAxis yAxisId="rain" hide reversed domain={[0, RAIN_SCALE]} />
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
          <Handles visits={visits} onVisits={onVisits} />
        </ComposedChart>
      </ResponsiveContainer>
    </section>
  );
}

/** The cleanings as pails that hang over their days. */
function Handles({ visits, onVisits }: Pick<VisitsYearProps, 'visits' | 'onVisits'>) {
  const group = useRef<SVGGElement>(null);
  const dragged = useRef<number | null>(null);
  const scale = useXAxisScale();
  if (scale === undefined) return null;
  const [left, right] = [Number(scale(0)), Number(scale(DAYS))];
  const move = (which: number, to: number) => {
    const day = ((Math.round(to) % DAYS) + DAYS) % DAYS;
    onVisits(visits.map((visit, index) => (index === which ? day : visit)));
  };
  const drag = (event: PointerEvent) => {
    const box = group.current?.ownerSVGElement?.getBoundingClientRect();
    if (dragged.current === null || !box) return;
    const day = ((event.clientX - box.left - left) / (right - left)) * DAYS;
    move(dragged.current, Math.min(DAYS - 1, Math.max(0, day)));
  };
  return (
    <g ref={group}>
      {visits.map((day, index) => (
        <g
          // biome-ignore lint/suspicious/noArrayIndexKey: a cleaning keeps its place in the list while it is dragged
          key={index}
          className="visit"
          transform={`translate(${scale(day)} 0)`}
          role="slider"
          tabIndex={0}
          aria-label={`Cleaning ${index + 1}`}
          aria-valuemin={0}
          aria-valuemax={DAYS - 1}
          aria-valuenow={day}
          aria-valuetext={dayName(day)}
          onPointerDown={(event) => {
            dragged.current = index;
            event.currentTarget.setPointerCapture(event.pointerId);
            event.currentTarget.focus();
          }}
          onPointerMove={drag}
          onPointerUp={() => {
            dragged.current = null;
          }}
          onKeyDown={(event) => {
            const step = { ArrowLeft: -1, ArrowRight: 1, PageDown: -7, PageUp: 7 }[event.key];
            if (step === undefined) return;
            event.preventDefault();
            move(index, day + step);
          }}
        >
          <path d={`M0 ${TOP}V${HEIGHT - 30}`} stroke="var(--ink)" strokeWidth="1.5" strokeDasharray="5 3" />
          <rect x="-14" y="0" width="28" height={HEIGHT - 30} fill="transparent" />
          <path d="M-11 2h22l-4 17h-14z" fill="var(--water)" stroke="var(--ink)" />
        </g>
      ))}
    </g>
  );
}
