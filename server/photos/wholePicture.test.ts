import { expect } from 'chai';
import sharp from 'sharp';
import { isWhole } from './wholePicture.ts';

describe('a picture that arrives', () => {
  const noise = {
    create: {
      width: 200,
      height: 150,
      channels: 3,
      background: '#468',
      noise: { type: 'gaussian', mean: 90, sigma: 60 },
    },
  } as const;
  const withSmallOne = async (progressive: boolean): Promise<Buffer> => {
    const small = await sharp({ create: { ...noise.create, width: 40, height: 30 } })
      .jpeg()
      .toBuffer();
    const picture = await sharp(noise).jpeg({ progressive }).toBuffer();
    // A camera's head: a whole small JPEG inside of a segment before the picture itself.
    const segment = Buffer.concat([Buffer.from([0xff, 0xe1, 0, 0]), Buffer.from('Exif\0\0'), small]);
    segment.writeUInt16BE(segment.length - 2, 2);
    return Buffer.concat([picture.subarray(0, 2), segment, picture.subarray(2)]);
  };

  for (const progressive of [false, true]) {
    it(`is whole, and half of it is not, also with a small one in its head (${progressive ? 'progressive' : 'baseline'})`, async () => {
      const file = await withSmallOne(progressive);
      expect(isWhole(file, 'jpeg')).to.equal(true);
      for (const share of [0.02, 0.5, 0.99])
        expect(isWhole(file.subarray(0, file.length * share), 'jpeg'), `${share}`).to.equal(false);
    });
  }

  it('is whole with something hung on behind its end, as some cameras do', async () => {
    const file = Buffer.concat([await sharp(noise).jpeg().toBuffer(), Buffer.alloc(5000, 7)]);
    expect(isWhole(file, 'jpeg')).to.equal(true);
  });

  it('as a PNG ends with its last part', async () => {
    const file = await sharp(noise).png().toBuffer();
    expect(isWhole(file, 'png')).to.equal(true);
    expect(isWhole(file.subarray(0, file.length - 20), 'png')).to.equal(false);
  });

  it('that is no picture at all is not whole', () => {
    expect(isWhole(Buffer.from('hello'), 'jpeg')).to.equal(false);
    expect(isWhole(Buffer.alloc(0), 'jpeg')).to.equal(false);
  });
});
