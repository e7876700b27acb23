import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { PROJECT } from '../../cli/folders.ts';

export interface Ran {
  status: number | null;
  stdout: string;
  stderr: string;
}

/** Runs ./pail to its end. Not spawnSync: servers under test live in this process and must go on answering. */
export function runPail(args: string[], environment: NodeJS.ProcessEnv): Promise<Ran> {
  const child = spawn(join(PROJECT, 'pail'), args, { env: environment, stdio: ['ignore', 'pipe', 'pipe'] });
  const said = { stdout: '', stderr: '' };
  for (const key of ['stdout', 'stderr'] as const) {
    child[key].on('data', (chunk) => {
      said[key] += chunk;
    });
  }
  return new Promise((resolve) => child.once('close', (status) => resolve({ status, ...said })));
}
