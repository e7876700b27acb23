import { randomUUID } from 'node:crypto';
import { expect } from 'chai';
import { Secret, TOTP } from 'otpauth';
import { MILLISECONDS_PER_DAY } from '../../core/time/utc.ts';
import { openDatabase } from '../storage/database.ts';
import { testInstant, testNow, testTime } from '../testing/clock.ts';
import { Caller, OWNER, onStage } from '../testing/harness.ts';
import { resetByHand } from './byHand.ts';

/** Of a code, ms. */
const STEP = 30_000;

describe('an account', () => {
  const { harness, owner } = onStage();
  const stranger = () => new Caller(harness.server.address);
  const NEW = 'gull harvest lichen spoon';

  /** Somebody new, with an address of their own, signed in. */
  async function newcomer() {
    const email = `new-${randomUUID().slice(0, 8)}@test.example`;
    const { token } = await owner.must('POST', '/api/invitations', {
      id: randomUUID(),
      name: 'New',
      email,
      role: 'crew',
    });
    const caller = stranger();
    await caller.must('POST', `/api/invitations/by-link/${token}/accept`, { password: OWNER.password });
    await caller.signIn(email);
    const { person } = await caller.must('GET', '/api/session');
    return { caller, email, id: person.id as string };
  }
  const trailOf = async (id: string): Promise<{ action: string; change: Record<string, unknown> }[]> =>
    (await owner.must('GET', `/api/trail/${id}`)).items;
  const signIn = (email: string, password: string, code?: string, caller = stranger()) =>
    caller.send('POST', '/api/session', { email, password, ...(code ? { code } : {}) });

  describe('whose password is changed', () => {
    it('asks for the one that counts, lets the new one in, and puts every other session out', async () => {
      const { caller, email } = await newcomer();
      const elsewhere = await stranger().signIn(email);
      const wrong = await caller.send('PUT', '/api/account/password', { current: 'not this one', password: NEW });
      expect([wrong.status, wrong.body.issues[0].path]).to.deep.equal([400, 'current']);
      await caller.must('PUT', '/api/account/password', { current: OWNER.password, password: NEW });
      expect((await elsewhere.send('GET', '/api/sites')).status).to.equal(401);
      expect((await caller.send('GET', '/api/sites')).status).to.equal(200);
      expect((await signIn(email, OWNER.password)).status).to.equal(401);
      expect((await signIn(email, NEW)).status).to.equal(200);
    });

    it('does not become one that stands on every list', async () => {
      const { caller } = await newcomer();
      const answer = await caller.send('PUT', '/api/account/password', {
        current: OWNER.password,
        password: 'password1234',
      });
      expect([answer.status, answer.body.issues[0].path]).to.deep.equal([400, 'password']);
    });

    it('cannot be guessed from an open session either', async () => {
      const { caller } = await newcomer();
      const statuses: number[] = [];
      // The wait doubles from one second on: however slow the answers come, it soon outlasts them.
      while (!statuses.includes(429) && statuses.length < 12) {
        const guess = { current: `guess ${statuses.length}`, password: NEW };
        statuses.push((await caller.send('PUT', '/api/account/password', guess)).status);
      }
      expect(statuses.slice(0, 5)).to.deep.equal([400, 400, 400, 400, 400]);
      expect(statuses.at(-1)).to.equal(429);
    });
  });

  describe('whose password is lost', () => {
    it('gets a link from an owner that works once, and puts every session out', async () => {
      const { caller, email, id } = await newcomer();
      const { token } = await owner.must('POST', `/api/people/${id}/reset-links`, { id: randomUUID() });
      expect((await stranger().must('GET', `/api/reset-links/${token}`)).name).to.equal('New');
      await stranger().must('POST', `/api/reset-links/${token}/password`, { password: NEW });
      expect((await caller.send('GET', '/api/sites')).status).to.equal(401);
      expect((await signIn(email, NEW)).status).to.equal(200);
      const again = await stranger().send('POST', `/api/reset-links/${token}/password`, { password: `${NEW} again` });
      expect(again.status).to.equal(404);
    });

    it('is reset by the newest link alone, within its day, and by nobody who is closed', async () => {
      const { id } = await newcomer();
      const make = async () => (await owner.must('POST', `/api/people/${id}/reset-links`, { id: randomUUID() })).token;
      const [older, newer] = [await make(), await make()];
      const read = async (token: string) => (await stranger().send('GET', `/api/reset-links/${token}`)).status;
      expect([await read(older), await read(newer)]).to.deep.equal([404, 200]);
      await harness.sql('update reset_links set expires_at = $2 where person_id = $1', [id, testInstant(-60_000)]);
      expect(await read(newer)).to.equal(404);
      const third = await make();
      await harness.sql('update people set disabled = true where id = $1', [id]);
      expect(await read(third)).to.equal(404);
    });

    it('is reset by hand on the machine, also for the only owner', async () => {
      const database = openDatabase(harness.url, 2);
      try {
        const token = await resetByHand(database, OWNER.email.toUpperCase(), testNow());
        expect((await stranger().send('GET', `/api/reset-links/${token}`)).status).to.equal(200);
        expect(await resetByHand(database, 'nobody@test.example', testNow())).to.equal(null);
      } finally {
        await database.destroy();
      }
    });
  });

  describe('that is open in several places', () => {
    it('shows each with since when and from where, and ends one of them', async () => {
      const { caller, email } = await newcomer();
      const lost = stranger();
      await lost.must('POST', '/api/session', { email, password: OWNER.password });
      const { sessions } = await caller.must('GET', '/api/account/sessions');
      expect(sessions.filter(({ own }: { own: boolean }) => own)).to.have.length(1);
      expect(sessions[0]).to.have.keys('id', 'since', 'from', 'agent', 'own');
      expect(sessions[0].from).to.equal('127.0.0.1');
      const others = sessions.filter(({ own }: { own: boolean }) => !own);
      for (const { id } of others) await caller.must('DELETE', `/api/account/sessions/${id}`);
      expect((await lost.send('GET', '/api/sites')).status).to.equal(401);
      expect((await caller.send('GET', '/api/sites')).status).to.equal(200);
    });

    it('does not let somebody else end them', async () => {
      const [one, other] = [await newcomer(), await newcomer()];
      const { sessions } = await one.caller.must('GET', '/api/account/sessions');
      expect((await other.caller.send('DELETE', `/api/account/sessions/${sessions[0].id}`)).status).to.equal(404);
    });

    it('ends after a month, however much it is used', async () => {
      const { caller, id } = await newcomer();
      await harness.sql(
        `update session set sess = jsonb_set(sess::jsonb, '{since}', to_jsonb($2::text))::json
         where sess ->> 'personId' = $1`,
        [id, testInstant(-31 * MILLISECONDS_PER_DAY)],
      );
      expect((await caller.send('GET', '/api/sites')).status).to.equal(401);
    });
  });

  describe('with a second factor', () => {
    /** Waits where a code that is made now could be a step old before it is read. */
    async function wellInsideAStep(): Promise<void> {
      const left = STEP - (testTime() % STEP);
      if (left < STEP / 3) await new Promise((resolve) => setTimeout(resolve, left));
    }

    async function withFactor() {
      const someone = await newcomer();
      const { secret, address } = await someone.caller.must('POST', '/api/account/second-factor', {
        password: OWNER.password,
      });
      expect(address).to.match(/^otpauth:\/\/totp\//);
      const totp = new TOTP({ secret: Secret.fromBase32(secret) });
      await wellInsideAStep();
      const at = (seconds: number) => totp.generate({ timestamp: testTime(seconds * 1000) });
      const { recoveryCodes } = await someone.caller.must('POST', '/api/account/second-factor/confirmation', {
        code: at(-30),
      });
      return { ...someone, at, recoveryCodes: recoveryCodes as string[] };
    }

    it('asks for a code after the password, and for nothing before it', async () => {
      const { email, at } = await withFactor();
      const half = await signIn(email, OWNER.password);
      expect([half.status, half.body.issues[0].path]).to.deep.equal([401, 'code']);
      const wrongPassword = await signIn(email, 'not this one', at(0));
      expect([wrongPassword.status, wrongPassword.body.issues[0].path]).to.deep.equal([401, 'password']);
      expect((await signIn(email, OWNER.password, at(0))).status).to.equal(200);
    });

    it('takes no code twice, and none from before the last one', async () => {
      const { email, at } = await withFactor();
      const code = at(0);
      expect((await signIn(email, OWNER.password, code)).status).to.equal(200);
      expect((await signIn(email, OWNER.password, code)).status).to.equal(401);
      expect((await signIn(email, OWNER.password, at(-30))).status).to.equal(401);
    });

    it('takes one code in a race of many', async () => {
      const { email, at } = await withFactor();
      const answers = await Promise.all(Array.from({ length: 4 }, () => signIn(email, OWNER.password, at(0))));
      expect(answers.filter(({ status }) => status === 200)).to.have.length(1);
    });

    it('lets each recovery code in once', async () => {
      const { email, caller, recoveryCodes } = await withFactor();
      expect(new Set(recoveryCodes).size).to.equal(10);
      const [code = ''] = recoveryCodes;
      expect((await signIn(email, OWNER.password, code.toUpperCase())).status).to.equal(200);
      expect((await signIn(email, OWNER.password, code)).status).to.equal(401);
      expect(await caller.must('GET', '/api/account/second-factor')).to.deep.equal({
        on: true,
        codesLeft: 9,
        forAll: false,
      });
    });

    it('cannot be guessed, also not by asking again without a code between the guesses', async () => {
      const { email } = await withFactor();
      const statuses: number[] = [];
      // The wait doubles from one second on: however slow the answers come, it soon outlasts them.
      while (!statuses.includes(429) && statuses.length < 12) {
        await signIn(email, OWNER.password);
        statuses.push((await signIn(email, OWNER.password, '000000')).status);
      }
      expect(statuses.slice(0, 4)).to.deep.equal([401, 401, 401, 401]);
      expect(statuses.at(-1)).to.equal(429);
    });

    it('is taken away by its owner with the password, or by an owner of the company, whose act puts them out', async () => {
      const { caller, email, id } = await withFactor();
      expect(
        (await caller.send('POST', '/api/account/second-factor/removal', { password: 'not this one' })).status,
      ).to.equal(400);
      await owner.must('DELETE', `/api/people/${id}/second-factor`);
      expect((await caller.send('GET', '/api/sites')).status).to.equal(401);
      expect((await signIn(email, OWNER.password)).status).to.equal(200);
      expect((await trailOf(id)).map(({ action }) => action)).to.include.members([
        'second factor on',
        'second factor off',
      ]);
    });

    it('is asked of everybody once an owner who has one says so, and until it is set up nothing else is open', async () => {
      const { caller } = await newcomer();
      expect((await owner.send('PUT', '/api/people/second-factor', { forAll: true })).status).to.equal(409);
      const { secret } = await owner.must('POST', '/api/account/second-factor', { password: OWNER.password });
      const code = () => new TOTP({ secret: Secret.fromBase32(secret) }).generate({ timestamp: testTime() });
      await owner.must('POST', '/api/account/second-factor/confirmation', { code: code() });
      await owner.must('PUT', '/api/people/second-factor', { forAll: true });
      try {
        expect((await caller.must('GET', '/api/session')).mustSetUpFactor).to.equal(true);
        const refused = await caller.send('GET', '/api/sites');
        expect([refused.status, refused.body.detail.includes('second factor')]).to.deep.equal([403, true]);
        const begun = await caller.must('POST', '/api/account/second-factor', { password: OWNER.password });
        const own = new TOTP({ secret: Secret.fromBase32(begun.secret) }).generate({ timestamp: testTime() });
        await caller.must('POST', '/api/account/second-factor/confirmation', { code: own });
        expect((await caller.send('GET', '/api/sites')).status).to.equal(200);
        const { people } = await owner.must('GET', '/api/people');
        expect(people.filter(({ secondFactor }: { secondFactor: boolean }) => secondFactor).length).to.be.above(1);
      } finally {
        await owner.must('PUT', '/api/people/second-factor', { forAll: false });
        await owner.must('POST', '/api/account/second-factor/removal', { password: OWNER.password });
      }
    });
  });

  describe('whose password strangers guess', () => {
    it('stays open to its owner on a device that is known, and slows the strangers down', async () => {
      const { caller, email } = await newcomer();
      const flood = await Promise.all(Array.from({ length: 60 }, (_, index) => signIn(email, `guess ${index}`)));
      const counts = { 401: 0, 429: 0 } as Record<number, number>;
      for (const { status } of flood) counts[status] = (counts[status] ?? 0) + 1;
      // Five are let through, and one more after each wait of one, two and four seconds that the flood lasts.
      expect(counts[401]).to.be.within(5, 8);
      expect(counts[429]).to.equal(60 - (counts[401] ?? 0));
      const blocked = flood.find(({ status }) => status === 429);
      expect(Number(blocked?.headers.get('retry-after'))).to.be.at.least(1);
      await harness.sql('update sign_in_counts set blocked_until = $1 where blocked_until > last_at', [
        testInstant(60_000),
      ]);
      expect((await signIn(email, OWNER.password)).status, 'an unknown device').to.equal(429);
      expect((await signIn(email, OWNER.password, undefined, caller)).status, 'a known device').to.equal(200);
    });

    it('has each of these in its trail: who came in, and who was refused and why', async () => {
      const { email, id } = await newcomer();
      await signIn(email, 'not this one');
      const found = (await trailOf(id)).map(({ action, change }) => [action, change.because ?? change.from]);
      expect(found).to.deep.include(['sign-in refused', 'password']);
      expect(found).to.deep.include(['sign-in', '127.0.0.1']);
    });
  });

  describe('that is invited', () => {
    const invite = async (by: Caller) => {
      const id = randomUUID();
      const body = { id, name: 'Sam', email: `sam-${id.slice(0, 8)}@test.example`, role: 'crew' };
      return { id, token: (await by.must('POST', '/api/invitations', body)).token as string };
    };
    const read = async (token: string) => (await stranger().send('GET', `/api/invitations/by-link/${token}`)).status;

    it('does not come in where the invitation was taken back', async () => {
      const { id, token } = await invite(owner);
      await owner.must('DELETE', `/api/invitations/${id}`);
      expect(await read(token)).to.equal(404);
      const accepted = await stranger().send('POST', `/api/invitations/by-link/${token}/accept`, {
        password: OWNER.password,
      });
      expect(accepted.status).to.equal(404);
      expect((await owner.send('DELETE', `/api/invitations/${id}`)).status).to.equal(404);
    });

    it('does not come in where whoever invited is closed or no owner any more', async () => {
      const { caller, email, id: second } = await newcomer();
      const become = async (change: Record<string, unknown>) => {
        const { people } = await owner.must('GET', '/api/people');
        const { version } = people.find((person: { id: string }) => person.id === second);
        await owner.must('PATCH', `/api/people/${second}`, { ...change, version });
      };
      await become({ role: 'owner' });
      await caller.signIn(email);
      const { token } = await invite(caller);
      expect(await read(token)).to.equal(200);
      await become({ role: 'estimator' });
      expect(await read(token)).to.equal(404);
      const { invitations } = await owner.must('GET', '/api/people');
      expect(invitations.map(({ ended }: { ended: boolean }) => ended)).to.include(true);
      await become({ role: 'owner' });
      expect(await read(token), 'an owner again, and still ended').to.equal(404);
    });
  });
});
