import { FILM_EYE_FACTOR, USUAL_STRING } from '../assumptions.ts';
import { type Finding, type Written, written } from '../findings.ts';
import { type CellCut, type Mark, type Orientation, patchesOfMarks } from '../inspections/marks.ts';
import type { Estimate } from '../inspections/soil.ts';
import { EXAMPLE_MODULE } from '../modules/exampleModule.ts';
import { type DiodeModule, type StringInput, type StringOutput, stringPower } from '../modules/string.ts';

/** Where the electronics sit: at the end of a string, or at each module. */
export const ELECTRONICS = ['string', 'module'] as const;
export type Electronics = (typeof ELECTRONICS)[number];

export interface WiredArray {
  rows: number;
  columns: number;
  /** places of the grid without a module */
  missing: readonly number[];
  orientation: Orientation;
  cells: CellCut;
  /** 'module': each module at a maximum of its own, so that none holds another back */
  electronics: Electronics;
  /** modules in order, as indices of the grid; empty where nobody has said */
  strings: readonly WiredString[];
}

/** What the strings of an array are computed from. */
export const wiringOf = ({
  rows,
  columns,
  missing,
  orientation,
  cells,
  electronics,
  strings,
}: WiredArray): WiredArray => ({
  rows,
  columns,
  missing,
  orientation,
  cells,
  electronics,
  strings,
});

export interface WiredString {
  name: string;
  modules: readonly number[];
  /** the inverter that it ends in; left out where nobody has said */
  inverter?: string | undefined;
  /** left out where it is as the array's */
  electronics?: WiredArray['electronics'] | undefined;
}

/** What a string is called: as somebody wired it, or by its number where nobody has. */
export type StringName =
  | Finding<'string-assumed', { number: number }>
  | Finding<'string-not-wired', { number: number }>
  | Written;

export interface StringLoss {
  name: StringName;
  modules: number;
  /** left out where nobody has said */
  inverter?: string | undefined;
  /** share of the light that does not reach the cells, film left out */
  areaLoss: number;
  /** share of the power that is lost to the marks, film left out, with the range of the eye */
  powerLoss: Estimate;
  /** the module that holds the string back most, and the share of the string's clean power that clearing it alone gives */
  worst: { module: number; gives: number } | null;
  /** as `compute string` takes it */
  input: StringInput;
}

/** The strings that end in one inverter: what its own reading can be held against. */
export interface InverterLoss {
  name: string;
  modules: number;
  powerLoss: Estimate;
}

export interface MarkedLoss {
  strings: StringLoss[];
  /** of those inverters that strings were said to end in, in their order */
  inverters: InverterLoss[];
  areaLoss: number;
  powerLoss: Estimate;
  /** whether the strings were entered, or taken to be of the usual length */
  assumedStrings: boolean;
}

/** The module that stands for all (made up, see exampleModule): losses are shares, so its watts do not matter. */
const moduleOf = (cells: WiredArray['cells']): DiodeModule =>
  cells === 'half' ? { ...EXAMPLE_MODULE, cells: 2 * EXAMPLE_MODULE.cells, halfCut: true } : EXAMPLE_MODULE;

/** Strings as they were entered, and what is left over in strings of the usual length, row by row. */
export function stringsOf(array: WiredArray): (Omit<WiredString, 'name'> & { name: StringName })[] {
  const holes = new Set(array.missing);
  const wired = new Set(array.strings.flatMap(({ modules }) => modules));
  const rest = Array.from({ length: array.rows * array.columns }, (_, index) => index).filter(
    (index) => !holes.has(index) && !wired.has(index),
  );
  const count = Math.ceil(rest.length / USUAL_STRING);
  const length = Math.ceil(rest.length / Math.max(1, count));
  const assumed = Array.from({ length: count }, (_, at) => ({
    name: {
      code: array.strings.length === 0 ? ('string-assumed' as const) : ('string-not-wired' as const),
      params: { number: at + 1 },
    },
    modules: rest.slice(at * length, (at + 1) * length),
  }));
  const entered = array.strings.filter(({ modules }) => modules.length > 0);
  return [
    ...entered.map(({ name, ...string }) => ({ ...string, name: written(name) })),
    ...assumed.filter(({ modules }) => modules.length > 0),
  ];
}

/**
 * What the marks on a face cost by C7, string by string: the light kept out beside the power lost, and the module that
 * holds each string back. The film is left out: it acts on all modules alike, and the two are joined where they are used.
 * @returns shares of the clean power; the range is that of the eye (house assumption)
 */
export function markedLoss(array: WiredArray, marks: readonly Mark[]): MarkedLoss {
  const module = moduleOf(array.cells);
  const strings = stringsOf(array).map(({ name, modules, inverter, electronics = array.electronics }): StringLoss => {
    const own = { name, modules: modules.length, ...(inverter === undefined ? {} : { inverter }) };
    const at = (factor: number, less: readonly Mark[] = marks): StringInput => ({
      module,
      moduleCount: modules.length,
      film: 1,
      patches: patchesOfMarks(less, modules, module, array.orientation, factor),
    });
    const input = at(1);
    if (input.patches.length === 0)
      return { ...own, areaLoss: 0, powerLoss: { low: 0, mid: 0, high: 0 }, worst: null, input };
    const lossAt = (given: StringInput) => lossOf(stringPower(given), electronics);
    const output = stringPower(input);
    const mid = lossOf(output, electronics);
    return {
      ...own,
      areaLoss: output.opticalLoss,
      powerLoss: {
        low: lossAt(at(1 / FILM_EYE_FACTOR)),
        mid,
        high: lossAt(at(FILM_EYE_FACTOR)),
      },
      worst: worstModule(input, modules, electronics, mid),
      input,
    };
  });
  return {
    strings,
    inverters: invertersOf(strings),
    areaLoss: shareOf(strings, ({ areaLoss }) => areaLoss),
    powerLoss: powerLossOf(strings),
    assumedStrings: array.strings.length === 0,
  };
}

const countOf = (strings: readonly StringLoss[]): number => strings.reduce((sum, { modules }) => sum + modules, 0);

/** A share of several strings together, each counted by its modules. */
function shareOf(strings: readonly StringLoss[], of: (string: StringLoss) => number): number {
  const total = countOf(strings);
  return total === 0 ? 0 : strings.reduce((sum, string) => sum + of(string) * string.modules, 0) / total;
}

const powerLossOf = (strings: readonly StringLoss[]): Estimate => ({
  low: shareOf(strings, ({ powerLoss }) => powerLoss.low),
  mid: shareOf(strings, ({ powerLoss }) => powerLoss.mid),
  high: shareOf(strings, ({ powerLoss }) => powerLoss.high),
});

function invertersOf(strings: readonly StringLoss[]): InverterLoss[] {
  const names = new Set(strings.flatMap(({ inverter }) => inverter ?? []));
  return [...names].map((name) => {
    const own = strings.filter(({ inverter }) => inverter === name);
    return { name, modules: countOf(own), powerLoss: powerLossOf(own) };
  });
}

function lossOf({ pmpClean, pmp, pmpModuleLevel }: StringOutput, electronics: WiredArray['electronics']): number {
  if (pmpClean === 0) return 0;
  return Math.max(0, 1 - (electronics === 'module' ? pmpModuleLevel : pmp) / pmpClean);
}

/** Clears each marked module in turn; modules that carry the same marks are tried once. @param loss with all of them */
function worstModule(
  input: StringInput,
  modules: readonly number[],
  electronics: WiredArray['electronics'],
  loss: number,
) {
  const tried = new Map<string, number>();
  let worst: { module: number; gives: number } | null = null;
  for (const at of new Set(input.patches.map((patch) => patch.module))) {
    const own = input.patches.filter((patch) => patch.module === at);
    const key = own.map(({ cell, transmittance }) => `${cell}:${transmittance}`).join();
    const gives =
      tried.get(key) ??
      loss -
        lossOf(stringPower({ ...input, patches: input.patches.filter((patch) => patch.module !== at) }), electronics);
    tried.set(key, gives);
    if (worst === null || gives > worst.gives + 1e-12) worst = { module: modules[at] ?? 0, gives };
  }
  return worst;
}
