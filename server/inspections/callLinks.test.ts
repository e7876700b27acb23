import { randomUUID } from 'node:crypto';
import { expect } from 'chai';
import { UNNAMED_COMPANY } from '../../contract/company/endpoints.ts';
import { testInstant } from '../testing/clock.ts';
import { Caller, onStage } from '../testing/harness.ts';

describe('the link to what a caller was told', () => {
  const { harness, owner } = onStage();
  const fields = {
    caller: { name: 'Una Larch', phone: '000 555 0199', place: 'Larch Lane 9' },
    ...{ modules: 14, tilt: 22, storeys: 1, monthsSinceCleaned: 12, seen: ['dirty'], surroundings: 'farmland' },
    ...{ birds: 'few', climate: 'winter-rain', latitude: -33.5, longitude: 19, altitude: 200 },
    ...{ energyBought: 250_000, energySold: 80_000, ownUse: 0.6, travelKm: 20, travelMinutes: 30 },
  };
  async function told(changes: Record<string, unknown> = {}) {
    const look = await owner.must('POST', '/api/quick-looks', { ...fields, ...changes, id: randomUUID() });
    const { token } = await owner.must('POST', `/api/quick-looks/${look.id}/link`, {});
    return { look, token };
  }
  const nobody = () => new Caller(harness.server.address);
  const read = (token: string) => nobody().send('GET', `/api/calls/by-link/${token}`);
  const answer = (token: string, body: Record<string, unknown>) =>
    nobody().send('POST', `/api/calls/by-link/${token}/answer`, body);
  const listed = async (id: string) =>
    (await owner.must('GET', '/api/quick-looks')).items.find((one: { id: string }) => one.id === id);

  it('shows what was told, and nothing of how it was priced', async () => {
    const { look, token } = await told();
    const { status, body } = await read(token);
    expect(status).to.equal(200);
    expect(body.output).to.deep.equal(look.output);
    expect(body.fields).to.deep.equal({ caller: fields.caller, modules: 14 });
    expect(JSON.stringify(body)).not.to.match(/hourlyRate|travelKm|latitude/);
    expect((await listed(look.id)).link.openedAt, 'fetched, and read by nobody').to.equal(null);
    await nobody().must('POST', `/api/calls/by-link/${token}/reading`, {});
    expect((await listed(look.id)).link.openedAt).to.be.a('string');
  });

  it('takes an answer, and whoever wants a look is on the day page until a site is made', async () => {
    const { look, token } = await told();
    const said = { answer: 'look', said: 'after five' };
    expect((await answer(token, said)).body.answer).to.equal('look');
    expect((await answer(token, said)).status).to.equal(200);
    const waits = async () =>
      (await owner.must('GET', '/api/day')).chase.calls.filter(({ id }: { id: string }) => id === look.id);
    expect(await waits()).to.have.length(1);
    expect((await waits())[0]).to.include({ name: 'Una Larch', phone: '000 555 0199', said: 'after five' });
    await answer(token, { answer: 'no', said: '' });
    expect(await waits()).to.deep.equal([]);
    expect((await listed(look.id)).link).to.include({ answer: 'no' });
  });

  it('is made under the name of the company, and not before it has one', async () => {
    const { look } = await told();
    const named = async (name: string) => {
      const { demo: _demo, ...company } = await owner.must('GET', '/api/company');
      await owner.must('PUT', '/api/company', { ...company, name });
      return company.name;
    };
    const before = await named(UNNAMED_COMPANY);
    const { status, body } = await owner.send('POST', `/api/quick-looks/${look.id}/link`, {});
    expect(status).to.equal(409);
    expect(body.detail).to.include('its name stands on the estimate');
    await named(before);
    expect((await owner.send('POST', `/api/quick-looks/${look.id}/link`, {})).status).to.equal(200);
  });

  it('is one: a new one takes its place, and it runs out', async () => {
    const { look, token } = await told();
    const { token: second } = await owner.must('POST', `/api/quick-looks/${look.id}/link`, {});
    expect((await read(token)).status).to.equal(404);
    expect((await read(second)).status).to.equal(200);
    await harness.sql('update call_links set expires_at = $2 where quick_look_id = $1', [
      look.id,
      testInstant(-60_000),
    ]);
    expect((await read(second)).status).to.equal(404);
    expect((await answer(second, { answer: 'look' })).status).to.equal(404);
  });

  it('is not guessed: whoever tries has to wait, and its holder does not', async () => {
    const { token } = await told();
    const answers = [];
    for (let guess = 0; guess < 14; guess += 1) answers.push((await read(`${'x'.repeat(40)}${guess}`)).status);
    expect(answers.slice(0, 6)).to.deep.equal(Array(6).fill(404));
    expect(answers.at(-1)).to.equal(429);
    expect((await read(token)).status).to.equal(200);
  });

  it('is kept as its hash, and made by the desk alone', async () => {
    const { look, token } = await told();
    const rows = await harness.sql('select * from call_links where quick_look_id = $1', [look.id]);
    expect(JSON.stringify(rows)).not.to.include(token);
    const crew = await harness.as('crew');
    expect((await crew.send('POST', `/api/quick-looks/${look.id}/link`, {})).status).to.equal(403);
    expect((await owner.send('POST', `/api/quick-looks/${randomUUID()}/link`, {})).status).to.equal(404);
  });

  it('is answered otherwise some times, and then no more; the same answer again is no other', async () => {
    const { look, token } = await told();
    const statuses = [];
    for (let time = 0; time < 10; time += 1) {
      statuses.push((await answer(token, { answer: 'look', said: `at ${time}` })).status);
      statuses.push((await answer(token, { answer: 'look', said: `at ${time}` })).status);
    }
    expect(new Set(statuses)).to.deep.equal(new Set([200]));
    expect((await answer(token, { answer: 'no', said: '' })).status).to.equal(429);
    expect((await listed(look.id)).link).to.include({ answer: 'look', said: 'at 9' });
    const rows = await harness.sql("select count(*) from audit_trail where record_id = $1 and action = 'answer'", [
      look.id,
    ]);
    expect(Number(rows[0]?.count)).to.equal(10);
  });

  it('refuses an answer that is none, naming the field', async () => {
    const { token } = await told();
    const { status, body } = await answer(token, { answer: 'perhaps' });
    expect([status, body.issues[0].path]).to.deep.equal([400, 'answer']);
  });
});
