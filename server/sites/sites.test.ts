import { randomUUID } from 'node:crypto';
import { expect } from 'chai';
import { DateTime } from 'luxon';
import { arrayBody, inspectionBody, siteBody } from '../../contract/testing/bodies.ts';
import { testNow } from '../testing/clock.ts';
import { onStage } from '../testing/harness.ts';

describe('sites and arrays', () => {
  const { harness } = onStage();

  async function newSite(changes: Record<string, unknown> = {}) {
    const body = siteBody(changes);
    return harness.owner.must('POST', '/api/sites', body);
  }

  it('are made once however often the same call is sent', async () => {
    const body = siteBody();
    await harness.owner.must('POST', '/api/sites', body);
    await harness.owner.must('POST', '/api/sites', body);
    const rows = await harness.sql('select 1 from sites where id = $1', [body.id]);
    const trail = await harness.sql("select 1 from audit_trail where record_id = $1 and action = 'create'", [body.id]);
    expect([rows.length, trail.length]).to.deep.equal([1, 1]);
  });

  it('are made once when the same call is sent twice at the same time', async () => {
    const body = siteBody();
    const answers = await Promise.all([1, 2, 3, 4].map(() => harness.owner.send('POST', '/api/sites', body)));
    expect(answers.map(({ status }) => status)).to.deep.equal([200, 200, 200, 200]);
    expect(await harness.sql('select 1 from sites where id = $1', [body.id])).to.have.length(1);
  });

  it('refuse an id that stands for something else', async () => {
    const body = siteBody();
    await harness.owner.must('POST', '/api/sites', body);
    const answer = await harness.owner.send('POST', '/api/sites', { ...body, name: 'Another' });
    expect(answer.status).to.equal(409);
  });

  it('leave nothing half stored when the second half is refused', async () => {
    const first = siteBody();
    await harness.owner.must('POST', '/api/sites', first);
    const second = siteBody({ customer: { ...first.customer, name: 'Another person under the same id' } });
    expect((await harness.owner.send('POST', '/api/sites', second)).status).to.equal(409);
    expect(await harness.sql('select 1 from sites where id = $1', [second.id])).to.have.length(0);
    expect(await harness.sql('select 1 from creations where id = $1', [second.id])).to.have.length(0);
  });

  it('answer a late change with both states', async () => {
    const { site } = await newSite();
    const { id, customerId: _customer, ...fields } = site;
    await harness.owner.must('PUT', `/api/sites/${id}`, { ...fields, name: 'First change' });
    const answer = await harness.owner.send('PUT', `/api/sites/${id}`, { ...fields, name: 'Late change' });
    expect(answer.status).to.equal(409);
    expect(answer.body.current.name).to.equal('First change');
    expect(answer.body.asked.name).to.equal('Late change');
  });

  it('write one row to the trail for a change, naming who', async () => {
    const { site } = await newSite();
    const { id, customerId: _customer, ...fields } = site;
    await harness.owner.must('PUT', `/api/sites/${id}`, { ...fields, name: 'Changed' });
    const { items } = await harness.owner.must('GET', `/api/trail/${id}`);
    expect(items.map(({ action, by }: { action: string; by: string }) => [action, by])).to.deep.equal([
      ['change', 'Test Owner'],
      ['create', 'Test Owner'],
    ]);
  });

  it('refuse an array whose missing modules lie outside it', async () => {
    const { site } = await newSite();
    const answer = await harness.owner.send('POST', `/api/sites/${site.id}/arrays`, arrayBody({ missing: [20] }));
    expect(answer.body.issues[0].path).to.equal('missing');
  });

  describe('wired into strings', () => {
    const refusals: [what: string, strings: unknown, path: string][] = [
      ['a string over a place without a module', [{ name: 'A', modules: [0, 19] }], 'strings.0.modules'],
      ['a string beyond the array', [{ name: 'A', modules: [20] }], 'strings.0.modules'],
      [
        'a module in two strings',
        [
          { name: 'A', modules: [0, 1] },
          { name: 'B', modules: [1, 2] },
        ],
        'strings.1.modules',
      ],
      ['a string without a name', [{ name: ' ', modules: [0] }], 'strings.0.name'],
      ['a string without modules', [{ name: 'A', modules: [] }], 'strings.0.modules'],
    ];
    for (const [what, strings, path] of refusals) {
      it(`refuse ${what}, naming the field`, async () => {
        const { site } = await newSite();
        const answer = await harness.owner.send(
          'POST',
          `/api/sites/${site.id}/arrays`,
          arrayBody({ missing: [19], strings }),
        );
        expect([answer.status, answer.body.issues[0].path]).to.deep.equal([400, path]);
      });
    }

    it('keep their strings, and an array of which nobody has said has none', async () => {
      const { site } = await newSite();
      const path = `/api/sites/${site.id}/arrays`;
      const strings = [{ name: 'East', modules: [0, 1, 2] }];
      const wired = await harness.owner.must(
        'POST',
        path,
        arrayBody({ strings, electronics: 'module', cells: 'half' }),
      );
      expect(wired).to.deep.include({ strings, electronics: 'module', cells: 'half' });
      const bare = await harness.owner.must('POST', path, arrayBody({ name: 'Shed' }));
      expect(bare).to.deep.include({ strings: [], electronics: 'string', cells: 'whole' });
      const { id, siteId: _site, ...fields } = wired;
      const changed = await harness.owner.must('PUT', `/api/arrays/${id}`, { ...fields, strings: [] });
      expect(changed.strings).to.deep.equal([]);
    });
  });

  it('are paged by a cursor, in order, without a gap or a double', async () => {
    for (const name of ['page c', 'page a', 'page b']) await newSite({ name });
    const names: string[] = [];
    let cursor: string | null = null;
    do {
      const page: { items: { name: string }[]; next: string | null } = await harness.owner.must(
        'GET',
        `/api/sites?limit=1&search=page${cursor ? `&cursor=${encodeURIComponent(cursor)}` : ''}`,
      );
      names.push(...page.items.map((item) => item.name));
      cursor = page.next;
    } while (cursor);
    expect(names).to.deep.equal(['page a', 'page b', 'page c']);
  });

  it('are paged over every letter, also those that programs make small in different ways', async () => {
    const names = ['İnci', 'Ilgaz', 'ıssız', 'STRAẞE', 'straße', 'Ǆor', 'ΟΔΟΣ', 'οδος', 'ﬁeld', '🌻 farm', 'é', 'É'];
    for (const name of names) await newSite({ name, place: 'every letter' });
    const seen: string[] = [];
    let cursor: string | null = null;
    do {
      const page: { items: { name: string }[]; next: string | null } = await harness.owner.must(
        'GET',
        `/api/sites?limit=1&search=${encodeURIComponent('every letter')}${cursor ? `&cursor=${encodeURIComponent(cursor)}` : ''}`,
      );
      seen.push(...page.items.map((item) => item.name));
      cursor = page.next;
    } while (cursor && seen.length < 100);
    expect([...seen].sort()).to.deep.equal([...names].sort());
  });

  it('refuse an id that stands under another parent already', async () => {
    const [one, other] = [await newSite(), await newSite()];
    const array = arrayBody();
    await harness.owner.must('POST', `/api/sites/${one.site.id}/arrays`, array);
    const inspection = inspectionBody();
    await harness.owner.must('POST', `/api/arrays/${array.id}/inspections`, inspection);
    const second = arrayBody();
    await harness.owner.must('POST', `/api/sites/${one.site.id}/arrays`, second);
    const water = { id: randomUUID(), conductivity: 300, temperature: 18, takenAt: '2026-11-24T08:00:00Z' };
    await harness.owner.must('POST', `/api/sites/${one.site.id}/water-readings`, water);
    const words = { id: randomUUID(), text: 'It was pollen.', reason: 'seen again' };
    await harness.owner.must('POST', `/api/inspections/${inspection.id}/amendments`, words);
    const later = inspectionBody();
    await harness.owner.must('POST', `/api/arrays/${array.id}/inspections`, later);
    const tries: [string, unknown][] = [
      [`/api/sites/${other.site.id}/arrays`, array],
      [`/api/arrays/${second.id}/inspections`, inspection],
      [`/api/sites/${other.site.id}/water-readings`, water],
      [`/api/inspections/${later.id}/amendments`, words],
    ];
    for (const [path, body] of tries) {
      const answer = await harness.owner.send('POST', path, body);
      expect([answer.status, answer.body.issues?.[0].path], path).to.deep.equal([409, 'id']);
    }
  });

  it('take a search for what it says, also with signs that mean something to SQL', async () => {
    await newSite({ name: '100 % sun_shine' });
    expect((await harness.owner.must('GET', `/api/sites?search=${encodeURIComponent('100 %')}`)).items).to.have.length(
      1,
    );
    expect((await harness.owner.must('GET', `/api/sites?search=${encodeURIComponent('n_s')}`)).items).to.have.length(1);
    expect((await harness.owner.must('GET', `/api/sites?search=${encodeURIComponent('x%y')}`)).items).to.have.length(0);
  });

  it('are found by every word of a search, in any order, be it of the name, the place or the customer', async () => {
    const { site } = await newSite({ name: 'Tannery 4417', place: 'Weir Row' });
    const found = async (search: string) =>
      (await harness.owner.must('GET', `/api/sites?search=${encodeURIComponent(search)}`)).items.map(
        ({ id }: { id: string }) => id,
      );
    for (const search of ['4417', 'tannery 44', ' 4417  TANNERY ', 'row tannery 4417']) {
      expect(await found(search), search).to.deep.equal([site.id]);
    }
    expect(await found('tannery 4418')).to.deep.equal([]);
    expect(await found('granary 4417')).to.deep.equal([]);
  });

  it('stand where their newest records put them', async () => {
    const { site } = await newSite();
    const array = arrayBody();
    const spine = async () => (await harness.owner.must('GET', `/api/sites/${site.id}`)).spine;
    await harness.owner.must('POST', `/api/sites/${site.id}/arrays`, array);
    expect((await spine()).look.state).to.equal('not-begun');
    await harness.owner.must('POST', `/api/arrays/${array.id}/inspections`, inspectionBody());
    expect((await spine()).look.state).to.equal('settled');
    await harness.owner.must('POST', `/api/arrays/${array.id}/reckonings`, { id: randomUUID() });
    expect((await spine()).reckon.state).to.equal('settled');
    const overrides = { lossNow: { value: 0.2, reason: 'measured' } };
    await harness.owner.must('POST', `/api/arrays/${array.id}/reckonings`, { id: randomUUID(), overrides });
    expect((await spine()).reckon).to.deep.equal({ state: 'overruled', figure: 0.2 });
    await harness.owner.must(
      'POST',
      `/api/arrays/${array.id}/inspections`,
      inspectionBody({ inspectedAt: '2026-11-23T08:00:00Z' }),
    );
    expect((await spine()).reckon.state).to.equal('not-begun');
  });

  it('count the days since a look by the calendar of the site: last night is yesterday', async () => {
    const { site } = await newSite();
    const array = arrayBody();
    await harness.owner.must('POST', `/api/sites/${site.id}/arrays`, array);
    const lastNight = DateTime.fromJSDate(testNow())
      .setZone(site.zone)
      .startOf('day')
      .minus({ minutes: 1 })
      .toUTC()
      .toISO();
    await harness.owner.must('POST', `/api/arrays/${array.id}/inspections`, inspectionBody({ inspectedAt: lastNight }));
    expect((await harness.owner.must('GET', `/api/sites/${site.id}`)).spine.look.figure).to.equal(1);
  });
});
