import { join } from 'node:path';
import { PROJECT } from '../folders.ts';
import { run } from '../running.ts';

/** How many of something held, and how many did not. */
export interface Count {
  passed: number;
  failed: number;
}

export const NONE: Count = { passed: 0, failed: 0 };
export const ONE_FAILED: Count = { passed: 0, failed: 1 };

export const sum = (counts: readonly Count[]): Count =>
  counts.reduce((all, { passed, failed }) => ({ passed: all.passed + passed, failed: all.failed + failed }), NONE);

/** A program of the packages. */
export const program = (name: string): string => join(PROJECT, 'node_modules/.bin', name);

/** A check that either holds or does not. */
export async function check(name: string, command: string, args: readonly string[]): Promise<Count> {
  const { status, said } = await run(command, args);
  const fine = status === 0;
  console.log(`${fine ? 'ok  ' : 'FAIL'} ${name}`);
  if (!fine) console.log(said);
  return fine ? { passed: 1, failed: 0 } : ONE_FAILED;
}
