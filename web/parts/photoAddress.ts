import type { PhotoSize } from '../../core/inspections/photoFace.ts';

/** Where a picture is had: upright and without location, or small. */
export const photoAddress = (id: string, size: Exclude<PhotoSize, 'original'>): string => `/api/photos/${id}/${size}`;
