import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect } from 'chai';
import { allCommands } from './index.ts';

const COMMANDS = await allCommands();

const FOLDER = join(import.meta.dirname, '../../core/vectors');

interface Case {
  command: string;
  input: unknown;
  expected: unknown;
  relativeTolerance: number;
  absoluteTolerance: number;
}

/** Compares every leaf of `expected` with the same place in `actual`. */
function differences(actual: unknown, expected: unknown, tolerance: Case, path = ''): string[] {
  if (typeof expected === 'number') {
    const close =
      typeof actual === 'number' &&
      Math.abs(actual - expected) <= tolerance.absoluteTolerance + tolerance.relativeTolerance * Math.abs(expected);
    return close ? [] : [`${path}: ${String(actual)} instead of ${expected}`];
  }
  if (expected !== null && typeof expected === 'object') {
    return Object.entries(expected).flatMap(([key, value]) =>
      differences((actual as Record<string, unknown> | null | undefined)?.[key], value, tolerance, `${path}.${key}`),
    );
  }
  return actual === expected ? [] : [`${path}: ${String(actual)} instead of ${String(expected)}`];
}

describe('worked cases of the design', () => {
  for (const file of readdirSync(FOLDER)) {
    const cases = JSON.parse(readFileSync(join(FOLDER, file), 'utf8')) as Case[];
    for (const [index, item] of cases.entries()) {
      it(`${file.replace('.json', '')} ${index + 1} comes out within its tolerance`, () => {
        const command = COMMANDS[item.command];
        if (command === undefined) throw new Error(`no command ${item.command}`);
        expect(differences(command.run(command.input.parse(item.input)), item.expected, item)).to.deep.equal([]);
      });
    }
  }
});
