import { randomUUID } from 'node:crypto';
import { Caller, type Harness, OWNER, startHarness } from '../../server/testing/harness.ts';
import { type Attack, tally } from './attack.ts';

const NEW = 'gull harvest lichen spoon';
const AT_ONCE = 4;

async function newcomer(stage: Harness) {
  const email = `new-${randomUUID().slice(0, 8)}@test.example`;
  const body = { id: randomUUID(), name: 'New', email, role: 'owner' };
  const { token } = await stage.owner.must('POST', '/api/invitations', body);
  const caller = new Caller(stage.server.address);
  const { person, csrf } = await caller.must('POST', `/api/invitations/by-link/${token}/accept`, {
    password: OWNER.password,
  });
  caller.keepCsrf(csrf);
  return { caller, email, id: person.id as string };
}
type Someone = Awaited<ReturnType<typeof newcomer>>;

const versionOf = async ({ owner }: Harness, id: string): Promise<number> =>
  (await owner.must('GET', '/api/people')).people.find((one: { id: string }) => one.id === id).version;

/** What changes that on which a sign-in stands. */
const BUMPS: Record<string, (stage: Harness, one: Someone) => Promise<unknown>> = {
  password: (_stage, { caller }) =>
    caller.send('PUT', '/api/account/password', { current: OWNER.password, password: NEW }),
  reset: async ({ owner, server }, { id }) => {
    const { token } = await owner.must('POST', `/api/people/${id}/reset-links`, { id: randomUUID() });
    return new Caller(server.address).send('POST', `/api/reset-links/${token}/password`, { password: NEW });
  },
  role: async (stage, { id }) =>
    stage.owner.send('PATCH', `/api/people/${id}`, { role: 'crew', version: await versionOf(stage, id) }),
  closing: async (stage, { id }) =>
    stage.owner.send('PATCH', `/api/people/${id}`, { disabled: true, version: await versionOf(stage, id) }),
};

/** What is being made or used at that moment, with how to see whether it still opens anything. */
const TOKENS: Record<string, (stage: Harness, one: Someone) => Promise<() => Promise<number>>> = {
  session: async ({ server }, { email }) => {
    const other = new Caller(server.address);
    await other.send('POST', '/api/session', { email, password: OWNER.password });
    return async () => (await other.send('GET', '/api/sites')).status;
  },
  calendar: async ({ server }, { caller }) => {
    const { body } = await caller.send('POST', '/api/session/calendar', {});
    const path = `/api/calendar/by-link/${body?.token ?? 'x'.repeat(43)}/pail.ics`;
    return async () => (await new Caller(server.address).send('GET', path)).status;
  },
  invitation: async ({ server }, { caller }) => {
    const id = randomUUID();
    const body = { id, name: 'Sam', email: `sam-${id.slice(0, 8)}@test.example`, role: 'owner' };
    const answer = await caller.send('POST', '/api/invitations', body);
    const path = `/api/invitations/by-link/${answer.body?.token ?? 'x'.repeat(43)}`;
    return async () => (await new Caller(server.address).send('GET', path)).status;
  },
};

/**
 * What may rightly stand after: whoever changes their own password goes on in the session that did it, and whoever signs in once
 * their role is another comes in with that.
 */
const mayStand = (bump: string, token: string): boolean =>
  bump === 'password' ? token !== 'session' : bump === 'role' && token === 'session';

/** Something that stands for a person is made at the moment at which what it stands on changes: afterwards it opens nothing. */
export const epochs: Attack = {
  name: 'what stands for a person, while it changes',
  full: 15,
  small: 1,
  async run(times) {
    const { hold, outcome } = tally();
    const stage = await startHarness({});
    try {
      for (let round = 0; round < times; round += 1)
        for (const [bump, change] of Object.entries(BUMPS))
          for (const [token, make] of Object.entries(TOKENS)) {
            const one = await newcomer(stage);
            const made = Array.from({ length: AT_ONCE }, () => make(stage, one));
            const [opens] = await Promise.all([Promise.all(made), change(stage, one)]);
            if (mayStand(bump, token)) continue;
            for (const still of opens) {
              const status = await still();
              hold(status >= 400 && status < 500, `round ${round}, ${token} at a change of ${bump}: ${status}`);
            }
          }
    } finally {
      await stage.stop();
    }
    return outcome;
  },
};
