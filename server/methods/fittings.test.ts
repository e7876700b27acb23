import { randomUUID } from 'node:crypto';
import { expect } from 'chai';
import { arrayBody, inspectionBody, safetyBody, siteBody } from '../../contract/testing/bodies.ts';
import { bookJob, type Chain, finishJob, onStage } from '../testing/harness.ts';
import { textOfPdf } from '../testing/pdf.ts';

/** Clips on all rows but the second, where water stands along the frame of a nearly flat roof. */
const CLIPS = { kind: 'drain-clip', rows: [0], stands: 'along', each: 4_500 };
const EDGE = { kind: 'algae', where: 'lower-edge', grade: 'plain', share: 0.03, bond: 'soak' };

describe('what is fitted against a cause', () => {
  const { owner } = onStage();

  /** A reckoned site with a face that can be reached by hand. */
  async function reckoned(): Promise<{ siteId: string; arrayId: string }> {
    const [site, array] = [siteBody(), arrayBody({ mount: 'ground', tilt: 6 })];
    await owner.must('POST', '/api/sites', site);
    await owner.must('PUT', `/api/sites/${site.id}/safety`, safetyBody());
    await owner.must('POST', `/api/sites/${site.id}/arrays`, array);
    await look(array.id);
    return { siteId: site.id, arrayId: array.id };
  }
  async function look(arrayId: string, changes: object = {}): Promise<void> {
    const body = { ...inspectionBody(), soils: [EDGE], ...changes };
    await owner.must('POST', `/api/arrays/${arrayId}/inspections`, body);
    await owner.must('POST', `/api/arrays/${arrayId}/reckonings`, { id: randomUUID() });
  }
  const asked = (arrayId: string, fittings: object[] = [CLIPS]) => ({
    [arrayId]: { fittings: { value: fittings, reason: 'water stands after every rain' } },
  });
  const plan = (siteId: string, arrays: object = {}) =>
    owner.must('POST', `/api/sites/${siteId}/plans`, { id: randomUUID(), overrides: { arrays } });
  const fittedOn = async (siteId: string, arrayId: string) => {
    const { arrays } = await owner.must('GET', `/api/sites/${siteId}`);
    return arrays.find(({ id }: { id: string }) => id === arrayId).drawing.fitted;
  };
  /** Enters a fitting on the drawing by hand. */
  async function drawOn(siteId: string, fitting: { kind: string; rows: number[]; since: string }): Promise<void> {
    const { arrays } = await owner.must('GET', `/api/sites/${siteId}`);
    const { id, siteId: _, ...fields } = arrays[0];
    await owner.must('PUT', `/api/arrays/${id}`, { ...fields, drawing: { ...fields.drawing, fitted: [fitting] } });
  }
  async function booked(visits?: number): Promise<Chain> {
    const { siteId, arrayId } = await reckoned();
    return { siteId, arrayId, arrayIds: [arrayId], ...(await bookJob(owner, siteId, visits, asked(arrayId))) };
  }

  it('is priced on the plan, stands on quote and paper with the same amount, and leaves the visit as it was', async () => {
    const { siteId, arrayId } = await reckoned();
    const without = await plan(siteId);
    const made = await plan(siteId, asked(arrayId));
    const { fittings } = made.output;
    expect(without.output.fittings).to.equal(null);
    expect(made.output.priced).to.deep.equal(without.output.priced);
    const [one] = fittings.faces[0].fittings;
    expect(one.quantity).to.equal(2 * one.modules);
    expect(fittings.net).to.equal(one.quantity * CLIPS.each);
    const quote = await owner.must('POST', `/api/sites/${siteId}/quotes`, { id: randomUUID() });
    expect(quote.fittings).to.include({ net: fittings.net, tax: fittings.tax, gross: fittings.gross });
    const text = await textOfPdf(await owner.must('GET', `/api/quotes/${quote.id}/paper.pdf`));
    expect(text).to.include('Fitted once, on the first visit');
    expect(text.replaceAll(/\s/g, '')).to.include((fittings.gross / 100).toFixed(2));
  });

  it('does not count as overruled', async () => {
    const { siteId, arrayId } = await reckoned();
    await plan(siteId, asked(arrayId));
    expect((await owner.must('GET', `/api/sites/${siteId}`)).spine.plan.state).to.equal('settled');
    await plan(siteId, { [arrayId]: { pole: { value: 9, reason: 'a hedge' } } });
    expect((await owner.must('GET', `/api/sites/${siteId}`)).spine.plan.state).to.equal('overruled');
  });

  it('is a step of the job with its rows, and once that is done it stands on the drawing, once', async () => {
    const chain = await booked();
    const job = await owner.must('GET', `/api/jobs/${chain.jobId}`);
    const step = job.steps.find(({ key }: { key: string }) => key === 'fit');
    expect(step.fit).to.have.length(1);
    expect(step.fit[0]).to.include({ array: chain.arrayId, kind: 'drain-clip', stands: 'along' });
    expect(step.fit[0]).to.not.have.any.keys('each', 'amount', 'gross');
    expect(job.kit.map(({ key }: { key: string }) => key)).to.include('fitting-drain-clip');
    expect(await fittedOn(chain.siteId, chain.arrayId)).to.deep.equal([]);
    await finishJob(owner, chain);
    const standing = [{ kind: 'drain-clip', rows: [0], since: '2026-11-20' }];
    expect(await fittedOn(chain.siteId, chain.arrayId)).to.deep.equal(standing);
    const late = { id: randomUUID(), at: '2026-11-20T12:00:00Z', kind: 'meter', litres: 90 };
    await owner.must('POST', `/api/jobs/${chain.jobId}/entries`, { entries: [late] });
    expect(await fittedOn(chain.siteId, chain.arrayId)).to.deep.equal(standing);
  });

  it('is put up on the first visit of a plan alone', async () => {
    const chain = await booked(2);
    const { items } = await owner.must('GET', `/api/jobs?site=${chain.siteId}`);
    const jobs = await Promise.all(items.map(({ id }: { id: string }) => owner.must('GET', `/api/jobs/${id}`)));
    const fits = jobs
      .sort((a, b) => a.visit - b.visit)
      .map(({ steps, kit }) => [
        steps.some(({ key }: { key: string }) => key === 'fit'),
        kit.some(({ key }: { key: string }) => key === 'fitting-drain-clip'),
      ]);
    expect(fits).to.deep.equal([
      [true, true],
      [false, false],
    ]);
  });

  it('is asked about at the next look: loose, it is on the safety sheet and to be fitted again; in place, it is not', async () => {
    const chain = await booked();
    await finishJob(owner, chain);
    const told = (found: string, rows: number[]) => [{ kind: 'drain-clip', since: '2026-11-20', found, rows }];
    const first = async () => {
      const made = await plan(chain.siteId, asked(chain.arrayId));
      return made.output.fittings.faces[0].fittings[0];
    };
    const chased = async () =>
      (await owner.must('GET', '/api/day')).chase.loose.map(({ siteId }: { siteId: string }) => siteId);
    const hazards = async () => (await owner.must('GET', `/api/sites/${chain.siteId}/safety`)).hazards;
    expect(await first()).to.include({ quantity: 0, stopped: true });
    await look(chain.arrayId, { fittings: told('loose', [0]), inspectedAt: '2026-11-22T08:00:00Z' });
    expect((await first()).quantity).to.be.above(0);
    expect(await hazards()).to.include('loose');
    expect(await chased()).to.include(chain.siteId);
    await look(chain.arrayId, { fittings: told('in-place', []), inspectedAt: '2026-11-23T08:00:00Z' });
    expect((await first()).quantity).to.equal(0);
    expect(await hazards()).to.not.include('loose');
    expect(await chased()).to.not.include(chain.siteId);
  });

  it('takes the place of what was loose on the same rows, once it is put up again', async () => {
    const { siteId, arrayId } = await reckoned();
    const since = '2026-10-01';
    await drawOn(siteId, { kind: 'drain-clip', rows: [0, 1], since });
    await look(arrayId, { fittings: [{ kind: 'drain-clip', since, found: 'loose', rows: [0] }] });
    const again = await bookJob(owner, siteId, undefined, asked(arrayId));
    await finishJob(owner, { siteId, arrayId, arrayIds: [arrayId], ...again });
    expect(await fittedOn(siteId, arrayId)).to.deep.equal([
      { kind: 'drain-clip', rows: [1], since },
      { kind: 'drain-clip', rows: [0], since: '2026-11-20' },
    ]);
  });

  it('lessens what stands at the frame in the years ahead from the day it is fitted', async () => {
    const { siteId, arrayId } = await reckoned();
    const last = async () =>
      (await owner.must('GET', `/api/arrays/${arrayId}/reckonings?limit=1`)).items[0].output.courses.puddleFactor;
    const before = await last();
    const chain = {
      siteId,
      arrayId,
      arrayIds: [arrayId],
      ...(await bookJob(owner, siteId, undefined, asked(arrayId))),
    };
    await finishJob(owner, chain);
    await owner.must('POST', `/api/arrays/${arrayId}/reckonings`, { id: randomUUID() });
    expect(await last()).to.be.within(1, before * 0.9);
  });

  it('keeps a blade off a coated face until a look finds the coating gone', async () => {
    const { siteId, arrayId } = await reckoned();
    const since = '2026-03-01';
    await drawOn(siteId, { kind: 'coating', rows: [0, 1], since });
    const coated = async () => (await plan(siteId)).input.arrays[0].method.coated;
    expect(await coated()).to.equal(true);
    await look(arrayId, { fittings: [{ kind: 'coating', since, found: 'gone', rows: [0, 1] }] });
    expect(await coated()).to.equal(undefined);
  });

  const refused: [string, object[], string][] = [
    ['no rows', [{ ...CLIPS, rows: [] }], 'value.0.rows'],
    ['a price under nothing', [{ ...CLIPS, each: -1 }], 'value.0.each'],
    ['half a cent', [{ ...CLIPS, each: 0.5 }], 'value.0.each'],
    ['one kind twice', [CLIPS, CLIPS], 'value'],
  ];
  for (const [what, fittings, path] of refused)
    it(`is refused with ${what}, at its field`, async () => {
      const { siteId, arrayId } = await reckoned();
      const body = { id: randomUUID(), overrides: { arrays: asked(arrayId, fittings) } };
      const { status, body: answer } = await owner.send('POST', `/api/sites/${siteId}/plans`, body);
      expect([status, answer.issues[0].path]).to.deep.equal([400, `overrides.arrays.${arrayId}.fittings.${path}`]);
    });

  it('is refused at a look where it is gone from no row, or in place on some', async () => {
    const { arrayId } = await reckoned();
    for (const [found, rows] of [
      ['gone', []],
      ['in-place', [0]],
    ] as const) {
      const fittings = [{ kind: 'gutter', since: '2026-01-01', found, rows }];
      const { status, body } = await owner.send('POST', `/api/arrays/${arrayId}/inspections`, {
        ...inspectionBody(),
        fittings,
      });
      expect([status, body.issues[0].path]).to.deep.equal([400, 'fittings.0.rows']);
    }
  });
});
