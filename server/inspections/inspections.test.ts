import { randomUUID } from 'node:crypto';
import { get } from 'node:http';
import { expect } from 'chai';
import sharp from 'sharp';
import { arrayBody, inspectionBody, siteBody } from '../../contract/testing/bodies.ts';
import { prepareLeftWaiting } from '../photos/photos.ts';
import { openDatabase } from '../storage/database.ts';
import { testTime } from '../testing/clock.ts';
import { makeJob, onStage } from '../testing/harness.ts';

describe('inspections and photographs', () => {
  const { harness } = onStage();
  let arrayId: string;
  before(async () => {
    const site = siteBody();
    const array = arrayBody();
    arrayId = array.id;
    await harness.owner.must('POST', '/api/sites', site);
    await harness.owner.must('POST', `/api/sites/${site.id}/arrays`, array);
  });

  const send = (file: Buffer, name: string, fields: Record<string, string> = {}) => {
    const form = new FormData();
    const id = randomUUID();
    for (const [key, value] of Object.entries({ id, arrayId, role: 'soil', ...fields })) form.append(key, value);
    form.append('file', new Blob([new Uint8Array(file)]), name);
    return harness.owner.send('POST', '/api/photos', form);
  };
  const picture = (width = 40, height = 20) => sharp({ create: { width, height, channels: 3, background: '#446688' } });

  async function ready(id: string): Promise<void> {
    for (let attempt = 0; attempt < 60; attempt += 1) {
      if ((await harness.owner.send('GET', `/api/photos/${id}/thumbnail`)).status === 200) return;
      await new Promise((resolve) => setTimeout(resolve, 250));
    }
    throw new Error('the picture was never turned upright');
  }

  it('are evidence: the database itself refuses to change or delete them', async () => {
    const body = inspectionBody();
    await harness.owner.must('POST', `/api/arrays/${arrayId}/inspections`, body);
    for (const statement of [
      "update inspections set found = '{}'",
      'delete from inspections',
      'delete from audit_trail',
    ]) {
      const refused = await harness.sql(statement).catch((error: Error) => error.message);
      expect(refused).to.match(/evidence/);
    }
  });

  it('are amended with who, when and why, and stay as they were', async () => {
    const body = inspectionBody();
    await harness.owner.must('POST', `/api/arrays/${arrayId}/inspections`, body);
    const amended = await harness.owner.must('POST', `/api/inspections/${body.id}/amendments`, {
      id: randomUUID(),
      text: 'It was pollen.',
      reason: 'seen under a lens',
    });
    expect(amended.soils[0].kind).to.equal('dust');
    expect(amended.amendments[0]).to.include({ text: 'It was pollen.', reason: 'seen under a lens', by: 'Test Owner' });
  });

  it('are asked about before a copy of them is used, and answered to nobody who is not signed in', async () => {
    const { id } = (await send(await picture().jpeg().toBuffer(), 'cached.jpg')).body;
    await ready(id);
    const first = await harness.owner.send('GET', `/api/photos/${id}/thumbnail`);
    expect(first.headers.get('cache-control')).to.equal('private, no-cache');
    const etag = first.headers.get('etag') ?? '';
    // As a browser asks: the fetch of this test would tell the server to send all of it anew.
    const status = (headers: Record<string, string>): Promise<number> =>
      new Promise((resolve) =>
        get(`${harness.server.address}/api/photos/${id}/thumbnail`, { headers }, (answer) => {
          answer.resume();
          resolve(answer.statusCode ?? 0);
        }),
      );
    expect(await status({ 'if-none-match': etag, cookie: harness.owner.cookies() })).to.equal(304);
    expect(await status({ 'if-none-match': etag })).to.equal(401);
  });

  it('that are cut off are refused, and so is one that is not the one that was sent', async () => {
    const whole = await picture(300, 200).jpeg().toBuffer();
    const half = await send(whole.subarray(0, whole.length / 2), 'half.jpg');
    expect([half.status, half.body.detail.includes('cut off')]).to.deep.equal([400, true]);
    const other = await send(whole, 'other.jpg', { sha256: 'a'.repeat(64) });
    expect([other.status, other.body.issues[0].path]).to.deep.equal([400, 'sha256']);
  });

  it('are prepared without the queue where a crash or a restore has lost it', async () => {
    const { id } = (await send(await picture().jpeg().toBuffer(), 'lost.jpg')).body;
    await ready(id);
    await harness.sql('alter table photos disable trigger user');
    await harness.sql("update photos set state = 'waiting', upright = null, thumbnail = null where id = $1", [id]);
    await harness.sql('alter table photos enable trigger user');
    const database = openDatabase(harness.url, 2);
    try {
      const later = (seconds: number) => () => new Date(testTime(seconds * 1000));
      await prepareLeftWaiting(database, later(0));
      expect((await harness.owner.send('GET', `/api/photos/${id}/thumbnail`)).status, 'left to the queue').to.equal(
        404,
      );
      await prepareLeftWaiting(database, later(30));
      expect((await harness.owner.send('GET', `/api/photos/${id}/thumbnail`)).status).to.equal(200);
    } finally {
      await database.destroy();
    }
  });

  it('refuse a defect on a module that is not there', async () => {
    const defects = [{ kind: 'crack', module: 20, severity: 'report', note: '' }];
    const answer = await harness.owner.send('POST', `/api/arrays/${arrayId}/inspections`, inspectionBody({ defects }));
    expect(answer.body.issues[0].path).to.equal('defects.0.module');
  });

  it('stay on the modules on which they were seen when the drawing grows or shrinks', async () => {
    const site = siteBody();
    const { id, ...drawn } = arrayBody({ rows: 2, columns: 3 });
    await harness.owner.must('POST', '/api/sites', site);
    await harness.owner.must('POST', `/api/sites/${site.id}/arrays`, { id, ...drawn });
    const path = `/api/arrays/${id}/inspections`;
    const marks = [{ kind: 'lichen', pattern: 'lower-edge', severity: 'plain', modules: [3, 5] }];
    const defects = [{ kind: 'crack', module: 0, severity: 'watch', note: '' }];
    await harness.owner.must('POST', path, inspectionBody({ marks, defects }));
    const drawing = { origin: { row: 0, column: -1 }, toRidge: 0.5, toEave: null, things: [] };
    const wider = { ...drawn, columns: 4, drawing };
    await harness.owner.must('PUT', `/api/arrays/${id}`, { ...wider, version: 1 });
    const [moved] = (await harness.owner.must('GET', path)).items;
    expect([moved.marks[0].modules, moved.defects[0].module, moved.gone]).to.deep.equal([[5, 7], 1, 0]);
    await harness.owner.must('PUT', `/api/arrays/${id}`, { ...wider, missing: [7], version: 2 });
    const [less] = (await harness.owner.must('GET', path)).items;
    expect([less.marks[0].modules, less.gone]).to.deep.equal([[5], 1]);
  });

  it('typed on an earlier drawing and sent after a new one, lie on the modules they were set on', async () => {
    const site = siteBody();
    const { id, ...drawn } = arrayBody({ rows: 2, columns: 3 });
    await harness.owner.must('POST', '/api/sites', site);
    await harness.owner.must('POST', `/api/sites/${site.id}/arrays`, { id, ...drawn });
    const drawing = { origin: { row: 0, column: -1 }, toRidge: null, toEave: null, things: [] };
    const wider = { ...drawn, columns: 4, missing: [7], drawing };
    await harness.owner.must('PUT', `/api/arrays/${id}`, { ...wider, version: 1 });
    const layout = { rows: 2, columns: 3, origin: { row: 0, column: 0 } };
    const marks = [{ kind: 'lichen', pattern: 'lower-edge', severity: 'plain', modules: [3, 5] }];
    const send = (body: object) =>
      harness.owner.send('POST', `/api/arrays/${id}/inspections`, inspectionBody({ layout, ...body }));
    const { body } = await send({ marks });
    expect([body.marks[0].modules, body.gone]).to.deep.equal([[5], 1]);
    const outside = await send({ marks: [{ ...marks[0], modules: [6] }] });
    expect([outside.status, outside.body.issues[0].path]).to.deep.equal([400, 'marks.0.modules.0']);
  });

  it('keep marks where they lie, and refuse one on a module that is not there', async () => {
    const marks = [{ kind: 'droppings', pattern: 'spots', severity: 'plain', modules: [0, 1] }];
    const path = `/api/arrays/${arrayId}/inspections`;
    expect((await harness.owner.must('POST', path, inspectionBody({ marks }))).marks).to.deep.equal(marks);
    const stray = await harness.owner.send(
      'POST',
      path,
      inspectionBody({ marks: [{ ...marks[0], modules: [0, 20] }] }),
    );
    expect([stray.status, stray.body.issues[0].path]).to.deep.equal([400, 'marks.0.modules.1']);
    const many = Array.from({ length: 101 }, () => ({ ...marks[0], modules: Array(200).fill(1) }));
    const tooMany = await harness.owner.send('POST', path, inspectionBody({ marks: many }));
    expect([tooMany.status, tooMany.body.issues[0].path]).to.deep.equal([400, 'marks']);
    const film = await harness.owner.send('POST', path, inspectionBody({ marks: [{ ...marks[0], kind: 'dust' }] }));
    expect([film.status, film.body.issues[0].path]).to.deep.equal([400, 'marks.0.kind']);
  });

  it('pin a picture to the module of a defect, and it follows the module when the drawing grows', async () => {
    const site = siteBody();
    const { id: own, ...drawn } = arrayBody({ rows: 2, columns: 3 });
    await harness.owner.must('POST', '/api/sites', site);
    await harness.owner.must('POST', `/api/sites/${site.id}/arrays`, { id: own, ...drawn });
    const defects = [{ kind: 'crack', module: 4, severity: 'watch', note: '' }];
    const { id: inspectionId } = await harness.owner.must(
      'POST',
      `/api/arrays/${own}/inspections`,
      inspectionBody({ defects }),
    );
    const file = await picture().jpeg().toBuffer();
    const pinned = { arrayId: own, inspectionId, role: 'defect' };
    const stray = await send(file, 'crack.jpg', { ...pinned, module: '5' });
    expect([stray.status, stray.body.issues[0].path]).to.deep.equal([400, 'module']);
    const loose = await send(file, 'crack.jpg', { arrayId: own, role: 'defect', module: '4' });
    expect([loose.status, loose.body.issues[0].path]).to.deep.equal([400, 'inspectionId']);
    expect((await send(file, 'crack.jpg', { ...pinned, module: '4' })).body.module).to.equal(4);
    const drawing = { origin: { row: 0, column: -1 }, toRidge: null, toEave: null, things: [] };
    await harness.owner.must('PUT', `/api/arrays/${own}`, { ...drawn, columns: 4, drawing, version: 1 });
    const [seen] = (await harness.owner.must('GET', `/api/arrays/${own}/inspections`)).items;
    expect([seen.defects[0].module, seen.photos[0].module]).to.deep.equal([6, 6]);
  });

  it('take a JPEG, turn it upright and take its location off what is shown', async function () {
    this.timeout(30_000);
    const exif = { IFD0: { Orientation: '6' }, IFD3: { GPSLatitudeRef: 'S', GPSLatitude: '33/1 30/1 0/1' } };
    const original = await picture(40, 20).withExif(exif).jpeg().toBuffer();
    const turned = await sharp(original).withMetadata({ orientation: 6 }).jpeg().toBuffer();
    const { body, status } = await send(turned, 'roof.jpg');
    expect(status).to.equal(200);
    expect([body.width, body.height]).to.deep.equal([20, 40]);
    await ready(body.id);
    const upright = (await harness.owner.send('GET', `/api/photos/${body.id}/upright`)).body;
    const found = await sharp(upright).metadata();
    expect([found.width, found.height, found.exif]).to.deep.equal([20, 40, undefined]);
    const kept = (await harness.owner.send('GET', `/api/photos/${body.id}/original`)).body;
    expect(Buffer.compare(kept, turned)).to.equal(0);
  });

  it('take a PNG', async () => {
    expect((await send(await picture().png().toBuffer(), 'roof.png')).status).to.equal(200);
  });

  it('refuse a text file called .jpg, and a picture of another kind, by the name of the field', async () => {
    for (const file of [Buffer.from('not a picture'), await picture().webp().toBuffer()]) {
      const answer = await send(file, 'roof.jpg');
      expect(answer.status).to.equal(400);
      expect(answer.body.issues[0].path).to.equal('file');
    }
  });

  it('are kept once, however often the phone sends the same picture', async () => {
    const file = await picture().png().toBuffer();
    const id = randomUUID();
    const answers = [await send(file, 'roof.png', { id }), await send(file, 'roof.png', { id })];
    expect(answers.map(({ status }) => status)).to.deep.equal([200, 200]);
    const other = await send(await picture(30, 30).png().toBuffer(), 'roof.png', { id });
    expect([other.status, other.body.issues[0].path]).to.deep.equal([409, 'id']);
  });

  it('stand with an inspection of their own array alone', async () => {
    const inspection = inspectionBody();
    await harness.owner.must('POST', `/api/arrays/${arrayId}/inspections`, inspection);
    const file = await picture().png().toBuffer();
    expect((await send(file, 'roof.png', { inspectionId: inspection.id })).body.inspectionId).to.equal(inspection.id);
    const { arrayId: another, jobId } = await makeJob(harness.owner);
    const stray = await send(file, 'roof.png', { inspectionId: inspection.id, arrayId: another });
    expect([stray.status, stray.body.issues[0].path]).to.deep.equal([400, 'arrayId']);
    const lost = await send(file, 'roof.png', { jobId });
    expect([lost.status, lost.body.issues[0].path]).to.deep.equal([400, 'arrayId']);
  });

  it('find their face by the camera’s clock, in the zone of the site', async () => {
    const site = siteBody();
    await harness.owner.must('POST', '/api/sites', site);
    const faces: { array: string; inspection: string }[] = [];
    for (const time of ['09:50', '10:30']) {
      const [array, body] = [arrayBody(), inspectionBody({ inspectedAt: `2026-11-20T${time}:00+02:00` })];
      await harness.owner.must('POST', `/api/sites/${site.id}/arrays`, array);
      await harness.owner.must('POST', `/api/arrays/${array.id}/inspections`, body);
      faces.push({ array: array.id, inspection: body.id });
    }
    const shot = (time: string) =>
      picture()
        .withExif({ IFD0: { DateTime: `2026:11:20 ${time}` } })
        .jpeg()
        .toBuffer();
    const fields = { arrayId: faces[0]?.array ?? '', byTime: 'yes' };
    const where = async (time: string) => (await send(await shot(time), 'roof.jpg', fields)).body;
    expect(await where('09:41:00')).to.include({
      arrayId: faces[0]?.array,
      inspectionId: faces[0]?.inspection,
      takenAt: '2026-11-20T07:41:00.000Z',
    });
    expect(await where('10:12:00')).to.include({ arrayId: faces[1]?.array, inspectionId: faces[1]?.inspection });
    expect(await where('23:50:00')).to.include({ arrayId: faces[0]?.array, inspectionId: null });
    const blind = await send(await picture().jpeg().toBuffer(), 'roof.jpg', fields);
    expect(blind.body).to.include({ arrayId: faces[0]?.array, takenAt: null });
    const listed = await harness.owner.must('GET', `/api/sites/${site.id}/photos?limit=3`);
    expect(listed.items).to.have.length(3);
    const rest = await harness.owner.must('GET', `/api/sites/${site.id}/photos?cursor=${listed.next}`);
    expect(rest.items).to.have.length(1);
  });

  it('carry marks that are drawn over them, and stay as they came', async () => {
    const { body } = await send(await picture().png().toBuffer(), 'roof.png');
    const mark = { id: randomUUID(), x: 0.25, y: 0.5, radius: 0.1, label: 'snail trail' };
    const path = `/api/photos/${body.id}/marks`;
    await harness.owner.must('POST', path, mark);
    const again = await harness.owner.must('POST', path, mark);
    expect(again.marks).to.have.length(1);
    expect(again.marks[0]).to.include({ x: 0.25, label: 'snail trail', by: 'Test Owner' });
    const out = await harness.owner.send('POST', path, { ...mark, id: randomUUID(), x: 1.2 });
    expect([out.status, out.body.issues[0].path]).to.deep.equal([400, 'x']);
    expect((await harness.owner.send('POST', `/api/photos/${randomUUID()}/marks`, mark)).status).to.equal(404);
  });

  it('are filed to another face of the site by hand, and captioned; never to one of another site', async () => {
    const site = siteBody();
    const [one, two] = [arrayBody(), arrayBody()];
    await harness.owner.must('POST', '/api/sites', site);
    for (const array of [one, two]) await harness.owner.must('POST', `/api/sites/${site.id}/arrays`, array);
    const look = inspectionBody();
    await harness.owner.must('POST', `/api/arrays/${one.id}/inspections`, look);
    const { body: photo } = await send(await picture().jpeg().toBuffer(), 'roof.jpg', {
      arrayId: one.id,
      inspectionId: look.id,
    });
    const file = (body: Record<string, unknown>) => harness.owner.send('PATCH', `/api/photos/${photo.id}`, body);
    const filed = await file({ version: photo.version, arrayId: two.id, caption: 'gutter side' });
    expect(filed.body).to.include({ arrayId: two.id, inspectionId: null, caption: 'gutter side', version: 2 });
    expect((await file({ version: photo.version, arrayId: one.id, caption: '' })).status).to.equal(409);
    const strayed = await file({ version: 2, arrayId, caption: '' });
    expect([strayed.status, strayed.body.issues[0].path]).to.deep.equal([400, 'arrayId']);
    const { items } = await harness.owner.must('GET', `/api/arrays/${one.id}/inspections`);
    expect(items[0].photos).to.deep.equal([]);
  });

  it('are put aside with a reason that the trail remembers, and no list shows them any more', async () => {
    const { body: photo } = await send(await picture().jpeg().toBuffer(), 'roof.jpg');
    const path = `/api/photos/${photo.id}/removal`;
    const crew = await harness.as('crew');
    expect((await crew.send('POST', path, { version: 1, reason: 'mine' })).status).to.equal(403);
    expect((await harness.owner.send('POST', path, { version: 1, reason: '' })).status).to.equal(400);
    await harness.owner.must('POST', path, { version: 1, reason: 'a thumb before the lens' });
    const array = await harness.sql('select site_id from arrays where id = $1', [arrayId]);
    const { items } = await harness.owner.must('GET', `/api/sites/${array[0]?.site_id}/photos?limit=100`);
    expect(items.map(({ id }: { id: string }) => id)).not.to.include(photo.id);
    expect((await harness.owner.send('GET', `/api/photos/${photo.id}/original`)).status).to.equal(404);
    expect((await harness.owner.send('POST', path, { version: 2, reason: 'again' })).status).to.equal(404);
    const trail = await harness.owner.must('GET', `/api/trail/${photo.id}`);
    const last = trail.items.find(({ action }: { action: string }) => action === 'remove');
    expect(last.change).to.deep.equal({ reason: 'a thumb before the lens' });
    const kept = await harness.sql('select length(original) as bytes from photos where id = $1', [photo.id]);
    expect(Number(kept[0]?.bytes)).to.be.above(100);
  });

  it('of a signed report are neither filed anew nor put aside', async () => {
    const chain = await makeJob(harness.owner);
    const { body: photo } = await send(await picture().jpeg().toBuffer(), 'roof.jpg', {
      arrayId: chain.arrayId,
      jobId: chain.jobId,
      role: 'after',
    });
    await harness.sql("update jobs set state = 'reported' where id = $1", [chain.jobId]);
    const change = { version: 1, arrayId: chain.arrayId, caption: 'cleaner' };
    expect((await harness.owner.send('PATCH', `/api/photos/${photo.id}`, change)).status).to.equal(409);
    const removal = { version: 1, reason: 'unkind' };
    expect((await harness.owner.send('POST', `/api/photos/${photo.id}/removal`, removal)).status).to.equal(409);
  });

  it('need a picture, a role and an array that is there', async () => {
    const form = new FormData();
    for (const [key, value] of Object.entries({ id: randomUUID(), arrayId, role: 'soil' })) form.append(key, value);
    const bare = await harness.owner.send('POST', '/api/photos', form);
    expect([bare.status, bare.body.issues[0].path]).to.deep.equal([400, 'file']);
    const file = await picture().png().toBuffer();
    expect((await send(file, 'roof.png', { role: 'portrait' })).body.issues[0].path).to.equal('role');
    expect((await send(file, 'roof.png', { arrayId: randomUUID() })).status).to.equal(404);
  });

  it('come last first, in pages, with their photographs', async () => {
    const site = siteBody();
    const array = arrayBody();
    await harness.owner.must('POST', '/api/sites', site);
    await harness.owner.must('POST', `/api/sites/${site.id}/arrays`, array);
    for (const day of ['02', '03', '01']) {
      const body = inspectionBody({ inspectedAt: `2026-11-${day}T08:00:00Z` });
      await harness.owner.must('POST', `/api/arrays/${array.id}/inspections`, body);
      await send(await picture().png().toBuffer(), 'roof.png', { arrayId: array.id, inspectionId: body.id });
    }
    const path = `/api/arrays/${array.id}/inspections?limit=2`;
    const first = await harness.owner.must('GET', path);
    const second = await harness.owner.must('GET', `${path}&cursor=${encodeURIComponent(first.next)}`);
    const all = [...first.items, ...second.items] as { inspectedAt: string; photos: unknown[] }[];
    expect(all.map(({ inspectedAt }) => inspectedAt.slice(8, 10))).to.deep.equal(['03', '02', '01']);
    expect(all.map(({ photos }) => photos.length)).to.deep.equal([1, 1, 1]);
    expect(second.next).to.equal(null);
  });

  it('are recorded by the crew too, under their own name', async () => {
    const crew = await harness.as('crew');
    const made = await crew.must('POST', `/api/arrays/${arrayId}/inspections`, inspectionBody());
    expect(made.by).to.equal('crew');
  });

  it('keep originals, which carry their location, from the crew', async () => {
    const { body } = await send(await picture().png().toBuffer(), 'roof.png');
    const crew = await harness.as('crew');
    expect((await crew.send('GET', `/api/photos/${body.id}/original`)).status).to.equal(403);
  });
});
