import { type ChildProcess, fork } from 'node:child_process';
import { join } from 'node:path';
import { buildServer } from './build.ts';
import { PROJECT, serverFolder } from './folders.ts';

export interface ServerProcess {
  address: string;
  child: ChildProcess;
  /** asks it to finish its requests and end */
  stop(): Promise<void>;
  /** ends it on the spot, as a crash would */
  kill(): Promise<void>;
}

/** Starts the built server as a process of its own. @param environment on top of this process's own */
export async function startServerProcess(environment: Record<string, string>): Promise<ServerProcess> {
  await buildServer();
  const child = fork(join(serverFolder(), 'main.js'), {
    cwd: PROJECT,
    env: { ...process.env, ...environment },
    execArgv: ['--enable-source-maps'],
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  });
  const ended = new Promise<void>((resolve) => child.once('exit', () => resolve()));
  return new Promise((resolve, reject) => {
    child.once('exit', (code) => reject(new Error(`The server ended before it was ready (${code}).`)));
    child.once('message', (message: { address: string }) => {
      resolve({
        address: message.address,
        child,
        stop: async () => {
          child.kill('SIGTERM');
          await ended;
        },
        kill: async () => {
          child.kill('SIGKILL');
          await ended;
        },
      });
    });
  });
}
