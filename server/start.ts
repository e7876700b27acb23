import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import pg from 'pg';
import pino from 'pino';
import { type Queue, startQueue } from './compute/queue.ts';
import { repeat } from './compute/repeat.ts';
import { startWorkers } from './compute/workers.ts';
import type { Services } from './context.ts';
import type { Environment } from './environment.ts';
import { createApp } from './http/app.ts';
import { openSpool } from './http/intake.ts';
import { errorForLog } from './http/logs.ts';
import { runImport, runLeftWaiting } from './imports/useCases.ts';
import { pruneDevices } from './people/deviceStorage.ts';
import { pruneCounts } from './people/limiter.ts';
import { readSessionSecret } from './people/storage.ts';
import { prepareLeftWaiting, preparePhoto } from './photos/photos.ts';
import { expireQuotes } from './quotes/useCases.ts';
import { inTurn, migrate, openDatabase, REQUEST_LIMITS } from './storage/database.ts';
import { databaseProbe, startPulse } from './storage/pulse.ts';
import { pruneUploads } from './uploads/useCases.ts';
import { NO_METER, wiredMeter } from './water/meter.ts';
import { workOutDrift } from './weather/drift.ts';
import { NO_WEATHER_SERVICE, weatherService } from './weather/service.ts';

export interface RunningServer {
  port: number;
  address: string;
  stop(): Promise<void>;
}

/**
 * Starts one server process. Any number of them may run against one database.
 * @param clock by which it goes @param workers its threads; tests give their own
 */
export async function startServer(
  environment: Environment,
  clock = () => new Date(),
  workers = startWorkers(),
): Promise<RunningServer> {
  const logger = pino({ level: environment.LOG_LEVEL, serializers: { err: errorForLog } });
  const patient = openDatabase(environment.DATABASE_URL, 3);
  await migrate(patient);
  const database = openDatabase(environment.DATABASE_URL, 10, REQUEST_LIMITS);
  const heart = databaseProbe(environment.DATABASE_URL, 1800);
  const pulse = startPulse({ probe: heart.probe, every: 300, misses: 2 });
  const sessionPool = new pg.Pool({ connectionString: environment.DATABASE_URL, max: 4, ...REQUEST_LIMITS });
  sessionPool.on('error', (error) => logger.warn({ err: error }, 'session connection lost'));
  const meter = environment.METER_URL ? wiredMeter(environment.METER_URL) : NO_METER;
  const weather = environment.WEATHER_URL ? weatherService(environment.WEATHER_URL) : NO_WEATHER_SERVICE;
  // Work of the queue asks it for more in its turn: it is there by the time any has come.
  const inBackground = (): Services => ({ database, workers, queue, clock, weather, meter });
  const queue: Queue = await inTurn(patient, 'queue', () =>
    startQueue({
      url: environment.DATABASE_URL,
      onError: (error) => logger.warn({ err: error }, 'queue'),
      handlers: {
        'photo.prepare': ({ id }) => preparePhoto(database, id),
        'energy.drift': ({ id }) => workOutDrift({ database, workers }, id),
        'import.take': ({ id }) => runImport(inBackground(), id),
        'quotes.expire': async () => {
          await expireQuotes({ database, clock });
        },
        'people.prune': async () => {
          await pruneCounts(database, clock());
          await pruneDevices(database, clock());
          await pruneUploads({ database, clock });
        },
      },
    }),
  );
  await patient.destroy();
  await expireQuotes({ database, clock });
  const sweep = (what: string, work: () => Promise<void>) =>
    repeat(work, 15_000, (error) => logger.warn({ err: error }, `${what} left waiting`));
  const sweeping = [
    sweep('pictures', () => prepareLeftWaiting(database, clock)),
    sweep('imports', () => runLeftWaiting(inBackground())),
  ];
  const sessionSecret = await readSessionSecret(database);
  const services = { database, workers, queue, clock, weather, meter };
  const spool = openSpool();
  const app = createApp({
    services,
    spool,
    pulse,
    sessionPool,
    sessionSecret,
    logger,
    webFolder: environment.WEB_FOLDER,
    behindProxy: environment.BEHIND_PROXY === 'yes',
  });
  const server = createServer({ headersTimeout: 15_000, requestTimeout: 600_000, keepAliveTimeout: 65_000 }, app);
  await listen(server, environment.PORT, environment.HOST);
  const { port } = server.address() as AddressInfo;
  return {
    port,
    address: `http://${environment.HOST}:${port}`,
    stop: async () => {
      await new Promise((resolve) => {
        server.close(resolve);
        server.closeIdleConnections();
        setTimeout(() => server.closeAllConnections(), 5000).unref();
      });
      spool.close();
      await Promise.all(sweeping.map((stop) => stop()));
      await pulse.stop();
      await heart.close();
      await queue.close();
      await workers.close();
      await sessionPool.end();
      await database.destroy();
    },
  };
}

function listen(server: Server, port: number, host: string): Promise<void> {
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, host, () => {
      server.off('error', reject);
      resolve();
    });
  });
}
