/** The longest side of a picture beside a step, px, and bytes that it may have as text. */
const SIDE = 480;
const MOST = 78_000;

/** A picture made small enough to be kept with a step: a JPEG as a data address. Errors where it is no picture. */
export async function smallPicture(file: Blob): Promise<string> {
  const bitmap = await createImageBitmap(file);
  const scale = Math.min(1, SIDE / Math.max(bitmap.width, bitmap.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(bitmap.width * scale));
  canvas.height = Math.max(1, Math.round(bitmap.height * scale));
  canvas.getContext('2d')?.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  for (const quality of [0.8, 0.6, 0.4, 0.25]) {
    const address = canvas.toDataURL('image/jpeg', quality);
    if (address.length <= MOST) return address;
  }
  throw new Error('The picture cannot be made small enough. Take one with less in it.');
}
