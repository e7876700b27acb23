import type { CellPatch, DiodeModule } from './string.ts';

type Cells = Pick<DiodeModule, 'cells' | 'substrings' | 'halfCut'>;

/** Where the cells of an upright module lie: two columns under each bypass diode, wired down the one and up the other. */
export interface CellGrid {
  rows: number;
  columns: number;
}

/** Rows and columns in which the cells of a module are drawn, its substrings side by side. */
export const gridOf = ({ cells, substrings }: Cells): CellGrid => ({
  columns: 2 * substrings,
  rows: cells / (2 * substrings),
});

/**
 * Index of the cell at a place, as the electrical model counts them. In a half-cut module each substring's first half
 * lies in the upper half of the module and its second in the lower.
 * @param row from 0 at the top @param column from 0 at the left
 */
export function cellAt(module: Cells, row: number, column: number): number {
  const { rows } = gridOf(module);
  const high = module.halfCut ? rows / 2 : rows;
  const half = row >= high ? 1 : 0;
  const within = row - half * high;
  const substring = Math.floor(column / 2);
  const along = column % 2 === 0 ? within : 2 * high - 1 - within;
  return substring * 2 * rows + half * 2 * high + along;
}

/**
 * The same things on the same glass, were its cells cut in halves: what covers a part of a whole cell lies on its upper
 * half-cell, and on the lower one only what does not fit there.
 */
export function onHalfCells(module: Cells, patches: readonly CellPatch[]): CellPatch[] {
  const halves = { ...module, cells: 2 * module.cells, halfCut: true };
  const { rows, columns } = gridOf(module);
  const places = new Map<number, [number, number]>();
  for (let row = 0; row < rows; row += 1)
    for (let column = 0; column < columns; column += 1) places.set(cellAt(module, row, column), [row, column]);
  return patches.flatMap(({ module: index, cell, transmittance }) => {
    const [row, column] = places.get(cell) ?? [0, 0];
    const covered = 2 * (1 - transmittance);
    const upper = { module: index, cell: cellAt(halves, 2 * row, column), transmittance: Math.max(0, 1 - covered) };
    const lower = { module: index, cell: cellAt(halves, 2 * row + 1, column), transmittance: Math.min(1, 2 - covered) };
    return lower.transmittance < 1 ? [upper, lower] : [upper];
  });
}
