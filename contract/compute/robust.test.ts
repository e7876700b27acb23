import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect } from 'chai';
import fc from 'fast-check';
import { exampleSite } from '../../core/testing/exampleSite.ts';
import { allCommands, describeIssue, NotComputable } from './index.ts';

const COMMANDS = await allCommands();

const FOLDER = join(import.meta.dirname, '../../core/vectors');

/** A sound input of every command: worked cases, and one for the commands that have none. */
const SOUND = new Map<string, unknown[]>();
for (const file of readdirSync(FOLDER)) {
  for (const { command, input } of JSON.parse(readFileSync(join(FOLDER, file), 'utf8'))) {
    SOUND.set(command, [...(SOUND.get(command) ?? []), input].slice(0, 3));
  }
}
SOUND.set('daily-energy', [
  {
    site: exampleSite,
    days: Array.from({ length: 24 }, (_, day) => ({
      date: `2026-06-${String(day + 1).padStart(2, '0')}`,
      energy: 18 + (day % 3) * 0.1 + (day > 12 ? 2 : 0),
    })),
    cleanings: ['2026-06-13'],
  },
]);

/** How often each is asked; those that search or draw for long, less often. */
const RUNS: Record<string, number> = { frequency: 25, visits: 25, assimilate: 40 };

const still = { rain: 0, dew: 0, deposition: 0.01, droppings: 1e-4 };
const yearOfDays = Array.from({ length: 365 }, (_, at) => (at % 9 === 0 ? { ...still, rain: 4, dew: 0.5 } : still));
SOUND.set('price', [
  {
    work: {
      ...{ modules: 20, minutesPerModule: 1.2, storeys: 2, travelKm: 30, travelMinutes: 40 },
      ...{ waterCost: 500, accessEquipment: true },
    },
    book: {
      ...{ hourlyRate: 32_000, crew: 2, travelPerKm: 650, consumablesPerModule: 350, accessEquipment: 280_000 },
      ...{ minimumCharge: 100_000, riskShare: 0.15, planDiscount: 0.1, taxRate: 0.15, roundTo: 500 },
    },
    inPlan: true,
    worth: [10_000, 200_000, 900_000],
  },
]);
SOUND.set('visits', [
  {
    surfaceTilt: 20,
    effectiveness: { loose: 0.99, bonded: 0.85, droppings: 0.95, lichen: 0.1 },
    cleaningCost: 30,
    dailyValue: Array.from({ length: 365 }, () => 1),
    maxCleans: 2,
    courses: [
      {
        parameters: { lichenDensity: 50, mismatch: 8 },
        initial: { loose: 0.3, bonded: 0.8, droppings: 0.002, lichenRadius: 0.004 },
        days: yearOfDays,
      },
    ],
  },
]);

SOUND.set('assimilate', [
  {
    surfaceTilt: 20,
    parameters: { mismatch: 8, lichenDensity: 50, standingLoss: 0.01 },
    days: yearOfDays.slice(0, 12),
    cleanings: [{ day: 6, effectiveness: { loose: 0.99, bonded: 0.85, droppings: 0.95, lichen: 0.1 }, share: 0.5 }],
    observations: [
      { kind: 'film', day: 11, value: 0.1, sigma: 0.5 },
      { kind: 'gain', day: 6, value: 1.02, sigma: 0.012 },
    ],
    prior: { deposition: 0.3 },
  },
]);

const WEIRD = [null, '', 'x', true, -1, 0, 1e308, -1e308, 1e-308, 0.5, 3, [], {}, [null], '2026-13-45', '0'];

/** Every place in a document, as a path. */
function places(value: unknown, path: (string | number)[] = []): (string | number)[][] {
  if (value === null || typeof value !== 'object') return [path];
  const entries = Array.isArray(value)
    ? value.slice(0, 4).map((item, at) => [at, item] as const)
    : Object.entries(value);
  return [path, ...entries.flatMap(([key, item]) => places(item, [...path, key]))];
}

function changed(value: unknown, [key, ...rest]: (string | number)[], to: unknown): unknown {
  if (key === undefined) return to;
  const copy = Array.isArray(value) ? [...value] : { ...(value as object) };
  const holder = copy as Record<string | number, unknown>;
  if (rest.length === 0 && to === undefined) delete holder[key];
  else holder[key] = changed(holder[key], rest, to);
  return copy;
}

/** Names of the numbers in an answer that are none. */
const brokenNumbers = (value: unknown, path = ''): string[] => {
  if (typeof value === 'number') return Number.isFinite(value) ? [] : [path];
  if (value === null || typeof value !== 'object') return [];
  return Object.entries(value).flatMap(([key, item]) => brokenNumbers(item, `${path}.${key}`));
};

/** The answer, or nothing where the numbers cannot be computed with and the command says so. */
function answerOf(command: (typeof COMMANDS)[string], input: unknown): unknown {
  try {
    return command.run(input);
  } catch (error) {
    if (error instanceof NotComputable) return null;
    throw error;
  }
}

describe('every calculation, asked with something broken', () => {
  for (const [name, command] of Object.entries(COMMANDS)) {
    it(`${name} refuses it in one line that names the field, or answers with numbers`, () => {
      const sound = SOUND.get(name) ?? [];
      expect(sound, `a sound input of ${name}`).to.not.deep.equal([]);
      const input = fc.constantFrom(...sound);
      const broken = input.chain((document) =>
        fc
          .tuple(fc.constantFrom(...places(document)), fc.constantFrom(undefined, ...WEIRD))
          .map(([path, to]) => changed(document, path, to)),
      );
      fc.assert(
        fc.property(broken, (document) => {
          const parsed = command.input.safeParse(document);
          if (!parsed.success) {
            expect(describeIssue(parsed.error)).to.match(/^[\w.-]+: [^\n]+$/);
            return;
          }
          expect(brokenNumbers(answerOf(command, parsed.data))).to.deep.equal([]);
        }),
        { numRuns: RUNS[name] ?? 120 },
      );
    });
  }

  for (const nothing of [undefined, null, [], '', 3, true]) {
    it(`all refuse ${JSON.stringify(nothing) ?? 'nothing'}`, () => {
      for (const [name, command] of Object.entries(COMMANDS)) {
        expect(command.input.safeParse(nothing).success, name).to.equal(false);
      }
    });
  }
});
