import pLimit from 'p-limit';
import sharp, { type Metadata } from 'sharp';
import { invalid } from '../errors.ts';
import { isWhole } from './wholePicture.ts';

/** Largest picture taken in, pixels: a little over what drones make, and far under what fills the memory. */
const MOST_PIXELS = 120_000_000;
/** The same where no line can be read before all of it has been, as in a picture that sharpens while it comes in. */
const MOST_AT_ONCE = 30_000_000;
/** Pixels for each byte of a file: a wall without a mark on it has under a hundred, and what has more is made to fill a memory. */
const MOST_PER_BYTE = 200;
const UPRIGHT_EDGE = 2000;
const THUMBNAIL_EDGE = 480;
/** What is read to see that all of it can be read. */
const PROBE_EDGE = 64;

// One thread for pictures leaves the others to whoever is waiting for a page, and nothing of one is kept for the next.
sharp.concurrency(1);
sharp.cache(false);
/** One picture at a time is opened, however many come: what it takes in memory it takes once. */
const oneAtATime = pLimit(1);

const NO_PICTURE = 'must be a JPEG or PNG picture of at most 120 megapixels; save it again and send that';
const CUT_OFF = 'is cut off: only a part of the picture is there; take or save it again and send that';
const UNREADABLE = 'cannot be read to its end; take or save the picture again and send that';
const HOLLOW = 'is far too small a file for so large a picture; save it again and send that';

/**
 * What the bytes really are, whatever the file is called. They have been read to their end when this says so: what is
 * acknowledged can be shown. @throws AppError in words where they are no picture, or one that nobody took
 */
export function examinePicture(file: Buffer): Promise<Metadata> {
  return oneAtATime(async () => {
    const found = await headOf(file);
    if (found === null || (found.format !== 'jpeg' && found.format !== 'png')) throw invalid('file', NO_PICTURE);
    const pixels = found.width * found.height;
    if (pixels > MOST_PIXELS) throw invalid('file', NO_PICTURE);
    if (found.isProgressive && pixels > MOST_AT_ONCE)
      throw invalid('file', 'is interlaced and over 30 megapixels; save it again without that and send it');
    if (pixels > file.length * MOST_PER_BYTE) throw invalid('file', HOLLOW);
    if (!isWhole(file, found.format)) throw invalid('file', CUT_OFF);
    await small(file, PROBE_EDGE)
      .raw()
      .toBuffer()
      .catch(() => {
        throw invalid('file', UNREADABLE);
      });
    return found;
  });
}

const headOf = (file: Buffer): Promise<Metadata | null> =>
  sharp(file, { limitInputPixels: false, failOn: 'error' })
    .metadata()
    .catch(() => null);

/** A picture made to fit a square, read line by line and never held whole. It lies as it was taken. */
const small = (file: Buffer, edge: number) =>
  sharp(file, { limitInputPixels: MOST_PIXELS, sequentialRead: true, failOn: 'error' }).resize(edge, edge, {
    fit: 'inside',
    withoutEnlargement: true,
  });

/** How a picture is turned upright by what its camera noted (Exif 2.32, orientation): mirrored first, then turned. */
const TURNS: Record<number, { mirrored: boolean; degrees: number }> = {
  2: { mirrored: true, degrees: 0 },
  3: { mirrored: false, degrees: 180 },
  4: { mirrored: true, degrees: 180 },
  5: { mirrored: true, degrees: 270 },
  6: { mirrored: false, degrees: 90 },
  7: { mirrored: true, degrees: 90 },
  8: { mirrored: false, degrees: 270 },
};

/** The picture upright and without anything the camera wrote beside it, and its thumbnail. */
export function preparePicture(original: Buffer): Promise<{ upright: Buffer; thumbnail: Buffer }> {
  return oneAtATime(async () => {
    const { orientation = 1 } = await sharp(original, { limitInputPixels: MOST_PIXELS }).metadata();
    const { mirrored, degrees } = TURNS[orientation] ?? { mirrored: false, degrees: 0 };
    // Made small before it is turned: whatever is turned has to be there whole.
    const { data, info } = await small(original, UPRIGHT_EDGE).raw().toBuffer({ resolveWithObject: true });
    const { width, height, channels } = info;
    const lying = () => sharp(data, { raw: { width, height, channels } });
    const turned = () => (mirrored ? lying().flop() : lying()).rotate(degrees);
    const upright = await turned().flatten().jpeg({ quality: 85 }).toBuffer();
    const thumbnail = await sharp(upright)
      .resize(THUMBNAIL_EDGE, THUMBNAIL_EDGE, { fit: 'inside', withoutEnlargement: true })
      .jpeg({ quality: 75 })
      .toBuffer();
    return { upright, thumbnail };
  });
}
