import { cellAt, gridOf } from '../../core/modules/cellLayout.ts';
import { EXAMPLE_MODULE } from '../../core/modules/exampleModule.ts';
import type { CellPatch } from '../../core/modules/string.ts';

/** What can be laid on the glass, and how much light it lets through. */
export const TOOLS = {
  dropping: { label: 'Dropping', transmittance: 0.05 },
  speck: { label: 'Speck', transmittance: 0.7 },
  lichen: { label: 'Lichen', transmittance: 0.5 },
  shadow: { label: 'Shadow', transmittance: 0.15 },
  wipe: { label: 'Wipe off', transmittance: 1 },
} as const;
export type Tool = keyof typeof TOOLS;

/** How far one touch reaches. */
export const EXTENTS = {
  cell: 'one cell',
  row: 'a row of cells',
  edge: 'the lower edge',
  module: 'a whole module',
} as const;
export type Extent = keyof typeof EXTENTS;

export const GRID = gridOf(EXAMPLE_MODULE);

/** Laid things by module and cell: `3:17` -> share of the light that comes through. */
export type Laid = Readonly<Record<string, number>>;

export interface Place {
  module: number;
  row: number;
  column: number;
}

/** What one touch of a tool lays where. */
export function lay(laid: Laid, tool: Tool, extent: Extent, onEach: boolean, modules: number, at: Place): Laid {
  const next: Record<string, number> = { ...laid };
  const places = Array.from({ length: GRID.rows * GRID.columns }, (_, index) => ({
    row: Math.floor(index / GRID.columns),
    column: index % GRID.columns,
  })).filter(({ row, column }) => {
    if (extent === 'cell') return row === at.row && column === at.column;
    if (extent === 'row') return row === at.row;
    return extent === 'module' || row === GRID.rows - 1;
  });
  const { transmittance } = TOOLS[tool];
  for (let module = 0; module < modules; module += 1) {
    if (!onEach && module !== at.module) continue;
    for (const { row, column } of places) {
      const key = `${module}:${cellAt(EXAMPLE_MODULE, row, column)}`;
      if (transmittance === 1) delete next[key];
      else next[key] = transmittance;
    }
  }
  return next;
}

export const patchesOf = (laid: Laid): CellPatch[] =>
  Object.entries(laid).map(([key, transmittance]) => {
    const [module = 0, cell = 0] = key.split(':').map(Number);
    return { module, cell, transmittance };
  });

export const laidOf = (patches: readonly CellPatch[]): Laid =>
  Object.fromEntries(patches.map(({ module, cell, transmittance }) => [`${module}:${cell}`, transmittance]));
