import { randomUUID } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect } from 'chai';
import { arrayBody, siteBody } from '../../contract/testing/bodies.ts';
import { startWorkers } from '../compute/workers.ts';
import { openDatabase } from '../storage/database.ts';
import { testInstant, testNow } from '../testing/clock.ts';
import { onStage } from '../testing/harness.ts';
import { NO_METER } from '../water/meter.ts';
import { NO_WEATHER_SERVICE } from '../weather/service.ts';
import { runImport, runLeftWaiting } from './useCases.ts';

const DEMO = join(import.meta.dirname, '../../demo');

describe('importing sites', () => {
  const { harness, owner } = onStage();

  const demo = (key: string) => {
    const file = readdirSync(join(DEMO, 'sites')).find((name) => name.includes(key)) ?? '';
    return JSON.parse(readFileSync(join(DEMO, 'sites', file), 'utf8'));
  };
  const send = (bundle: unknown, pictures: string[] = [], id: string = randomUUID()) => {
    const form = new FormData();
    form.append('id', id);
    form.append('name', 'sites.json');
    form.append('bundle', typeof bundle === 'string' ? bundle : JSON.stringify(bundle));
    for (const name of pictures) form.append('file', new Blob([readFileSync(join(DEMO, 'photos', name))]), name);
    return harness.owner.send('POST', '/api/imports', form);
  };
  /** What became of it, once it is no longer waiting. */
  const settled = async (id: string) => {
    for (;;) {
      const found = await harness.owner.must('GET', `/api/imports/${id}`);
      if (found.state !== 'waiting') return found;
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
  };
  const counts = async () =>
    (
      await harness.sql(`select (select count(*) from sites) as sites, (select count(*) from arrays) as arrays,
        (select count(*) from creations where record <> 'import') as made`)
    )[0];
  const nothingKept = async (id: string) =>
    expect(
      await harness.sql(
        `select bundle is null as empty, (select count(*)::int from import_pictures where import_id = imports.id) as pictures
         from imports where id = $1`,
        [id],
      ),
    ).to.deep.equal([{ empty: true, pictures: 0 }]);
  /** A bundle of one site, made up. */
  const small = () => {
    const { id, customer, ...site } = siteBody({ name: `Sent ${randomUUID().slice(0, 8)}` });
    return { format: 'wide-pail-sites', formatVersion: 1, sites: [{ id, customer, site, arrays: [arrayBody()] }] };
  };
  const entered = async (bundle: ReturnType<typeof small>) =>
    (await harness.sql('select 1 from sites where id = $1', [bundle.sites[0]?.id])).length;

  it('takes a site with its history, and works the figures out on the way in', async function () {
    this.timeout(60_000);
    const bundle = demo('clinic');
    const pictures = bundle.sites[0].rounds.flatMap(({ photos }: { photos: { file: string }[] }) =>
      photos.map(({ file }) => file),
    );
    const id = randomUUID();
    const answer = await send(bundle, pictures, id);
    expect(answer.body).to.include({
      id,
      name: 'sites.json',
      state: 'waiting',
      pictures: pictures.length,
      counts: null,
      refusal: null,
    });
    const done = await settled(id);
    expect(done.counts).to.deep.equal({ sites: 1, inspections: 1, quotes: 1, jobs: 1, photos: pictures.length });
    expect(done).to.include({ state: 'done', refusal: null, by: answer.body.by });
    await nothingKept(id);
    const spread = await harness.owner.must('GET', `/api/sites/${bundle.sites[0].id}`);
    expect(spread.spine.show.state).to.equal('settled');
    const { content } = await harness.owner.must('GET', `/api/reports/${spread.latest.reportId}`);
    expect(content.arrays[0].photos).to.have.length(4);
    const { items } = await harness.owner.must('GET', '/api/imports?limit=1');
    expect(items).to.deep.equal([done]);
  });

  it('keeps nothing where a picture that is named did not come, or came twice', async () => {
    const bundle = demo('farmhouse');
    const before = await counts();
    const id = randomUUID();
    const answer = await send(bundle, [], id);
    expect(answer.status).to.equal(400);
    expect(answer.body.issues[0].path).to.match(/^sites\.0\.rounds\.0\.photos\.0\.file$/);
    const [name] = readdirSync(join(DEMO, 'photos'));
    const twice = await send(small(), [name ?? '', name ?? ''], id);
    expect([twice.status, twice.body.issues[0].path]).to.deep.equal([400, 'file']);
    expect(await counts()).to.deep.equal(before);
    expect((await harness.owner.send('GET', `/api/imports/${id}`)).status).to.equal(404);
  }).timeout(60_000);

  it('takes nothing in where one entry does not fit, and names its place in the file', async function () {
    this.timeout(60_000);
    const bundle = demo('kiosk');
    bundle.sites[0].rounds[0].inspections[0].defects = [{ kind: 'crack', module: 99, severity: 'watch' }];
    const before = await counts();
    const id = randomUUID();
    expect((await send(bundle, [], id)).status).to.equal(200);
    const { state, refusal } = await settled(id);
    expect([state, refusal.path]).to.deep.equal(['refused', 'sites.0.rounds.0.inspections.defects.0.module']);
    expect(await counts()).to.deep.equal(before);
    await nothingKept(id);
    const left = await harness.sql('select action from audit_trail where record_id = $1 order by number', [id]);
    expect(left.map(({ action }) => action)).to.deep.equal(['create', 'refuse']);
  });

  it('is one import where it is sent again after the answer was lost', async () => {
    const [bundle, id] = [small(), randomUUID()];
    const answers = await Promise.all([send(bundle, [], id), send(bundle, [], id)]);
    answers.push(await send(bundle, [], id));
    expect(answers.map(({ status }) => status)).to.deep.equal([200, 200, 200]);
    expect((await settled(id)).state).to.equal('done');
    expect(await entered(bundle)).to.equal(1);
    expect((await send(small(), [], id)).status).to.equal(409);
  });

  it('is refused with its reason where somebody is sent who stands for another record', async () => {
    const [first, again] = [small(), small()];
    again.sites = first.sites.map((site) => ({ ...site, site: { ...site.site, name: 'Under the same id' } }));
    const [one, other] = [randomUUID(), randomUUID()];
    await send(first, [], one);
    await settled(one);
    await send(again, [], other);
    const { state, refusal } = await settled(other);
    expect([state, refusal.path]).to.deep.equal(['refused', 'sites.0.id']);
  });

  describe('that a process left behind', () => {
    const database = () => openDatabase(harness.url, 4);
    /** Puts a file there as a process leaves it that ends over it. @param hours since when */
    const leave = async (bundle: unknown, { tries = 0, hours = 0, by = '' } = {}) => {
      const id = randomUUID();
      await harness.sql(
        `insert into imports (id, by, at, pictures, bundle, tries)
         values ($1, coalesce(nullif($2, '')::uuid, (select id from people where role = 'owner' limit 1)),
           $6::timestamptz - $3 * interval '1 hour', 0, $4, $5)`,
        [id, by, hours, JSON.stringify(bundle), tries, testInstant()],
      );
      return id;
    };
    const services = (opened: ReturnType<typeof database>) => {
      const workers = startWorkers();
      const queue = { send: async () => {}, wake() {}, close: async () => {} };
      return {
        database: opened,
        workers,
        queue,
        clock: testNow,
        weather: NO_WEATHER_SERVICE,
        meter: NO_METER,
      };
    };
    const swept = async (work: (own: ReturnType<typeof services>) => Promise<unknown>) => {
      const opened = database();
      const own = services(opened);
      try {
        await work(own);
      } finally {
        await own.workers.close();
        await opened.destroy();
      }
    };

    it('is taken in by the next, once', async () => {
      const bundle = small();
      const id = await leave(bundle, { hours: 1 });
      await swept((own) => Promise.all([runLeftWaiting(own), runImport(own, id), runImport(own, id)]));
      expect((await settled(id)).state).to.equal('done');
      expect(await entered(bundle)).to.equal(1);
    });

    it('is given up where it has been begun too often, and says that it is nobody’s doing', async () => {
      const bundle = small();
      const id = await leave(bundle, { tries: 5 });
      await swept((own) => runImport(own, id));
      expect((await settled(id)).refusal.message).to.include('not your doing');
      expect(await entered(bundle)).to.equal(0);
    });

    it('is tried again where what failed is not the file’s', async () => {
      const bundle = small();
      const id = await leave(bundle);
      await swept(async (own) => {
        const broken = {
          ...own,
          clock: () => {
            throw new Error('no clock');
          },
        };
        const failed = await runImport(broken, id).then(
          () => null,
          (error: Error) => error.message,
        );
        expect(failed).to.equal('no clock');
        expect((await harness.owner.must('GET', `/api/imports/${id}`)).state).to.equal('waiting');
        await runImport(own, id);
      });
      expect((await settled(id)).state).to.equal('done');
    });

    it('is not taken in for somebody who may not come in any more', async () => {
      const bundle = small();
      const crew = await harness.as('crew');
      const [{ id: by }] = (await harness.sql("select id from people where role = 'crew' limit 1")) as [{ id: string }];
      await harness.sql('update people set disabled = true where id = $1', [by]);
      const id = await leave(bundle, { by });
      await swept((own) => runImport(own, id));
      expect((await settled(id)).refusal.path).to.equal('by');
      expect((await crew.send('GET', '/api/imports')).status).to.equal(401);
      await harness.sql('update people set disabled = false where id = $1', [by]);
    });
  });

  it('refuses what is not the format, by field', async () => {
    expect((await send('{not json')).body.issues[0].path).to.equal('bundle');
    expect((await send({ format: 'other', formatVersion: 1, sites: [] })).body.issues[0].path).to.equal(
      'bundle.format',
    );
    const wrong = demo('kiosk');
    wrong.sites[0].site.latitude = 95;
    wrong.sites[0].id = randomUUID();
    expect((await send(wrong)).body.issues[0].path).to.equal('bundle.sites.0.site.latitude');
    expect((await send(small(), [], 'not an id')).body.issues[0].path).to.equal('id');
  });

  it('is the owner’s: nobody else sends one, or sees what became of any', async () => {
    const estimator = await harness.as('estimator');
    expect((await estimator.send('GET', '/api/imports')).status).to.equal(403);
    expect((await estimator.send('POST', '/api/imports', new FormData())).status).to.equal(403);
    expect((await owner.send('GET', '/api/imports')).status).to.equal(200);
  });
});
