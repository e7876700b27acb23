import { randomUUID } from 'node:crypto';
import { expect } from 'chai';
import { Secret, TOTP } from 'otpauth';
import { openDatabase } from '../storage/database.ts';
import { testNow, testTime } from '../testing/clock.ts';
import { Caller, OWNER, onStage } from '../testing/harness.ts';
import { dropFactorByHand, resetByHand } from './byHand.ts';

const NEW = 'gull harvest lichen spoon';
const STEP = 30_000;

describe('what stands for a person', () => {
  const { harness, owner } = onStage();
  beforeEach(() => harness.forgetTries());
  const stranger = () => new Caller(harness.server.address);

  interface Someone {
    caller: Caller;
    email: string;
    id: string;
    password: string;
    secret?: string;
  }

  async function newcomer(role: 'owner' | 'crew' = 'owner'): Promise<Someone> {
    const email = `new-${randomUUID().slice(0, 8)}@test.example`;
    const body = { id: randomUUID(), name: 'New', email, role };
    const { token } = await owner.must('POST', '/api/invitations', body);
    const caller = stranger();
    const { person, csrf } = await caller.must('POST', `/api/invitations/by-link/${token}/accept`, {
      password: OWNER.password,
    });
    caller.keepCsrf(csrf);
    return { caller, email, id: person.id, password: OWNER.password };
  }

  const versionOf = async (id: string): Promise<number> =>
    (await owner.must('GET', '/api/people')).people.find((one: { id: string }) => one.id === id).version;
  const change = async (id: string, changes: Record<string, unknown>) =>
    owner.must('PATCH', `/api/people/${id}`, { ...changes, version: await versionOf(id) });
  const codeNow = (secret: string, steps = 0) =>
    new TOTP({ secret: Secret.fromBase32(secret) }).generate({ timestamp: testTime(steps * STEP) });
  async function setFactor(one: Someone): Promise<void> {
    const { secret } = await one.caller.must('POST', '/api/account/second-factor', { password: one.password });
    await one.caller.must('POST', '/api/account/second-factor/confirmation', { code: codeNow(secret) });
  }
  async function byHand<T>(work: (database: ReturnType<typeof openDatabase>) => Promise<T>): Promise<T> {
    const database = openDatabase(harness.url, 1);
    return work(database).finally(() => database.destroy());
  }
  const resetWith = (token: string | null) =>
    stranger().must('POST', `/api/reset-links/${token}/password`, { password: NEW });

  /** All that changes on what somebody's sign-in stands. Where it is their own doing, the session that did it goes on. */
  const BUMPS: Record<
    string,
    { own?: true; before?: (one: Someone) => Promise<void>; run: (one: Someone) => Promise<unknown> }
  > = {
    'a new password of their own': {
      own: true,
      run: ({ caller, password }) => caller.must('PUT', '/api/account/password', { current: password, password: NEW }),
    },
    'a password reset by an owner’s link': {
      run: async ({ id }) =>
        resetWith((await owner.must('POST', `/api/people/${id}/reset-links`, { id: randomUUID() })).token),
    },
    'a password reset by hand': {
      run: async ({ email }) => resetWith(await byHand((database) => resetByHand(database, email, testNow()))),
    },
    'a second factor of their own': { own: true, run: setFactor },
    'a second factor taken away by themselves': {
      own: true,
      before: setFactor,
      run: ({ caller, password }) => caller.must('POST', '/api/account/second-factor/removal', { password }),
    },
    'a second factor taken away by an owner': {
      before: setFactor,
      run: ({ id }) => owner.must('DELETE', `/api/people/${id}/second-factor`),
    },
    'a second factor taken away by hand': {
      before: setFactor,
      run: ({ email }) => byHand((database) => dropFactorByHand(database, email, testNow())),
    },
    'another role': { run: ({ id }) => change(id, { role: 'estimator' }) },
    'another role and back': {
      run: async ({ id }) => {
        await change(id, { role: 'estimator' });
        await change(id, { role: 'owner' });
      },
    },
    'a closed account': { run: ({ id }) => change(id, { disabled: true }) },
    'an account closed and opened': {
      run: async ({ id }) => {
        await change(id, { disabled: true });
        await change(id, { disabled: false });
      },
    },
  };

  /** All that lets somebody in, each with whether it still does. */
  const TOKENS: Record<string, (one: Someone) => Promise<() => Promise<number>>> = {
    'a session': async ({ email, password, secret }) => {
      const elsewhere = stranger();
      const { csrf } = await elsewhere.must('POST', '/api/session', {
        email,
        password,
        ...(secret ? { code: secret } : {}),
      });
      elsewhere.keepCsrf(csrf);
      return async () => (await elsewhere.send('GET', '/api/sites')).status;
    },
    'a calendar link': async ({ caller }) => {
      const { token } = await caller.must('POST', '/api/session/calendar', {});
      return async () => (await stranger().send('GET', `/api/calendar/by-link/${token}/pail.ics`)).status;
    },
    'a link for their own new password': async ({ id }) => {
      const { token } = await owner.must('POST', `/api/people/${id}/reset-links`, { id: randomUUID() });
      return async () => (await stranger().send('GET', `/api/reset-links/${token}`)).status;
    },
    'a link that they made for another’s new password': async ({ caller }) => {
      const other = await newcomer('crew');
      const { token } = await caller.must('POST', `/api/people/${other.id}/reset-links`, { id: randomUUID() });
      return async () => {
        const read = await stranger().send('GET', `/api/reset-links/${token}`);
        const used = await stranger().send('POST', `/api/reset-links/${token}/password`, { password: NEW });
        expect(used.status < 300, 'reading and using are let in alike').to.equal(read.status === 200);
        return read.status;
      };
    },
    'an invitation that they made': async ({ caller }) => {
      const id = randomUUID();
      const body = { id, name: 'Sam', email: `sam-${id.slice(0, 8)}@test.example`, role: 'owner' };
      const { token } = await caller.must('POST', '/api/invitations', body);
      return async () => {
        const read = await stranger().send('GET', `/api/invitations/by-link/${token}`);
        const accept = { password: OWNER.password };
        const used = await stranger().send('POST', `/api/invitations/by-link/${token}/accept`, accept);
        expect(used.status < 300, 'reading and using are let in alike').to.equal(read.status === 200);
        return read.status;
      };
    },
  };

  for (const [bump, { own, before, run }] of Object.entries(BUMPS)) {
    for (const [token, make] of Object.entries(TOKENS)) {
      it(`ends with ${bump}: ${token}`, async () => {
        const one = await newcomer();
        // A session that was opened with the password alone is made before a factor would ask for a code.
        const early = token === 'a session' ? await make(one) : null;
        await before?.(one);
        const opens = early && !before ? early : token === 'a session' ? await withCode(one, make) : await make(one);
        if (!(bump.includes('reset by an owner') && token.includes('their own new'))) await run(one);
        else
          await resetWith((await owner.must('POST', `/api/people/${one.id}/reset-links`, { id: randomUUID() })).token);
        expect(await opens()).to.equal(token === 'a session' ? 401 : 404);
        if (own) expect((await one.caller.send('GET', '/api/sites')).status, 'the one that did it').to.equal(200);
      });
    }
  }

  /** Signs in with a code of the step after the one that confirmed the factor. */
  async function withCode(one: Someone, make: (one: Someone) => Promise<() => Promise<number>>) {
    const [row] = await harness.sql('select secret from second_factors where person_id = $1', [one.id]);
    return make({ ...one, secret: codeNow(String(row?.secret), 1) });
  }

  for (const token of Object.keys(TOKENS))
    it(`goes on while nothing changes: ${token}`, async () => {
      const opens = await (TOKENS[token] as (one: Someone) => Promise<() => Promise<number>>)(await newcomer());
      expect(await opens()).to.equal(200);
    });

  it('lets nobody in whose password is changed while their sign-in is being checked', async () => {
    for (let round = 0; round < 6; round += 1) {
      const one = await newcomer();
      const others = [stranger(), stranger(), stranger(), stranger()];
      const signIns = others.map((other) =>
        other.send('POST', '/api/session', { email: one.email, password: one.password }),
      );
      const changing = one.caller.must('PUT', '/api/account/password', { current: one.password, password: NEW });
      await Promise.all([...signIns, changing]);
      for (const other of others) expect((await other.send('GET', '/api/sites')).status).to.equal(401);
    }
  });

  it('is a device too from which an invitation was accepted: strangers’ guesses lock its owner out of nothing', async () => {
    const one = await newcomer();
    await one.caller.must('DELETE', '/api/session');
    for (let guess = 0; guess < 8; guess += 1)
      await stranger().send('POST', '/api/session', { email: one.email, password: `guess ${guess}` });
    const { status } = await one.caller.send('POST', '/api/session', { email: one.email, password: one.password });
    expect(status).to.equal(200);
  });

  it('is not made by a request that was let in before and acts after', async () => {
    const one = await newcomer();
    const body = { id: randomUUID(), name: 'Sam', email: `late-${one.email}`, role: 'owner' };
    const [invited, changed] = await Promise.all([
      one.caller.send('POST', '/api/invitations', body),
      owner.send('PATCH', `/api/people/${one.id}`, { role: 'crew', version: await versionOf(one.id) }),
    ]);
    expect(changed.status).to.equal(200);
    if (invited.status === 200) {
      const read = await stranger().send('GET', `/api/invitations/by-link/${invited.body.token}`);
      expect(read.status).to.equal(404);
    }
  });
});
