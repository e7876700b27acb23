import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { buildWeb } from './build.ts';
import { type Cluster, ensureDatabase, openCluster, postmasterOf, USERS } from './cluster.ts';
import { loadDemo } from './demo.ts';
import { webFolder } from './folders.ts';
import { type ServerProcess, startServerProcess } from './serverProcess.ts';
import { type StandIn, startMeterStandIn, startWeatherStandIn } from './standIns.ts';
import { usersOf } from './users.ts';

export interface Stage {
  cluster: Cluster;
  url: string;
  server: ServerProcess;
  weather: StandIn;
  meter: StandIn;
  strike(): Promise<void>;
}

const TRIES = '/var/tmp';
const TRY = 'wide-pail-try-';

/** Takes away clusters of runs that were killed before they could, with their database, which runs on by itself. */
function sweepThrowaways(): void {
  for (const name of readdirSync(TRIES).filter((one) => one.startsWith(TRY))) {
    const folder = join(TRIES, name);
    const users = join(folder, 'cluster', USERS);
    if (!existsSync(users) || usersOf(users).others().length > 0 || readdirSync(users).length > 0) continue;
    const left = postmasterOf(join(folder, 'cluster/data'));
    if (left !== null) process.kill(left, 'SIGQUIT');
    spawnSync('rm', ['-rf', folder]);
  }
}

/** A cluster for one run, in a folder of its own; `discard` stops it and leaves nothing behind. */
export async function throwawayCluster(): Promise<{ cluster: Cluster; discard: () => void }> {
  sweepThrowaways();
  const folder = mkdtempSync(join(TRIES, TRY));
  spawnSync('chmod', ['711', folder]);
  const cluster = await openCluster(`${folder}/cluster`);
  await ensureDatabase(cluster, 'first');
  return {
    cluster,
    discard: () => {
      cluster.stop();
      spawnSync('rm', ['-rf', folder]);
    },
  };
}

/** The password of the demo's people on a stage; a stage is thrown away, so it is no secret. */
export const STAGE_PASSWORD = 'stage password';

/** A throwaway cluster with the demo loaded and a server of its own: what journeys and pictures are taken from. */
export async function setStage(): Promise<Stage> {
  buildWeb();
  const { cluster, discard } = await throwawayCluster();
  try {
    const url = await ensureDatabase(cluster, 'stage');
    process.env.PAIL_DEMO_PASSWORD = STAGE_PASSWORD;
    const weather = await startWeatherStandIn();
    const meter = await startMeterStandIn();
    const server = await startServerProcess({
      DATABASE_URL: url,
      WEATHER_URL: weather.address,
      METER_URL: meter.address,
      PORT: '0',
      WEB_FOLDER: webFolder(),
      LOG_LEVEL: 'error',
    });
    await loadDemo(url, server.address);
    return {
      cluster,
      url,
      server,
      weather,
      meter,
      strike: async () => {
        await server.stop();
        await weather.stop();
        await meter.stop();
        discard();
      },
    };
  } catch (error) {
    discard();
    throw error;
  }
}
