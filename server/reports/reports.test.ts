import { createHash, randomUUID } from 'node:crypto';
import { expect } from 'chai';
import sharp from 'sharp';
import { inspectionBody } from '../../contract/testing/bodies.ts';
import { compare } from '../../core/comparisons/compare.ts';
import { MILLISECONDS_PER_HOUR } from '../../core/time/utc.ts';
import { testInstant, testTime } from '../testing/clock.ts';
import { type Chain, finishJob, makeJob, onStage, readingEntry } from '../testing/harness.ts';

describe('reports', () => {
  const { harness, owner } = onStage();

  async function washed(): Promise<Chain> {
    const chain = await makeJob(owner);
    await finishJob(owner, chain);
    return chain;
  }
  const draft = (chain: Chain, id = randomUUID()) => owner.send('POST', `/api/jobs/${chain.jobId}/reports`, { id });
  const sign = (report: { id: string; version: number }, fields: Record<string, unknown> = {}) =>
    owner.send('POST', `/api/reports/${report.id}/signature`, { version: report.version, ...fields });
  const line = [
    [
      [0.1, 0.1],
      [0.8, 0.2],
    ],
  ];
  const add = (chain: Chain, ...entries: Record<string, unknown>[]) =>
    owner.must('POST', `/api/jobs/${chain.jobId}/entries`, {
      entries: entries.map((entry) => ({ id: randomUUID(), ...entry })),
    });

  async function sendPicture(chain: Chain, id: string) {
    const form = new FormData();
    const fields = { id, arrayId: chain.arrayId, jobId: chain.jobId, role: 'after', caption: 'clean' };
    for (const [key, value] of Object.entries(fields)) form.set(key, value);
    const picture = await sharp({ create: { width: 60, height: 40, channels: 3, background: '#456' } })
      .jpeg()
      .toBuffer();
    form.set('file', new Blob([new Uint8Array(picture)], { type: 'image/jpeg' }), 'roof.jpg');
    return owner.send('POST', '/api/photos', form);
  }
  async function photograph(chain: Chain, id: string = randomUUID()): Promise<string> {
    expect((await sendPicture(chain, id)).status).to.equal(200);
    return id;
  }

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

  it('are dated by the day on which the glass was worked on, whenever the readings and the rest were done', async () => {
    const chain = await washed();
    const last = { kind: 'reading', when: 'after', array: chain.arrayId, quantity: 'power' };
    await add(chain, {
      ...last,
      at: '2026-11-23T08:00:00Z',
      reading: { value: 4500, poaIrradiance: 800, tempModule: 40 },
    });
    await add(chain, { kind: 'step-done', step: 'pack', at: '2026-11-23T09:00:00Z' });
    expect((await draft(chain)).body.content.washedOn).to.equal('2026-11-20');
  });

  it('compare what was read at the same side of the inverter only', async () => {
    const chain = await washed();
    const read = (when: 'before' | 'after', how: string, value: number) => ({
      kind: 'reading',
      when,
      array: chain.arrayId,
      quantity: 'power',
      how,
      at: '2026-11-20T12:00:00Z',
      reading: { value, poaIrradiance: 800, tempModule: 40 },
    });
    await add(chain, read('after', 'dc', 5000));
    const mixed = (await draft(chain)).body.content.arrays[0];
    expect([mixed.comparison, mixed.missing]).to.deep.equal([null, { code: 'no-reading-before', params: {} }]);
    await add(chain, read('before', 'dc', 4000));
    const [array] = (await owner.must('GET', `/api/jobs/${chain.jobId}`)).arrays;
    const report = await owner.must('GET', `/api/sites/${chain.siteId}`);
    const content = (await owner.must('GET', `/api/reports/${report.latest.reportId}`)).content;
    expect(content.arrays[0].comparison.gain).to.be.closeTo(0.25, 1e-9);
    expect(content.arrays[0].arrayId).to.equal(array.id);
    expect(content.claim).to.be.closeTo(0.25, 1e-9);
  });

  it('claim once for faces that were read together on one inverter, and say where the figure of the others stands', async () => {
    const chain = await makeJob(owner, undefined, 2);
    const [first, second] = chain.arrayIds as [string, string];
    const read = (when: 'before' | 'after', value: number) => ({
      ...readingEntry(first, value, when),
      at: '2026-11-20T04:00:00Z',
      with: [second],
      how: 'ac',
    });
    await add(chain, read('before', 8000), read('after', 9000));
    await finishJob(owner, chain, false);
    const { content } = (await draft(chain)).body;
    const [one, other] = content.arrays;
    expect(one.comparison.gain).to.be.closeTo(0.125, 1e-9);
    expect(one.together).to.deep.equal({ names: ['Face 1', 'Face 2'], modules: 40, cleaned: 19 });
    expect([other.comparison, other.readWith]).to.deep.equal([null, 'Face 1']);
    expect(other.missing).to.deep.equal({ code: 'read-together', params: { face: 'Face 1' } });
    expect(content.claim).to.be.closeTo(0.125, 1e-9);
    const spread = await owner.must('GET', `/api/sites/${chain.siteId}`);
    expect(spread.spine.show.figure).to.be.closeTo(0.125, 1e-9);
  });

  it('give the reason that was given for a face without a reading', async () => {
    const chain = await makeJob(owner, undefined, 2);
    const [, second] = chain.arrayIds as [string, string];
    const why = {
      kind: 'no-reading',
      array: second,
      reason: 'its inverter has no display',
      at: '2026-11-20T04:00:00Z',
    };
    await add(chain, { ...why, when: 'before' }, { ...why, when: 'after' });
    await finishJob(owner, chain);
    const [one, other] = (await draft(chain)).body.content.arrays;
    expect(one.comparison.gain).to.be.closeTo(0.125, 1e-9);
    expect([other.comparison, other.missing]).to.deep.equal([
      null,
      { code: 'face-not-read', params: { reason: 'its inverter has no display' } },
    ]);
  });

  it('say what was not reached, and warn that the gain is of a part', async () => {
    const { content } = (await draft(await washed())).body;
    expect([content.cleaned, content.modules]).to.deep.equal([19, 20]);
    expect(content.arrays[0].marks['not-reached']).to.equal(1);
    expect(content.arrays[0].warnings.map(({ code }: { code: string }) => code)).to.include('part-cleaned');
  });

  it('end a round: what is reckoned after it begins another, in which nothing is planned or offered yet', async () => {
    const chain = await washed();
    expect((await sign((await draft(chain)).body)).status).to.equal(200);
    const spine = async () => {
      const { spine: steps } = await owner.must('GET', `/api/sites/${chain.siteId}`);
      return ['plan', 'offer', 'wash', 'show'].map((step) => steps[step].state);
    };
    expect(await spine()).to.deep.equal(['settled', 'settled', 'settled', 'settled']);
    await owner.must('POST', `/api/arrays/${chain.arrayId}/reckonings`, { id: randomUUID() });
    expect(await spine()).to.deep.equal(['not-begun', 'not-begun', 'not-begun', 'not-begun']);
    await owner.must('POST', `/api/sites/${chain.siteId}/plans`, { id: randomUUID() });
    expect(await spine()).to.deep.equal(['settled', 'not-begun', 'not-begun', 'not-begun']);
  });

  it('do not end a round that is still worked on', async () => {
    const chain = await makeJob(owner);
    await owner.must('POST', `/api/arrays/${chain.arrayId}/reckonings`, { id: randomUUID() });
    const { spine } = await owner.must('GET', `/api/sites/${chain.siteId}`);
    expect([spine.plan.state, spine.wash.state]).to.deep.equal(['settled', 'in-hand']);
  });

  it('leave a wash that is agreed where it stands when somebody looks again before it is done', async () => {
    const chain = await makeJob(owner);
    const again = inspectionBody({ inspectedAt: testInstant() });
    await owner.must('POST', `/api/arrays/${chain.arrayId}/inspections`, again);
    const { spine } = await owner.must('GET', `/api/sites/${chain.siteId}`);
    expect([spine.reckon.state, spine.plan.state, spine.wash.state]).to.deep.equal(['not-begun', 'settled', 'in-hand']);
  });

  it('stand as the end of their round although somebody looked again before the wash', async () => {
    const chain = await makeJob(owner);
    const again = inspectionBody({ inspectedAt: testInstant() });
    await owner.must('POST', `/api/arrays/${chain.arrayId}/inspections`, again);
    await finishJob(owner, chain);
    expect((await sign((await draft(chain)).body)).status).to.equal(200);
    const { spine } = await owner.must('GET', `/api/sites/${chain.siteId}`);
    expect([spine.wash.state, spine.show.state]).to.deep.equal(['settled', 'settled']);
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
    await add(chain, { at: '2026-11-20T09:00:00Z', kind: 'water', conductivity: 9, temperature: 19, litres: 70 });
    const after = (await owner.must('GET', `/api/reports/${id}`)).content;
    expect(after.water).to.deep.equal([{ conductivity: 9, temperature: 19, litres: 70 }]);
  });

  it('name a step that could not be done, with its reason', async () => {
    const chain = await makeJob(owner);
    const { steps } = await owner.must('GET', `/api/jobs/${chain.jobId}`);
    await add(chain, { at: '2026-11-20T04:00:00Z', kind: 'cannot', step: 'lip', reason: 'ran out of light' });
    for (const step of steps) {
      if (step.key !== 'lip')
        await add(chain, { at: '2026-11-20T05:00:00Z', kind: 'cannot', step: step.key, reason: 'rained off' });
    }
    const { content } = (await draft(chain)).body;
    expect(content.notDone).to.deep.include({
      step: { code: 'step-lip', params: {} },
      reason: 'ran out of light',
    });
    expect(content.notDone).to.have.length(steps.length);
  });

  it('say why there is no figure where no readings were taken', async () => {
    const chain = await makeJob(owner);
    const { steps } = await owner.must('GET', `/api/jobs/${chain.jobId}`);
    for (const step of steps)
      await add(chain, { at: '2026-11-20T05:00:00Z', kind: 'cannot', step: step.key, reason: 'rain' });
    const [array] = (await draft(chain)).body.content.arrays;
    expect(array.comparison).to.equal(null);
    expect(array.missing).to.deep.equal({ code: 'no-readings', params: {} });
  });

  it('are dated where the site lies, and set the next look by the plan', async () => {
    const chain = await washed();
    const { content } = (await draft(chain)).body;
    const plan = (await owner.must('GET', `/api/sites/${chain.siteId}/plans`)).items[0];
    expect(content.washedOn).to.equal('2026-11-20');
    expect(content.nextDate === null).to.equal(plan.output.visitsChosen === 0);
    if (content.nextDate) expect(content.nextDate > content.washedOn).to.equal(true);
    expect(content.nextBecause.code).to.match(/^next-/);
  });

  it('set the times of a phone right whose clock is ahead, say so, and lie in no future', async () => {
    const chain = await makeJob(owner);
    const { steps } = await owner.must('GET', `/api/jobs/${chain.jobId}`);
    const ahead = (minutes: number) => testInstant((3 * 24 * 60 + minutes) * 60_000);
    await owner.must('POST', `/api/jobs/${chain.jobId}/entries`, {
      sentAt: ahead(0),
      entries: steps.map((step: { key: string }, index: number) => ({
        id: randomUUID(),
        at: ahead(index - 60),
        kind: 'cannot',
        step: step.key,
        reason: 'rain',
      })),
    });
    const { content } = (await draft(chain)).body;
    expect(content.washedOn <= testInstant(14 * MILLISECONDS_PER_HOUR).slice(0, 10)).to.equal(true);
    expect(content.clockGap).to.be.closeTo(3 * 86_400, 30);
  });

  describe('signed', () => {
    it('carry who signed, how, when and from where, and close their job', async () => {
      const chain = await washed();
      const { body } = await sign((await draft(chain)).body, { name: 'Anybody Else' });
      const { person } = await owner.must('GET', '/api/session');
      expect([body.state, body.signedBy]).to.deep.equal(['signed', person.name]);
      expect(body.signature).to.deep.include({ signer: 'self', how: 'typed', name: person.name, from: '127.0.0.1' });
      expect(body.signature.person).to.deep.equal({ id: person.id, name: person.name });
      expect(Date.parse(body.signedAt)).to.be.closeTo(testTime(), 60_000);
      expect((await owner.must('GET', `/api/jobs/${chain.jobId}`)).state).to.equal('reported');
    });

    it('carry the hand of the customer, drawn on the device of whoever is signed in', async () => {
      const { body } = await sign((await draft(await washed())).body, {
        signer: 'customer',
        name: 'Ines Oakes',
        how: 'drawn',
        strokes: line,
      });
      expect([body.signedBy, body.signature.strokes]).to.deep.equal(['Ines Oakes', line]);
      expect(body.signature.person.name).to.equal('Test Owner');
    });

    const refusals: [what: string, fields: Record<string, unknown>, path: string][] = [
      ['a customer without a name', { signer: 'customer', how: 'drawn', strokes: line }, 'name'],
      ['a customer whose name somebody typed', { signer: 'customer', name: 'Ines Oakes' }, 'how'],
      ['a hand that drew nothing', { how: 'drawn', strokes: [[[0.5, 0.1]]] }, 'strokes'],
      ['a line that leaves its field', { how: 'drawn', strokes: [[[0.5, 1.1]]] }, 'strokes.0.0.1'],
    ];
    for (const [what, fields, path] of refusals) {
      it(`are not signed by ${what}`, async () => {
        const answer = await sign((await draft(await washed())).body, fields);
        expect([answer.status, answer.body.issues[0].path]).to.deep.equal([400, path]);
      });
    }

    it('are signed once', async () => {
      const report = (await draft(await washed())).body;
      const answers = await Promise.all([sign(report), sign(report)]);
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
      const entry = { id: randomUUID(), at: '2026-11-21T08:00:00Z', kind: 'paused', reason: 'late' };
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

    it('keep the bytes of their paper, with its sum in the trail, whatever changes afterwards', async () => {
      const chain = await washed();
      const report = (await sign((await draft(chain)).body)).body;
      const paper = async () => (await owner.send('GET', `/api/reports/${report.id}/paper.pdf`)).body as Buffer;
      const first = await paper();
      expect(createHash('sha256').update(first).digest('hex')).to.equal(report.paper.sha256);
      const { demo: _demo, ...company } = await owner.must('GET', '/api/company');
      await owner.must('PUT', '/api/company', { ...company, name: 'Another Firm' });
      expect((await paper()).equals(first)).to.equal(true);
      expect((await owner.must('GET', `/api/reports/${report.id}`)).content.firm).to.equal(report.content.firm);
      const { items } = await owner.must('GET', `/api/trail/${report.id}`);
      expect(items.find(({ action }: { action: string }) => action === 'paper').change).to.include({
        because: 'signed',
        sha256: report.paper.sha256,
      });
    });

    it('take no more pictures and no circles over those they have', async () => {
      const chain = await washed();
      const photo = await photograph(chain);
      const report = (await sign((await draft(chain)).body)).body;
      expect(report.content.arrays[0].photos[0]).to.include({ id: photo, state: 'ready' });
      const late = await sendPicture(chain, randomUUID());
      expect([late.status, late.body.detail.includes('signed')]).to.deep.equal([409, true]);
      const circle = { id: randomUUID(), x: 0.5, y: 0.5, radius: 0.1, label: 'crack' };
      expect((await owner.send('POST', `/api/photos/${photo}/marks`, circle)).status).to.equal(409);
      const changed = await harness
        .sql('update photos set upright = original where id = $1', [photo])
        .catch((error: Error) => error.message);
      expect(changed).to.match(/evidence/);
      expect(await owner.must('GET', `/api/reports/${report.id}`)).to.deep.equal(report);
    });

    it('are signed while pictures are still being prepared in the background, whoever is done first', async () => {
      for (let round = 0; round < 4; round += 1) {
        const chain = await washed();
        const ids = await Promise.all([photograph(chain), photograph(chain)]);
        const { status, body } = await sign((await draft(chain)).body);
        expect(status, JSON.stringify(body)).to.equal(200);
        const states = body.content.arrays[0].photos.map(({ state }: { state: string }) => state);
        expect(states).to.deep.equal(ids.map(() => 'ready'));
      }
    });

    it('answer a picture that was kept before as kept, since the phone may not know', async () => {
      const chain = await washed();
      const id = randomUUID();
      await photograph(chain, id);
      await sign((await draft(chain)).body);
      expect((await sendPicture(chain, id)).status).to.equal(200);
    });

    it('get a paper of its own with each amendment, and the first is kept', async () => {
      const signed = (await sign((await draft(await washed())).body)).body;
      const body = { id: randomUUID(), text: 'Two were not reached.', reason: 'counted again' };
      const amended = await owner.must('POST', `/api/reports/${signed.id}/amendments`, body);
      expect(amended.paper.sha256).to.not.equal(signed.paper.sha256);
      await owner.must('POST', `/api/reports/${signed.id}/amendments`, body);
      const rows = await harness.sql('select because from papers where report_id = $1 order by number', [signed.id]);
      expect(rows.map(({ because }) => because)).to.deep.equal(['signed', 'amended']);
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
    const id = await photograph(chain);
    const { content } = (await draft(chain)).body;
    expect(content.arrays[0].photos.map((photo: { id: string }) => photo.id)).to.deep.equal([id]);
    const other = (await draft(await washed())).body;
    expect(other.content.arrays[0].photos).to.deep.equal([]);
  });

  it('are read by the crew, who do not sign them', async () => {
    const report = (await draft(await washed())).body;
    const crew = await harness.as('crew');
    expect((await crew.must('GET', `/api/reports/${report.id}`)).id).to.equal(report.id);
    const answer = await crew.send('POST', `/api/reports/${report.id}/signature`, { version: 1 });
    expect(answer.status).to.equal(403);
  });
});
