import { type KeyboardEvent, memo, type PointerEvent, useState } from 'react';
import { cellAt } from '../../core/modules/cellLayout.ts';
import { EXAMPLE_MODULE } from '../../core/modules/exampleModule.ts';
import { counted } from '../../words/counted.ts';
import { useNarrow } from '../parts/useNarrow.ts';
import { GRID, type Laid, type Place } from './patches.ts';

const CELL = 10;
const GAP = 6;
const WIDTH = GRID.columns * CELL;
const HEIGHT = GRID.rows * CELL;

/** Colour of a cell by what comes through: dark glass, earth over it, near-white for what covers nearly all. */
function shade(through: number): string {
  if (through >= 0.999) return 'var(--cell)';
  if (through > 0.6) return 'var(--shade-most)';
  if (through > 0.3) return 'var(--shade-part)';
  return 'var(--shade-deep)';
}

/** The string drawn with every cell. A pointer or the keys lay things on it; row 1 is the upper edge. */
export function StringDrawing({
  modules,
  laid,
  film,
  onPlace,
}: {
  modules: number;
  laid: Laid;
  film: number;
  /** left out where the drawing is only to be looked at */
  onPlace?: ((place: Place, begins: boolean) => void) | undefined;
}) {
  const [cursor, setCursor] = useState<Place>({ module: 0, row: 0, column: 0 });
  const aRow = useNarrow() ? 3 : 6;
  const lines = Math.ceil(modules / aRow);
  const placeOf = (event: PointerEvent): Place | null => {
    const { module, row, column } = (event.target as SVGElement).dataset;
    return module === undefined ? null : { module: Number(module), row: Number(row), column: Number(column) };
  };
  const touch = (event: PointerEvent, begins: boolean) => {
    const place = placeOf(event);
    if (!place || !onPlace) return;
    setCursor(place);
    onPlace(place, begins);
  };
  const press = (event: KeyboardEvent) => {
    if (!onPlace) return;
    if (event.key === 'Enter' || event.key === ' ') {
      event.preventDefault();
      onPlace(cursor, true);
      return;
    }
    const step = { ArrowLeft: [0, -1], ArrowRight: [0, 1], ArrowUp: [-1, 0], ArrowDown: [1, 0] }[event.key];
    if (!step) return;
    event.preventDefault();
    setCursor(moved(cursor, step[0] ?? 0, step[1] ?? 0, modules));
  };
  const says = `Module ${cursor.module + 1}, row ${cursor.row + 1}, column ${cursor.column + 1}`;
  return (
    <div className="string-drawing">
      <svg
        viewBox={`-2 -2 ${aRow * (WIDTH + GAP) + 2} ${lines * (HEIGHT + GAP) + 2}`}
        role={onPlace ? 'application' : 'img'}
        aria-label={`A string of ${counted(modules, 'module')}. ${onPlace ? `Arrow keys move, Enter lays. ${says}` : ''}`}
        tabIndex={onPlace ? 0 : undefined}
        onKeyDown={press}
        onPointerDown={(event) => touch(event, true)}
        onPointerMove={(event) => event.pointerType === 'mouse' && event.buttons === 1 && touch(event, false)}
      >
        {Array.from({ length: modules }, (_, module) => ({ module, key: `m${module}` })).map(({ module, key }) => (
          <g
            key={key}
            transform={`translate(${(module % aRow) * (WIDTH + GAP)} ${Math.floor(module / aRow) * (HEIGHT + GAP)})`}
          >
            <rect x="-1" y="-1" width={WIDTH + 2} height={HEIGHT + 2} fill="var(--glass-faint)" />
            <Cells module={module} through={throughOf(laid, module)} />
            {film < 1 && (
              <rect
                width={WIDTH}
                height={HEIGHT}
                fill="var(--soil-3)"
                opacity={(1 - film) * 1.6}
                pointerEvents="none"
              />
            )}
            {onPlace && cursor.module === module && (
              <rect
                className="cursor"
                x={cursor.column * CELL}
                y={cursor.row * CELL}
                width={CELL}
                height={CELL}
                pointerEvents="none"
              />
            )}
          </g>
        ))}
      </svg>
    </div>
  );
}

/** What comes through each cell of a module, row by row, as one text: a module whose text stays is not drawn again. */
const throughOf = (laid: Laid, module: number): string =>
  Array.from(
    { length: GRID.rows * GRID.columns },
    (_, index) =>
      laid[`${module}:${cellAt(EXAMPLE_MODULE, Math.floor(index / GRID.columns), index % GRID.columns)}`] ?? 1,
  ).join();

const Cells = memo(function Cells({ module, through }: { module: number; through: string }) {
  return through.split(',').map((share, index) => {
    const row = Math.floor(index / GRID.columns);
    const column = index % GRID.columns;
    const key = `c${row}-${column}`;
    return (
      <rect
        key={key}
        data-module={module}
        data-row={row}
        data-column={column}
        x={column * CELL + 0.4}
        y={row * CELL + 0.4}
        width={CELL - 0.8}
        height={CELL - 0.8}
        fill={shade(Number(share))}
      />
    );
  });
});

/** The next place in a direction, from module to module where a row of cells ends. */
function moved(from: Place, down: number, right: number, modules: number): Place {
  const row = Math.min(GRID.rows - 1, Math.max(0, from.row + down));
  const along = from.module * GRID.columns + from.column + right;
  const within = Math.min(modules * GRID.columns - 1, Math.max(0, along));
  return { row, module: Math.floor(within / GRID.columns), column: within % GRID.columns };
}
