import pg from 'pg';
import { Caller, type Harness, startHarness } from '../../server/testing/harness.ts';
import { makeReport, readsOf } from '../../server/testing/reads.ts';
import { connected } from '../backups/connected.ts';
import { type Attack, tally } from './attack.ts';

/** Tables that a reading may touch: how long a session lasts, who guessed, and who was refused at an endpoint. */
const MAY_CHANGE = new Set(['session', 'sign_in_counts', 'audit_trail']);

/** How a table stands: its rows, each with when it was last written. */
async function standing(url: string): Promise<Map<string, string>> {
  return connected(url, async (client) => {
    const { rows } = await client.query(
      "select tablename as name from pg_tables where schemaname = 'public' order by 1",
    );
    const found = new Map<string, string>();
    for (const { name } of rows) {
      if (MAY_CHANGE.has(name)) continue;
      const sum = `select count(*) || ' ' || coalesce(sum(xmin::text::bigint), 0) as sum from ${pg.escapeIdentifier(name)}`;
      found.set(name, (await client.query(sum)).rows[0].sum);
    }
    return found;
  });
}

/** What a mail program, a page, and a preview send before anybody reads; the first two first. */
const WAYS: [method: string, headers: Record<string, string>][] = [
  ['HEAD', {}],
  ['GET', { 'sec-purpose': 'prefetch;prerender', purpose: 'prefetch' }],
  ['GET', {}],
  ['GET', { 'user-agent': 'LinkPreview/1.0' }],
];

/** Links that open: an offer, an estimate, an invitation, a new password, a calendar. */
async function linksOf(stage: Harness, siteId: string): Promise<string[]> {
  const { owner } = stage;
  const id = () => crypto.randomUUID();
  const quoteId = id();
  const { version } = await owner.must('POST', `/api/sites/${siteId}/quotes`, { id: quoteId });
  await owner.must('POST', `/api/quotes/${quoteId}/send`, { version });
  const letter = await owner.must('POST', `/api/quotes/${quoteId}/letters`, { id: id() });
  const invited = { id: id(), name: 'Sam', email: `sam-${id()}@test.example`, role: 'crew' };
  const invitation = await owner.must('POST', '/api/invitations', invited);
  const { person } = await (await stage.as('crew')).must('GET', '/api/session');
  const reset = await owner.must('POST', `/api/people/${person.id}/reset-links`, { id: id() });
  const calendar = await owner.must('POST', '/api/session/calendar', {});
  return [
    `/api/letters/by-link/${letter.token}`,
    `/api/letters/by-link/${letter.token}/paper.pdf`,
    `/api/invitations/by-link/${invitation.token}`,
    `/api/reset-links/${reset.token}`,
    `/api/calendar/by-link/${calendar.token}/pail.ics`,
  ];
}

/** Every endpoint at which something is read, and every link, as each role and as nobody: nothing is changed by it. */
export const heads: Attack = {
  name: 'reading changes nothing',
  full: 3,
  small: 1,
  async run(times) {
    const { hold, outcome } = tally();
    const stage = await startHarness({});
    try {
      const told = await makeReport(stage.owner);
      const links = await linksOf(stage, told.siteId);
      const others = { estimator: await stage.as('estimator'), crew: await stage.as('crew') };
      const callers = {
        owner: stage.owner,
        ...(times > 1 ? others : {}),
        nobody: new Caller(stage.server.address),
      };
      const ways = times > 1 ? WAYS : WAYS.slice(0, 2);
      const addresses = [...readsOf(told, true).map(({ address }) => address), ...links];
      const changedBy = async (caller: Caller, asked: readonly string[]): Promise<string[]> => {
        const before = await standing(stage.url);
        for (const address of asked)
          for (const [method, headers] of ways) await caller.send(method, address, undefined, headers);
        const after = await standing(stage.url);
        return [...after].filter(([table, sum]) => before.get(table) !== sum).map(([table]) => table);
      };
      for (let round = 0; round < times; round += 1)
        for (const [role, caller] of Object.entries(callers)) {
          const changed = await changedBy(caller, addresses);
          hold(changed.length === 0, `${role} changes ${changed.join(', ')} by reading`);
          // Which of them it was is asked only where it was any.
          if (changed.length > 0)
            for (const address of addresses) {
              const own = await changedBy(caller, [address]);
              hold(own.length === 0, `${role} reads ${address.replace(/[\w-]{43}/, ':token')}: ${own.join(', ')}`);
            }
        }
    } finally {
      await stage.stop();
    }
    return outcome;
  },
};
