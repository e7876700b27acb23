import { MILLISECONDS_PER_HOUR } from '../time/utc.ts';

/** A picture turned upright and without its location, small or whole, or as it was taken. */
export const PHOTO_SIZES = ['thumbnail', 'upright', 'original'] as const;
export type PhotoSize = (typeof PHOTO_SIZES)[number];

/** What a picture shows, and where it is on its way to being shown. */
export const PHOTO_ROLES = ['overview', 'soil', 'defect', 'before', 'after', 'wipe-before', 'wipe-after'] as const;
export const PHOTO_STATES = ['waiting', 'ready', 'failed'] as const;

/** One look at one face, at the moment when it was recorded. */
export interface Look {
  arrayId: string;
  inspectionId: string;
  /** ISO 8601 */
  inspectedAt: string;
}

/** Hours before a record in which its pictures are taken, and after it in which one may still be of it. */
export const BEFORE_RECORD = 3;
export const AFTER_RECORD = 12;

/**
 * The look that a picture belongs to, by the camera's clock: pictures are taken while somebody looks, and the look is
 * recorded when he has seen the face. So it is the first one recorded at or after the picture, within three hours; else the
 * last one before it, within twelve.
 * @param takenAt ISO 8601 @returns null where no look is near
 */
export function lookOfPicture(takenAt: string, looks: readonly Look[]): Look | null {
  const taken = Date.parse(takenAt);
  const timed = looks
    .map((look) => ({ look, after: Date.parse(look.inspectedAt) - taken }))
    .sort((a, b) => a.after - b.after);
  const next = timed.find(({ after }) => after >= 0 && after <= BEFORE_RECORD * MILLISECONDS_PER_HOUR);
  const last = timed.findLast(({ after }) => after < 0 && after >= -AFTER_RECORD * MILLISECONDS_PER_HOUR);
  return (next ?? last)?.look ?? null;
}
