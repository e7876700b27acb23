import { expect } from 'chai';
import sharp, { type Exif } from 'sharp';
import { takenAt } from './takenAt.ts';

describe('when a picture was taken', () => {
  const of = async (exif: Exif, zone = 'Africa/Johannesburg') => {
    const bytes = await sharp({ create: { width: 8, height: 8, channels: 3, background: '#345' } })
      .withExif(exif)
      .jpeg()
      .toBuffer();
    return takenAt((await sharp(bytes).metadata()).exif, zone);
  };
  const changed = { IFD0: { DateTime: '2026:11:25 18:00:00' } };

  it('is what the camera says of the taking, not of the last change that stands before it', async () => {
    expect(await of({ ...changed, IFD2: { DateTimeOriginal: '2026:11:20 09:41:00' } })).to.equal(
      '2026-11-20T07:41:00.000Z',
    );
  });

  it('is read with the offset of the camera where it says one', async () => {
    const exif = { ...changed, IFD2: { DateTimeOriginal: '2026:11:20 09:41:00', OffsetTimeOriginal: '-03:00' } };
    expect(await of(exif)).to.equal('2026-11-20T12:41:00.000Z');
  });

  it('is the only moment that a camera wrote, whichever it is', async () => {
    expect(await of(changed, 'UTC')).to.equal('2026-11-25T18:00:00.000Z');
  });

  it('is not known of a picture without any, with a broken one, or with rubbish', async () => {
    expect(await of({ IFD0: { Artist: 'a gull' } })).to.equal(null);
    expect(await of({ IFD2: { DateTimeOriginal: '0000:00:00 00:00:00' } })).to.equal(null);
    expect(takenAt(undefined, 'UTC')).to.equal(null);
    expect(takenAt(Buffer.from('Exif\0\0 2026:11:20 09:41:00'), 'UTC')).to.equal(null);
  });
});
