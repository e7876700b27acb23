import { randomUUID } from 'node:crypto';
import { expect } from 'chai';
import { addedDays } from '../../core/time/dates.ts';
import { bookJob, type Caller, type Chain, makeJob, onStage } from '../testing/harness.ts';
import { textOfPdf } from '../testing/pdf.ts';

describe('the price book of the company', () => {
  const { harness, owner } = onStage();
  let chain: Chain;
  before(async () => {
    chain = await makeJob(owner);
  });

  const setPrices = async (changes: Record<string, unknown>) => {
    const { demo: _demo, ...company } = await owner.must('GET', '/api/company');
    return owner.send('PUT', '/api/company', { ...company, prices: { ...company.prices, ...changes } });
  };
  const setCosts = async (changes: Record<string, unknown> = {}) => {
    const { version } = await owner.must('GET', '/api/company/costs');
    return owner.must('PUT', '/api/company/costs', { ...COSTS, ...changes, version });
  };
  const plan = (overrides: Record<string, unknown> = {}) =>
    owner.must('POST', `/api/sites/${chain.siteId}/plans`, { id: randomUUID(), overrides });
  const draft = (caller: Caller = owner) =>
    caller.must('POST', `/api/sites/${chain.siteId}/quotes`, { id: randomUUID() });
  const keys = ({ one }: { one: { lines: { key: string }[] } }) => one.lines.map(({ key }) => key);
  const fresh = async () => {
    await plan();
    return draft();
  };

  it('charges by the module, with what comes on top, another rate of tax, a rounding and a deposit', async () => {
    const before = await fresh();
    await setPrices({
      ...{ basis: 'module', perModule: 4000, urgentShare: 0.2, roundTo: 1000, depositShare: 0.5 },
      otherTaxes: [{ rate: 0, keys: ['travel'] }],
    });
    const quote = await fresh();
    expect(keys(quote)).to.include('wash').and.not.to.include('labour');
    expect(quote.one.net % 1000).to.equal(0);
    expect(quote.one.taxes.map(({ rate }: { rate: number }) => rate)).to.deep.equal([0.15, 0]);
    expect(quote.depositShare).to.equal(0.5);
    const hurried = await owner.must('PATCH', `/api/quotes/${quote.id}`, { version: quote.version, urgent: true });
    expect(keys(hurried)).to.include('urgency');
    expect(hurried.one.net).to.be.above(quote.one.net);
    expect((await owner.must('GET', `/api/quotes/${before.id}`)).one).to.deep.equal(before.one);
    await setPrices({ basis: 'hour', urgentShare: 0, roundTo: 0, depositShare: 0, otherTaxes: [] });
  });

  const refused: [what: string, changes: Record<string, unknown>, path: string][] = [
    ['modules that cost nothing', { basis: 'module', perModule: 0 }, 'prices.perModule'],
    ['kilowatts that cost nothing', { basis: 'kwp', perKwp: 0 }, 'prices.perKwp'],
    [
      'a line under two rates of tax',
      {
        otherTaxes: [
          { rate: 0, keys: ['water'] },
          { rate: 0.05, keys: ['water'] },
        ],
      },
      'prices.otherTaxes',
    ],
    ['a rate of tax on nothing', { otherTaxes: [{ rate: 0, keys: [] }] }, 'prices.otherTaxes.0.keys'],
    ['a deposit over the whole', { depositShare: 1.2 }, 'prices.depositShare'],
  ];
  for (const [what, changes, path] of refused) {
    it(`refuses ${what}, naming the field`, async () => {
      const { status, body } = await setPrices(changes);
      expect([status, body.issues[0].path]).to.deep.equal([400, path]);
    });
  }

  it('cannot charge by costs that nobody has told, and then makes its prices of them', async () => {
    await harness.sql('update company set costs = null');
    const { status, body } = await setPrices({ basis: 'cost' });
    expect([status, body.issues[0].path]).to.deep.equal([400, 'prices.basis']);
    await setCosts({ hour: 30_000, margin: 0.5 });
    expect((await setPrices({ basis: 'cost' })).status).to.equal(200);
    const { one } = await fresh();
    const labour = one.lines[0];
    expect(labour.amount / labour.quantity).to.be.closeTo(60_000, 100);
    await setPrices({ basis: 'hour' });
  });

  it('keeps what work costs from everybody but the owner, also in what changed', async () => {
    await setCosts({ hour: 13_579 });
    for (const role of ['estimator', 'crew'] as const) {
      const caller = await harness.as(role);
      expect((await caller.send('GET', '/api/company/costs')).status).to.equal(403);
      expect((await caller.send('PUT', '/api/company/costs', { ...COSTS, version: 1 })).status).to.equal(403);
    }
    const estimator = await harness.as('estimator');
    const company = await estimator.must('GET', '/api/company');
    expect(JSON.stringify(company)).not.to.include('13579');
    const trail = await owner.must('GET', '/api/trail/00000000-0000-4000-8000-000000000001');
    expect(JSON.stringify(trail)).not.to.include('13579');
    const quote = await fresh();
    expect((await estimator.send('GET', `/api/quotes/${quote.id}/margin`)).status).to.equal(403);
  });

  it('refuses an hour that costs nothing, naming the field', async () => {
    const { version } = await owner.must('GET', '/api/company/costs');
    const { status, body } = await owner.send('PUT', '/api/company/costs', { ...COSTS, hour: 0, version });
    expect([status, body.issues[0].path]).to.deep.equal([400, 'hour']);
  });

  it('answers costs that were changed meanwhile with both states', async () => {
    const { version } = await owner.must('GET', '/api/company/costs');
    await setCosts();
    const late = await owner.send('PUT', '/api/company/costs', { ...COSTS, hour: 1, version });
    expect([late.status, late.body.asked.hour]).to.deep.equal([409, 1]);
  });

  it('tells the owner what a quote leaves line by line: what is asked without what it costs', async () => {
    await setCosts();
    const quote = await fresh();
    const { one } = await owner.must('GET', `/api/quotes/${quote.id}/margin`);
    expect(one.net).to.equal(quote.one.net);
    expect(one.lines.map(({ key }: { key: string }) => key)).to.deep.equal(keys(quote));
    const labour = one.lines[0];
    expect(labour.cost).to.equal(Math.round(labour.hours * COSTS.hour));
    await harness.sql('update company set costs = null');
    expect(await owner.must('GET', `/api/quotes/${quote.id}/margin`)).to.include({ one: null, planned: null });
  });

  it('says what is saved where another site of the customer is washed on the same day, and nothing where there is none', async () => {
    expect((await fresh()).sharing).to.equal(null);
    const other = await makeJob(owner);
    await harness.sql('update sites set customer_id = (select customer_id from sites where id = $1) where id = $2', [
      chain.siteId,
      other.siteId,
    ]);
    const quote = await fresh();
    const { sites, saves } = quote.sharing;
    expect(sites).to.have.length(1);
    const travel = quote.one.lines.find(({ key }: { key: string }) => key === 'travel').amount;
    expect(saves).to.be.above(travel / 2);
    const credit = { key: 'other', label: 'Road shared', amount: -saves, reason: 'washed on one day' };
    const shared = await owner.must('PATCH', `/api/quotes/${quote.id}`, { version: quote.version, overrule: [credit] });
    expect(shared.one.net).to.equal(quote.one.net - saves);
  });

  it('has an offer that leaves less than the owner’s limit sent by the owner alone, and tells nobody how much that is', async () => {
    await setCosts({ floor: 0.9 });
    const estimator = await harness.as('estimator');
    const quote = await draft(estimator);
    const asked = { version: quote.version };
    const { status, body } = await estimator.send('POST', `/api/quotes/${quote.id}/send`, asked);
    expect([status, body.detail]).to.deep.equal([
      409,
      'This offer leaves less than the owner wants to be left. Ask the owner to send it, or price it again.',
    ]);
    expect((await owner.must('POST', `/api/quotes/${quote.id}/send`, asked)).state).to.equal('sent');
    await setCosts({ floor: null });
    const free = await draft(estimator);
    await estimator.must('POST', `/api/quotes/${free.id}/send`, { version: free.version });
  });
});

const COSTS = { hour: 15_000, perKm: 300, margin: 0.25, floor: null };

describe('what is taken of an offer', () => {
  const { harness, owner } = onStage();
  const SOFT = { source: null, takenAt: '2026-11-24T08:00:00Z', conductivity: 150, temperature: 18 };
  const CLIPS = { kind: 'drain-clip', rows: [0], stands: 'along', each: 3500 };

  it('that was not offered is refused, naming the field', async () => {
    const { siteId } = await makeJob(owner);
    const quote = await owner.must('POST', `/api/sites/${siteId}/quotes`, { id: randomUUID() });
    const { version } = await owner.must('POST', `/api/quotes/${quote.id}/send`, { version: quote.version });
    const asked = { version, decision: 'accepted', additions: ['fittings'] };
    const { status, body } = await owner.send('POST', `/api/quotes/${quote.id}/decision`, asked);
    expect([status, body.issues[0].path]).to.deep.equal([400, 'additions']);
    expect((await owner.must('GET', `/api/quotes/${quote.id}`)).state).to.equal('sent');
  });

  it('leaves what is asked for it without what it costs, and is held against the owner’s limit with the visit', async () => {
    const chain = await makeJob(owner);
    const arrays = { [chain.arrayId]: { fittings: { value: [CLIPS], reason: 'water stands there' } } };
    await owner.must('POST', `/api/sites/${chain.siteId}/plans`, { id: randomUUID(), overrides: { arrays } });
    const estimator = await harness.as('estimator');
    const quote = await estimator.must('POST', `/api/sites/${chain.siteId}/quotes`, { id: randomUUID() });
    const { version } = await owner.must('PATCH', `/api/quotes/${quote.id}`, {
      version: quote.version,
      sprayPrice: 90_000,
    });
    const send = () => estimator.send('POST', `/api/quotes/${quote.id}/send`, { version });
    const leftAt = async (clip: number | null, floor: number | null) => {
      const { version: last } = await owner.must('GET', '/api/company/costs');
      await owner.must('PUT', '/api/company/costs', {
        ...{ ...COSTS, floor, version: last },
        fittings: { 'drain-clip': clip },
      });
      return owner.must('GET', `/api/quotes/${quote.id}/margin`);
    };
    const [line, lift] = quote.fittings.lines;
    const { crew } = (await owner.must('GET', '/api/company')).prices;
    const { one } = await leftAt(1000, 0.01);
    const of = (addition: string, { additions }: { additions: { addition: string }[] }) =>
      additions.find((each) => each.addition === addition);
    const hours = (quote.fittings.minutes / 60) * crew;
    expect(of('fittings', one)).to.deep.equal({
      ...{ addition: 'fittings', net: quote.fittings.net, hours },
      cost: Math.round(hours * COSTS.hour + line.quantity * 1000 + lift.amount),
    });
    expect(of('spray-line', one)).to.deep.equal({ addition: 'spray-line', net: 90_000, cost: null, hours: 0 });
    const dear = await leftAt(1_000_000, 0.01);
    expect(dear.one.share).to.equal(one.share).and.to.be.above(0.01);
    expect((await send()).status).to.equal(409);
    expect(of('fittings', (await leftAt(null, 0.01)).one)).to.include({ cost: null });
    expect((await send()).status).to.equal(200);
    await harness.sql('update company set costs = null');
  });

  it('is kept with its visits at what it costs', async () => {
    await owner.must('PUT', '/api/company/costs', {
      ...{ ...COSTS, version: (await owner.must('GET', '/api/company/costs')).version },
    });
    const { siteId } = await makeJob(owner);
    await owner.must('POST', `/api/sites/${siteId}/water-readings`, { id: randomUUID(), ...SOFT });
    await owner.must('POST', `/api/sites/${siteId}/plans`, { id: randomUUID() });
    const quote = await owner.must('POST', `/api/sites/${siteId}/quotes`, { id: randomUUID() });
    const { one } = await owner.must('GET', `/api/quotes/${quote.id}/margin`);
    const [finish] = one.additions;
    expect(finish).to.include({ addition: 'spotless', net: quote.spotless.one.net });
    const sent = await owner.must('POST', `/api/quotes/${quote.id}/send`, { version: quote.version });
    await owner.must('POST', `/api/quotes/${quote.id}/decision`, {
      ...{ version: sent.version, decision: 'accepted', choice: 'one', additions: ['spotless'] },
    });
    const kept = await harness.sql(
      'select net, cost from visits where agreement_id in (select id from agreements where quote_id = $1)',
      [quote.id],
    );
    expect(kept.map(({ net, cost }) => [Number(net), Number(cost)])).to.deep.equal([
      [one.net + finish.net, one.cost + finish.cost],
    ]);
    await harness.sql('update company set costs = null');
  });

  it('without what is fitted has neither its price, its minutes, its step nor its kit', async () => {
    const chain = await makeJob(owner);
    const arrays = { [chain.arrayId]: { fittings: { value: [CLIPS], reason: 'water stands there' } } };
    const withClips = await bookJob(owner, chain.siteId, 2, arrays);
    const jobWith = await owner.must('GET', `/api/jobs/${withClips.jobId}`);
    const { items } = await owner.must('GET', `/api/agreements?site=${chain.siteId}`);
    const { fittings, planned } = await owner.must('GET', `/api/quotes/${withClips.quoteId}`);
    const [first, second] = items[0].planned.map(({ price }: { price: number }) => price);
    expect([first, second]).to.deep.equal([planned.gross + fittings.gross, planned.gross]);
    expect(items[0].additions).to.deep.equal(['fittings']);

    const id = randomUUID();
    const quote = await owner.must('POST', `/api/sites/${chain.siteId}/quotes`, { id });
    const { version } = await owner.must('POST', `/api/quotes/${id}/send`, { version: quote.version });
    await owner.must('POST', `/api/quotes/${id}/decision`, { version, decision: 'accepted', choice: 'planned' });
    const jobId = randomUUID();
    const job = await owner.must('POST', `/api/quotes/${id}/jobs`, { id: jobId, scheduledFor: '2026-12-03' });
    const minutesOf = async (one: string) =>
      Number((await harness.sql('select minutes from jobs where id = $1', [one]))[0]?.minutes);
    const keysOf = (all: { key: string }[]) => all.map(({ key }) => key);
    expect(keysOf(jobWith.steps)).to.include('fit');
    expect(keysOf(job.steps)).not.to.include('fit');
    expect(keysOf(job.kit)).not.to.include('fitting-drain-clip');
    expect((await minutesOf(withClips.jobId)) - (await minutesOf(jobId))).to.equal(fittings.minutes);
  });

  it('with the spotless finish is washed with its water, at what that adds to each visit', async () => {
    const { siteId } = await makeJob(owner);
    // Soft enough from the tap to restore output, not to dry without a mark.
    await owner.must('POST', `/api/sites/${siteId}/water-readings`, { ...SOFT, id: randomUUID() });
    const { output } = await owner.must('POST', `/api/sites/${siteId}/plans`, { id: randomUUID() });
    const id = randomUUID();
    const draft = await owner.must('POST', `/api/sites/${siteId}/quotes`, { id });
    expect(draft.spotless.one.net).to.equal(output.spotless.priced.net - output.priced.net);
    const { version } = await owner.must('POST', `/api/quotes/${id}/send`, { version: draft.version });
    await owner.must('POST', `/api/quotes/${id}/decision`, { version, decision: 'accepted', additions: ['spotless'] });
    const job = await owner.must('POST', `/api/quotes/${id}/jobs`, { id: randomUUID(), scheduledFor: '2026-12-03' });
    expect(job.water).to.deep.equal(output.spotless.water);
    expect(output.spotless.water.limit).to.be.below(output.water.conductivityLimit);
    const [agreement] = (await owner.must('GET', `/api/agreements?site=${siteId}`)).items;
    expect(agreement.price).to.equal(draft.one.gross + draft.spotless.one.gross);
  });

  it('with a spray line has its price with the first visit, once somebody has priced it', async () => {
    const { siteId } = await makeJob(owner);
    const id = randomUUID();
    const draft = await owner.must('POST', `/api/sites/${siteId}/quotes`, { id });
    expect(draft.sprayLine).to.equal(null);
    const priced = await owner.must('PATCH', `/api/quotes/${id}`, { version: draft.version, sprayPrice: 400_000 });
    expect(priced.sprayLine).to.deep.equal({ net: 400_000, tax: 60_000, gross: 460_000 });
    const text = await textOfPdf(await owner.must('GET', `/api/quotes/${id}/paper.pdf`));
    expect(text.replaceAll(/\s/g, '')).to.include('4600.00');
    const { version } = await owner.must('POST', `/api/quotes/${id}/send`, { version: priced.version });
    await owner.must('POST', `/api/quotes/${id}/decision`, {
      version,
      decision: 'accepted',
      additions: ['spray-line'],
    });
    const [agreement] = (await owner.must('GET', `/api/agreements?site=${siteId}`)).items;
    expect(agreement.additions).to.deep.equal(['spray-line']);
    expect(agreement.planned[0].price).to.equal(draft.one.gross + 460_000);

    const lines = async () =>
      (await owner.must('GET', '/api/day')).chase.lines.map((one: { siteId: string }) => one.siteId);
    expect(await lines()).to.deep.equal([siteId]);
    const path = `/api/agreements/${agreement.id}/spray-line`;
    const { arrays } = await owner.must('GET', `/api/sites/${siteId}`);
    const on = { version: agreement.version, on: '2026-11-25' };
    const elsewhere = await owner.send('POST', path, { ...on, arrays: [randomUUID()] });
    expect([elsewhere.status, elsewhere.body.issues[0].path]).to.deep.equal([400, 'arrays']);
    const up = await owner.must('POST', path, { ...on, arrays: [arrays[0].id] });
    expect(up.lineUpOn).to.equal('2026-11-25');
    expect(await lines()).to.deep.equal([]);
    const drawn = (await owner.must('GET', `/api/sites/${siteId}`)).arrays[0];
    expect(drawn.drawing.things.map(({ kind }: { kind: string }) => kind)).to.include('spray-line');
    const dropped = `${path}/dropped`;
    const standing = await owner.send('POST', dropped, { version: up.version, reason: 'they moved' });
    expect(standing.status, 'a line that is up').to.equal(409);
    // Noted again for another day, it is not drawn twice.
    await owner.must('POST', path, { version: up.version, on: '2026-11-26', arrays: [arrays[0].id] });
    expect((await owner.must('GET', `/api/sites/${siteId}`)).arrays[0].drawing).to.deep.equal(drawn.drawing);
  });

  it('is without its spray line, and its price, where it is not wanted any more, until it is after all', async () => {
    const { siteId } = await makeJob(owner);
    const id = randomUUID();
    const draft = await owner.must('POST', `/api/sites/${siteId}/quotes`, { id });
    const priced = await owner.must('PATCH', `/api/quotes/${id}`, { version: draft.version, sprayPrice: 400_000 });
    const { version } = await owner.must('POST', `/api/quotes/${id}/send`, { version: priced.version });
    const taken = { version, decision: 'accepted', additions: ['spray-line'] };
    await owner.must('POST', `/api/quotes/${id}/decision`, taken);
    const [agreement] = (await owner.must('GET', `/api/agreements?site=${siteId}`)).items;
    const path = `/api/agreements/${agreement.id}/spray-line`;
    const drop = (at: number, reason: string | null) => owner.send('POST', `${path}/dropped`, { version: at, reason });
    const waits = async () =>
      (await owner.must('GET', '/api/day')).chase.lines.some((one: { siteId: string }) => one.siteId === siteId);

    const nameless = await drop(agreement.version, ' ');
    expect([nameless.status, nameless.body.issues[0].path]).to.deep.equal([400, 'reason']);
    const { body: without } = await drop(agreement.version, 'the roof is to be renewed');
    expect(without).to.include({ lineDropped: 'the roof is to be renewed', lineUpOn: null });
    expect(without.planned[0].price).to.equal(draft.one.gross);
    expect(without.left.gross).to.equal(draft.one.gross);
    expect(await waits()).to.equal(false);
    // Said twice, its price goes once.
    const { body: again } = await drop(without.version, 'the roof is renewed next year');
    expect(again.planned[0].price).to.equal(draft.one.gross);
    const { arrays } = await owner.must('GET', `/api/sites/${siteId}`);
    const on = { version: again.version, on: '2026-11-25', arrays: [arrays[0].id] };
    expect((await owner.send('POST', path, on)).status, 'up though nobody wants it').to.equal(409);

    expect((await drop(agreement.version, null)).status, 'an old version').to.equal(409);
    const { body: back } = await drop(again.version, null);
    expect([back.lineDropped, back.planned[0].price]).to.deep.equal([null, agreement.planned[0].price]);
    expect(await waits()).to.equal(true);
  });

  it('is taken off the visit that was agreed first, also where that was moved behind the next', async () => {
    const { siteId } = await makeJob(owner);
    const overrides = { visits: { value: 2, reason: 'as agreed' } };
    await owner.must('POST', `/api/sites/${siteId}/plans`, { id: randomUUID(), overrides });
    const id = randomUUID();
    const draft = await owner.must('POST', `/api/sites/${siteId}/quotes`, { id });
    const priced = await owner.must('PATCH', `/api/quotes/${id}`, { version: draft.version, sprayPrice: 400_000 });
    const { version } = await owner.must('POST', `/api/quotes/${id}/send`, { version: priced.version });
    const taken = { version, decision: 'accepted', choice: 'planned', additions: ['spray-line'] };
    await owner.must('POST', `/api/quotes/${id}/decision`, taken);
    const [agreement] = (await owner.must('GET', `/api/agreements?site=${siteId}`)).items;
    const [first, second] = agreement.planned;
    const moved = await owner.must('POST', `/api/visits/${first.id}/due`, {
      ...{ version: first.version, due: addedDays(second.due, 30), reason: 'they paint the wall' },
    });
    expect(moved.planned.map(({ number }: { number: number }) => number)).to.deep.equal([2, 1]);
    const without = await owner.must('POST', `/api/agreements/${agreement.id}/spray-line/dropped`, {
      ...{ version: moved.version, reason: 'too dear' },
    });
    expect(without.planned.map(({ price }: { price: number }) => price)).to.deep.equal(
      Array(2).fill(draft.planned.gross),
    );
  });

  it('notes no spray line where none was taken', async () => {
    const chain = await makeJob(owner);
    const [agreement] = (await owner.must('GET', `/api/agreements?site=${chain.siteId}`)).items;
    const asked = { version: agreement.version, on: '2026-11-25', arrays: [chain.arrayId] };
    const path = `/api/agreements/${agreement.id}/spray-line`;
    const { status, body } = await owner.send('POST', path, asked);
    expect([status, body.detail]).to.deep.equal([409, 'No spray line was taken with this offer.']);
    const dropped = await owner.send('POST', `${path}/dropped`, { version: agreement.version, reason: 'too dear' });
    expect(dropped.status).to.equal(409);
  });

  it('asks for its deposit until somebody notes that it came', async () => {
    const { demo: _demo, ...company } = await owner.must('GET', '/api/company');
    await owner.must('PUT', '/api/company', { ...company, prices: { ...company.prices, depositShare: 0.25 } });
    const chain = await makeJob(owner);
    const [agreement] = (await owner.must('GET', `/api/agreements?site=${chain.siteId}`)).items;
    const { one } = await owner.must('GET', `/api/quotes/${chain.quoteId}`);
    expect(agreement).to.include({ deposit: Math.round(one.gross * 0.25), depositOn: null });
    const note = (body: Record<string, unknown>) => owner.send('POST', `/api/agreements/${agreement.id}/deposit`, body);
    const { body } = await note({ version: agreement.version, on: '2026-11-25' });
    expect(body.depositOn).to.equal('2026-11-25');
    expect((await note({ version: agreement.version, on: null })).status).to.equal(409);
    expect((await note({ version: body.version, on: null })).body.depositOn).to.equal(null);
    const now = await owner.must('GET', '/api/company');
    const { demo: _, ...rest } = now;
    await owner.must('PUT', '/api/company', { ...rest, prices: { ...rest.prices, depositShare: 0 } });
  });

  it('asks for no deposit where the price book has none', async () => {
    const chain = await makeJob(owner);
    const [agreement] = (await owner.must('GET', `/api/agreements?site=${chain.siteId}`)).items;
    expect(agreement.deposit).to.equal(0);
    const asked = { version: agreement.version, on: '2026-11-25' };
    expect((await owner.send('POST', `/api/agreements/${agreement.id}/deposit`, asked)).status).to.equal(409);
  });
});
