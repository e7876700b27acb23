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

/** Drawn answers are held by their own spread: the mean within a fifth of it, the spread within a quarter or a third. */
function apart(actual: unknown, expected: unknown, path: string): string[] {
  const [a, e] = [actual, expected] as [Record<string, unknown>, Record<string, unknown>];
  if (typeof e.mean !== 'number' || typeof e.sd !== 'number')
    return Object.keys(e).flatMap((key) => apart(a[key], e[key], `${path}.${key}`));
  const [mean, sd] = [Number(a.mean), Number(a.sd)];
  const close = Math.abs(mean - e.mean) <= 0.2 * e.sd + 0.0007 && sd >= 0.75 * e.sd && sd <= 1.33 * e.sd;
  return close ? [] : [`${path}: ${mean} with a spread of ${sd} instead of ${e.mean} with ${e.sd}`];
}

describe('worked cases of the design', () => {
  for (const file of readdirSync(FOLDER)) {
    const cases = JSON.parse(readFileSync(join(FOLDER, file), 'utf8')) as Case[];
    for (const [index, item] of cases.entries()) {
      it(`${file.replace('.json', '')} ${index + 1} comes out within its tolerance`, () => {
        const command = COMMANDS[item.command];
        if (command === undefined) throw new Error(`no command ${item.command}`);
        const answer = command.run(command.input.parse(item.input));
        const found =
          item.command === 'assimilate' ? apart(answer, item.expected, '') : differences(answer, item.expected, item);
        expect(found).to.deep.equal([]);
      });
    }
  }
});
