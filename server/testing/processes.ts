import { readdirSync, readFileSync } from 'node:fs';

const read = (path: string): string => {
  try {
    return readFileSync(path, 'utf8');
  } catch {
    // It has ended meanwhile.
    return '';
  }
};

const all = (): number[] =>
  readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .map(Number);

export const parentOf = (id: number): number => Number(read(`/proc/${id}/stat`).split(') ')[1]?.split(' ')[1]);

/** A process and its children, by their ids. */
export const familyOf = (id: number): number[] => [id, ...all().filter((one) => parentOf(one) === id)];

/** Processes whose command line holds a word. */
export const runningWith = (word: string): number[] => all().filter((id) => read(`/proc/${id}/cmdline`).includes(word));

/** Holds a process and its children still while something is done, and lets them go on. */
export async function standingStill<T>(id: number, run: () => Promise<T>): Promise<T> {
  const family = familyOf(id);
  for (const one of family) process.kill(one, 'SIGSTOP');
  try {
    return await run();
  } finally {
    for (const one of family) process.kill(one, 'SIGCONT');
  }
}
