import { type PointerEvent, useRef } from 'react';
import type { LayeredYear } from '../../core/soiling/layeredYear.ts';
import { MONTH_STARTS } from '../../core/time/year.ts';
import { dayName, MONTH_NAMES } from '../../words/calendar.ts';
import { useYearWidth } from '../parts/useNarrow.ts';

const HEIGHT = 300;
const LEFT = 44;
const TOP = 22;
const BOTTOM = 26;
const DAYS = 365;
/** mm of rain that hang down a third of the picture. */
const RAIN_SCALE = 60;

/** The year of loss as a fan, with the cleanings as handles that can be dragged or moved with the arrow keys. */
export function VisitsYear({
  fan,
  visits,
  onVisits,
  busy,
}: {
  fan: LayeredYear['fan'];
  visits: readonly number[];
  onVisits: (visits: number[]) => void;
  busy: boolean;
}) {
  const width = useYearWidth();
  const svg = useRef<SVGSVGElement>(null);
  const dragged = useRef<number | null>(null);
  const most = Math.max(0.05, Math.ceil(Math.max(...fan.map(({ high }) => high)) * 22) / 20);
  const x = (day: number) => LEFT + (day / DAYS) * (width - LEFT - 8);
  const y = (loss: number) => HEIGHT - BOTTOM - (loss / most) * (HEIGHT - TOP - BOTTOM);
  const line = (of: (day: LayeredYear['fan'][number]) => number) =>
    fan.map((day, index) => `${index === 0 ? 'M' : 'L'}${x(index).toFixed(1)} ${y(of(day)).toFixed(1)}`).join('');
  const rains = fan
    .map(({ rain }, day) =>
      rain > 0 ? `M${x(day)} ${TOP}v${(rain / RAIN_SCALE) * ((HEIGHT - TOP - BOTTOM) / 3)}` : '',
    )
    .join('');
  const band = `${line(({ high }) => high)}${[...fan]
    .map((day, index) => `L${x(index).toFixed(1)} ${y(day.low).toFixed(1)}`)
    .reverse()
    .join('')}Z`;
  const move = (which: number, to: number) => {
    const day = ((Math.round(to) % DAYS) + DAYS) % DAYS;
    onVisits(visits.map((visit, index) => (index === which ? day : visit)));
  };
  const drag = (event: PointerEvent) => {
    const box = svg.current?.getBoundingClientRect();
    if (dragged.current === null || !box) return;
    const at = ((event.clientX - box.left) / box.width) * width;
    move(dragged.current, Math.min(DAYS - 1, Math.max(0, ((at - LEFT) / (width - LEFT - 8)) * DAYS)));
  };
  return (
    <section aria-label="Loss over the year with its cleanings">
      <svg
        ref={svg}
        className="visits-year"
        viewBox={`0 0 ${width} ${HEIGHT}`}
        aria-busy={busy}
        onPointerMove={drag}
        onPointerUp={() => {
          dragged.current = null;
        }}
      >
        <title>Loss over the year; drag a cleaning to another day</title>
        {[0, 0.25, 0.5, 0.75, 1].map((share) => (
          <g key={share}>
            <path d={`M${LEFT} ${y(share * most)}H${width - 8}`} stroke="#ddd6c4" />
            <text x={LEFT - 6} y={y(share * most) + 4} textAnchor="end" fontSize="11" fill="#4c5853">
              {Math.round(share * most * 1000) / 10} %
            </text>
          </g>
        ))}
        {MONTH_NAMES.map((month, index) => (
          <text
            key={month}
            x={x((MONTH_STARTS[index] ?? 0) + 15)}
            y={HEIGHT - 8}
            textAnchor="middle"
            fontSize="11"
            fill="#4c5853"
          >
            {width < 500 ? month.slice(0, 1) : month}
          </text>
        ))}
        <path d={rains} stroke="#0a5f7d" strokeWidth="1.4" />
        <path d={band} fill="#c0a468" opacity="0.45" />
        <path d={line(({ mid }) => mid)} fill="none" stroke="#5e431d" strokeWidth="2.2" />
        {visits.map((day, index) => (
          <g
            // biome-ignore lint/suspicious/noArrayIndexKey: a cleaning keeps its place in the list while it is dragged
            key={index}
            className="visit"
            transform={`translate(${x(day)} 0)`}
            role="slider"
            tabIndex={0}
            aria-label={`Cleaning ${index + 1}`}
            aria-valuemin={0}
            aria-valuemax={DAYS - 1}
            aria-valuenow={day}
            aria-valuetext={dayName(day)}
            onPointerDown={(event) => {
              dragged.current = index;
              event.currentTarget.focus();
            }}
            onKeyDown={(event) => {
              const step = { ArrowLeft: -1, ArrowRight: 1, PageDown: -7, PageUp: 7 }[event.key];
              if (step === undefined) return;
              event.preventDefault();
              move(index, day + step);
            }}
          >
            <path d={`M0 ${TOP}V${HEIGHT - BOTTOM}`} stroke="#17211e" strokeWidth="1.5" strokeDasharray="5 3" />
            <rect x="-14" y="0" width="28" height={HEIGHT - BOTTOM} fill="transparent" />
            <path d="M-11 2h22l-4 17h-14z" fill="#0a5f7d" stroke="#17211e" />
          </g>
        ))}
      </svg>
    </section>
  );
}
