/** Who signs a report: whoever is signed in, or the customer who stands beside. */
export const SIGNERS = ['self', 'customer'] as const;
export type Signer = (typeof SIGNERS)[number];

/** How a signature was given; `imported` ones come with a site's history and are only told of. */
export const SIGNATURE_WAYS = ['typed', 'drawn', 'imported'] as const;
export type SignatureWay = (typeof SIGNATURE_WAYS)[number];

/** A drawn signature: lines of points, in shares of the width of its field. Its height is a third of that. */
export type Strokes = [x: number, y: number][][];

/** Whether what was drawn is more than a slip of the finger: its lines are at least a tenth of the field long, together. */
export function isDrawn(strokes: Strokes): boolean {
  let length = 0;
  for (const stroke of strokes) {
    for (let at = 1; at < stroke.length; at += 1) {
      const [[x0, y0] = [0, 0], [x1, y1] = [0, 0]] = [stroke[at - 1], stroke[at]];
      length += Math.hypot(x1 - x0, y1 - y0);
    }
  }
  return length >= 0.1;
}
