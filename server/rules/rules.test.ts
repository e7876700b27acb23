import { randomUUID } from 'node:crypto';
import { expect } from 'chai';
import { arrayBody, inspectionBody, siteBody } from '../../contract/testing/bodies.ts';
import { HOUSE_RULES, type MethodRules } from '../../core/rules/rules.ts';
import { finishJob, makeJob, onStage } from '../testing/harness.ts';
import { textOfPdf } from '../testing/pdf.ts';

describe('the rules of the ways', () => {
  const { owner, harness } = onStage();
  const read = () => owner.must('GET', '/api/rules');
  const change = (version: number, changes: Partial<MethodRules> = {}, id = randomUUID(), reason = 'tried') => {
    const { version: _, ...house } = HOUSE_RULES;
    return owner.send('PUT', '/api/rules', { id, version, reason, ...house, ...changes });
  };
  const plan = (siteId: string, body: Record<string, unknown> = {}) =>
    owner.must('POST', `/api/sites/${siteId}/plans`, { id: randomUUID(), ...body });
  let chain: Awaited<ReturnType<typeof makeJob>>;
  before(async () => {
    chain = await makeJob(owner);
  });

  it('are the house’s until somebody changes them', async () => {
    expect(await read()).to.deep.equal({
      at: null,
      by: null,
      reason: null,
      rules: JSON.parse(JSON.stringify(HOUSE_RULES)),
    });
  });

  it('are followed by the next plan, and the plan, the quote and the figures that were there keep theirs', async () => {
    const before = await plan(chain.siteId);
    const quote = await owner.must('GET', `/api/quotes/${chain.quoteId}`);
    await finishJob(owner, chain);
    const { id: reportId } = await owner.must('POST', `/api/jobs/${chain.jobId}/reports`, { id: randomUUID() });
    const report = await owner.must('GET', `/api/reports/${reportId}`);
    const limits = { ...HOUSE_RULES.limits, 'module-minutes': 2.4 };
    const { status, body } = await change(0, { limits });
    expect([status, body.rules.version, body.by]).to.deep.equal([200, 1, 'Test Owner']);
    const after = await plan(chain.siteId);
    const minutes = ({ output }: typeof before) => output.arrays[0].method.minutesPerModule;
    expect(minutes(after)).to.be.closeTo(2 * minutes(before), 1e-9);
    expect([before.input.rules.version, after.input.rules.version]).to.deep.equal([0, 1]);
    const { items } = await owner.must('GET', `/api/sites/${chain.siteId}/plans`);
    expect(items.find(({ id }: { id: string }) => id === before.id)).to.deep.equal(before);
    expect(await owner.must('GET', `/api/quotes/${chain.quoteId}`)).to.deep.equal(quote);
    expect(await owner.must('GET', `/api/reports/${reportId}`)).to.deep.equal(report);
  });

  it('say what each way takes off, and estimates begin there', async () => {
    const takes = { loose: 0.5, bonded: 0.1, droppings: 0.1, lichen: 0 };
    const ways = { ...HOUSE_RULES.ways, 'fed-pole': { ...HOUSE_RULES.ways['fed-pole'], takes } };
    expect((await change(1, { ways })).status).to.equal(200);
    const { input } = await owner.must('POST', `/api/arrays/${chain.arrayId}/reckonings`, { id: randomUUID() });
    expect(input.house.effectiveness['fed-pole']).to.deep.equal(takes);
    const { output } = await plan(chain.siteId, {
      overrides: { arrays: { [chain.arrayId]: { method: { value: 'fed-pole', reason: 'tried' } } } },
    });
    expect(output.arrays[0].effectiveness).to.deep.equal(takes);
  });

  it('are changed by one after the other, and once however often it is sent', async () => {
    const id = randomUUID();
    const { rules } = await read();
    const [first, again] = [await change(rules.version, {}, id), await change(rules.version, {}, id)];
    expect([first.status, again.status]).to.deep.equal([200, 200]);
    expect(again.body.rules.version).to.equal(rules.version + 1);
    const late = await change(rules.version);
    expect(late.status).to.equal(409);
    expect(late.body.current.version).to.equal(rules.version + 1);
  });

  it('are refused with the field named where they cannot be', async () => {
    const { rules } = await read();
    const wrong = { ...HOUSE_RULES.ways, hose: { ...HOUSE_RULES.ways.hose, pace: 0, from: [] } };
    const { status, body } = await change(rules.version, { ways: wrong });
    expect(status).to.equal(400);
    expect(body.issues.map(({ path }: { path: string }) => path)).to.have.members(['ways.hose.pace', 'ways.hose.from']);
    expect((await read()).rules.version).to.equal(rules.version);
  });

  it('are the owner’s to change, the desk’s to read, and not the crew’s', async () => {
    const body = { id: randomUUID(), ...HOUSE_RULES, version: 0, reason: 'mine' };
    const [crew, estimator] = [await harness.as('crew'), await harness.as('estimator')];
    expect((await crew.send('GET', '/api/rules')).status).to.equal(403);
    expect((await estimator.send('GET', '/api/rules')).status).to.equal(200);
    expect((await estimator.send('PUT', '/api/rules', body)).status).to.equal(403);
  });
});

describe('what a site allows', () => {
  const { owner } = onStage();

  it('decides the ways of its plan: no water, the ground only, frost and snow', async () => {
    const chain = await makeJob(owner);
    const { site } = await owner.must('GET', `/api/sites/${chain.siteId}`);
    const { id: _, customerId: __, ...fields } = site;
    const dry = await owner.must('PUT', `/api/sites/${chain.siteId}`, { ...fields, waterLimit: 0, groundOnly: true });
    expect(dry.site).to.include({ waterLimit: 0, groundOnly: true });
    const plan = (body: Record<string, unknown> = {}) =>
      owner.must('POST', `/api/sites/${chain.siteId}/plans`, { id: randomUUID(), ...body });
    const { input, output } = await plan();
    expect(input.arrays[0].method).to.include({ waterless: true, groundOnly: true, cracked: 0, cold: 'none' });
    expect(output.water.litres).to.equal(0);
    const snow = await plan({ cold: 'snow' });
    expect(snow.cold).to.equal('snow');
    expect(snow.output.arrays[0].stopped).to.deep.equal([{ code: 'refused-snow', params: {} }]);
    expect([snow.output.modules, snow.output.visits.best]).to.deep.equal([0, 0]);
  });

  it('leaves a face that nobody can wash out of price, paper and job, and offers nothing where that is all of them', async () => {
    const [site, low, high] = [siteBody(), arrayBody(), arrayBody({ eaveHeight: 14, storeys: 4, name: 'Tower face' })];
    await owner.must('POST', '/api/sites', { ...site, groundOnly: true });
    for (const array of [low, high]) {
      await owner.must('POST', `/api/sites/${site.id}/arrays`, array);
      await owner.must('POST', `/api/arrays/${array.id}/inspections`, inspectionBody());
      await owner.must('POST', `/api/arrays/${array.id}/reckonings`, { id: randomUUID() });
    }
    const plans = `/api/sites/${site.id}/plans`;
    const { output } = await owner.must('POST', plans, { id: randomUUID() });
    const tower = output.arrays.find(({ arrayId }: { arrayId: string }) => arrayId === high.id);
    expect(tower.stopped).to.deep.equal([{ code: 'refused-ground-only', params: {} }]);
    expect(output.modules).to.equal(low.rows * low.columns);
    expect(output.priced.lines.map(({ key }: { key: string }) => key)).to.not.include('access');
    const quote = await owner.must('POST', `/api/sites/${site.id}/quotes`, { id: randomUUID() });
    expect(quote.leftOut).to.deep.equal([
      { name: 'Tower face', modules: high.rows * high.columns, because: tower.stopped },
    ]);
    const paper = await textOfPdf((await owner.send('GET', `/api/quotes/${quote.id}/paper.pdf`)).body);
    expect(paper).to.include('Not washed on this visit: Tower face');
    await owner.must('POST', `/api/quotes/${quote.id}/send`, { version: 1 });
    await owner.must('POST', `/api/quotes/${quote.id}/decision`, { version: 2, decision: 'accepted', choice: 'one' });
    const job = await owner.must('POST', `/api/quotes/${quote.id}/jobs`, {
      id: randomUUID(),
      scheduledFor: '2026-12-01',
    });
    expect(job.arrays.map(({ id }: { id: string }) => id)).to.deep.equal([low.id]);

    await owner.must('POST', plans, { id: randomUUID(), cold: 'snow' });
    const none = await owner.send('POST', `/api/sites/${site.id}/quotes`, { id: randomUUID() });
    expect(none.status).to.equal(409);
    expect(none.body.detail).to.include('No face of this site can be washed');
  });

  it('prices the lift, puts it on the kit and asks for it in the field where a face is out of reach', async () => {
    const [site, array] = [siteBody(), arrayBody({ eaveHeight: 14, storeys: 4 })];
    await owner.must('POST', '/api/sites', site);
    await owner.must('POST', `/api/sites/${site.id}/arrays`, array);
    await owner.must('POST', `/api/arrays/${array.id}/inspections`, inspectionBody());
    await owner.must('POST', `/api/arrays/${array.id}/reckonings`, { id: randomUUID() });
    const { input, output } = await owner.must('POST', `/api/sites/${site.id}/plans`, { id: randomUUID() });
    expect(input.arrays[0].method.reach).to.include({ out: array.rows * array.columns, furthest: null });
    expect(output.arrays[0].method.access.because.code).to.equal('access-out-of-reach');
    expect(output.priced.lines.map(({ key }: { key: string }) => key)).to.include('access');
    expect(output.kit.map(({ key }: { key: string }) => key)).to.include('access');
    const quote = await owner.must('POST', `/api/sites/${site.id}/quotes`, { id: randomUUID() });
    await owner.must('POST', `/api/quotes/${quote.id}/send`, { version: 1 });
    await owner.must('POST', `/api/quotes/${quote.id}/decision`, { version: 2, decision: 'accepted', choice: 'one' });
    const job = await owner.must('POST', `/api/quotes/${quote.id}/jobs`, {
      id: randomUUID(),
      scheduledFor: '2026-12-01',
    });
    expect(job.steps[0].key, 'the first card stops before a sheet says who is in charge up there').to.equal('safety');
    expect(job.safety.lacking).to.deep.equal([{ code: 'safety-no-sheet', params: {} }]);
    const cautions = job.steps[1].cautions.map(({ key }: { key: string }) => key);
    expect(cautions, 'the next stops until somebody says that the access is there').to.include('height');
  });
});
