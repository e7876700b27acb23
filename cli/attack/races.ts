import { randomUUID } from 'node:crypto';
import { readEnvironment } from '../../server/environment.ts';
import { startServer } from '../../server/start.ts';
import { bareDatabase, finishJob, makeJob, startHarness } from '../../server/testing/harness.ts';
import { type Attack, tally } from './attack.ts';

const AT_ONCE = 6;

/** As many as want to do the same at once: one does, or each gets what is theirs. */
export const races: Attack = {
  name: 'races: accept, sign, number, schedule, start',
  full: 10,
  small: 1,
  async run(times, cluster) {
    const { hold, outcome } = tally();
    const stage = await startHarness({});
    const { owner } = stage;
    const together = <T>(work: (index: number) => Promise<T>): Promise<T[]> =>
      Promise.all(Array.from({ length: AT_ONCE }, (_, index) => work(index)));
    const won = (answers: { status: number }[]) => answers.filter(({ status }) => status === 200).length;
    try {
      for (let round = 0; round < times; round += 1) {
        const chain = await makeJob(owner);
        const quotes = await together(() =>
          owner.must('POST', `/api/sites/${chain.siteId}/quotes`, { id: randomUUID() }),
        );
        const numbers = new Set(quotes.map(({ number }) => number));
        hold(numbers.size === AT_ONCE, `number ${round}: ${numbers.size} numbers for ${AT_ONCE} quotes`);

        const sent = await owner.must('POST', `/api/quotes/${quotes[0].id}/send`, { version: quotes[0].version });
        const revisions = await together(() =>
          owner.send('POST', `/api/quotes/${sent.id}/revisions`, { id: randomUUID() }),
        );
        const all = [sent, ...revisions.filter(({ status }) => status === 200).map(({ body }) => body)];
        for (const { id, version, state } of all) {
          if (state === 'draft') await owner.send('POST', `/api/quotes/${id}/send`, { version });
        }
        await Promise.all(
          all.map(async ({ id }) => {
            const { version } = await owner.must('GET', `/api/quotes/${id}`);
            return owner.send('POST', `/api/quotes/${id}/decision`, { version, decision: 'accepted' });
          }),
        );
        const accepted = await stage.sql("select id from quotes where number = $1 and state = 'accepted'", [
          sent.number,
        ]);
        hold(accepted.length === 1, `accept ${round}: ${accepted.length} revisions are accepted`);

        const jobs = await together(() =>
          owner.send('POST', `/api/quotes/${accepted[0]?.id}/jobs`, { id: randomUUID(), scheduledFor: '2026-12-01' }),
        );
        hold(won(jobs) === 1, `schedule ${round}: ${won(jobs)} jobs of one quote`);

        await finishJob(owner, chain);
        const report = await owner.must('POST', `/api/jobs/${chain.jobId}/reports`, { id: randomUUID() });
        const signed = await together(() =>
          owner.send('POST', `/api/reports/${report.id}/signature`, { version: report.version }),
        );
        hold(won(signed) === 1, `sign ${round}: signed ${won(signed)} times`);

        const url = await bareDatabase(cluster);
        const servers = await Promise.allSettled(
          [1, 2, 3].map(() => startServer(readEnvironment({ DATABASE_URL: url, PORT: '0', LOG_LEVEL: 'silent' }))),
        );
        hold(
          servers.every(({ status }) => status === 'fulfilled'),
          `start ${round}: ${servers.map((server) => (server.status === 'rejected' ? server.reason : 'up')).join(', ')}`,
        );
        for (const server of servers) if (server.status === 'fulfilled') await server.value.stop();
      }
    } finally {
      await stage.stop();
    }
    return outcome;
  },
};
