import { Link } from 'react-router';
import type { DaySchedule } from '../../contract/schedule/endpoints.ts';
import { onDayAxis } from '../../core/schedule/onDayAxis.ts';
import { formatQuantity } from '../../words/format.ts';
import { useUnits } from '../api/hooks.ts';

const WIDTH = 1200;
const LEFT = 232;
const ROW = 62;
const TOP = 34;

const clock = (hour: number): string =>
  `${String(Math.floor(hour)).padStart(2, '0')}:${String(Math.round((hour % 1) * 60)).padStart(2, '0')}`;

/** How much of a job's kit is in the van. */
export const kitWords = ({ items, packed }: DaySchedule['coming'][number]['kit']): string =>
  packed === items ? 'kit packed' : `kit ${packed} of ${items}`;

/**
 * One axis from first to last light. Each job lies in the cool hours of its glass: the drive, then the wash, begun at
 * first light; hatched hours are not now: heat, drying, wind or frost the glass.
 */
export function DayAxis({ day }: { day: DaySchedule }) {
  const units = useUnits();
  const from = Math.floor(day.firstLight);
  const to = Math.ceil(day.lastLight);
  const x = (hour: number) => LEFT + ((hour - from) / Math.max(1, to - from)) * (WIDTH - LEFT - 16);
  const height = TOP + Math.max(1, day.jobs.length) * ROW + 8;
  const hours = Array.from({ length: to - from + 1 }, (_, index) => from + index);
  return (
    <section className="day-axis" aria-label="The day from first to last light">
      <svg
        viewBox={`0 0 ${WIDTH} ${height}`}
        width="100%"
        role="img"
        aria-label={`First light ${clock(day.firstLight)}, last light ${clock(day.lastLight)}, ${day.jobs.length} jobs`}
      >
        <defs>
          <pattern id="hot" width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <rect width="9" height="9" fill="var(--sand-wash)" />
            <rect width="3.5" height="9" fill="var(--sand)" />
          </pattern>
        </defs>
        {hours.map((hour) => (
          <g key={hour}>
            <path d={`M${x(hour)} ${TOP - 8}V${height - 4}`} stroke="var(--rule)" />
            <text x={x(hour)} y={TOP - 14} textAnchor="middle" fontSize="13" fill="var(--quiet)">
              {String(hour).padStart(2, '0')}
            </text>
          </g>
        ))}
        <path
          d={`M${x(day.firstLight)} ${TOP - 8}V${height - 4}M${x(day.lastLight)} ${TOP - 8}V${height - 4}`}
          stroke="var(--pine)"
          strokeWidth="2.5"
        />
        {day.jobs.length === 0 && (
          <text x="12" y={TOP + 30} fontSize="15" fill="var(--quiet)">
            No job on this day.
          </text>
        )}
        {day.jobs.map((job, index) => {
          const y = TOP + index * ROW;
          const { start, wash, end, intoHeat } = onDayAxis({ ...job, firstLight: day.firstLight });
          const left = `${job.modulesLeft} of ${job.modules} left${intoHeat ? '; runs into hot glass: split, or warm the water' : ''}`;
          return (
            <g key={job.id}>
              <rect
                x={x(day.firstLight)}
                y={y + 8}
                width={x(day.lastLight) - x(day.firstLight)}
                height={ROW - 16}
                fill="url(#hot)"
              />
              {job.cool.map((window) => (
                <rect
                  key={window.from}
                  x={x(window.from)}
                  y={y + 8}
                  width={Math.max(2, x(window.to) - x(window.from))}
                  height={ROW - 16}
                  fill="var(--water-pale)"
                />
              ))}
              <rect
                x={x(start)}
                y={y + 24}
                width={x(wash) - x(start)}
                height="14"
                fill="var(--white)"
                stroke="var(--ink)"
                strokeDasharray="4 3"
              />
              <rect
                x={x(wash)}
                y={y + 17}
                width={x(end) - x(wash)}
                height="28"
                fill="var(--water)"
                stroke="var(--water-deep)"
              />
              <text x={x(end) + 8} y={y + 36} fontSize="14" fontWeight="700" fill="var(--ink)">
                {left}
              </text>
              <text x="12" y={y + 28} fontSize="15" fontWeight="700" fill="var(--ink)">
                {job.site}
              </text>
              <text x="12" y={y + 46} fontSize="13" fill="var(--quiet)">
                {Math.floor(job.minutes / 60)} h {Math.round(job.minutes % 60)} min,{' '}
                {formatQuantity(job.litres, 'volume', units)}, {kitWords(job.kit)}
              </text>
            </g>
          );
        })}
      </svg>
      <div className="legend">
        <span>
          <span className="swatch" style={{ background: 'var(--water-pale)' }} /> cool window under a clear sky in a
          usual month
        </span>
        <span>
          <span
            className="swatch"
            style={{ background: 'repeating-linear-gradient(45deg, var(--sand-wash) 0 3px, var(--sand) 3px 5px)' }}
          />{' '}
          not now: heat, drying, wind or frost
        </span>
        <span>
          <span className="swatch" style={{ background: 'var(--water)' }} /> wash
        </span>
        <span>
          <span className="swatch" style={{ border: '1px dashed var(--ink)' }} /> drive
        </span>
        {day.jobs.map((job) => (
          <Link key={job.id} to={`/sites/${job.siteId}/wash`}>
            open {job.site}
          </Link>
        ))}
      </div>
    </section>
  );
}
