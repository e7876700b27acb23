export interface PaperFile {
  bytes: Buffer;
  type: string;
  name: string;
  /** papers may be followed by newer ones, and are nobody else's: no copy of them is left behind */
  cache: 'never';
}

export const pdf = (bytes: Uint8Array, name: string): PaperFile => ({
  bytes: Buffer.from(bytes),
  type: 'application/pdf',
  name,
  cache: 'never',
});

/** Pictures of one array that a paper shows. */
export const MOST_PICTURES = 6;

/** A picture as a paper takes it. */
export const asData = (picture: Buffer): string => `data:image/jpeg;base64,${picture.toString('base64')}`;
