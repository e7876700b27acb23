/** One cell of the single-diode model. A module's values are divided by its cells in series; see `cellsOf` in string.ts. */
export interface Cell {
  /** light current in full light, A */
  iL: number;
  /** saturation current, A */
  i0: number;
  /** ohm */
  rs: number;
  /** ohm */
  rsh: number;
  /** modified ideality factor (ideality x thermal voltage), V */
  a: number;
}

const ENOUGH = 1e-12;
const MOST_STEPS = 60;

/**
 * Voltage over the junction of a cell, V, for the current that diode and shunt take up together:
 * the solution u of i0 (exp(u/a) - 1) + u/rsh = taken. Depends on light and load only through their difference
 * `taken` = iL t - I, so one function serves every cell of a string.
 *
 * Newton's method on a convex, rising function: after the first step it falls onto the solution from above.
 * @param taken A; negative where the load wants more than the light gives, and the cell runs in reverse
 */
export function junctionVoltage(cell: Cell, taken: number): number {
  const { i0, rsh, a } = cell;
  let u = taken > 0 ? Math.min(taken * rsh, a * Math.log1p(taken / i0)) : taken * rsh;
  for (let step = 0; step < MOST_STEPS; step += 1) {
    const diode = i0 * Math.exp(u / a);
    const change = (diode - i0 + u / rsh - taken) / (diode / a + 1 / rsh);
    u -= change;
    if (Math.abs(change) < ENOUGH * (a + Math.abs(u))) break;
  }
  return u;
}

/** How the junction voltage rises with the current taken up, ohm. @param u junction voltage, V */
export const junctionSlope = ({ i0, rsh, a }: Cell, u: number): number => 1 / ((i0 / a) * Math.exp(u / a) + 1 / rsh);
