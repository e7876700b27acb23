import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { seededRandom } from '../../core/statistics/random.ts';
import { PROJECT } from '../folders.ts';

/** Folders in which there is code. */
const ROOTS = ['core', 'contract', 'words', 'demo', 'stand-ins', 'server', 'web', 'cli', 'e2e'];

/** Every file of code, by its path in the project, in the order of their names. */
export function codeFiles(): string[] {
  return ROOTS.flatMap((root) =>
    readdirSync(join(PROJECT, root), { recursive: true, encoding: 'utf8' })
      .filter((name) => /\.(ts|tsx|mjs)$/.test(name) && !/(^|\/)dist\//.test(name))
      .map((name) => join(root, name)),
  ).sort();
}

/** The kinds of tests, by what runs them. */
export const KINDS = {
  unit: (path: string) => /\.test\.tsx?$/.test(path) && !path.startsWith('server/'),
  /** parts of the interface that are pressed and typed into, in a document that is there before they are */
  pressed: (path: string) => path.endsWith('.pressed.tsx'),
  server: (path: string) => path.startsWith('server/') && path.endsWith('.test.ts'),
  journeys: (path: string) => path.endsWith('.spec.ts'),
} as const;
export type Kind = keyof typeof KINDS;

/** In an order that a seed says: the same seed, the same order. */
export function shuffled<T>(things: readonly T[], seed: number): T[] {
  const random = seededRandom(seed);
  return things
    .map((thing) => ({ thing, at: random() }))
    .sort((one, other) => one.at - other.at)
    .map(({ thing }) => thing);
}
