import { MONTH_STARTS } from '../../core/time/year.ts';
import { dayName, MONTH_NAMES } from '../../words/calendar.ts';
import { useNarrow } from '../parts/useNarrow.ts';

const EDGE = 10;

/** The days of a schedule on the months of a year. */
export function DaysOfYear({ days }: { days: readonly number[] }) {
  const narrow = useNarrow();
  // Fewer units on a phone, so that its letters stay readable.
  const width = narrow ? 400 : 730;
  const x = (day: number) => EDGE + (day / 365) * (width - 2 * EDGE);
  return (
    <svg
      className="often-days"
      viewBox={`0 0 ${width} 46`}
      role="img"
      aria-label={days.map(dayName).join(', ') || 'no day'}
    >
      {MONTH_STARTS.map((start, month) => (
        <g key={start}>
          <path d={`M${x(start)} 4V26`} stroke="var(--rule)" />
          <text x={x(start + 15)} y="41" textAnchor="middle" fontSize="12" fill="var(--quiet)">
            {narrow ? MONTH_NAMES[month]?.slice(0, 1) : MONTH_NAMES[month]}
          </text>
        </g>
      ))}
      <path d={`M${EDGE} 26H${width - EDGE}`} stroke="var(--rule-strong)" strokeWidth="1.5" />
      {days.map((day) => (
        <path key={day} d={`M${x(day) - 8} 6h16l-3 16h-10z`} fill="var(--water)" stroke="var(--ink)" />
      ))}
    </svg>
  );
}
