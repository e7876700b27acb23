import type { FrequencyOption } from '../../core/frequency/optimalDays.ts';
import { MONTH_STARTS } from '../../core/time/year.ts';
import { dayName, MONTH_NAMES } from '../../words/calendar.ts';
import { useYearWidth } from '../parts/useNarrow.ts';

const HEIGHT = 250;
const TOP = 24;
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
export function OftenChart({ options, best, chosen, onChoose, money }: OftenChartProps) {
  const width = useYearWidth();
  const most = roundUp(Math.max(...options.map(({ total }) => total), 1));
  const slot = (width - LEFT - RIGHT) / options.length;
  const foot = HEIGHT - 28;
  const gap = slot * 0.16;
  const height = (amount: number) => (amount / most) * (HEIGHT - TOP - 28);
  const turn = (event: React.KeyboardEvent) => {
    const step = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (step === undefined) return;
    event.preventDefault();
    onChoose(Math.min(options.length - 1, Math.max(0, chosen + step)));
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
    >
      <svg viewBox={`0 0 ${width} ${HEIGHT}`} aria-hidden="true">
        <defs>
          <pattern id="cleanings" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <rect width="7" height="7" fill="#cfe3ea" />
            <rect width="3" height="7" fill="#0a5f7d" />
          </pattern>
        </defs>
        {[0, 0.5, 1].map((share) => (
          <g key={share}>
            <path d={`M${LEFT} ${foot - height(share * most)}H${width - RIGHT}`} stroke="#ddd6c4" />
            <text x={LEFT - 6} y={foot - height(share * most) + 4} textAnchor="end" fontSize="12" fill="#4c5853">
              {money(share * most)}
            </text>
          </g>
        ))}
        {options.map(({ cleans, lostValue, cost, total }) => {
          const x = LEFT + cleans * slot;
          return (
            <g key={cleans} className="option" onPointerDown={() => onChoose(cleans)}>
              <rect
                x={x + 1}
                y={TOP - 22}
                width={slot - 2}
                height={HEIGHT - TOP + 22}
                fill={cleans === chosen ? '#e3eef1' : 'transparent'}
              />
              <rect
                x={x + gap}
                y={foot - height(lostValue)}
                width={slot - 2 * gap}
                height={height(lostValue)}
                fill="#5e431d"
              />
              <rect
                x={x + gap}
                y={foot - height(total)}
                width={slot - 2 * gap}
                height={height(cost)}
                fill="url(#cleanings)"
                stroke="#074a62"
                strokeWidth={cost > 0 ? 0.8 : 0}
              />
              {cleans === best && (
                <text x={x + slot / 2} y={foot - height(total) - 6} textAnchor="middle" fontSize="12" fontWeight="700">
                  best
                </text>
              )}
              <text
                x={x + slot / 2}
                y={HEIGHT - 9}
                textAnchor="middle"
                fontSize="14"
                fontWeight={cleans === chosen ? 700 : 400}
              >
                {cleans}
              </text>
            </g>
          );
        })}
      </svg>
    </div>
  );
}

const EDGE = 10;

/** The days of a schedule on the months of a year. */
export function DaysOfYear({ days }: { days: readonly number[] }) {
  const width = useYearWidth();
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
          <path d={`M${x(start)} 4V26`} stroke="#c9c2b0" />
          <text x={x(start + 15)} y="41" textAnchor="middle" fontSize="12" fill="#4c5853">
            {width < 500 ? MONTH_NAMES[month]?.slice(0, 1) : MONTH_NAMES[month]}
          </text>
        </g>
      ))}
      <path d={`M${EDGE} 26H${width - EDGE}`} stroke="#6e6a5c" strokeWidth="1.5" />
      {days.map((day) => (
        <path key={day} d={`M${x(day) - 8} 6h16l-3 16h-10z`} fill="#0a5f7d" stroke="#17211e" />
      ))}
    </svg>
  );
}
