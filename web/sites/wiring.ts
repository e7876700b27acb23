import type { SolarArray } from '../../contract/sites/endpoints.ts';

export type Wiring = SolarArray['strings'];

/** A name that no string has yet. */
export function freeName(wiring: readonly { name: string }[]): string {
  const taken = new Set(wiring.map(({ name }) => name));
  let number = wiring.length + 1;
  while (taken.has(`String ${number}`)) number += 1;
  return `String ${number}`;
}

export const addString = (wiring: Wiring): Wiring => [...wiring, { name: freeName(wiring), modules: [] }];

/** Puts a module into a string, out of any other; takes it out where it is in that one already. */
export function assign(wiring: Wiring, at: number, module: number): Wiring {
  const inside = wiring[at]?.modules.includes(module) ?? false;
  return wiring.map((string, index) => {
    const without = string.modules.filter((other) => other !== module);
    return { ...string, modules: index === at && !inside ? [...without, module] : without };
  });
}

/** Puts modules into a string in their order, out of any other. */
export function assignAll(wiring: Wiring, at: number, modules: readonly number[]): Wiring {
  const moved = new Set(modules);
  return wiring.map((string, index) => {
    const without = string.modules.filter((other) => !moved.has(other));
    return { ...string, modules: index === at ? [...without, ...modules] : without };
  });
}

/** Every module of an array in strings of one length, row by row; the last one takes what is left. */
export function fillStrings(
  { rows, columns, missing }: Pick<SolarArray, 'rows' | 'columns' | 'missing'>,
  length: number,
): Wiring {
  const holes = new Set(missing);
  const modules = Array.from({ length: rows * columns }, (_, index) => index).filter((index) => !holes.has(index));
  return Array.from({ length: Math.ceil(modules.length / length) }, (_, at) => ({
    name: `String ${at + 1}`,
    modules: modules.slice(at * length, (at + 1) * length),
  }));
}
