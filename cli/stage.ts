import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import pg from 'pg';
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
  const cluster = await openCluster(`${folder}/cluster`, { thrownAway: true });
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

/** A database of a throwaway cluster with the demo in it, that nobody is connected to: stages are copies of it. */
export interface Model {
  /** address for who makes databases */
  admin: string;
  /** address for the application, of the model itself */
  url: string;
}

/** What a server of a stage asks. */
interface Around {
  weather: StandIn;
  meter: StandIn;
  strike(): Promise<void>;
}

export async function setAround(): Promise<Around> {
  const [weather, meter] = await Promise.all([startWeatherStandIn(), startMeterStandIn()]);
  return { weather, meter, strike: async () => void (await Promise.all([weather.stop(), meter.stop()])) };
}

const serve = (url: string, { weather, meter }: Around): Promise<ServerProcess> =>
  startServerProcess({
    DATABASE_URL: url,
    WEATHER_URL: weather.address,
    METER_URL: meter.address,
    PORT: '0',
    WEB_FOLDER: webFolder(),
    LOG_LEVEL: 'warn',
  });

/** Makes the model: the demo, taken in by a server that is stopped again. */
export async function makeModel(): Promise<{ model: Model; cluster: Cluster; discard: () => void }> {
  await buildWeb();
  const { cluster, discard } = await throwawayCluster();
  try {
    const url = await ensureDatabase(cluster, 'model');
    process.env.PAIL_DEMO_PASSWORD = STAGE_PASSWORD;
    const around = await setAround();
    const server = await serve(url, around);
    await loadDemo(url, server.address);
    await server.stop();
    await around.strike();
    return { model: { admin: cluster.url(), url }, cluster, discard };
  } catch (error) {
    discard();
    throw error;
  }
}

let copies = 0;

/** A copy of the model with a server of its own. @returns it, and how it ends */
export async function playModel(
  { admin, url: of }: Model,
  around: Around,
): Promise<{ url: string; server: ServerProcess }> {
  copies += 1;
  const name = `stage_${process.pid}_${copies}`;
  const client = new pg.Client({ connectionString: admin });
  await client.connect();
  const address = new URL(of);
  try {
    const [model, owner] = [address.pathname.slice(1), address.username].map((word) => client.escapeIdentifier(word));
    await client.query(`create database ${name} template ${model} owner ${owner}`);
  } finally {
    await client.end();
  }
  address.pathname = `/${name}`;
  return { url: address.href, server: await serve(address.href, around) };
}

/** A throwaway cluster with the demo loaded and a server of its own: what pictures and measures are taken from. */
export async function setStage(): Promise<Stage> {
  const { model, cluster, discard } = await makeModel();
  try {
    const around = await setAround();
    const { url, server } = await playModel(model, around);
    const strike = async () => {
      await server.stop();
      await around.strike();
      discard();
    };
    return { cluster, url, server, weather: around.weather, meter: around.meter, strike };
  } catch (error) {
    discard();
    throw error;
  }
}
