import { randomUUID } from 'node:crypto';
import { expect } from 'chai';
import { inspectionBody } from '../../contract/testing/bodies.ts';
import { testInstant } from '../testing/clock.ts';
import { finishJob, makeJob, onStage } from '../testing/harness.ts';

interface Shown {
  key: string;
  kind: string;
  n: number;
  house: number;
  ours: number;
  use: string;
  from: { record: string; id: string; siteId: string }[];
}

describe('what we know', () => {
  const { owner, harness } = onStage();
  const read = () => owner.must('GET', '/api/figures');
  const choose = (version: number, ours: string[], id = randomUUID()) =>
    owner.send('PUT', '/api/figures', { id, version, ours });
  const reckon = (arrayId: string) => owner.must('POST', `/api/arrays/${arrayId}/reckonings`, { id: randomUUID() });
  let chain: Awaited<ReturnType<typeof makeJob>>;

  before(async () => {
    chain = await makeJob(owner);
    await finishJob(owner, chain);
    await owner.must(
      'POST',
      `/api/arrays/${chain.arrayId}/inspections`,
      inspectionBody({ inspectedAt: testInstant() }),
    );
    await reckon(chain.arrayId);
  });

  it('is fed by a job that was done: set-up and pace, from its own entries', async () => {
    const { figures, version } = await read();
    expect(version).to.equal(0);
    const setUp: Shown = figures.find(({ key }: Shown) => key === 'set-up:all');
    expect([setUp.n, setUp.house, setUp.use]).to.deep.equal([1, 30, 'house']);
    expect(setUp.from[0]).to.include({ record: 'job', id: chain.jobId, siteId: chain.siteId });
  });

  it('hears the pair of the job at the next look, and says what came of what was expected', async () => {
    const { output, input } = await reckon(chain.arrayId);
    expect(input.pairs).to.have.length(1);
    expect(input.washes.some(({ jobId }: { jobId: string | null }) => jobId === chain.jobId)).to.equal(true);
    expect(output.known.evidence.map(({ kind }: { kind: string }) => kind)).to.include('pair');
    expect(output.learned.jobId).to.equal(chain.jobId);
    expect(output.learned.measured.mid).to.be.closeTo(1 - 1 / input.pairs[0].ratio, 1e-12);
  });

  it('goes into plans once it is chosen, under a version that they name; what was planned before keeps its numbers', async () => {
    const { figures } = await read();
    const setUp: Shown = figures.find(({ key }: Shown) => key === 'set-up:all');
    const plans = `/api/sites/${chain.siteId}/plans`;
    const before = await owner.must('POST', plans, { id: randomUUID() });
    expect((await choose(0, ['set-up:all'])).body).to.include({ version: 1 });
    const after = await owner.must('POST', plans, { id: randomUUID() });
    expect([before.output.figures, after.output.figures]).to.deep.equal([0, 1]);
    expect(after.output.priced.minutes - before.output.priced.minutes).to.be.closeTo(setUp.ours - 30, 1e-6);
    const { items } = await owner.must('GET', plans);
    expect(items.find(({ id }: { id: string }) => id === before.id)).to.deep.equal(before);
    expect((await reckon(chain.arrayId)).input.house.version).to.equal(1);
  });

  it('is chosen by one after the other, and once however often it is sent', async () => {
    const id = randomUUID();
    const { version } = await read();
    const [first, again] = [await choose(version, [], id), await choose(version, [], id)];
    expect([first.status, again.status]).to.deep.equal([200, 200]);
    expect(again.body.version).to.equal(version + 1);
    const late = await choose(version, ['set-up:all']);
    expect(late.status).to.equal(409);
    expect(late.body.current.version).to.equal(version + 1);
  });

  it('is not for the crew', async () => {
    const crew = await harness.as('crew');
    expect((await crew.send('GET', '/api/figures')).status).to.equal(403);
    expect((await crew.send('PUT', '/api/figures', { id: randomUUID(), version: 0, ours: [] })).status).to.equal(403);
  });
});
