import { randomUUID } from 'node:crypto';
import { expect } from 'chai';
import sharp from 'sharp';
import { compare } from '../../core/comparisons/compare.ts';
import { type Chain, finishJob, makeJob, onStage } from '../testing/harness.ts';

describe('reports', () => {
  const { harness, owner } = onStage();

  async function washed(): Promise<Chain> {
    const chain = await makeJob(owner);
    await finishJob(owner, chain);
    return chain;
  }
  const draft = (chain: Chain, id = randomUUID()) => owner.send('POST', `/api/jobs/${chain.jobId}/reports`, { id });
  const sign = (report: { id: string; version: number }, name = 'Ada Fell') =>
    owner.send('POST', `/api/reports/${report.id}/signature`, { name, version: report.version });
  const add = (chain: Chain, ...entries: Record<string, unknown>[]) =>
    owner.must('POST', `/api/jobs/${chain.jobId}/entries`, {
      entries: entries.map((entry) => ({ id: randomUUID(), ...entry })),
    });

  it('are not drawn up before the wash is finished', async () => {
    const answer = await draft(await makeJob(owner));
    expect(answer.status).to.equal(409);
    expect(answer.body.detail).to.include('not finished');
  });

  it('prove a wash with gain and loss, each made again from the inputs that stand beside them', async () => {
    const { content } = (await draft(await washed())).body;
    const [array] = content.arrays;
    expect(array.comparison.gain).to.be.closeTo(0.125, 1e-9);
    expect(array.comparison.loss).to.be.closeTo(1 / 9, 1e-9);
    expect(JSON.parse(JSON.stringify(compare(array.input)))).to.deep.equal(array.comparison);
  });

  it('say what was not reached, and warn that the gain is of a part', async () => {
    const { content } = (await draft(await washed())).body;
    expect([content.cleaned, content.modules]).to.deep.equal([19, 20]);
    expect(content.arrays[0].marks['not-reached']).to.equal(1);
    expect(content.arrays[0].warnings.map(({ code }: { code: string }) => code)).to.include('part-cleaned');
  });

  it('are one for a job, however often they are asked for', async () => {
    const chain = await washed();
    const id = randomUUID();
    const [first, again] = [await draft(chain, id), await draft(chain, id)];
    expect(again.body).to.deep.equal(first.body);
    expect((await draft(chain)).status).to.equal(409);
  });

  it('follow their job while they are drafts', async () => {
    const chain = await washed();
    const { id } = (await draft(chain)).body;
    const before = (await owner.must('GET', `/api/reports/${id}`)).content;
    expect(before.water).to.deep.equal([]);
    await add(chain, { at: '2026-12-01T09:00:00Z', kind: 'water', conductivity: 9, temperature: 19, litres: 70 });
    const after = (await owner.must('GET', `/api/reports/${id}`)).content;
    expect(after.water).to.deep.equal([{ conductivity: 9, temperature: 19, litres: 70 }]);
  });

  it('name a step that could not be done, with its reason', async () => {
    const chain = await makeJob(owner);
    const { steps } = await owner.must('GET', `/api/jobs/${chain.jobId}`);
    const lip = steps.find(({ key }: { key: string }) => key === 'lip');
    await add(chain, { at: '2026-12-01T04:00:00Z', kind: 'cannot', step: 'lip', reason: 'ran out of light' });
    for (const step of steps) {
      if (step.key !== 'lip')
        await add(chain, { at: '2026-12-01T05:00:00Z', kind: 'cannot', step: step.key, reason: 'rained off' });
    }
    const { content } = (await draft(chain)).body;
    expect(content.notDone).to.deep.include({ step: lip.verb, reason: 'ran out of light' });
    expect(content.notDone).to.have.length(steps.length);
  });

  it('say why there is no figure where no readings were taken', async () => {
    const chain = await makeJob(owner);
    const { steps } = await owner.must('GET', `/api/jobs/${chain.jobId}`);
    for (const step of steps)
      await add(chain, { at: '2026-12-01T05:00:00Z', kind: 'cannot', step: step.key, reason: 'rain' });
    const [array] = (await draft(chain)).body.content.arrays;
    expect(array.comparison).to.equal(null);
    expect(array.missing).to.be.a('string').that.is.not.empty;
  });

  it('are dated where the site lies, and set the next look by the plan', async () => {
    const chain = await washed();
    const { content } = (await draft(chain)).body;
    const plan = (await owner.must('GET', `/api/sites/${chain.siteId}/plans`)).items[0];
    expect(content.washedOn).to.equal('2026-12-01');
    expect(content.nextDate === null).to.equal(plan.output.visitsChosen === 0);
    if (content.nextDate) expect(content.nextDate > content.washedOn).to.equal(true);
    expect(content.nextBecause).to.be.a('string').that.is.not.empty;
  });

  describe('signed', () => {
    it('carry the name and the moment, and close their job', async () => {
      const chain = await washed();
      const { body } = await sign((await draft(chain)).body);
      expect([body.state, body.signedBy]).to.deep.equal(['signed', 'Ada Fell']);
      expect(Date.parse(body.signedAt)).to.be.closeTo(Date.now(), 60_000);
      expect((await owner.must('GET', `/api/jobs/${chain.jobId}`)).state).to.equal('reported');
    });

    it('need a name', async () => {
      const answer = await sign((await draft(await washed())).body, '  ');
      expect([answer.status, answer.body.issues[0].path]).to.deep.equal([400, 'name']);
    });

    it('are signed once', async () => {
      const report = (await draft(await washed())).body;
      const answers = await Promise.all([sign(report, 'Ada Fell'), sign(report, 'Ben Fell')]);
      expect(answers.map(({ status }) => status).sort()).to.deep.equal([200, 409]);
    });

    it('are frozen, in the program and in the database', async () => {
      const report = (await sign((await draft(await washed())).body)).body;
      const refused = await harness
        .sql("update reports set signed_by = 'x' where id = $1", [report.id])
        .catch((error: Error) => error.message);
      expect(refused).to.match(/frozen/);
      expect((await sign(report)).status).to.equal(409);
    });

    it('take no more entries for their job', async () => {
      const chain = await washed();
      await sign((await draft(chain)).body);
      const entry = { id: randomUUID(), at: '2026-12-02T08:00:00Z', kind: 'paused', reason: 'late' };
      const answer = await owner.send('POST', `/api/jobs/${chain.jobId}/entries`, { entries: [entry] });
      expect(answer.status).to.equal(409);
      expect(answer.body.detail).to.include('Amend');
    });

    it('take an entry again that they had before, since the phone may not know', async () => {
      const chain = await washed();
      const { entries } = await owner.must('GET', `/api/jobs/${chain.jobId}`);
      await sign((await draft(chain)).body);
      const { by: _by, ...last } = entries.at(-1);
      const answer = await owner.send('POST', `/api/jobs/${chain.jobId}/entries`, { entries: [last] });
      expect(answer.status).to.equal(200);
    });

    it('are amended with who, when and why, and their content stays', async () => {
      const signed = (await sign((await draft(await washed())).body)).body;
      const body = { id: randomUUID(), text: 'Two were not reached, not one.', reason: 'counted again' };
      const amended = await owner.must('POST', `/api/reports/${signed.id}/amendments`, body);
      expect(amended.content).to.deep.equal(signed.content);
      expect(amended.amendments).to.have.length(1);
      expect(amended.amendments[0]).to.include({ text: body.text, reason: body.reason, by: 'Test Owner' });
    });
  });

  it('as drafts are not amended', async () => {
    const report = (await draft(await washed())).body;
    const body = { id: randomUUID(), text: 'More', reason: 'forgotten' };
    expect((await owner.send('POST', `/api/reports/${report.id}/amendments`, body)).status).to.equal(409);
  });

  it('show the photographs of their own job', async () => {
    const chain = await washed();
    const form = new FormData();
    const id = randomUUID();
    const fields = { id, arrayId: chain.arrayId, jobId: chain.jobId, role: 'after', caption: 'clean' };
    for (const [key, value] of Object.entries(fields)) form.set(key, value);
    const picture = await sharp({ create: { width: 60, height: 40, channels: 3, background: '#456' } })
      .jpeg()
      .toBuffer();
    form.set('file', new Blob([new Uint8Array(picture)], { type: 'image/jpeg' }), 'roof.jpg');
    await owner.must('POST', '/api/photos', form);
    const { content } = (await draft(chain)).body;
    expect(content.arrays[0].photos.map((photo: { id: string }) => photo.id)).to.deep.equal([id]);
    const other = (await draft(await washed())).body;
    expect(other.content.arrays[0].photos).to.deep.equal([]);
  });

  it('are read by the crew, who do not sign them', async () => {
    const report = (await draft(await washed())).body;
    const crew = await harness.as('crew');
    expect((await crew.must('GET', `/api/reports/${report.id}`)).id).to.equal(report.id);
    const answer = await crew.send('POST', `/api/reports/${report.id}/signature`, { name: 'Crew', version: 1 });
    expect(answer.status).to.equal(403);
  });
});
