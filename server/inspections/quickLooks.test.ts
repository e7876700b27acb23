import { randomUUID } from 'node:crypto';
import { expect } from 'chai';
import { siteBody } from '../../contract/testing/bodies.ts';
import { quickLook } from '../../core/reckoning/quickLook.ts';
import { onStage } from '../testing/harness.ts';

const call = (changes: Record<string, unknown> = {}) => ({
  id: randomUUID(),
  caller: { name: 'Una Caller', phone: '000 555 0199', place: 'Larch Lane' },
  modules: 20,
  tilt: 22,
  storeys: 1,
  monthsSinceCleaned: 14,
  seen: ['dirty', 'droppings'],
  surroundings: 'farmland',
  birds: 'few',
  climate: 'winter-rain',
  latitude: -33.5,
  longitude: 19,
  altitude: 200,
  energyBought: 280_000,
  energySold: 90_000,
  ownUse: 0.6,
  travelKm: 30,
  travelMinutes: 40,
  ...changes,
});

describe('quick looks', () => {
  const { harness, owner } = onStage();
  const take = (changes: Record<string, unknown> = {}) => owner.send('POST', '/api/quick-looks', call(changes));
  const ids = async (query: string) =>
    (await owner.must('GET', `/api/quick-looks${query}`)).items.map(({ id }: { id: string }) => id);

  it('answer a caller with a range, a price and a verdict, and keep what was told with its inputs', async () => {
    const { status, body } = await take();
    expect(status).to.equal(200);
    expect(body.output.lossNow.low).to.be.below(body.output.lossNow.high);
    expect(body.output.price).to.be.above(0);
    expect([body.by, body.siteId]).to.deep.equal(['Test Owner', null]);
    const [row] = await harness.sql('select input, output from quick_looks where id = $1', [body.id]);
    expect(JSON.parse(JSON.stringify(quickLook(row?.input as never)))).to.deep.equal(row?.output);
  });

  it('are kept once, however often the call is sent', async () => {
    const body = call();
    await owner.must('POST', '/api/quick-looks', body);
    await owner.must('POST', '/api/quick-looks', body);
    expect((await ids('')).filter((id: string) => id === body.id)).to.have.length(1);
  });

  it('become a site once, and leave the list of those that wait', async () => {
    const { body } = await take();
    const site = siteBody();
    await owner.must('POST', '/api/sites', site);
    expect(await ids('?open=yes')).to.include(body.id);
    const path = `/api/quick-looks/${body.id}/site`;
    expect((await owner.must('POST', path, { siteId: site.id })).siteId).to.equal(site.id);
    expect((await owner.send('POST', path, { siteId: site.id })).status).to.equal(200);
    expect(await ids('?open=yes')).not.to.include(body.id);
    expect(await ids('?open=no')).to.include(body.id);
    const other = siteBody();
    await owner.must('POST', '/api/sites', other);
    expect((await owner.send('POST', path, { siteId: other.id })).status).to.equal(409);
  });

  it('are evidence: what a caller was told is not changed', async () => {
    const { body } = await take();
    const refused = await harness
      .sql("update quick_looks set output = '{}' where id = $1", [body.id])
      .catch((error: Error) => error.message);
    expect(refused).to.match(/evidence/);
  });

  const refusals: [what: string, changes: Record<string, unknown>, path: string][] = [
    ['no panels', { modules: 0 }, 'modules'],
    ['half a panel', { modules: 3.5 }, 'modules'],
    ['a roof beyond the vertical', { tilt: 95 }, 'tilt'],
    ['a wash in the future', { monthsSinceCleaned: -1 }, 'monthsSinceCleaned'],
    ['a word that nobody has a meaning for', { seen: ['sparkling'] }, 'seen.0'],
    ['nobody', { caller: { name: ' ' } }, 'caller.name'],
  ];
  for (const [what, changes, path] of refusals) {
    it(`refuse ${what}, naming the field`, async () => {
      const answer = await take(changes);
      expect([answer.status, answer.body.issues[0].path]).to.deep.equal([400, path]);
    });
  }

  it('take a roof that nobody has ever washed', async () => {
    expect((await take({ monthsSinceCleaned: null })).body.output.byCalendar.high).to.be.above(0);
  });

  it('come last first, in pages', async () => {
    const all = await ids('?limit=100');
    const first = await owner.must('GET', '/api/quick-looks?limit=2');
    const second = await owner.must('GET', `/api/quick-looks?limit=2&cursor=${encodeURIComponent(first.next)}`);
    expect([...first.items, ...second.items].map(({ id }: { id: string }) => id)).to.deep.equal(all.slice(0, 4));
  });
});
