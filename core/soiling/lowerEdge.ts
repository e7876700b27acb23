import { type CellCut, lowerEdgeCells, type Orientation } from '../inspections/marks.ts';
import { EXAMPLE_MODULE } from '../modules/exampleModule.ts';
import { stringPower } from '../modules/string.ts';

const STEPS = 20;

/**
 * What a film along the lower frame costs, where all modules of a string carry the same: the cells there pass less
 * current than the rest (C7). One module stands for all, since they are alike.
 * @returns power lost, a fraction, for a share of the light that the edge keeps out beyond the film of the face, 0 to 1
 */
export function lowerEdgeLoss(orientation: Orientation, cells: CellCut): (kept: number) => number {
  const module =
    cells === 'half' ? { ...EXAMPLE_MODULE, cells: 2 * EXAMPLE_MODULE.cells, halfCut: true } : EXAMPLE_MODULE;
  const edge = lowerEdgeCells(module, orientation);
  const table = Array.from({ length: STEPS + 1 }, (_, step) => {
    const transmittance = 1 - step / STEPS;
    const patches = step === 0 ? [] : edge.map((cell) => ({ module: 0, cell, transmittance }));
    const { pmp, pmpClean } = stringPower({ module, moduleCount: 1, film: 1, patches });
    return 1 - pmp / pmpClean;
  });
  return (kept) => {
    const at = Math.min(1, Math.max(0, kept)) * STEPS;
    const below = Math.min(STEPS - 1, Math.floor(at));
    const [low, high] = [table[below] ?? 0, table[below + 1] ?? 0];
    return low + (high - low) * (at - below);
  };
}
