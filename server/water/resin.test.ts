import { randomUUID } from 'node:crypto';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { expect } from 'chai';
import { makeJob, onStage, startHarness } from '../testing/harness.ts';
import { wiredMeter } from './meter.ts';

const hours = (count: number) => new Date(Date.UTC(2026, 10, 1, count)).toISOString();

describe('the vessels of resin', () => {
  const { owner, harness } = onStage();
  const [blue, grey] = [randomUUID(), randomUUID()];
  const read = () => owner.must('GET', '/api/resin');
  const tell = (at: number, told: Record<string, unknown>, more: Record<string, unknown> = {}) =>
    owner.send('POST', '/api/resin/entries', { id: randomUUID(), at: hours(at), told, ...more });
  const fill = (vessel: string) => ({ vessel, media: 'mixed bed', price: 90_000 });
  const reading = (litres: number, between: number, after = 0.6) => ({
    kind: 'reading',
    litres,
    before: 820,
    between,
    after,
    temperature: 19,
  });

  it('are empty at first, and nothing is read before they are set up', async () => {
    expect(await read()).to.deep.include({ vessels: [], entries: [], standing: null, meter: false });
    const early = await tell(1, reading(100, 1));
    expect(early.status).to.equal(409);
    expect(early.body.detail).to.include('lead');
  });

  it('are entered by the desk, and set up as lead and lag', async () => {
    for (const [id, name] of [
      [blue, 'Blue'],
      [grey, 'Grey'],
    ])
      await owner.must('POST', '/api/resin/vessels', { id, name, litres: 25 });
    const wrong = await tell(2, { kind: 'set-up', lead: fill(blue), lag: fill(blue), plumbing: 'series' });
    expect(wrong.status).to.equal(400);
    expect(wrong.body.issues[0].path).to.equal('told.lag.vessel');
    const { status, body } = await tell(2, { kind: 'set-up', lead: fill(blue), lag: fill(grey), plumbing: 'series' });
    expect(status).to.equal(200);
    expect([body.standing.lead.vessel, body.standing.lag.vessel, body.standing.readings]).to.deep.equal([
      blue,
      grey,
      0,
    ]);
  });

  it('have less left with each reading, kept once however often it is sent', async () => {
    const { standing: before } = await read();
    const body = { id: randomUUID(), at: hours(3), told: reading(400, 0.8) };
    const [first, again] = [
      await owner.send('POST', '/api/resin/entries', body),
      await owner.send('POST', '/api/resin/entries', body),
    ];
    expect([first.status, again.status]).to.deep.equal([200, 200]);
    expect(again.body.standing.readings).to.equal(1);
    expect(again.body.standing.left.p50).to.be.below(before.left.p50);
  });

  it('ask about a reading off the curve, and keep it once somebody says that it is right', async () => {
    const off = reading(50, 700);
    const asked = await tell(4, off);
    expect(asked.status).to.equal(400);
    expect(asked.body.issues[0].path).to.equal('told.between');
    expect(asked.body.doubts[0]).to.deep.include({ code: 'resin-off-curve' });
    expect(asked.body.doubts[0].params).to.include({ where: 'between', read: 700 });
    expect((await read()).standing.readings).to.equal(1);
    const sure = await tell(4, off, { sure: true });
    expect([sure.status, sure.body.standing.readings]).to.deep.equal([200, 2]);
    const entry = sure.body.entries[0];
    expect(entry).to.include({ sure: true, kind: 'reading' });
    const retracted = await tell(5, { kind: 'retracted', entry: entry.id, reason: 'the probe was in the wrong pipe' });
    expect(retracted.body.standing.readings).to.equal(1);
    expect(retracted.body.entries.map(({ kind }: { kind: string }) => kind)).to.deep.equal([
      'retracted',
      'reading',
      'reading',
      'set-up',
    ]);
  });

  it('are rotated: the lag becomes the lead, the emptied one comes second, and the charge has its yield', async () => {
    await tell(6, reading(900, 250, 1.2), { sure: true });
    const { body } = await tell(7, { kind: 'rotated', fill: { media: 'mixed bed', price: 95_000 } });
    const { lead, lag, charges } = body.standing;
    expect([lead.vessel, lag.vessel, lag.price]).to.deep.equal([grey, blue, 95_000]);
    expect(charges[2]).to.include({ vessel: blue, asLead: 1300 });
    expect(charges[2].factor.value).to.be.within(0.5, 1.3);
  });

  it('teach what a charge has in it; chosen, plans reckon their fills with it', async () => {
    const { figures, version } = await owner.must('GET', '/api/figures');
    const known = figures.find(({ key }: { key: string }) => key === 'resin:all');
    expect(known).to.deep.include({ n: 1, house: 1, use: 'house' });
    expect(known.from[0]).to.deep.include({ record: 'charge', name: 'Blue', siteId: null });
    const { siteId } = await makeJob(owner);
    const used = async () => {
      const { output } = await owner.must('POST', `/api/sites/${siteId}/plans`, { id: randomUUID() });
      return output.water.options.find(({ way }: { way: string }) => way === 'resin').chargeUsed;
    };
    const before = await used();
    await owner.must('PUT', '/api/figures', { id: randomUUID(), version, ours: ['resin:all'] });
    expect(await used()).to.be.closeTo(before / known.ours, 1e-9);
  });

  it('follow each other though the clocks of two phones are apart', async () => {
    const { entries } = await read();
    const last = Date.parse(entries[0].at);
    const at = new Date(last - 5 * 60_000).toISOString();
    const told = { id: randomUUID(), at, told: reading(20, 1) };
    const { entries: after } = await owner.must('POST', '/api/resin/entries', told);
    expect(after[0].id).to.equal(told.id);
    expect(Date.parse(after[0].at)).to.be.above(last);
  });

  it('do not go back in time, and name the field', async () => {
    const late = await tell(3, reading(10, 1));
    expect([late.status, late.body.issues[0].path]).to.deep.equal([400, 'at']);
  });

  it('are read and told by the crew, who see no price; vessels are the desk’s', async () => {
    const crew = await harness.as('crew');
    const { standing, entries } = await crew.must('GET', '/api/resin');
    expect(standing.charges).to.have.length(3);
    expect(JSON.stringify({ standing, entries })).to.not.match(/price|90000/);
    const told = { id: randomUUID(), at: hours(9), told: reading(60, 1) };
    expect((await crew.send('POST', '/api/resin/entries', told)).status).to.equal(200);
    const vessel = { id: randomUUID(), name: 'Red', litres: 10 };
    expect((await crew.send('POST', '/api/resin/vessels', vessel)).status).to.equal(403);
  });

  it('say that no meter is there, where none is', async () => {
    const { body, status } = await owner.send('GET', '/api/resin/meter');
    expect(status).to.equal(409);
    expect(body.detail).to.include('No meter');
  });
});

describe('a meter that is wired in', () => {
  let server: Server;
  let answer: (response: import('node:http').ServerResponse) => void;
  const address = () => `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  before(async () => {
    server = createServer((_, response) => answer(response));
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  });
  after(() => {
    server.closeAllConnections();
    server.close();
  });
  const answers = (status: number, body: string) => {
    answer = (response) => {
      response.writeHead(status);
      response.end(body);
    };
  };

  it('tells what it reads', async () => {
    const told = { before: 820, between: 1.2, after: 0.5, temperature: 19, litres: 1234 };
    answers(200, JSON.stringify(told));
    expect(await wiredMeter(address()).read()).to.deep.equal({ ok: true, answer: told });
  });

  it('is not believed where it answers what cannot be a reading', async () => {
    for (const nonsense of [
      '{"before":-4}',
      'no',
      '{"before":820,"between":"low","after":1,"temperature":19,"litres":1}',
    ]) {
      answers(200, nonsense);
      const read = await wiredMeter(address()).read();
      expect(read.ok ? '' : read.problem).to.include('cannot be a reading');
    }
  });

  it('is waited for no longer than somebody would', async function () {
    this.timeout(10_000);
    answer = () => undefined;
    const read = await wiredMeter(address()).read();
    expect(read.ok ? '' : read.problem).to.include('within 3 seconds');
  });

  it('says so where it refuses or is off', async () => {
    answers(500, '');
    const refused = await wiredMeter(address()).read();
    expect(refused.ok ? '' : refused.problem).to.include('refused (500)');
    const off = await wiredMeter('http://127.0.0.1:9').read();
    expect(off.ok ? '' : off.problem).to.include('cannot be reached');
  });

  it('is asked by whoever stands at the van, and nothing is kept', async function () {
    this.timeout(60_000);
    const told = { before: 810, between: 1, after: 0.4, temperature: 18, litres: 40 };
    answers(200, JSON.stringify(told));
    const harness = await startHarness({ METER_URL: address() });
    try {
      const crew = await harness.as('crew');
      expect(await crew.must('GET', '/api/resin/meter')).to.deep.equal(told);
      expect((await crew.must('GET', '/api/resin')).entries).to.deep.equal([]);
    } finally {
      await harness.stop();
    }
  });
});
