import { randomUUID } from 'node:crypto';
import { expect } from 'chai';
import { openDatabase } from '../storage/database.ts';
import { type Chain, finishJob, type Harness, makeJob, startHarness } from '../testing/harness.ts';
import { expireQuotes } from './useCases.ts';

describe('from plan to proof', () => {
  let harness: Harness;
  let chain: Chain;
  before(async () => {
    harness = await startHarness();
    chain = await makeJob(harness.owner);
  });
  after(() => harness.stop());

  async function draft() {
    return harness.owner.must('POST', `/api/sites/${chain.siteId}/quotes`, { id: randomUUID() });
  }
  const send = (quote: { id: string; version: number }) =>
    harness.owner.must('POST', `/api/quotes/${quote.id}/send`, { version: quote.version });

  it('a plan keeps what was overruled for one array, with the reason, and a withdrawn override is gone', async () => {
    const path = `/api/sites/${chain.siteId}/plans`;
    const overrides = { arrays: { [chain.arrayId]: { pole: { value: 9, reason: 'tree in the way' } } } };
    const plan = await harness.owner.must('POST', path, { id: randomUUID(), overrides });
    expect(plan.overrides).to.deep.equal(overrides);
    expect(plan.output.arrays[0].method.pole.choose).to.equal(9);
    expect(plan.output.arrays[0].recommended.pole.choose).to.be.below(9);
    const again = await harness.owner.must('POST', path, { id: randomUUID() });
    expect(again.output.arrays[0].method.pole.choose).to.equal(again.output.arrays[0].recommended.pole.choose);
  });

  it('a quote adds up: lines to net, net and tax to gross', async () => {
    const { one } = await draft();
    expect(one.lines.reduce((sum: number, line: { amount: number }) => sum + line.amount, 0)).to.equal(one.net);
    expect(one.net + one.tax).to.equal(one.gross);
    expect(one.tax).to.equal(Math.round(one.net * 0.15));
  });

  it('a quote says what the wash is worth as a range, and whether it pays', async () => {
    const { benefit, one } = await draft();
    expect(benefit.worth.p10).to.be.at.most(benefit.worth.p90);
    const wanted =
      benefit.worth.p10 >= one.gross ? 'pays' : benefit.worth.p90 >= one.gross ? 'may-pay' : 'does-not-pay';
    expect(benefit.verdict).to.equal(wanted);
    expect(benefit.sentence).to.match(/these figures/);
  });

  it('an overruled line keeps its reason, and totals and verdict follow', async () => {
    const quote = await draft();
    const overrule = [{ key: 'labour', label: 'Work and set-up', amount: 1, reason: 'neighbour’s rate' }];
    const changed = await harness.owner.must('PATCH', `/api/quotes/${quote.id}`, { version: quote.version, overrule });
    const line = changed.one.lines.find(({ key }: { key: string }) => key === 'labour');
    expect(line).to.include({ amount: 1, reason: 'neighbour’s rate' });
    expect(changed.one.gross).to.be.below(quote.one.gross);
  });

  it('a sent quote is frozen, in the program and in the database', async () => {
    const sent = await send(await draft());
    const answer = await harness.owner.send('PATCH', `/api/quotes/${sent.id}`, {
      version: sent.version,
      message: 'cheaper',
    });
    expect(answer.status).to.equal(409);
    const refused = await harness
      .sql("update quotes set content = '{}' where id = $1", [sent.id])
      .catch((error: Error) => error.message);
    expect(refused).to.match(/frozen/);
  });

  it('a change makes the next revision, and sending it supersedes the one before', async () => {
    const first = await send(await draft());
    const second = await harness.owner.must('POST', `/api/quotes/${first.id}/revisions`, { id: randomUUID() });
    expect([second.number, second.revision, second.state]).to.deep.equal([first.number, 2, 'draft']);
    await send(second);
    expect((await harness.owner.must('GET', `/api/quotes/${first.id}`)).state).to.equal('superseded');
  });

  it('only a sent quote is accepted, and only an accepted one becomes a job, once', async () => {
    const quote = await draft();
    const early = await harness.owner.send('POST', `/api/quotes/${quote.id}/decision`, {
      version: quote.version,
      decision: 'accepted',
    });
    expect(early.status).to.equal(409);
    const job = await harness.owner.send('POST', `/api/quotes/${quote.id}/jobs`, {
      id: randomUUID(),
      scheduledFor: '2026-12-02',
    });
    expect(job.status).to.equal(409);
    const second = await harness.owner.send('POST', `/api/quotes/${chain.quoteId}/jobs`, {
      id: randomUUID(),
      scheduledFor: '2026-12-02',
    });
    expect(second.status).to.equal(409);
  });

  it('a quote whose day has passed expires, and is not accepted any more', async () => {
    const sent = await send(await draft());
    const database = openDatabase(harness.url, 1);
    await expireQuotes({ database, clock: () => new Date(Date.now() + 40 * 86_400_000) });
    await database.destroy();
    const expired = await harness.owner.must('GET', `/api/quotes/${sent.id}`);
    expect(expired.state).to.equal('expired');
    const answer = await harness.owner.send('POST', `/api/quotes/${sent.id}/decision`, {
      version: expired.version,
      decision: 'accepted',
    });
    expect(answer.status).to.equal(409);
  });

  it('a new price leaves old quotes as they are', async () => {
    const before = await harness.owner.must('GET', `/api/quotes/${chain.quoteId}`);
    const { demo: _demo, ...company } = await harness.owner.must('GET', '/api/company');
    await harness.owner.must('PUT', '/api/company', { ...company, prices: { ...company.prices, hourlyRate: 999_999 } });
    expect((await harness.owner.must('GET', `/api/quotes/${chain.quoteId}`)).one).to.deep.equal(before.one);
  });

  it('a step with an open caution cannot be ended, and nothing of the batch is kept', async () => {
    const job = await harness.owner.must('GET', `/api/jobs/${chain.jobId}`);
    const at = '2026-12-01T04:00:00Z';
    const entries = [
      { id: randomUUID(), at, kind: 'step-started', step: job.steps[0].key },
      { id: randomUUID(), at, kind: 'step-done', step: job.steps[0].key },
    ];
    const answer = await harness.owner.send('POST', `/api/jobs/${chain.jobId}/entries`, { entries });
    expect(answer.status).to.equal(409);
    expect((await harness.owner.must('GET', `/api/jobs/${chain.jobId}`)).entries).to.have.length(0);
  });

  it('a report is not drawn up before the wash is finished', async () => {
    const answer = await harness.owner.send('POST', `/api/jobs/${chain.jobId}/reports`, { id: randomUUID() });
    expect(answer.status).to.equal(409);
  });

  it('a finished wash is proved with gain and loss, and says what was not reached', async () => {
    await finishJob(harness.owner, chain);
    const report = await harness.owner.must('POST', `/api/jobs/${chain.jobId}/reports`, { id: randomUUID() });
    const [array] = report.content.arrays;
    expect(array.comparison.gain).to.be.closeTo(0.125, 1e-9);
    expect(array.comparison.loss).to.be.closeTo(1 / 9, 1e-9);
    expect([report.content.cleaned, report.content.modules]).to.deep.equal([19, 20]);
    expect(array.warnings.map(({ code }: { code: string }) => code)).to.include('part-cleaned');
    const signed = await harness.owner.must('POST', `/api/reports/${report.id}/signature`, {
      name: 'Ada',
      version: report.version,
    });
    expect(signed.state).to.equal('signed');
  });

  it('a signed report is frozen, takes amendments, and its job takes no more entries', async () => {
    const { latest } = await harness.owner.must('GET', `/api/sites/${chain.siteId}`);
    const refused = await harness
      .sql("update reports set signed_by = 'x' where id = $1", [latest.reportId])
      .catch((error: Error) => error.message);
    expect(refused).to.match(/frozen/);
    const amended = await harness.owner.must('POST', `/api/reports/${latest.reportId}/amendments`, {
      id: randomUUID(),
      text: 'Two, not one.',
      reason: 'counted again',
    });
    expect(amended.amendments).to.have.length(1);
    const entry = { id: randomUUID(), at: '2026-12-02T08:00:00Z', kind: 'paused', reason: 'late' };
    expect(
      (await harness.owner.send('POST', `/api/jobs/${chain.jobId}/entries`, { entries: [entry] })).status,
    ).to.equal(409);
  });

  it('papers are PDFs with their font embedded', async function () {
    this.timeout(30_000);
    const { latest } = await harness.owner.must('GET', `/api/sites/${chain.siteId}`);
    for (const path of [`/api/quotes/${chain.quoteId}/paper.pdf`, `/api/reports/${latest.reportId}/paper.pdf`]) {
      const { body, headers } = await harness.owner.send('GET', path);
      expect(headers.get('content-type')).to.equal('application/pdf');
      expect(body.subarray(0, 5).toString()).to.equal('%PDF-');
      expect(body.toString('latin1')).to.match(/FontFile/);
    }
  });

  it('the export holds the same figures as the screen', async () => {
    const exported = await harness.owner.must('GET', `/api/sites/${chain.siteId}/export`);
    const quote = await harness.owner.must('GET', `/api/quotes/${chain.quoteId}`);
    const found = exported.quotes.find(({ id }: { id: string }) => id === chain.quoteId);
    expect(found.content.one).to.deep.equal(quote.one);
  });
});
