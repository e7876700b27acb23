import { fork } from 'node:child_process';
import { join } from 'node:path';
import { PROJECT } from './folders.ts';

export interface StandIn {
  address: string;
  stop(): Promise<void>;
}

/** Starts the stand-in of the weather service as a process of its own. @param port 0 for any that is free */
export const startWeatherStandIn = (port = 0): Promise<StandIn> => startStandIn('weather', port);

/** The same of the meter at the resin vessels. */
export const startMeterStandIn = (port = 0): Promise<StandIn> => startStandIn('meter', port);

function startStandIn(name: string, port: number): Promise<StandIn> {
  const child = fork(join(PROJECT, `stand-ins/${name}.ts`), {
    cwd: PROJECT,
    env: { ...process.env, PORT: String(port) },
    execArgv: ['--import', 'tsx'],
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  });
  const ended = new Promise<void>((resolve) => child.once('exit', () => resolve()));
  return new Promise((resolve, reject) => {
    child.once('exit', (code) => reject(new Error(`The ${name} stand-in ended before it was ready (${code}).`)));
    child.once('message', ({ address }: { address: string }) =>
      resolve({
        address,
        stop: async () => {
          child.kill('SIGTERM');
          await ended;
        },
      }),
    );
  });
}
