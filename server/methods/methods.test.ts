import { randomUUID } from 'node:crypto';
import { expect } from 'chai';
import { arrayBody, inspectionBody, siteBody } from '../../contract/testing/bodies.ts';
import { makePlan } from '../../core/planning/plan.ts';
import { onStage } from '../testing/harness.ts';

interface Option {
  visits: number;
  total: number;
}

describe('plans', () => {
  const { harness, owner } = onStage();
  let siteId: string;
  let arrayId: string;
  before(async () => {
    ({ siteId, arrayId } = await reckonedSite());
  });

  async function reckonedSite(site = siteBody(), array = arrayBody(), inspection = inspectionBody()) {
    await owner.must('POST', '/api/sites', site);
    await owner.must('POST', `/api/sites/${site.id}/arrays`, array);
    await owner.must('POST', `/api/arrays/${array.id}/inspections`, inspection);
    await owner.must('POST', `/api/arrays/${array.id}/reckonings`, { id: randomUUID() });
    return { siteId: site.id, arrayId: array.id };
  }
  const send = (body: Record<string, unknown> = {}, site = siteId) =>
    owner.send('POST', `/api/sites/${site}/plans`, { id: randomUUID(), ...body });
  async function make(body: Record<string, unknown> = {}, site = siteId) {
    const { status, body: made } = await send(body, site);
    expect(status).to.equal(200);
    return made;
  }

  it('need a reckoned array', async () => {
    const site = siteBody();
    await owner.must('POST', '/api/sites', site);
    await owner.must('POST', `/api/sites/${site.id}/arrays`, arrayBody());
    const answer = await send({}, site.id);
    expect(answer.status).to.equal(409);
    expect(answer.body.detail).to.include('Reckon');
  });

  it('are stored with their inputs, from which the same figures come again', async () => {
    const { input, output } = await make();
    expect(JSON.parse(JSON.stringify(makePlan(input)))).to.deep.equal(output);
  });

  it('are overtaken by what is reckoned after them, until one is made anew or agreed', async () => {
    const own = await reckonedSite();
    const overtaken = async () => (await owner.must('GET', `/api/sites/${own.siteId}`)).latest.planOvertaken;
    const reckonAgain = () => owner.must('POST', `/api/arrays/${own.arrayId}/reckonings`, { id: randomUUID() });
    expect(await overtaken()).to.equal(false);
    await make({}, own.siteId);
    expect(await overtaken()).to.equal(false);
    await reckonAgain();
    expect(await overtaken()).to.equal(true);
    await make({}, own.siteId);
    expect(await overtaken()).to.equal(false);
    const { id } = await owner.must('POST', `/api/sites/${own.siteId}/quotes`, { id: randomUUID() });
    await owner.must('POST', `/api/quotes/${id}/send`, { version: 1 });
    await owner.must('POST', `/api/quotes/${id}/decision`, { decision: 'accepted', choice: 'one', version: 2 });
    await reckonAgain();
    expect(await overtaken()).to.equal(false);
  });

  it('are said to be at other prices once those of the company, or what its water costs, have changed', async () => {
    const own = await reckonedSite();
    const atOthers = async () => (await owner.must('GET', `/api/sites/${own.siteId}`)).planAtOtherPrices;
    const change = async (changed: (company: { prices: object; water: object }) => object) => {
      const { demo: _demo, ...company } = await owner.must('GET', '/api/company');
      await owner.must('PUT', '/api/company', { ...company, ...changed(company) });
    };
    expect(await atOthers(), 'before there is a plan').to.equal(false);
    await make({}, own.siteId);
    expect(await atOthers()).to.equal(false);
    await change(({ prices }) => ({ prices: { ...prices, hourlyRate: 33_300 } }));
    expect(await atOthers()).to.equal(true);
    await make({}, own.siteId);
    expect(await atOthers()).to.equal(false);
    await change(({ water }) => ({ water: { ...water, resinPerLitre: 12_345 } }));
    expect(await atOthers()).to.equal(true);
  });

  it('choose the number of visits with the least total of soil and washing', async () => {
    const { visits } = (await make()).output;
    const least = Math.min(...visits.options.map(({ total }: Option) => total));
    expect(visits.options.find(({ visits: count }: Option) => count === visits.best).total).to.equal(least);
    expect(visits.options.map(({ visits: count }: Option) => count)).to.deep.equal([...Array(13).keys()]);
  });

  it('take the water that was read last, and say what was taken where nobody has read it', async () => {
    const { siteId: dry } = await reckonedSite(siteBody({ waterSource: 'rain-tank' }));
    expect((await make({}, dry)).input.water.conductivity).to.equal(40);
    const reading = (conductivity: number, takenAt: string) =>
      owner.must('POST', `/api/sites/${dry}/water-readings`, {
        id: randomUUID(),
        conductivity,
        temperature: 15,
        takenAt,
      });
    await reading(700, '2026-11-20T08:00:00Z');
    await reading(300, '2026-11-10T08:00:00Z');
    expect((await make({}, dry)).input.water).to.include({ conductivity: 700, waterTemperature: 15 });
  });

  it('ask for cleaner water where the customer wants the glass spotless', async () => {
    const [output, spotless] = [await make({ finish: 'output' }), await make({ finish: 'spotless' })];
    expect(spotless.output.water.conductivityLimit).to.be.below(output.output.water.conductivityLimit);
  });

  it('price a visit by the company’s prices of the day, and leave older plans as they are', async () => {
    const before = await make();
    const { demo: _demo, ...company } = await owner.must('GET', '/api/company');
    const prices = { ...company.prices, hourlyRate: company.prices.hourlyRate * 2 };
    await owner.must('PUT', '/api/company', { ...company, prices });
    const after = await make();
    expect(after.output.priced.net).to.be.above(before.output.priced.net);
    const { items } = await owner.must('GET', `/api/sites/${siteId}/plans`);
    expect(items.find(({ id }: { id: string }) => id === before.id)).to.deep.equal(before);
  });

  it('plan every face that has been reckoned, and no other', async () => {
    const { siteId: two, arrayId: first } = await reckonedSite();
    const second = arrayBody({ name: 'Shed' });
    await owner.must('POST', `/api/sites/${two}/arrays`, second);
    expect((await make({}, two)).output.arrays.map((array: { arrayId: string }) => array.arrayId)).to.deep.equal([
      first,
    ]);
    await owner.must('POST', `/api/arrays/${second.id}/inspections`, inspectionBody());
    await owner.must('POST', `/api/arrays/${second.id}/reckonings`, { id: randomUUID() });
    expect((await make({}, two)).output.modules).to.equal(40);
  });

  describe('overruled', () => {
    it('keep what was set for one face, with the reason, beside what was recommended', async () => {
      const overrides = { arrays: { [arrayId]: { pole: { value: 9, reason: 'tree in the way' } } } };
      const { overrides: kept, output } = await make({ overrides });
      expect(kept).to.deep.equal(overrides);
      expect(output.arrays[0].method.pole.choose).to.equal(9);
      expect(output.arrays[0].recommended.pole.choose).to.be.below(9);
    });

    it('go back to the recommendation when it is withdrawn', async () => {
      await make({ overrides: { visits: { value: 7, reason: 'asked for' } } });
      const { output } = await make();
      expect(output.visitsChosen).to.equal(output.visits.best);
    });

    it('offer the visits and the water that were set', async () => {
      const overrides = {
        visits: { value: 3, reason: 'the customer wants three' },
        waterWay: { value: 'bought', reason: 'the resin is spent' },
      };
      const { output } = await make({ overrides });
      expect([output.visitsChosen, output.waterWay]).to.deep.equal([3, 'bought']);
      const bought = output.water.options.find(({ way }: { way: string }) => way === 'bought');
      expect(output.waterCost).to.equal(bought.cost);
    });

    it('take longer where more minutes are set for a module', async () => {
      const usual = await make();
      const slow = await make({
        overrides: { arrays: { [arrayId]: { minutesPerModule: { value: 10, reason: 'steep' } } } },
      });
      expect(slow.output.priced.minutes).to.be.above(usual.output.priced.minutes);
    });

    const refused: [what: string, overrides: () => unknown, path: RegExp][] = [
      [
        'more visits than a year of plans holds',
        () => ({ visits: { value: 13, reason: 'often' } }),
        /^overrides\.visits\.value$/,
      ],
      ['a choice without its reason', () => ({ visits: { value: 2 } }), /^overrides\.visits\.reason$/],
      [
        'water of a kind that nobody has',
        () => ({ waterWay: { value: 'sea', reason: 'near' } }),
        /^overrides\.waterWay\.value$/,
      ],
      [
        'a pole that no one lifts',
        () => ({ arrays: { [arrayId]: { pole: { value: 90, reason: 'far' } } } }),
        /pole\.value$/,
      ],
      ['a face that is not named by its id', () => ({ arrays: { roof: {} } }), /^overrides\.arrays/],
    ];
    for (const [what, overrides, path] of refused) {
      it(`refuse ${what}, naming the field`, async () => {
        const answer = await send({ overrides: overrides() });
        expect(answer.status).to.equal(400);
        expect(answer.body.issues[0].path).to.match(path);
      });
    }
  });

  it('come last first, in pages, and not to the crew, since they hold prices', async () => {
    const { siteId: other } = await reckonedSite();
    const ids = [];
    for (let count = 0; count < 3; count += 1) ids.unshift((await make({}, other)).id);
    const crew = await harness.as('crew');
    const path = `/api/sites/${other}/plans?limit=2`;
    const first = await owner.must('GET', path);
    const second = await owner.must('GET', `${path}&cursor=${encodeURIComponent(first.next)}`);
    expect([...first.items, ...second.items].map(({ id }: { id: string }) => id)).to.deep.equal(ids);
    expect((await crew.send('GET', path)).status).to.equal(403);
    expect((await crew.send('POST', `/api/sites/${other}/plans`, { id: randomUUID() })).status).to.equal(403);
  });
});
