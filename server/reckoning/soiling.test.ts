import { randomUUID } from 'node:crypto';
import { expect } from 'chai';
import { arrayBody, inspectionBody, siteBody } from '../../contract/testing/bodies.ts';
import { DEGRADATION_PER_YEAR } from '../../core/assumptions.ts';
import { reckon } from '../../core/reckoning/reckon.ts';
import { monthsBefore } from '../../core/time/dates.ts';
import { testDay } from '../testing/clock.ts';
import { onStage } from '../testing/harness.ts';

describe('reckonings', () => {
  const { owner } = onStage();

  async function newArray(changes: Record<string, unknown> = {}): Promise<string> {
    const site = siteBody();
    const array = arrayBody(changes);
    await owner.must('POST', '/api/sites', site);
    await owner.must('POST', `/api/sites/${site.id}/arrays`, array);
    return array.id;
  }
  const look = (arrayId: string, changes: Record<string, unknown> = {}) =>
    owner.must('POST', `/api/arrays/${arrayId}/inspections`, inspectionBody(changes));
  const send = (arrayId: string, body: Record<string, unknown> = {}) =>
    owner.send('POST', `/api/arrays/${arrayId}/reckonings`, { id: randomUUID(), ...body });
  const make = async (arrayId: string, body: Record<string, unknown> = {}) => (await send(arrayId, body)).body;

  it('need somebody to have looked first', async () => {
    const answer = await send(await newArray());
    expect(answer.status).to.equal(409);
    expect(answer.body.detail).to.include('inspection');
  });

  it('are stored with their inputs and version, from which the same figures come again', async () => {
    const arrayId = await newArray();
    await look(arrayId);
    const { input, output, calculationVersion } = await make(arrayId);
    expect(calculationVersion).to.match(/\d/);
    expect(JSON.parse(JSON.stringify(reckon(input)))).to.deep.equal(output);
  });

  it('give a range for the loss, the energy and the money, lowest first', async () => {
    const arrayId = await newArray();
    await look(arrayId);
    const { lossNow, lostValue, year } = (await make(arrayId)).output;
    expect(lossNow.low).to.be.at.most(lossNow.mid);
    expect(lossNow.mid).to.be.at.most(lossNow.high);
    for (const figure of [year.lostEnergy, year.recoverable, lostValue]) {
      expect(figure.p10).to.be.at.most(figure.p50);
      expect(figure.p50).to.be.at.most(figure.p90);
    }
  });

  it('find more lost on the dirtier of two arrays', async () => {
    const loss = async (grade: string) => {
      const arrayId = await newArray();
      await look(arrayId, { soils: [{ kind: 'dust', where: 'whole-face', grade, share: 1, bond: 'wet' }] });
      return (await make(arrayId)).output.lossNow.mid;
    };
    expect(await loss('thick')).to.be.above(await loss('faint'));
  });

  it('hear every look, and leave the result of the one before as it was', async () => {
    const arrayId = await newArray();
    await look(arrayId);
    const first = await make(arrayId);
    await look(arrayId, { inspectedAt: '2026-11-24T08:00:00Z', soils: [] });
    const second = await make(arrayId);
    expect(second.inspectionId).not.to.equal(first.inspectionId);
    expect(second.output.known.evidence.map(({ recordId }: { recordId: string }) => recordId)).to.deep.equal([
      first.inspectionId,
      second.inspectionId,
    ]);
    const { items } = await owner.must('GET', `/api/arrays/${arrayId}/reckonings`);
    expect(items).to.deep.equal([second, first]);
  });

  it('take a figure set by hand, and keep who set it and why', async () => {
    const arrayId = await newArray();
    await look(arrayId);
    const overrides = { lossNow: { value: 0.31, reason: 'three readings on the roof' } };
    const made = await make(arrayId, { overrides });
    expect(made.output.lossNow.mid).to.equal(0.31);
    expect([made.overrides, made.by]).to.deep.equal([overrides, 'Test Owner']);
  });

  it('take a visit for what was offered last: its price, and the ways of its plan', async () => {
    const site = siteBody();
    const array = arrayBody();
    await owner.must('POST', '/api/sites', site);
    await owner.must('POST', `/api/sites/${site.id}/arrays`, array);
    await look(array.id);
    expect((await make(array.id)).input.visitWays).to.deep.equal(['fed-pole']);
    const overrides = { arrays: { [array.id]: { method: { value: 'rotary-head', reason: 'we have one' } } } };
    await owner.must('POST', `/api/sites/${site.id}/plans`, { id: randomUUID(), overrides });
    const quote = await owner.must('POST', `/api/sites/${site.id}/quotes`, { id: randomUUID() });
    const { visitPrice, visitWays } = (await make(array.id)).input;
    expect(visitPrice).to.equal(quote.one.gross);
    expect(visitWays[0]).to.equal('rotary-head');
  });

  it('refuse a figure set by hand without a reason, or outside of what can be', async () => {
    const arrayId = await newArray();
    await look(arrayId);
    const silent = await send(arrayId, { overrides: { lossNow: { value: 0.3, reason: ' ' } } });
    expect([silent.status, silent.body.issues[0].path]).to.deep.equal([400, 'overrides.lossNow.reason']);
    const wild = await send(arrayId, { overrides: { lossNow: { value: 1.2, reason: 'all of it' } } });
    expect([wild.status, wild.body.issues[0].path]).to.deep.equal([400, 'overrides.lossNow.value']);
  });

  it('leave a piece of evidence out with a reason that is kept, and hear it again', async () => {
    const arrayId = await newArray();
    const { id } = await look(arrayId);
    const leftOut = [{ key: `eye:${id}`, reason: 'it was dusk' }];
    const without = await make(arrayId, { overrides: { leftOut } });
    expect(without.overrides).to.deep.equal({ leftOut });
    expect(without.output.known.evidence[0].unheard).to.equal('left-out');
    expect((await make(arrayId)).output.known.evidence[0].unheard).to.equal(null);
    const silent = await send(arrayId, { overrides: { leftOut: [{ key: `eye:${id}`, reason: '' }] } });
    expect([silent.status, silent.body.issues[0].path]).to.deep.equal([400, 'overrides.leftOut.0.reason']);
  });

  it('cost marked patches by the strings that carry them', async () => {
    const strings = [
      { name: 'Left', modules: [0, 1, 2, 3, 4, 10, 11, 12, 13, 14] },
      { name: 'Right', modules: [5, 6, 7, 8, 9, 15, 16, 17, 18, 19] },
    ];
    const arrayId = await newArray({ strings });
    await look(arrayId, {
      soils: [],
      marks: [{ kind: 'droppings', pattern: 'spots', severity: 'heavy', modules: [5, 6] }],
    });
    const { marked } = (await make(arrayId)).output;
    expect(marked.strings.map(({ name }: { name: { params: object } }) => name.params)).to.deep.equal([
      { text: 'Left' },
      { text: 'Right' },
    ]);
    expect(marked.strings[0].powerLoss.mid).to.equal(0);
    expect(marked.strings[1].powerLoss.mid).to.be.above(marked.strings[1].areaLoss);
    expect([5, 6]).to.include(marked.strings[1].worst.module);
  });

  it('are made once however often the same call is sent', async () => {
    const arrayId = await newArray();
    await look(arrayId);
    const id = randomUUID();
    const [first, second] = [await make(arrayId, { id }), await make(arrayId, { id })];
    expect(second).to.deep.equal(first);
    expect((await owner.must('GET', `/api/arrays/${arrayId}/reckonings`)).items).to.have.length(1);
  });

  it('come in pages, last first', async () => {
    const arrayId = await newArray();
    await look(arrayId);
    const made = [];
    for (let count = 0; count < 3; count += 1) made.unshift((await make(arrayId)).id);
    const path = `/api/arrays/${arrayId}/reckonings?limit=2`;
    const first = await owner.must('GET', path);
    const second = await owner.must('GET', `${path}&cursor=${encodeURIComponent(first.next)}`);
    expect([...first.items, ...second.items].map(({ id }: { id: string }) => id)).to.deep.equal(made);
    expect(second.next).to.equal(null);
  });

  it('of an array that is not there are not found', async () => {
    expect((await send(randomUUID())).status).to.equal(404);
    expect((await owner.send('GET', `/api/arrays/${randomUUID()}/reckonings`)).status).to.equal(404);
  });

  it('count the age of the array on the day of the reckoning', async () => {
    const tenYearsAgo = monthsBefore(testDay(), 120);
    const arrayId = await newArray({ installedOn: tenYearsAgo });
    await look(arrayId);
    const aged = (await make(arrayId)).output.courses.array.pdc0;
    const fresh = await newArray();
    await look(fresh);
    expect(aged / (await make(fresh)).output.courses.array.pdc0).to.be.closeTo((1 - DEGRADATION_PER_YEAR) ** 10, 1e-4);
  });

  it('leave what was set for the years ahead on record, once, with who set it', async () => {
    const path = `/api/arrays/${await newArray()}/outlook`;
    expect(await owner.must('GET', path)).to.deep.equal({ settings: {}, version: 0, by: null, at: null });
    const settings = { bondingPerDew: 0.2, worksUntil: '2027-03-31', remedyCosts: { 'drain-clip': 45_000 } };
    const set = await owner.must('PUT', path, { settings, version: 0 });
    expect([set.settings, set.version, set.by]).to.deep.equal([settings, 1, 'Test Owner']);
    const late = await owner.send('PUT', path, { settings: {}, version: 0 });
    expect(late.status).to.equal(409);
    expect((await owner.must('GET', path)).settings).to.deep.equal(settings);
    expect((await owner.must('PUT', path, { settings: {}, version: 1 })).settings).to.deep.equal({});
  });

  it('refuse a remedy and a date that are none, and name the field', async () => {
    const path = `/api/arrays/${await newArray()}/outlook`;
    const wrong = async (settings: object) =>
      (await owner.send('PUT', path, { settings, version: 0 })).body.issues[0].path as string;
    expect(await wrong({ worksUntil: '2027-02-30' })).to.equal('settings.worksUntil');
    expect(await wrong({ remedyCosts: { prayer: 1 } })).to.match(/^settings\.remedyCosts/);
    expect(await wrong({ bondingPerDew: 2 })).to.equal('settings.bondingPerDew');
  });
});
