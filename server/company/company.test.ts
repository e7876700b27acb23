import { randomUUID } from 'node:crypto';
import { expect } from 'chai';
import { testInstant } from '../testing/clock.ts';
import { Caller, newCompany, OWNER, onStage } from '../testing/harness.ts';

describe('the company', () => {
  const { harness, owner } = onStage();

  const read = () => owner.must('GET', '/api/company');
  async function change(changes: Record<string, unknown>) {
    const { demo: _demo, ...company } = await read();
    return owner.send('PUT', '/api/company', { ...company, ...changes });
  }

  it('starts as it was set up, and is not the demo', async () => {
    const { version, demo, ...fields } = await read();
    expect(fields).to.deep.equal(newCompany());
    expect([version, demo]).to.deep.equal([1, false]);
  });

  it('keeps a change of its prices, with who made it', async () => {
    const { prices } = await read();
    const { body } = await change({ prices: { ...prices, travelPerKm: 777 } });
    expect(body.prices.travelPerKm).to.equal(777);
    const { items } = await owner.must('GET', '/api/trail/00000000-0000-4000-8000-000000000001');
    expect(items[0]).to.include({ action: 'change', by: OWNER.name });
  });

  it('answers a late change with both states', async () => {
    const { demo: _demo, ...company } = await read();
    await owner.must('PUT', '/api/company', { ...company, name: 'First' });
    const late = await owner.send('PUT', '/api/company', { ...company, name: 'Late' });
    expect(late.status).to.equal(409);
    expect([late.body.current.name, late.body.asked.name]).to.deep.equal(['First', 'Late']);
  });

  const refused: [
    what: string,
    changes: (company: ReturnType<typeof newCompany>) => Record<string, unknown>,
    path: string,
  ][] = [
    [
      'an hour that costs less than nothing',
      ({ prices }) => ({ prices: { ...prices, hourlyRate: -1 } }),
      'prices.hourlyRate',
    ],
    [
      'a price in fractions of a cent',
      ({ prices }) => ({ prices: { ...prices, travelPerKm: 1.5 } }),
      'prices.travelPerKm',
    ],
    ['a tax over the whole', ({ prices }) => ({ prices: { ...prices, taxRate: 1.5 } }), 'prices.taxRate'],
    [
      'osmosis that rejects more than there is',
      ({ water }) => ({ water: { ...water, osmosisRejection: 1.1 } }),
      'water.osmosisRejection',
    ],
    ['a zone that no clock keeps', () => ({ zone: 'Africa/Nowhere' }), 'zone'],
    ['a name of nothing but blanks', () => ({ name: '   ' }), 'name'],
  ];
  for (const [what, changes, path] of refused) {
    it(`refuses ${what}, naming the field`, async () => {
      const before = await read();
      const answer = await change(changes(before));
      expect(answer.status).to.equal(400);
      expect(answer.body.issues[0].path).to.equal(path);
      expect(await read()).to.deep.equal(before);
    });
  }

  it('is changed by the owner alone, and its prices are read by the desk', async () => {
    const [estimator, crew] = [await harness.as('estimator'), await harness.as('crew')];
    const { demo: _demo, ...company } = await read();
    expect((await estimator.send('PUT', '/api/company', company)).status).to.equal(403);
    expect((await estimator.send('GET', '/api/company')).status).to.equal(200);
    expect((await crew.send('GET', '/api/company')).status).to.equal(403);
  });
});

describe('the people of a company', () => {
  const { harness, owner } = onStage();

  const invite = (fields: Record<string, unknown> = {}) => {
    const id = randomUUID();
    return { id, name: 'Sam Ladder', email: `sam-${id.slice(0, 8)}@test.example`, role: 'crew', ...fields };
  };
  const named = async (email: string) =>
    (await owner.must('GET', '/api/people')).people.find((person: { email: string }) => person.email === email);

  it('are listed by name, with the invitations that are still open', async () => {
    const body = invite({ name: 'Aaa First' });
    await owner.must('POST', '/api/invitations', body);
    const { people, invitations } = await owner.must('GET', '/api/people');
    expect(people.map(({ name }: { name: string }) => name)).to.include(OWNER.name);
    expect(invitations.map(({ email }: { email: string }) => email)).to.include(body.email);
    expect(JSON.stringify({ people, invitations })).not.to.match(/hash|token/i);
  });

  it('get their link once: a call that is sent again answers without it', async () => {
    const body = invite();
    expect((await owner.must('POST', '/api/invitations', body)).token).to.be.a('string');
    expect((await owner.must('POST', '/api/invitations', body)).token).to.equal(null);
  });

  it('are not invited twice under one address', async () => {
    const answer = await owner.send('POST', '/api/invitations', invite({ email: OWNER.email }));
    expect([answer.status, answer.body.issues[0].path]).to.deep.equal([400, 'email']);
  });

  it('read on their link whom it is for, before they accept it', async () => {
    const body = invite({ role: 'estimator' });
    const { token } = await owner.must('POST', '/api/invitations', body);
    const answer = await owner.must('GET', `/api/invitations/by-link/${token}`);
    expect(answer).to.deep.equal({ name: body.name, email: body.email, role: 'estimator', company: newCompany().name });
  });

  it('keep the address that they were invited under, whatever they send on accepting', async () => {
    const body = invite();
    const { token } = await owner.must('POST', '/api/invitations', body);
    const asked = { password: OWNER.password, email: 'other@test.example', name: 'Other' };
    const { person } = await new Caller(harness.server.address).must(
      'POST',
      `/api/invitations/by-link/${token}/accept`,
      asked,
    );
    expect([person.email, person.name]).to.deep.equal([body.email, body.name]);
  });

  it('do not come in by a link whose week is over', async () => {
    const body = invite();
    const { token } = await owner.must('POST', '/api/invitations', body);
    await harness.sql('update invitations set expires_at = $2 where id = $1', [body.id, testInstant(-60_000)]);
    expect((await owner.send('GET', `/api/invitations/by-link/${token}`)).status).to.equal(404);
    const accepted = await owner.send('POST', `/api/invitations/by-link/${token}/accept`, { password: OWNER.password });
    expect(accepted.status).to.equal(404);
    expect(await named(body.email)).to.equal(undefined);
  });

  it('do not come in by a link that nobody made', async () => {
    expect((await owner.send('GET', `/api/invitations/by-link/${'x'.repeat(43)}`)).status).to.equal(404);
    const odd = await owner.send('GET', '/api/invitations/by-link/short');
    expect([odd.status, odd.body.issues[0].path]).to.deep.equal([400, 'token']);
  });

  it('take a new role, which ends what was open in the old one and holds from their next sign-in on', async () => {
    const crew = await harness.as('crew');
    expect((await crew.send('GET', '/api/quotes')).status).to.equal(403);
    const { person } = await crew.must('GET', '/api/session');
    await owner.must('PATCH', `/api/people/${person.id}`, { role: 'estimator', version: person.version });
    expect((await crew.send('GET', '/api/quotes')).status).to.equal(401);
    expect((await (await crew.signIn(person.email)).send('GET', '/api/quotes')).status).to.equal(200);
  });

  it('are not changed by somebody who read them before a change', async () => {
    const crew = await harness.as('crew');
    const { person } = await crew.must('GET', '/api/session');
    const path = `/api/people/${person.id}`;
    await owner.must('PATCH', path, { role: 'estimator', version: person.version });
    const late = await owner.send('PATCH', path, { disabled: true, version: person.version });
    expect(late.status).to.equal(409);
    expect(late.body.current).not.to.have.property('passwordHash');
  });

  it('are nobody after they have signed out', async () => {
    const crew = await harness.as('crew');
    await crew.must('DELETE', '/api/session');
    expect((await crew.must('GET', '/api/session')).person).to.equal(null);
    expect((await crew.send('GET', '/api/day')).status).to.equal(401);
  });
});
