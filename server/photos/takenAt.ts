import readExif from 'exif-reader';
import { DateTime } from 'luxon';

/**
 * The moment at which a picture was taken, by the camera's clock, read in the zone of the site where the camera says no
 * offset of its own. Not the moment at which it was changed last, which stands before it in the file; that one counts only
 * where a camera wrote no other.
 * @returns ISO 8601 in UTC; null where the camera says nothing that can be read
 */
export function takenAt(exif: Buffer | undefined, zone: string): string | null {
  const { Photo, Image } = tagsOf(exif);
  const taken = Photo?.DateTimeOriginal ?? Photo?.DateTimeDigitized ?? Image?.DateTime;
  if (!(taken instanceof Date) || !(taken.getUTCFullYear() >= FIRST_YEAR)) return null;
  // The library reads the camera's clock as if it were UTC.
  const local = taken.toISOString().slice(0, 19);
  const offset = Photo?.OffsetTimeOriginal ?? Photo?.OffsetTimeDigitized ?? Photo?.OffsetTime ?? '';
  const time = OFFSET.test(offset) ? DateTime.fromISO(`${local}${offset}`) : DateTime.fromISO(local, { zone });
  return time.isValid ? time.toUTC().toISO() : null;
}

/** Before this no camera wrote such tags: a clock that says so was never set. */
const FIRST_YEAR = 1995;

const OFFSET = /^[+-]\d{2}:\d{2}$/;

function tagsOf(exif: Buffer | undefined): Partial<ReturnType<typeof readExif>> {
  try {
    return exif ? readExif(exif) : {};
  } catch {
    return {};
  }
}
