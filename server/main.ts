import { readEnvironment } from './environment.ts';
import { startServer } from './start.ts';

try {
  const server = await startServer(readEnvironment(process.env));
  process.send?.({ address: server.address, port: server.port });
  let stopping = false;
  const stop = async () => {
    if (stopping) return;
    stopping = true;
    await server.stop();
    process.exit(0);
  };
  process.on('SIGTERM', stop);
  process.on('SIGINT', stop);
  process.on('disconnect', stop);
} catch (error) {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
}
