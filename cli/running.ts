import { spawn } from 'node:child_process';
import { constants, setPriority } from 'node:os';
import { PROJECT } from './folders.ts';

/** What a program said, and how it ended. */
export interface Ran {
  status: number | null;
  said: string;
}

interface Manner {
  /** on top of this process's own */
  environment?: Record<string, string>;
  /** what it says is seen as it says it */
  aloud?: boolean;
  /** takes what others leave of the cores */
  behind?: boolean;
}

/** Runs a program in the project's folder to its end. */
export function run(
  command: string,
  args: readonly string[],
  { environment = {}, aloud = false, behind = false }: Manner = {},
): Promise<Ran> {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, {
      cwd: PROJECT,
      env: { ...process.env, ...environment },
      stdio: ['ignore', aloud ? 'inherit' : 'pipe', aloud ? 'inherit' : 'pipe'],
    });
    if (behind && child.pid !== undefined) setPriority(child.pid, constants.priority.PRIORITY_LOW);
    let said = '';
    for (const stream of [child.stdout, child.stderr])
      stream?.setEncoding('utf8').on('data', (words: string) => {
        said += words;
      });
    child.once('error', reject);
    child.once('close', (status) => resolve({ status, said }));
  });
}
