import { join } from 'node:path';
import { repeat } from '../server/compute/repeat.ts';
import { buildWeb, webStands } from './build.ts';
import { type Cluster, ensureDatabase, openCluster } from './cluster.ts';
import { dataFolder, notesOnFolders, webFolder } from './folders.ts';
import { startServerProcess } from './serverProcess.ts';
import { type StandIn, startMeterStandIn, startWeatherStandIn } from './standIns.ts';

const say = (error: unknown) => console.error(error instanceof Error ? error.message : error);

/** Starts the database again where it was killed. */
const watchCluster = (cluster: Cluster) =>
  repeat(
    async () => {
      if (cluster.runs()) return;
      console.error('The database has ended by itself. Starting it again ...');
      await cluster.restart();
      console.error('The database is back.');
    },
    1000,
    say,
  );

/** Loads the demo over a server of its own, for as long as the interface is built and nobody can look at it. */
async function loadBeside(url: string, environment: Record<string, string>): Promise<void> {
  const server = await startServerProcess({ ...environment, PORT: '0' });
  try {
    const { loadDemo } = await import('./demo.ts');
    await loadDemo(url, server.address);
  } finally {
    await server.stop();
  }
}

/** Serves until Ctrl-C; then stops all that it started. @returns 1 where the server ended by itself */
export async function serve({ demo }: { demo: boolean }): Promise<number> {
  for (const note of notesOnFolders()) console.error(note);
  const stops: (() => Promise<void> | void)[] = [];
  let url = process.env.DATABASE_URL;
  let adminUrl = process.env.ADMIN_DATABASE_URL ?? url ?? '';
  try {
    if (url === undefined) {
      const cluster = await openCluster(join(dataFolder(), 'cluster'));
      stops.push(() => cluster.stop());
      url = await ensureDatabase(cluster, demo ? 'demo' : 'pail');
      adminUrl = cluster.url();
      stops.push(watchCluster(cluster));
    }
    // The demo brings its own weather; elsewhere WEATHER_URL names a service, or there is none.
    const weather: StandIn | null = demo ? await startWeatherStandIn() : null;
    if (weather) stops.push(weather.stop);
    const meter: StandIn | null = demo ? await startMeterStandIn() : null;
    if (meter) stops.push(meter.stop);
    const environment = {
      DATABASE_URL: url,
      LOG_LEVEL: process.env.LOG_LEVEL ?? 'warn',
      NODE_ENV: 'production',
      ...(weather ? { WEATHER_URL: weather.address } : {}),
      ...(meter ? { METER_URL: meter.address } : {}),
    };
    if (demo && !webStands()) await Promise.all([loadBeside(url, environment), buildWeb()]);
    else await buildWeb();
    const server = await startServerProcess({ ...environment, WEB_FOLDER: webFolder() });
    const ended = new Promise<number>((resolve) => {
      process.once('SIGINT', () => resolve(0));
      process.once('SIGTERM', () => resolve(0));
      server.child.once('exit', () => resolve(1));
    });
    // Only now, when the server answers already, is read what it needs none of.
    if (demo) {
      const { loadDemo } = await import('./demo.ts');
      console.log(await loadDemo(url, server.address));
    } else {
      const [{ firstWords }, { watchBackups }] = await Promise.all([
        import('./firstOwner.ts'),
        import('./backups/watch.ts'),
      ]);
      console.log(await firstWords(url, server.address));
      stops.push(watchBackups(url, adminUrl, say));
    }
    console.log(`\nWide Pail is at ${server.address}   (Ctrl-C stops it)`);
    const code = await ended;
    if (code === 0) await server.stop();
    else console.error('The server has ended by itself; what it said stands above. Nothing that was kept is lost.');
    return code;
  } finally {
    for (const stop of stops.reverse()) await stop();
  }
}
