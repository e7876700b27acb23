import { Caller, newDatabase } from '../../server/testing/harness.ts';
import { standingStill } from '../../server/testing/processes.ts';
import { startServerProcess } from '../serverProcess.ts';
import { throwawayCluster } from '../stage.ts';
import { type Attack, tally } from './attack.ts';

/** Longest that anybody may wait for an answer, ms, while the database stands still. */
const LONGEST = 5000;

/** A database that stands still: 503 within five seconds, and health all the same. */
export const frozen: Attack = {
  name: 'a frozen database',
  full: 5,
  small: 0,
  async run(times) {
    const { hold, outcome } = tally();
    const { cluster, discard } = await throwawayCluster();
    const url = await newDatabase({ admin: cluster.url(), app: cluster.appUrl('postgres') });
    const server = await startServerProcess({ DATABASE_URL: url, PORT: '0', LOG_LEVEL: 'silent' });
    try {
      const caller = await new Caller(server.address).signIn();
      for (let round = 0; round < times; round += 1) {
        const { status, waited, health } = await standingStill(cluster.postmaster(), async () => {
          const begun = Date.now();
          const answer = await caller.send('GET', '/api/sites');
          const time = Date.now() - begun;
          return { status: answer.status, waited: time, health: await caller.send('GET', '/api/health') };
        });
        hold(status === 503 && waited <= LONGEST, `round ${round}: ${status} after ${waited} ms`);
        hold(health.status === 200, `round ${round}: health ${health.status}`);
        while ((await caller.send('GET', '/api/ready')).status !== 200)
          await new Promise((done) => setTimeout(done, 100));
      }
    } finally {
      await server.kill();
      discard();
    }
    return outcome;
  },
};
