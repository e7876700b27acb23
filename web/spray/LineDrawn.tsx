import type { SolarArray } from '../../contract/sites/endpoints.ts';
import type { RowFlow, SprayRows } from '../../core/spray/rows.ts';
import { formatNumber, formatQuantity } from '../../words/format.ts';
import { useUnits } from '../api/hooks.ts';

const [WIDTH, HEIGHT, LEFT, TOP] = [640, 250, 70, 34];

/** The face with its pipes: a stroke from each hole as long as what comes out of it, the riser, and the valve. */
export function LineDrawn({
  array,
  rows,
  valve,
}: {
  array: SolarArray;
  rows: readonly RowFlow[];
  valve: SprayRows['valve'];
}) {
  const units = useUnits();
  const [across, down] = [WIDTH - LEFT - 20, HEIGHT - TOP - 30];
  const most = Math.max(...rows.flatMap(({ holes }) => holes.map(({ lpm }) => lpm)), 1e-9);
  const longest = Math.max(...rows.map(({ holes }) => holes.at(-1)?.distance ?? 0), 1e-9);
  const yOf = (row: number) => TOP + (row * down) / rows.length;
  const stroke = (down / rows.length) * 0.75;
  return (
    <figure className="line-drawn">
      <figcaption>
        {array.name}: {rows.length === 1 ? 'one pipe' : `${rows.length} pipes`}, each stroke as long as what its hole
        gives
      </figcaption>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="img"
        aria-label={rows
          .map(
            ({ holes, totalLpm }, at) =>
              `Pipe ${at + 1}: ${holes.length} holes, ${formatNumber(totalLpm, 1, units)} L/min, ${formatQuantity(holes[0]?.head ?? 0, 'length', units, 1)} of water behind the first hole and ${formatQuantity(holes.at(-1)?.head ?? 0, 'length', units, 1)} behind the last`,
          )
          .join('. ')}
      >
        {Array.from({ length: array.columns }, (_, column) => (
          <rect
            // biome-ignore lint/suspicious/noArrayIndexKey: columns have no other name
            key={column}
            x={LEFT + (column * across) / array.columns}
            y={TOP}
            width={across / array.columns}
            height={down}
            className="line-glass"
          />
        ))}
        <path className="line-pipe" d={`M ${LEFT - 30} ${HEIGHT - 12} V ${yOf(0)}`} />
        {rows.map(({ holes }, at) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: rows have no other name
          <g key={at}>
            <path className="line-pipe" d={`M ${LEFT - 30} ${yOf(at)} H ${LEFT + across}`} />
            {holes.map(({ distance, lpm }) => {
              const x = LEFT + 2 + (distance / longest) * (across - 4);
              return (
                <line
                  key={distance}
                  className="line-water"
                  x1={x}
                  x2={x}
                  y1={yOf(at) + 3}
                  y2={yOf(at) + 3 + (stroke * lpm) / most}
                />
              );
            })}
            {valve?.row === at && (
              <g>
                <path className="line-valve" d={`M ${LEFT - 22} ${yOf(at) - 7} l 14 14 v -14 l -14 14 z`} />
                <text x={LEFT - 26} y={yOf(at) + 24} fontSize="12">
                  valve
                </text>
              </g>
            )}
          </g>
        ))}
        <text x={LEFT - 60} y={HEIGHT - 4} fontSize="12">
          riser
        </text>
      </svg>
    </figure>
  );
}
