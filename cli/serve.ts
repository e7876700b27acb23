import { join } from 'node:path';
import { buildWeb } from './build.ts';
import { type Cluster, ensureDatabase, openCluster } from './cluster.ts';
import { loadDemo } from './demo.ts';
import { firstWords } from './firstOwner.ts';
import { dataFolder, webFolder } from './folders.ts';
import { startServerProcess } from './serverProcess.ts';
import { type StandIn, startWeatherStandIn } from './standIns.ts';

/** Serves until Ctrl-C; then stops all that it started. */
export async function serve({ demo }: { demo: boolean }): Promise<number> {
  let cluster: Cluster | null = null;
  let weather: StandIn | null = null;
  let url = process.env.DATABASE_URL;
  if (url === undefined) {
    cluster = await openCluster(join(dataFolder(), 'cluster'));
    url = await ensureDatabase(cluster, demo ? 'demo' : 'pail');
  }
  try {
    buildWeb();
    // The demo brings its own weather; elsewhere WEATHER_URL names a service, or there is none.
    if (demo) weather = await startWeatherStandIn();
    const server = await startServerProcess({
      DATABASE_URL: url,
      WEB_FOLDER: webFolder(),
      LOG_LEVEL: process.env.LOG_LEVEL ?? 'warn',
      NODE_ENV: 'production',
      ...(weather ? { WEATHER_URL: weather.address } : {}),
    });
    const stopped = new Promise<void>((resolve) => {
      process.once('SIGINT', resolve);
      process.once('SIGTERM', resolve);
      server.child.once('exit', () => resolve());
    });
    console.log(demo ? await loadDemo(url, server.address) : await firstWords(url, server.address));
    console.log(`\nWide Pail is at ${server.address}   (Ctrl-C stops it)`);
    await stopped;
    if (server.child.exitCode === null) await server.stop();
    return 0;
  } finally {
    await weather?.stop();
    cluster?.stop();
  }
}
