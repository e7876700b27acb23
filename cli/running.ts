import { spawn } from 'node:child_process';
import { PROJECT } from './folders.ts';

/** What a program said, and how it ended. */
export interface Ran {
  status: number | null;
  said: string;
}

/** Runs a program in the project's folder to its end. @param environment on top of this process's own @param aloud as it says it */
export function run(
  command: string,
  args: readonly string[],
  environment: Record<string, string> = {},
  aloud = false,
): Promise<Ran> {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, {
      cwd: PROJECT,
      env: { ...process.env, ...environment },
      stdio: ['ignore', aloud ? 'inherit' : 'pipe', aloud ? 'inherit' : 'pipe'],
    });
    let said = '';
    for (const stream of [child.stdout, child.stderr])
      stream?.setEncoding('utf8').on('data', (words: string) => {
        said += words;
      });
    child.once('error', reject);
    child.once('close', (status) => resolve({ status, said }));
  });
}
