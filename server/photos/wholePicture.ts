const PNG_END = Buffer.from('IEND');

/** Whether a file holds its picture to the end. A picture that was cut off has a sound head all the same. */
export function isWhole(file: Buffer, format: 'jpeg' | 'png'): boolean {
  if (format === 'png') return file.includes(PNG_END);
  const scan = firstScan(file);
  if (scan === null) return false;
  // Within a scan no FF is followed by D9 but at the end of the picture (ITU-T T.81, B.1.1.2).
  return file.indexOf(Buffer.from([0xff, 0xd9]), scan) >= 0;
}

/** Where the first scan of a JPEG begins, past the small picture that its head may hold; null where it has none. */
function firstScan(file: Buffer): number | null {
  let at = 2;
  while (at + 4 <= file.length) {
    if (file[at] !== 0xff) return null;
    const marker = file[at + 1] ?? 0;
    if (marker === 0xff) {
      at += 1;
      continue;
    }
    const standsAlone = marker === 0x01 || (marker >= 0xd0 && marker <= 0xd8);
    if (marker === 0xda) return at;
    at += standsAlone ? 2 : 2 + file.readUInt16BE(at + 2);
  }
  return null;
}
