import { createHash, randomUUID } from 'node:crypto';
import { expect } from 'chai';
import sharp from 'sharp';
import { LARGEST_PART } from '../../contract/uploads/parts.ts';
import { MILLISECONDS_PER_DAY } from '../../core/time/utc.ts';
import { openDatabase } from '../storage/database.ts';
import { testTime } from '../testing/clock.ts';
import { type Caller, type Chain, makeJob, onStage } from '../testing/harness.ts';
import { pruneUploads } from './useCases.ts';

describe('a picture that comes in parts', () => {
  const { harness, owner } = onStage();
  let chain: Chain;
  let picture: Buffer;
  before(async () => {
    chain = await makeJob(owner);
    const noise = { type: 'gaussian', mean: 120, sigma: 60 } as const;
    picture = await sharp({ create: { width: 1400, height: 1000, channels: 3, background: '#456', noise } })
      .jpeg({ quality: 95 })
      .toBuffer();
    expect(picture.length).to.be.above(LARGEST_PART);
  });

  const put = (id: string, start: number, bytes: Buffer, caller: Caller = owner) =>
    caller.send('PUT', `/api/uploads/${id}/parts/${start}`, bytes);
  const received = async (id: string, caller: Caller = owner): Promise<number> =>
    (await caller.must('GET', `/api/uploads/${id}`)).received;
  const finish = (id: string, more: Record<string, unknown> = {}, caller: Caller = owner) => {
    const form = new FormData();
    const sha256 = createHash('sha256').update(picture).digest('hex');
    const fields = { id, arrayId: chain.arrayId, jobId: chain.jobId, role: 'before', caption: 'Array before' };
    for (const [key, value] of Object.entries({ ...fields, upload: id, size: picture.length, sha256, ...more })) {
      form.set(key, String(value));
    }
    return caller.send('POST', '/api/photos', form);
  };
  const sendAll = async (id: string) => {
    for (let start = 0; start < picture.length; start += LARGEST_PART) {
      await put(id, start, picture.subarray(start, start + LARGEST_PART));
    }
  };

  it('is put together, whichever part came first or twice, and goes on where it was cut off', async () => {
    const id = randomUUID();
    const second = picture.subarray(LARGEST_PART, 2 * LARGEST_PART);
    await put(id, LARGEST_PART, second);
    expect(await received(id)).to.equal(0);
    const { body } = await put(id, 0, picture.subarray(0, LARGEST_PART));
    expect(body.received).to.equal(LARGEST_PART + second.length);
    await put(id, 0, picture.subarray(0, LARGEST_PART));
    await sendAll(id);
    expect((await finish(id)).status).to.equal(200);
    const original = await owner.send('GET', `/api/photos/${id}/original`);
    expect((original.body as Buffer).equals(picture)).to.equal(true);
    expect(await harness.sql('select 1 from upload_parts where upload_id = $1', [id])).to.deep.equal([]);
  });

  it('is not taken while a part of it is missing, and says how far it has come', async () => {
    const id = randomUUID();
    await put(id, 0, picture.subarray(0, LARGEST_PART));
    const answer = await finish(id);
    expect([answer.status, answer.body.issues[0].path]).to.deep.equal([400, 'upload']);
    expect(answer.body.detail).to.include(String(LARGEST_PART));
  });

  it('is not taken where it is not the one that was sent', async () => {
    const id = randomUUID();
    await sendAll(id);
    const answer = await finish(id, { sha256: '0'.repeat(64) });
    expect([answer.status, answer.body.issues[0].path]).to.deep.equal([400, 'sha256']);
  });

  it('is answered as kept when it is sent again after the answer was lost', async () => {
    const id = randomUUID();
    await sendAll(id);
    const first = await finish(id);
    const again = await finish(id);
    expect([again.status, again.body.id]).to.deep.equal([200, first.body.id]);
    expect((await finish(id, { caption: 'another' })).status).to.not.equal(200);
  });

  it('belongs to whoever sends it: nobody else sees how far it has come, or makes a picture of it', async () => {
    const id = randomUUID();
    await sendAll(id);
    const crew = await harness.as('crew');
    expect(await received(id, crew)).to.equal(0);
    expect((await finish(id, { by: undefined }, crew)).status).to.equal(400);
  });

  it('comes in parts of a size that gets through a weak signal, and no larger', async () => {
    expect((await put(randomUUID(), 0, Buffer.alloc(LARGEST_PART + 1))).status).to.equal(413);
    expect((await put(randomUUID(), 0, Buffer.alloc(0))).status).to.equal(400);
  });

  it('that nobody finishes is forgotten after some days', async () => {
    const id = randomUUID();
    await put(id, 0, picture.subarray(0, 1000));
    const database = openDatabase(harness.url, 2);
    try {
      const daysOn = (days: number) => () => new Date(testTime(days * MILLISECONDS_PER_DAY));
      await pruneUploads({ database, clock: daysOn(2) });
      expect(await received(id)).to.equal(1000);
      await pruneUploads({ database, clock: daysOn(4) });
      expect(await received(id)).to.equal(0);
    } finally {
      await database.destroy();
    }
  });
});
