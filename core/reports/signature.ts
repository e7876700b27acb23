import type { Finding } from '../findings.ts';

/** Where a report stands. */
export const REPORT_STATES = ['draft', 'signed'] as const;
export type ReportState = (typeof REPORT_STATES)[number];

/** Who signs a report: whoever is signed in, or the customer who stands beside. */
export const SIGNERS = ['self', 'customer'] as const;
export type Signer = (typeof SIGNERS)[number];

/** How a signature was given; `imported` ones come with a site's history and are only told of. */
export const SIGNATURE_WAYS = ['typed', 'drawn', 'imported'] as const;
export type SignatureWay = (typeof SIGNATURE_WAYS)[number];
/** Ways in which one signs here. */
export const SIGNED_HERE = ['typed', 'drawn'] as const satisfies readonly SignatureWay[];

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

/** Who signed a report, how, when and from where; how far a phone's clock was ahead, s. */
export type SignedFinding =
  | Finding<'signed-name-only', { name: string; at: string }>
  | Finding<'signed-imported', { name: string; at: string }>
  | Finding<'signed-for-customer', { name: string; at: string; how: SignatureWay; on: string; from: string }>
  | Finding<'signed-as-self', { name: string; at: string; how: SignatureWay; from: string }>
  | Finding<'clock-off', { gap: number }>
  | Finding<'clock-gap', { gap: number }>;

interface SignedHow {
  name: string;
  signer: Signer;
  how: SignatureWay;
  person: { name: string };
  from: string;
}

/** Who signed a report, how, when and from where. @param signature null where only a name was kept @param at ISO 8601 */
export function signedFinding(signature: SignedHow | null, name: string, at: string): SignedFinding {
  if (signature === null) return { code: 'signed-name-only', params: { name, at } };
  const { how, signer, person, from } = signature;
  if (how === 'imported') return { code: 'signed-imported', params: { name, at } };
  return signer === 'customer'
    ? { code: 'signed-for-customer', params: { name, at, how, on: person.name, from } }
    : { code: 'signed-as-self', params: { name, at, how, from } };
}

/** That a phone's clock was off. @param gap s by which it was ahead */
export const clockOff = (gap: number): SignedFinding => ({ code: 'clock-off', params: { gap } });
export const clockGapOf = (gap: number): SignedFinding => ({ code: 'clock-gap', params: { gap } });
