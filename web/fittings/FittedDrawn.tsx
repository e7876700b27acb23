import { MODULE_SIZE } from '../../core/assumptions.ts';
import type { FittedKind, WaterStands } from '../../core/fittings/kinds.ts';
import type { FittedFace } from '../../core/fittings/lay.ts';
import { placesOf } from '../../core/sites/layout.ts';
import { MODULE_GAP } from '../../core/sites/section.ts';
import { rowsInWords } from '../../words/en/fittings.ts';
import { FITTED_WORDS } from '../../words/en/labels.ts';

/** What is drawn: a fitting on rows of a face, and the rows that are left without. */
interface FittedDrawnProps {
  name: string;
  face: FittedFace;
  kind: FittedKind;
  stands: WaterStands;
  rows: readonly number[];
  /** rows that have it already; default none */
  had?: readonly number[];
  control: readonly number[];
}

/** Metres beside the modules for the numbers of the rows. */
const MARGIN = 0.8;

/** Where on the lower frame of a module clips go, in shares of its width. */
const CLIPS_AT: Record<WaterStands, readonly number[]> = { along: [0.06, 0.94], middle: [0.5], corner: [0.94] };

/** The face with what is fitted on it, where it goes on each module; the rows left without are dashed. */
export function FittedDrawn({ name, face, kind, stands, rows, had = [], control }: FittedDrawnProps) {
  const portrait = face.orientation === 'portrait';
  const [wide, high] = portrait ? [MODULE_SIZE.short, MODULE_SIZE.long] : [MODULE_SIZE.long, MODULE_SIZE.short];
  const holes = new Set(face.missing);
  const [width, height] = [face.columns * (wide + MODULE_GAP), face.rows * (high + MODULE_GAP)];
  const all = [...had, ...rows];
  const gutter = kind === 'gutter' && all.length > 0;
  return (
    <figure className="line-drawn fitted-drawn">
      <figcaption>
        {name}: {rows.length > 0 ? `${FITTED_WORDS[kind]} on ${rowsInWords(rows)}` : FITTED_WORDS[kind]}
        {had.length > 0 && `; ${rowsInWords(had)} ${had.length === 1 ? 'has' : 'have'} it already`}
        {control.length > 0 && `; ${rowsInWords(control)} left without, to compare`}
      </figcaption>
      <svg
        viewBox={`${-MARGIN} -0.4 ${width + MARGIN + 0.1} ${height + 0.6}`}
        role="img"
        aria-label={`${face.rows} rows of ${face.columns} modules, ${portrait ? 'upright' : 'lying'}: ${FITTED_WORDS[kind]} on ${all.length > 0 ? rowsInWords(all) : 'no row'}, none on ${control.length > 0 ? rowsInWords(control) : 'no row'}`}
      >
        {gutter && <path className="fitted-line" d={`M 0 -0.15 H ${width}`} />}
        {Array.from({ length: face.rows }, (_, at) => {
          const row = face.origin.row + at;
          const y = at * (high + MODULE_GAP);
          const has = all.includes(row);
          return (
            <g key={row} className={control.includes(row) ? 'without' : had.includes(row) ? 'had' : ''}>
              <text x={-0.15} y={y + high / 2 + 0.15} textAnchor="end" fontSize="0.42">
                {row + 1}
              </text>
              {Array.from({ length: face.columns }, (_, column) => column)
                .filter((column) => !holes.has(at * face.columns + column))
                .map((column) => {
                  const x = column * (wide + MODULE_GAP);
                  return (
                    <g key={column}>
                      <rect
                        className={`fitted-glass ${has && kind === 'coating' ? 'coated' : ''}`}
                        x={x}
                        y={y}
                        width={wide}
                        height={high}
                      />
                      {has && kind === 'deterrent' && <path className="fitted-line" d={`M ${x} ${y} h ${wide}`} />}
                    </g>
                  );
                })}
            </g>
          );
        })}
        {/* Over all glass: a clip hangs at the edge of two rows. */}
        {kind === 'drain-clip' &&
          placesOf(face)
            .filter(({ row }) => all.includes(row))
            .flatMap(({ row, column }) => {
              const [x, y] = [
                (column - face.origin.column) * (wide + MODULE_GAP),
                (row - face.origin.row) * (high + MODULE_GAP) + high,
              ];
              return CLIPS_AT[stands].map((share) => (
                <circle
                  key={`${row} ${column} ${share}`}
                  className={had.includes(row) ? 'fitted-clip had' : 'fitted-clip'}
                  cx={x + share * wide}
                  cy={y}
                  r={0.14}
                />
              ));
            })}
      </svg>
    </figure>
  );
}
