import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import pg from 'pg';
import pino from 'pino';
import type { Environment } from './environment.ts';
import { createApp } from './http/app.ts';
import { preparePhoto } from './inspections/photos.ts';
import { readSessionSecret } from './people/storage.ts';
import { expireQuotes } from './quotes/useCases.ts';
import { migrate, openDatabase } from './storage/database.ts';
import { NO_WEATHER_SERVICE, weatherService } from './weather/service.ts';
import { startQueue } from './work/queue.ts';
import { startWorkers } from './work/workers.ts';

export interface RunningServer {
  port: number;
  address: string;
  stop(): Promise<void>;
}

/** Starts one server process. Any number of them may run against one database. */
export async function startServer(environment: Environment): Promise<RunningServer> {
  const logger = pino({ level: environment.LOG_LEVEL });
  const database = openDatabase(environment.DATABASE_URL);
  await migrate(database);
  const clock = () => new Date();
  const sessionPool = new pg.Pool({ connectionString: environment.DATABASE_URL, max: 4 });
  sessionPool.on('error', (error) => logger.warn({ err: error }, 'session connection lost'));
  const workers = startWorkers();
  const queue = await startQueue({
    url: environment.DATABASE_URL,
    onError: (error) => logger.warn({ err: error }, 'queue'),
    handlers: {
      'photo.prepare': ({ id }) => preparePhoto(database, id),
      'quotes.expire': async () => {
        await expireQuotes({ database, clock });
      },
    },
  });
  await expireQuotes({ database, clock });
  const sessionSecret = await readSessionSecret(database);
  const app = createApp({
    services: {
      database,
      workers,
      queue,
      clock,
      weather: environment.WEATHER_URL ? weatherService(environment.WEATHER_URL) : NO_WEATHER_SERVICE,
    },
    sessionPool,
    sessionSecret,
    logger,
    webFolder: environment.WEB_FOLDER,
    behindProxy: environment.BEHIND_PROXY === 'yes',
  });
  const server = createServer(app);
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
