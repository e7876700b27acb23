import type { SolarArray } from '../../contract/sites/endpoints.ts';
import { cellsAsTheyLie, type Mark } from '../../core/inspections/marks.ts';
import { MarkPatch } from '../parts/MarkPatches.tsx';
import { moduleSize } from '../parts/RoofDrawing.tsx';

interface CellPickerProps {
  array: Pick<SolarArray, 'orientation' | 'cells'>;
  module: number;
  marks: readonly Mark[];
  onCell: (cell: number) => void;
}

/** One module large enough for a thumb to touch its cells. */
export function CellPicker({ array, module, marks, onCell }: CellPickerProps) {
  const { width, height } = moduleSize(array);
  const grid = cellsAsTheyLie(array.cells, array.orientation);
  const [across, down] = [width / grid.columns, height / grid.rows];
  const own = marks.filter(({ modules }) => modules.includes(module));
  const covered = new Set(own.filter(({ pattern }) => pattern === 'cells').flatMap(({ cells = [] }) => cells));
  return (
    <div className="cell-picker">
      <p className="mb-1">Module {module + 1}: touch its cells.</p>
      {/* biome-ignore lint/a11y/useSemanticElements: a drawing of cells, which no element of HTML is */}
      <svg
        viewBox={`-0.02 -0.02 ${width + 0.04} ${height + 0.04}`}
        role="group"
        aria-label={`Cells of module ${module + 1}`}
      >
        <rect width={width} height={height} fill="var(--glass)" stroke="var(--frame)" strokeWidth="0.015" />
        {own.map((mark) => (
          <MarkPatch
            key={mark.kind + mark.pattern + mark.severity}
            mark={mark}
            seed={module}
            width={width}
            height={height}
            grid={grid}
          />
        ))}
        {Array.from({ length: grid.rows * grid.columns }, (_, cell) => {
          const [row, column] = [Math.floor(cell / grid.columns), cell % grid.columns];
          const press = () => onCell(cell);
          return (
            // biome-ignore lint/a11y/useSemanticElements: a cell of a drawing, which no element of HTML is
            <rect
              key={`cell ${row} ${column}`}
              className="cell"
              x={column * across}
              y={row * down}
              width={across}
              height={down}
              role="button"
              tabIndex={0}
              aria-label={`Cell row ${row + 1}, column ${column + 1}`}
              aria-pressed={covered.has(cell)}
              onClick={press}
              onKeyDown={(event) => {
                if (event.key !== 'Enter' && event.key !== ' ') return;
                event.preventDefault();
                press();
              }}
            />
          );
        })}
      </svg>
    </div>
  );
}
