import { randomUUID } from 'node:crypto';
import { expect } from 'chai';
import { type Chain, type Harness, makeJob, startHarness } from '../testing/harness.ts';

describe('the day', () => {
  let harness: Harness;
  let chain: Chain;
  before(async () => {
    harness = await startHarness();
    chain = await makeJob(harness.owner);
  });
  after(() => harness.stop());

  const day = (date: string) => harness.owner.must('GET', `/api/day?date=${date}`);

  it('has its jobs on the strip with the hours in which the glass is cool', async () => {
    const { jobs, firstLight, lastLight } = await day('2026-12-01');
    expect(jobs).to.have.length(1);
    expect(jobs[0].cool.length).to.be.at.least(1);
    for (const { from, to } of jobs[0].cool) {
      expect(from).to.be.at.least(firstLight - 0.25);
      expect(to).to.be.at.most(lastLight + 0.25);
      expect(from).to.be.below(to);
    }
  });

  it('shows a job two weeks ahead as coming, and how much of its kit is in the van', async () => {
    const before = (await day('2026-11-25')).coming[0];
    expect(before).to.include({ id: chain.jobId, siteId: chain.siteId });
    expect(before.kit.packed).to.equal(0);
    const job = await harness.owner.must('GET', `/api/jobs/${chain.jobId}`);
    const pack = (packed: boolean, at: string) => ({
      id: randomUUID(),
      at,
      kind: 'kit',
      item: job.kit[0].key,
      packed,
    });
    const path = `/api/jobs/${chain.jobId}/entries`;
    await harness.owner.must('POST', path, { entries: [pack(true, '2026-11-30T18:00:00Z')] });
    expect((await day('2026-11-25')).coming[0].kit).to.deep.equal({ items: job.kit.length, packed: 1 });
    await harness.owner.must('POST', path, { entries: [pack(false, '2026-11-30T18:05:00Z')] });
    expect((await day('2026-11-25')).coming[0].kit.packed).to.equal(0);
  });

  it('keeps quotes and prices from the crew', async () => {
    const crew = await harness.as('crew');
    const { chase } = await crew.must('GET', '/api/day');
    expect(chase.quotes).to.deep.equal([]);
  });
});
