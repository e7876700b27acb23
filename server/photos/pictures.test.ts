import { crc32, deflateSync } from 'node:zlib';
import { expect } from 'chai';
import sharp from 'sharp';
import { examinePicture, preparePicture } from './pictures.ts';

/** A chunk of a PNG file: its length, kind, content and sum. */
function chunk(kind: string, content: Buffer): Buffer {
  const body = Buffer.concat([Buffer.from(kind), content]);
  const [length, sum] = [Buffer.alloc(4), Buffer.alloc(4)];
  length.writeUInt32BE(content.length);
  sum.writeUInt32BE(crc32(body) >>> 0);
  return Buffer.concat([length, body, sum]);
}

/** A PNG that says how large it is and holds what it is given. @param bits of a grey pixel */
function png(width: number, height: number, data: Buffer, bits = 1): Buffer {
  const head = Buffer.alloc(13);
  head.writeUInt32BE(width, 0);
  head.writeUInt32BE(height, 4);
  head.set([bits, 0, 0, 0, 0], 8);
  const signature = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
  return Buffer.concat([signature, chunk('IHDR', head), chunk('IDAT', data), chunk('IEND', Buffer.alloc(0))]);
}

/** What is said of a file that comes in; null where it is taken. */
const said = (file: Buffer): Promise<string | null> =>
  examinePicture(file).then(
    () => null,
    (error: Error) => error.message,
  );

/** Four corners of different colours, so that each way of lying looks different. */
const corners = async () => {
  const colours = ['#ff0000', '#00ff00', '#0000ff', '#ffffff'];
  const tile = (background: string) =>
    sharp({ create: { width: 40, height: 24, channels: 3, background } })
      .png()
      .toBuffer();
  const tiles = await Promise.all(colours.map(tile));
  const at = [
    [0, 0],
    [40, 0],
    [0, 24],
    [40, 24],
  ] as const;
  return sharp({ create: { width: 80, height: 48, channels: 3, background: '#000000' } }).composite(
    tiles.map((input, index) => ({ input, left: at[index]?.[0] ?? 0, top: at[index]?.[1] ?? 0 })),
  );
};

describe('a picture that comes in', () => {
  it('is taken where it can be read to its end: a photograph, a plain wall, a screen', async () => {
    const plain = sharp({ create: { width: 3000, height: 2000, channels: 3, background: '#8899aa' } });
    expect(await said(await plain.clone().jpeg().toBuffer())).to.equal(null);
    expect(await said(await plain.clone().jpeg({ progressive: true }).toBuffer())).to.equal(null);
    expect(await said(await (await corners()).png().toBuffer())).to.equal(null);
  });

  it('is refused where it says 119 megapixels in a kilobyte, before anything of it is opened', async () => {
    const hollow = png(10_900, 10_900, deflateSync(Buffer.alloc(100_000)));
    expect(hollow.length).to.be.below(1024);
    expect(await said(hollow)).to.include('far too small a file');
  });

  it('is refused where its lines fill a memory from a small file', async () => {
    const lines = Buffer.alloc((Math.ceil(10_900 / 8) + 1) * 10_900);
    const bomb = png(10_900, 10_900, deflateSync(lines, { level: 9 }));
    expect(bomb.length).to.be.below(60_000);
    expect(await said(bomb)).to.include('far too small a file');
  });

  it('is refused where it is larger than any camera makes, or all of it has to be held at once', async () => {
    expect(await said(png(20_000, 20_000, Buffer.alloc(3_000_000)))).to.include('at most 120 megapixels');
    const large = sharp({ create: { width: 7000, height: 5000, channels: 3, background: '#8899aa' } });
    expect(await said(await large.jpeg({ progressive: true }).toBuffer())).to.include('interlaced');
  });

  it('is refused where its middle cannot be read, and nothing says so but the reading', async () => {
    const noise = Buffer.from(Array.from({ length: 300 * 200 * 3 }, (_, at) => (at * 7919) % 251));
    const whole = await sharp(noise, { raw: { width: 300, height: 200, channels: 3 } })
      .png()
      .toBuffer();
    const broken = Buffer.from(whole);
    broken.fill(0, whole.length / 2, whole.length / 2 + 400);
    expect(await said(broken)).to.include('cannot be read to its end');
  });

  it('is refused where it is none', async () => {
    expect(await said(Buffer.from('not a picture'))).to.include('JPEG or PNG');
    const gif = await sharp({ create: { width: 4, height: 4, channels: 3, background: '#000' } })
      .gif()
      .toBuffer();
    expect(await said(gif)).to.include('JPEG or PNG');
  });
});

describe('a picture that is prepared', () => {
  for (let orientation = 1; orientation <= 8; orientation += 1)
    it(`stands upright however the camera was held: ${orientation}`, async () => {
      const taken = await (await corners()).withMetadata({ orientation }).png().toBuffer();
      const { upright, thumbnail } = await preparePicture(taken);
      const expected = await sharp(taken).autoOrient().removeAlpha().raw().toBuffer({ resolveWithObject: true });
      const found = await sharp(upright).raw().toBuffer({ resolveWithObject: true });
      expect([found.info.width, found.info.height]).to.deep.equal([expected.info.width, expected.info.height]);
      const off = found.data.reduce((sum, value, at) => sum + Math.abs(value - (expected.data[at] ?? 0)), 0);
      // What is lost by saving as JPEG is far less than another corner's colour.
      expect(off / found.data.length).to.be.below(12);
      expect((await sharp(upright).metadata()).exif).to.equal(undefined);
      expect((await sharp(thumbnail).metadata()).width).to.equal(expected.info.width);
    });

  it('fits the page, and no edge is longer than it needs', async () => {
    const large = await sharp({ create: { width: 3000, height: 1000, channels: 3, background: '#8899aa' } })
      .jpeg()
      .toBuffer();
    const { upright, thumbnail } = await preparePicture(large);
    const widthOf = async (file: Buffer) => (await sharp(file).metadata()).width;
    expect([await widthOf(upright), await widthOf(thumbnail)]).to.deep.equal([2000, 480]);
  });
});
