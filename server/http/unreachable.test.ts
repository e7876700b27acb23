import { randomUUID } from 'node:crypto';
import { expect } from 'chai';
import pg from 'pg';
import { type Chain, makeJob, onStage, readingEntry } from '../testing/harness.ts';
import { problemOf } from './problems.ts';

describe('a database that gives up', () => {
  const { harness, owner } = onStage();
  let chain: Chain;
  before(async () => {
    chain = await makeJob(owner);
  });

  /** Holds the row of the job while something is sent that needs it. */
  async function whileHeld<T>(send: () => Promise<T>, then: (client: pg.Client) => Promise<unknown>): Promise<T> {
    const client = new pg.Client({ connectionString: harness.url });
    await client.connect();
    await client.query('begin');
    await client.query('select 1 from jobs where id = $1 for update', [chain.jobId]);
    const sent = send();
    try {
      for (let waiting = 0; waiting === 0; ) {
        const { rows } = await client.query(
          "select count(*)::int as n from pg_stat_activity where wait_event_type = 'Lock' and datname = current_database()",
        );
        waiting = rows[0].n;
      }
      await then(client);
    } finally {
      await client.query('rollback');
      await client.end();
    }
    return sent;
  }

  const add = () =>
    owner.send('POST', `/api/jobs/${chain.jobId}/entries`, { entries: [readingEntry(chain.arrayId, 4000)] });

  it('in the middle of a request is answered 503 with when to come again, and nothing is kept of it', async () => {
    const [before] = await harness.sql('select count(*)::int as n from job_entries');
    const answer = await whileHeld(add, (client) =>
      client.query(
        "select pg_terminate_backend(pid) from pg_stat_activity where wait_event_type = 'Lock' and datname = current_database()",
      ),
    );
    expect([answer.status, answer.headers.get('retry-after')]).to.deep.equal([503, '5']);
    const [after] = await harness.sql('select count(*)::int as n from job_entries');
    expect(after).to.deep.equal(before);
    expect((await add()).status, 'the next one').to.equal(200);
  });

  it('because somebody cancels what it is asked is answered 503 too', async () => {
    const answer = await whileHeld(add, (client) =>
      client.query(
        "select pg_cancel_backend(pid) from pg_stat_activity where wait_event_type = 'Lock' and datname = current_database()",
      ),
    );
    expect(answer.status).to.equal(503);
  });

  const SAID: [what: string, error: unknown][] = [
    ['a lock that was waited for too long', { code: '55P03' }],
    ['a statement that took too long', { code: '57014' }],
    ['a connection that was ended by an operator', { code: '57P01' }],
    ['a transaction that was left lying', { code: '25P03' }],
    ['a deadlock after the last try', { code: '40P01' }],
    ['an order that cannot be, after the last try', { code: '40001' }],
    ['too many connections', { code: '53300' }],
    ['a client whose connection broke', new Error('Client has encountered a connection error and is not queryable')],
  ];
  for (const [what, error] of SAID)
    it(`tells ${what} as 503 with Retry-After`, () => {
      const { status, retryAfter } = problemOf(error);
      expect([status, retryAfter]).to.deep.equal([503, 5]);
    });

  it('is no mistake of ours: anything else stays a 500', () => {
    expect(problemOf(Object.assign(new Error(randomUUID()), { code: '42P01' })).status).to.equal(500);
  });
});
