import { randomUUID } from 'node:crypto';
import { expect } from 'chai';
import { readEnvironment } from '../environment.ts';
import { startServer } from '../start.ts';
import { openDatabase } from '../storage/database.ts';
import { testNow } from '../testing/clock.ts';
import { Caller, emptyDatabase, newCompany, OWNER, onStage } from '../testing/harness.ts';
import { inviteFirstOwner } from './setUp.ts';

describe('people and sign-in', () => {
  const { harness } = onStage();
  const stranger = () => new Caller(harness.server.address);
  const invite = (email: string, role = 'crew') =>
    harness.owner.must('POST', '/api/invitations', { id: randomUUID(), name: 'New', email, role });

  it('keep a password as an argon2id hash only', async () => {
    const [row] = await harness.sql('select password_hash from people where email = $1', [OWNER.email]);
    expect(row?.password_hash).to.match(/^\$argon2id\$/);
  });

  it('say the same of a wrong password and of an unknown address', async () => {
    const wrong = await stranger().send('POST', '/api/session', { email: OWNER.email, password: 'not this one' });
    const unknown = await stranger().send('POST', '/api/session', {
      email: 'nobody@test.example',
      password: 'not this one',
    });
    expect([wrong.status, unknown.status]).to.deep.equal([401, 401]);
    expect(wrong.body.detail).to.equal(unknown.body.detail);
  });

  it('set a cookie that scripts and other sites cannot use', async () => {
    const answer = await stranger().send('POST', '/api/session', { email: OWNER.email, password: OWNER.password });
    expect(answer.headers.get('set-cookie'))
      .to.match(/HttpOnly/i)
      .and.match(/SameSite=Strict/i);
  });

  it('come in by a link that works once', async () => {
    const { token } = await invite('once@test.example');
    expect((await stranger().send('GET', `/api/invitations/by-link/${token}`)).body.email).to.equal(
      'once@test.example',
    );
    await stranger().must('POST', `/api/invitations/by-link/${token}/accept`, { password: 'a long password' });
    const second = await stranger().send('POST', `/api/invitations/by-link/${token}/accept`, {
      password: 'another password',
    });
    expect(second.status).to.equal(404);
  });

  it('are told that a short password will not do', async () => {
    const { token } = await invite('short@test.example');
    const answer = await stranger().send('POST', `/api/invitations/by-link/${token}/accept`, { password: 'short' });
    expect(answer.status).to.equal(400);
    expect(answer.body.issues[0]).to.deep.include({ path: 'password' });
  });

  it('are out at once when their account is closed', async () => {
    const crew = await harness.as('crew');
    const { person } = await crew.must('GET', '/api/session');
    await harness.owner.must('PATCH', `/api/people/${person.id}`, { disabled: true, version: person.version });
    expect((await crew.send('GET', '/api/sites')).status).to.equal(401);
  });

  it('never lose the last owner', async () => {
    const { person } = await harness.owner.must('GET', '/api/session');
    const answer = await harness.owner.send('PATCH', `/api/people/${person.id}`, {
      role: 'crew',
      version: person.version,
    });
    expect(answer.status).to.equal(400);
    expect(answer.body.issues[0].path).to.equal('role');
  });

  it('keep how they read numbers', async () => {
    const { person } = await harness.owner.must('GET', '/api/session');
    const units = { system: 'us', decimalMark: ',', dateOrder: 'mdy' };
    await harness.owner.must('PUT', '/api/session/units', { ...units, version: person.version });
    expect((await harness.owner.must('GET', '/api/session')).person.units).to.deep.equal(units);
  });
});

describe('the first owner of a new installation', () => {
  it('comes in by the newest link, says who it is, and no second one can', async () => {
    const url = await emptyDatabase();
    const database = openDatabase(url, 2);
    const server = await startServer(readEnvironment({ DATABASE_URL: url, PORT: '0', LOG_LEVEL: 'silent' }));
    const caller = new Caller(server.address);
    try {
      const older = await inviteFirstOwner(database, newCompany(), testNow());
      const token = await inviteFirstOwner(database, newCompany(), testNow());
      expect((await caller.send('GET', `/api/invitations/by-link/${older}`)).status).to.equal(404);
      const path = `/api/invitations/by-link/${token}/accept`;
      const nameless = await caller.send('POST', path, { password: OWNER.password });
      expect(nameless.body.issues[0].path).to.equal('name');
      await caller.must('POST', path, OWNER);
      const { person } = await (await caller.signIn()).must('GET', '/api/session');
      expect(person).to.include({ name: OWNER.name, email: OWNER.email, role: 'owner' });
      expect(await inviteFirstOwner(database, newCompany(), testNow())).to.equal(null);
    } finally {
      await database.destroy();
      await server.stop();
    }
  });
});
