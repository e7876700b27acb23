import { stretchOf } from '../numerics/search.ts';
import { type Cell, junctionSlope, junctionVoltage } from './cell.ts';

/** Cells of one run that get the same light. */
export interface LitCells {
  transmittance: number;
  count: number;
}

/** Cells in series, those in the same light together. */
export type Run = readonly LitCells[];

/** Voltage of something at a current, and how it changes with the current. */
export interface Point {
  /** V */
  voltage: number;
  /** V/A, negative */
  slope: number;
}

/** Cells in series at one current, exactly. @param current A */
export function runAt(cell: Cell, run: Run, current: number): Point {
  let voltage = 0;
  let slope = 0;
  for (const { transmittance, count } of run) {
    const u = junctionVoltage(cell, cell.iL * transmittance - current);
    voltage += count * (u - current * cell.rs);
    slope -= count * (junctionSlope(cell, u) + cell.rs);
  }
  return { voltage, slope };
}

/** Currents of a cell, as parts of its light current, between which a curve is tabled; beyond them it is computed. */
const TABLE_FROM = -0.5;
const TABLE_TO = 1.5;
const FIRST_INTERVALS = 10;
/** Greatest error of the table, as a share of one cell's thermal voltage for each cell: under 1e-4 of the power. */
const TABLE_ERROR = 3e-3;
const FINEST_PART = 1e-4;

/**
 * The curve of a run as a table that is refined until a cubic through two neighbours meets the point between them.
 * The knee where the darkest cell turns into reverse gets many points, the straight parts few; reading the table is
 * some twenty times as quick as solving every cell again.
 */
export class RunCurve {
  private readonly currents: number[] = [];
  private readonly points: Point[] = [];
  private readonly cell: Cell;
  private readonly run: Run;

  constructor(cell: Cell, run: Run) {
    this.cell = cell;
    this.run = run;
    const cells = run.reduce((sum, { count }) => sum + count, 0);
    const error = TABLE_ERROR * cell.a * cells;
    const step = ((TABLE_TO - TABLE_FROM) * cell.iL) / FIRST_INTERVALS;
    let left = this.add(TABLE_FROM * cell.iL);
    for (let index = 1; index <= FIRST_INTERVALS; index += 1) {
      const current = TABLE_FROM * cell.iL + index * step;
      const right = runAt(cell, run, current);
      this.refine(current - step, left, current, right, error);
      left = this.add(current, right);
    }
  }

  /** The darkest of its cells, as a share of full light. */
  get weakest(): number {
    return Math.min(...this.run.map(({ transmittance }) => transmittance));
  }

  /** @param current A */
  at(current: number): Point {
    const { currents, points } = this;
    if (!(current >= (currents[0] ?? 0) && current <= (currents.at(-1) ?? 0)))
      return runAt(this.cell, this.run, current);
    const low = stretchOf(currents, current);
    const high = low + 1;
    return between(currents[low] ?? 0, points[low] as Point, currents[high] ?? 0, points[high] as Point, current);
  }

  private add(current: number, point = runAt(this.cell, this.run, current)): Point {
    this.currents.push(current);
    this.points.push(point);
    return point;
  }

  private refine(from: number, left: Point, to: number, right: Point, error: number): void {
    const middle = (from + to) / 2;
    const exact = runAt(this.cell, this.run, middle);
    const guess = between(from, left, to, right, middle);
    if (Math.abs(guess.voltage - exact.voltage) <= error || to - from < FINEST_PART * this.cell.iL) {
      this.add(middle, exact);
      return;
    }
    this.refine(from, left, middle, exact, error);
    this.add(middle, exact);
    this.refine(middle, exact, to, right, error);
  }
}

/** The cubic through two points with their slopes (Hermite), and its slope. */
function between(from: number, left: Point, to: number, right: Point, current: number): Point {
  const width = to - from;
  const t = (current - from) / width;
  const rise = (right.voltage - left.voltage) / width;
  const bend = left.slope + right.slope - 2 * rise;
  const curve = 3 * rise - 2 * left.slope - right.slope;
  return {
    voltage: left.voltage + t * width * (left.slope + t * (curve + t * bend)),
    slope: left.slope + t * (2 * curve + 3 * t * bend),
  };
}
