import { randomUUID } from 'node:crypto';
import { expect } from 'chai';
import { testInstant } from '../testing/clock.ts';
import { finishJob, makeJob, onStage } from '../testing/harness.ts';

const at = () => testInstant();

describe('the register of kit', () => {
  const { owner, harness } = onStage();
  const enter = (kind: string, name: string, more: Record<string, unknown> = {}) => {
    const id = randomUUID();
    return owner.must('POST', '/api/kit', { id, kind, name, boughtOn: '2026-10-01', ...more }).then(() => id);
  };
  const tell = (thing: string, told: Record<string, unknown>, caller = owner) =>
    caller.send('POST', `/api/kit/${thing}/entries`, { id: randomUUID(), at: at(), told });
  const find = async (id: string) => {
    const { things } = await owner.must('GET', '/api/kit');
    return things.find((thing: { id: string }) => thing.id === id);
  };
  const plan = (siteId: string, overrides: Record<string, unknown> = {}) =>
    owner.must('POST', `/api/sites/${siteId}/plans`, { id: randomUUID(), overrides });

  it('is empty at first, and jobs then have nothing drawn', async () => {
    expect(await owner.must('GET', '/api/kit')).to.deep.equal({ things: [], entries: [] });
    const { jobId } = await makeJob(owner);
    expect((await owner.must('GET', `/api/jobs/${jobId}`)).drawn).to.deep.equal([]);
  });

  it('takes a thing once however often it is sent, and refuses what cannot be with the field named', async () => {
    const body = { id: randomUUID(), kind: 'hose', name: 'Long hose', length: 50 };
    await owner.must('POST', '/api/kit', body);
    const { things } = await owner.must('POST', '/api/kit', body);
    expect(things).to.have.length(1);
    const wrong = await owner.send('POST', '/api/kit', { id: randomUUID(), kind: 'broom', name: '', length: -1 });
    expect(wrong.status).to.equal(400);
    expect(wrong.body.issues.map(({ path }: { path: string }) => path)).to.have.members(['kind', 'name', 'length']);
    const share = { id: randomUUID(), kind: 'irradiance-meter', name: 'Eye', uncertainty: 1.2 };
    expect((await owner.send('POST', '/api/kit', share)).body.issues[0].path).to.equal('uncertainty');
  });

  it('keeps what happened to a thing, by whoever saw it, and what was wrong is retracted', async () => {
    const pole = await enter('pole', 'Long pole', { length: 9 });
    const crew = await harness.as('crew');
    const failed = randomUUID();
    const told = { kind: 'checked', on: '2026-11-10', passed: false, note: 'clamp slips' };
    const { status } = await crew.send('POST', `/api/kit/${pole}/entries`, { id: failed, at: at(), told });
    expect([status, (await find(pole)).state]).to.deep.equal([200, 'broken']);
    expect((await tell(pole, { kind: 'retracted', entry: failed, reason: 'the other pole' })).status).to.equal(200);
    expect((await find(pole)).state).to.equal('good');
    const future = await tell(pole, { kind: 'checked', on: '2199-01-01', passed: true, note: '' });
    expect([future.status, future.body.issues[0].path]).to.deep.equal([400, 'told.on']);
    expect((await tell(pole, { kind: 'retracted', entry: randomUUID(), reason: 'x' })).status).to.equal(400);
    expect((await tell(randomUUID(), { kind: 'moved', where: 'van' })).status).to.equal(404);
  });

  it('is changed by one after the other, and a thing stays what it is', async () => {
    const brush = await enter('brush', 'Soft brush');
    const body = { kind: 'brush', name: 'Soft brush 60', width: 0.6, version: 1 };
    await owner.must('PUT', `/api/kit/${brush}`, body);
    expect((await find(brush)).width).to.equal(0.6);
    expect((await owner.send('PUT', `/api/kit/${brush}`, body)).status).to.equal(409);
    const other = await owner.send('PUT', `/api/kit/${brush}`, { ...body, kind: 'hose', version: 2 });
    expect(other.body.issues[0].path).to.equal('kind');
  });

  it('is the desk’s to enter, everybody’s to read, and its prices are not the crew’s', async () => {
    const id = await enter('pump', 'Pump', { price: 90_000, upkeep: 1000 });
    const crew = await harness.as('crew');
    const { things } = await crew.must('GET', '/api/kit');
    const seen = things.find((thing: { id: string }) => thing.id === id);
    expect(seen).to.not.have.any.keys('price', 'upkeep');
    const refused = await crew.send('POST', '/api/kit', { id: randomUUID(), kind: 'pump', name: 'Mine' });
    expect(refused.status).to.equal(403);
  });

  it('decides how far a pole reaches in the next plan, and the plan that was there keeps its own', async () => {
    const chain = await makeJob(owner);
    const before = await plan(chain.siteId);
    expect(before.input.rules.limits['longest-pole']).to.equal(9);
    await enter('pole', 'Longest pole', { length: 11 });
    const after = await plan(chain.siteId);
    expect(after.input.rules.limits['longest-pole']).to.equal(11);
    const { items } = await owner.must('GET', `/api/sites/${chain.siteId}/plans`);
    expect(items.find(({ id }: { id: string }) => id === before.id)).to.deep.equal(before);
  });

  it('says of a job which thing it takes, what is due, and wears by what was worked with it', async () => {
    const chain = await makeJob(owner);
    await enter('harness', 'Harness', { boughtOn: '2020-01-01' });
    const { drawn } = await owner.must('GET', `/api/jobs/${chain.jobId}`);
    const brush = drawn.find(({ key }: { key: string }) => key === 'brush');
    expect(brush.thing.name).to.equal('Soft brush 60');
    const { jobs } = await owner.must('GET', '/api/day/kit?date=2026-11-30');
    expect(jobs.map(({ id }: { id: string }) => id)).to.include(chain.jobId);
    await finishJob(owner, chain);
    const { modules, days } = await find(brush.thing.id);
    expect([modules, days]).to.deep.equal([19, 1]);
  });

  it('says how exact a report’s readings are, and that an instrument was past its calibration', async () => {
    const chain = await makeJob(owner);
    await finishJob(owner, chain);
    const before = (await owner.must('POST', `/api/jobs/${chain.jobId}/reports`, { id: randomUUID() })).content
      .arrays[0];
    const eye = await enter('irradiance-meter', 'Sun eye', { uncertainty: 0.02, boughtOn: '2023-01-01' });
    const other = await makeJob(owner);
    await finishJob(owner, other);
    const report = await owner.must('POST', `/api/jobs/${other.jobId}/reports`, { id: randomUUID() });
    const [after] = report.content.arrays;
    expect(after.comparison.gain).to.equal(before.comparison.gain);
    expect(after.comparison.expandedUncertainty).to.be.above(before.comparison.expandedUncertainty);
    expect(after.warnings.map(({ code }: { code: string }) => code)).to.include('instrument-overdue');
    await tell(eye, { kind: 'calibrated', on: '2026-11-01', uncertainty: 0.004, note: '' });
    expect((await find(eye)).uncertainty).to.equal(0.004);
  });
});

describe('a machine of the register', () => {
  const { owner } = onStage();
  const robot = randomUUID();

  /** A job that is worked with a wet robot, on a day. */
  const robotJob = async (on: string) => {
    const { siteId, arrayId } = await makeJob(owner);
    const overrides = { arrays: { [arrayId]: { method: { value: 'robot-wet', reason: 'the robot' } } } };
    await owner.must('POST', `/api/sites/${siteId}/plans`, { id: randomUUID(), overrides });
    const quote = await owner.must('POST', `/api/sites/${siteId}/quotes`, { id: randomUUID() });
    await owner.must('POST', `/api/quotes/${quote.id}/send`, { version: 1 });
    await owner.must('POST', `/api/quotes/${quote.id}/decision`, { version: 2, decision: 'accepted', choice: 'one' });
    const id = randomUUID();
    return { id, siteId, ...(await owner.send('POST', `/api/quotes/${quote.id}/jobs`, { id, scheduledFor: on })) };
  };

  it('is said to be missing where none is entered and the register is kept', async () => {
    await owner.must('POST', '/api/kit', { id: randomUUID(), kind: 'hose', name: 'Hose' });
    const { id } = await robotJob('2026-12-10');
    const { drawn } = await owner.must('GET', `/api/jobs/${id}`);
    const item = drawn.find(({ key }: { key: string }) => key === 'robot');
    expect(item.missing).to.deep.equal({ code: 'kit-none-entered', params: { kind: 'robot-wet' } });
  });

  it('makes its way one that we work, and is at one job a day: neither booked nor moved to a day that has it', async () => {
    await owner.must('POST', '/api/kit', {
      id: robot,
      kind: 'robot-wet',
      name: 'Beetle',
      held: 'hired',
      price: 45_000,
    });
    const first = await robotJob('2026-12-11');
    expect(first.status).to.equal(200);
    const { items } = await owner.must('GET', `/api/sites/${first.siteId}/plans`);
    expect(items[0].input.rules.ways['robot-wet']).to.include({ have: true, perVisit: 45_000 });
    const second = await robotJob('2026-12-11');
    expect(second.status).to.equal(409);
    expect(second.body.detail).to.include('Beetle is at Fell barn on 2026-12-11');
    const third = await robotJob('2026-12-12');
    expect(third.status).to.equal(200);
    const move = { version: third.body.version, scheduledFor: '2026-12-11' };
    expect((await owner.send('PATCH', `/api/jobs/${third.id}`, move)).status).to.equal(409);
    const again = await owner.must('GET', `/api/jobs/${third.id}`);
    expect([again.scheduledFor, again.version]).to.deep.equal(['2026-12-12', third.body.version]);
  });

  it('that broke is no way of the next plan, and the jobs that wanted it say so', async () => {
    const told = { kind: 'state', state: 'broken', note: 'drive' };
    await owner.must('POST', `/api/kit/${robot}/entries`, { id: randomUUID(), at: at(), told });
    const { jobs } = await owner.must('GET', '/api/day/kit?date=2026-12-11');
    const items = jobs.flatMap(({ drawn }: { drawn: { key: string }[] }) => drawn.filter(({ key }) => key === 'robot'));
    expect(items.map(({ missing }: { missing: { code: string } }) => missing.code)).to.deep.equal([
      'kit-none-usable',
      'kit-none-usable',
    ]);
  });
});
