import { randomUUID } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect } from 'chai';
import { onStage } from '../testing/harness.ts';

const DEMO = join(import.meta.dirname, '../../demo');

describe('importing sites', () => {
  const { harness } = onStage();

  const demo = (key: string) => {
    const file = readdirSync(join(DEMO, 'sites')).find((name) => name.includes(key)) ?? '';
    return JSON.parse(readFileSync(join(DEMO, 'sites', file), 'utf8'));
  };
  const send = (bundle: unknown, pictures: string[] = []) => {
    const form = new FormData();
    form.append('bundle', typeof bundle === 'string' ? bundle : JSON.stringify(bundle));
    for (const name of pictures) form.append('file', new Blob([readFileSync(join(DEMO, 'photos', name))]), name);
    return harness.owner.send('POST', '/api/imports', form);
  };
  const counts = async () =>
    (await harness.sql('select (select count(*) from sites) as sites, (select count(*) from creations) as made'))[0];

  it('takes a site with its history, and works the figures out on the way in', async function () {
    this.timeout(60_000);
    const bundle = demo('clinic');
    const pictures = bundle.sites[0].rounds.flatMap(({ photos }: { photos: { file: string }[] }) =>
      photos.map(({ file }) => file),
    );
    const answer = await send(bundle, pictures);
    expect(answer.body).to.deep.equal({ sites: 1, inspections: 1, quotes: 1, jobs: 1, photos: pictures.length });
    const spread = await harness.owner.must('GET', `/api/sites/${bundle.sites[0].id}`);
    expect(spread.spine.show.state).to.equal('settled');
    const { content } = await harness.owner.must('GET', `/api/reports/${spread.latest.reportId}`);
    expect(content.arrays[0].photos).to.have.length(4);
  });

  it('takes nothing where a picture that is named did not come', async () => {
    const bundle = demo('farmhouse');
    const before = await counts();
    const answer = await send(bundle);
    expect(answer.status).to.equal(400);
    expect(answer.body.issues[0].path).to.match(/^sites\.0\.rounds\.0\.photos\.0\.file$/);
    expect(await counts()).to.deep.equal(before);
  }).timeout(60_000);

  it('takes nothing where one entry does not fit, and names its place in the file', async function () {
    this.timeout(60_000);
    const bundle = demo('kiosk');
    bundle.sites[0].rounds[0].inspections[0].defects = [{ kind: 'crack', module: 99, severity: 'watch' }];
    const before = await counts();
    const answer = await send(bundle);
    expect(answer.body.issues[0].path).to.equal('sites.0.rounds.0.inspections.defects.0.module');
    expect(await counts()).to.deep.equal(before);
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
  });
});
