import { stretchOf } from '../numerics/search.ts';
import type { Cell } from './cell.ts';
import { type LitCells, type Run, RunCurve } from './runCurve.ts';
import { bypassCurrent, type Substring, substringAt } from './substring.ts';

/** A module in the five parameters of the single-diode model at the conditions of the day. */
export interface DiodeModule {
  /** in all; half-cells where halfCut */
  cells: number;
  /** equal runs of cells, each under a bypass diode */
  substrings: number;
  halfCut?: boolean;
  /** light current in full light, A */
  iL: number;
  /** saturation current, A */
  i0: number;
  /** series resistance, ohm */
  rs: number;
  /** shunt resistance, ohm */
  rsh: number;
  /** modified ideality factor of all cells in series, V */
  a: number;
  /** V that a conducting bypass diode costs; default 0.5 */
  bypassDrop?: number;
}

/** Something on one cell. Patches on the same cell multiply. */
export interface CellPatch {
  /** from 0 */
  module: number;
  /** from 0 */
  cell: number;
  /** share of the light that still comes through, 0 to 1 */
  transmittance: number;
}

export interface StringInput {
  module: DiodeModule;
  moduleCount: number;
  /** share of the light that an even film lets through, 0 to 1 */
  film: number;
  patches: readonly CellPatch[];
}

export interface StringOutput {
  /** W, film 1 and no patch */
  pmpClean: number;
  /** W, the greatest power of the string, whichever of its peaks that is */
  pmp: number;
  /** share of the light that does not reach the cells */
  opticalLoss: number;
  /** share of the clean power that is lost, the film's included */
  electricalLoss: number;
  /** W, if each module had its own maximum power point */
  pmpModuleLevel: number;
}

const DEFAULT_BYPASS_DROP = 0.5;

/** Equal substrings counted once. */
interface SubstringGroup {
  substring: Substring;
  count: number;
  /** A, above which the bypass diode carries the current */
  bypassed: number;
}

/** One cell of a module: series values shared out, and halved currents where the cells are cut. */
export function cellOf(module: DiodeModule): Cell {
  const { cells, iL, i0, rs, rsh, a } = module;
  if (!module.halfCut) return { iL, i0, rs: rs / cells, rsh: rsh / cells, a: a / cells };
  const inSeries = cells / 2;
  return { iL: iL / 2, i0: i0 / 2, rs: (2 * rs) / inSeries, rsh: (2 * rsh) / inSeries, a: a / inSeries };
}

/**
 * Power of a string of modules with an even film and patches on single cells (C7).
 *
 * The current is the same in all modules. Between the currents at which bypass diodes take over, the voltage of the
 * string is concave and falling in the current, hence the power is concave: each stretch has at most one peak, and the
 * best of all stretches is the true maximum. No avalanche breakdown is modelled.
 *
 * @param input cells divisible by substrings, and by twice as many where halfCut; see the contract for the ranges
 * @returns powers in W, losses as fractions; electricalLoss is 0 where a clean string gives nothing
 * @see De Soto, Klein, Beckman, Solar Energy 80 (2006) 78 for the five parameters; Quaschning and Hanitsch,
 *   Solar Energy 56 (1996) 513 for strings in part shade
 */
export function stringPower(input: StringInput): StringOutput {
  const { module, moduleCount, film } = input;
  const parts = new StringParts(module);
  const patched = patchedCells(input);
  const touched = [...patched.values()].map((cells) => parts.substrings(film, cells));
  const even = parts.substrings(film);
  const untouched = moduleCount - touched.length;
  const drop = bypassDropOf(module);
  const all = [...even.map((group) => ({ ...group, count: group.count * untouched })), ...touched.flat()];
  const pmpClean = moduleCount * maximumPower(parts.substrings(1), drop);
  const pmp = maximumPower(together(all), drop);
  const own = touched.reduce((sum, groups) => sum + maximumPower(groups, drop), 0);
  return {
    pmpClean,
    pmp,
    opticalLoss: opticalLoss(input, patched),
    electricalLoss: pmpClean > 0 ? 1 - pmp / pmpClean : 0,
    pmpModuleLevel: own + (untouched > 0 ? untouched * maximumPower(even, drop) : 0),
  };
}

/** Points of the curve of a string, from short circuit towards open circuit. */
export interface StringCurve {
  /** A */
  current: number[];
  /** V */
  voltage: number[];
  /** W */
  power: number[];
}

/** The curve of a string at evenly spaced currents, with the places where bypass diodes take over among them. */
export function stringCurve(input: StringInput, points = 200): StringCurve {
  const { module, moduleCount, film } = input;
  const parts = new StringParts(module);
  const patched = patchedCells(input);
  const groups = together(
    Array.from({ length: moduleCount }, (_, index) => parts.substrings(film, patched.get(index))).flat(),
  );
  const bypassed = groups.map((group) => group.bypassed);
  const most = Math.max(...bypassed);
  const even = Array.from({ length: points }, (_, index) => (most * index) / (points - 1));
  const curve: StringCurve = { current: [], voltage: [], power: [] };
  for (const current of [...even, ...bypassed.flatMap(approaches)].sort((a, b) => b - a)) {
    const { voltage } = edgeAt(groups, bypassDropOf(module), current);
    if (voltage < 0) continue;
    curve.current.push(current);
    curve.voltage.push(voltage);
    curve.power.push(current * voltage);
  }
  return curve;
}

/**
 * Strings in parallel at one input of an inverter: they share a voltage and add their currents, W.
 * Found on the joined curves, to about 0.1 % of the power.
 * @returns the greatest power together, and the sum of what each could give by itself
 */
export function parallelPower(strings: readonly StringInput[], points = 400): { together: number; apart: number } {
  const curves = strings.map((input) => {
    const { voltage, current } = stringCurve(input, points);
    return { voltage, current };
  });
  const most = Math.max(...curves.map(({ voltage }) => Math.max(...voltage)));
  let together = 0;
  for (let step = 0; step <= 4 * points; step += 1) {
    const at = (most * step) / (4 * points);
    const current = curves.reduce((sum, curve) => sum + currentAt(curve, at), 0);
    together = Math.max(together, at * current);
  }
  return { together, apart: strings.reduce((sum, input) => sum + stringPower(input).pmp, 0) };
}

/** Current of a curve at a voltage; a string above its open circuit takes none back (a blocking diode). */
function currentAt({ voltage, current }: Pick<StringCurve, 'voltage' | 'current'>, at: number): number {
  // The curve runs from its greatest current down, so its voltage rises along it.
  if (voltage.length === 0 || at > (voltage.at(-1) ?? 0)) return 0;
  if (at <= (voltage[0] ?? 0)) return current[0] ?? 0;
  const low = stretchOf(voltage, at);
  const high = low + 1;
  const width = (voltage[high] ?? 0) - (voltage[low] ?? 0);
  const share = width > 0 ? (at - (voltage[low] ?? 0)) / width : 0;
  return (current[low] ?? 0) * (1 - share) + (current[high] ?? 0) * share;
}

/** Currents ever closer to where a diode takes over: there the voltage falls within a hair of current. */
const approaches = (current: number): number[] =>
  [1e-2, 3e-3, 1e-3, 3e-4, 1e-4, 1e-5, 0].map((part) => current * (1 - part));

const bypassDropOf = (module: DiodeModule): number => module.bypassDrop ?? DEFAULT_BYPASS_DROP;

/** Transmittance of every patched cell without the film: module -> cell -> product of its patches. */
function patchedCells({ patches }: StringInput): Map<number, Map<number, number>> {
  const modules = new Map<number, Map<number, number>>();
  for (const { module, cell, transmittance } of patches) {
    const cells = modules.get(module) ?? new Map<number, number>();
    cells.set(cell, (cells.get(cell) ?? 1) * transmittance);
    modules.set(module, cells);
  }
  return modules;
}

function opticalLoss({ module, moduleCount, film }: StringInput, patched: Map<number, Map<number, number>>): number {
  let blocked = 0;
  for (const cells of patched.values()) for (const through of cells.values()) blocked += 1 - through;
  return 1 - film * (1 - blocked / (module.cells * moduleCount));
}

/** The substrings of modules of one kind. Equal runs share one curve, equal substrings one object. */
class StringParts {
  private readonly module: DiodeModule;
  private readonly cell: Cell;
  private readonly curves = new Map<string, RunCurve>();
  private readonly groups = new Map<string, SubstringGroup>();

  constructor(module: DiodeModule) {
    this.module = module;
    this.cell = cellOf(module);
  }

  /** The substrings of one module under a film and its patches, equal ones together. */
  substrings(film: number, patches?: ReadonlyMap<number, number>): SubstringGroup[] {
    const { cells, substrings, halfCut } = this.module;
    const length = cells / substrings / (halfCut ? 2 : 1);
    const groups = Array.from({ length: substrings }, (_, index) => {
      const from = (index * cells) / substrings;
      const first = runOf(film, patches, from, length);
      return this.group(halfCut ? [first, runOf(film, patches, from + length, length)] : [first]);
    });
    return together(groups);
  }

  private group(runs: readonly Run[]): SubstringGroup {
    const keys = runs.map(keyOf).sort();
    const key = keys.join('|');
    const known = this.groups.get(key);
    if (known) return known;
    const substring = runs.map((run) => this.curve(run)) as unknown as Substring;
    const bypassed = bypassCurrent(substring, this.cell.iL, bypassDropOf(this.module));
    const group = { substring, count: 1, bypassed };
    this.groups.set(key, group);
    return group;
  }

  private curve(run: Run): RunCurve {
    const key = keyOf(run);
    const known = this.curves.get(key) ?? new RunCurve(this.cell, run);
    this.curves.set(key, known);
    return known;
  }
}

const keyOf = (run: Run): string => run.map(({ transmittance, count }) => `${transmittance}x${count}`).join();

function runOf(film: number, patches: ReadonlyMap<number, number> | undefined, from: number, length: number): Run {
  const counts = new Map<number, number>();
  for (let cell = from; cell < from + length; cell += 1) {
    const transmittance = film * (patches?.get(cell) ?? 1);
    counts.set(transmittance, (counts.get(transmittance) ?? 0) + 1);
  }
  return [...counts]
    .map(([transmittance, count]): LitCells => ({ transmittance, count }))
    .sort((a, b) => a.transmittance - b.transmittance);
}

/** Equal substrings counted together; the order does not matter in series. */
function together(groups: readonly SubstringGroup[]): SubstringGroup[] {
  const counts = new Map<Substring, SubstringGroup>();
  for (const group of groups) {
    if (group.count === 0) continue;
    const before = counts.get(group.substring);
    counts.set(group.substring, before ? { ...before, count: before.count + group.count } : group);
  }
  return [...counts.values()];
}

/** The string at a current at which some diode takes over: the slope changes there, the voltage does not. */
interface Edge {
  current: number;
  voltage: number;
  /** V/A, on the side of the lesser and of the greater current */
  before: number;
  after: number;
}

function edgeAt(groups: readonly SubstringGroup[], bypassDrop: number, current: number): Edge {
  const edge = { current, voltage: 0, before: 0, after: 0 };
  for (const { substring, count, bypassed } of groups) {
    if (current > bypassed) {
      edge.voltage -= count * bypassDrop;
      continue;
    }
    const { voltage, slope } = substringAt(substring, current);
    edge.voltage += count * voltage;
    edge.before += count * slope;
    if (current < bypassed) edge.after += count * slope;
  }
  return edge;
}

/**
 * The global maximum of current times voltage, W. Since the voltage falls with the current, a range of currents cannot
 * give more than its greatest current times its greatest voltage; ranges that cannot beat what is found are left out.
 */
function maximumPower(groups: readonly SubstringGroup[], bypassDrop: number): number {
  const currents = [0, ...new Set(groups.map(({ bypassed }) => bypassed))].sort((a, b) => a - b);
  let best = 0;
  const reach = (at: number) => {
    const edge = edgeAt(groups, bypassDrop, currents[at] ?? 0);
    best = Math.max(best, edge.current * edge.voltage);
    return edge;
  };
  const search = (first: number, left: Edge, last: number, right: Edge): void => {
    if (right.current * left.voltage <= best) return;
    if (last - first === 1) {
      best = Math.max(best, stretchPower(groups, bypassDrop, left, right, best));
      return;
    }
    const middle = (first + last) >> 1;
    const edge = reach(middle);
    const lower = () => search(first, left, middle, edge);
    const upper = () => search(middle, edge, last, right);
    if (edge.current * left.voltage > right.current * edge.voltage) {
      lower();
      upper();
    } else {
      upper();
      lower();
    }
  };
  const last = currents.length - 1;
  if (last > 0) search(0, reach(0), last, reach(last));
  return best;
}

/** The greatest power between two neighbouring edges, or 0 where it cannot be more than `best`. */
function stretchPower(
  groups: readonly SubstringGroup[],
  bypassDrop: number,
  left: Edge,
  right: Edge,
  best: number,
): number {
  const rising = left.voltage + left.current * left.after;
  const falling = right.voltage + right.current * right.before;
  if (rising <= 0 || falling >= 0) return 0;
  // Power is concave here: it lies under both tangents, so under the point where they meet.
  const [from, to] = [left.current * left.voltage, right.current * right.voltage];
  const meet = (to - from - falling * right.current + rising * left.current) / (rising - falling);
  if (from + rising * (meet - left.current) <= best) return 0;
  return peakWithin(groups, bypassDrop, left.current, right.current);
}

/** The one peak of a stretch over which no diode changes: where the slope of the power changes its sign. */
function peakWithin(groups: readonly SubstringGroup[], bypassDrop: number, from: number, to: number): number {
  let [low, high] = [from, to];
  let [lowSlope, highSlope] = [Number.NaN, Number.NaN];
  let current = (low + high) / 2;
  let best = 0;
  for (let step = 0; step < 80; step += 1) {
    const { voltage, before } = edgeAt(groups, bypassDrop, current);
    const slope = voltage + current * before;
    best = Math.max(best, current * voltage);
    if (slope > 0) [low, lowSlope] = [current, slope];
    else [high, highSlope] = [current, slope];
    // At the peak an error of the current shows only in second order in the power.
    if (high - low < 1e-5 * to || Math.abs(slope) < 1e-7 * voltage) break;
    const regula = low + ((high - low) * lowSlope) / (lowSlope - highSlope);
    const inside = step % 3 !== 2 && regula > low && regula < high;
    current = inside ? regula : (low + high) / 2;
  }
  return best;
}
