import { EAVE_OVERHANG, HAND_HEIGHT, LONGEST_POLE, NECK, POLE_WEIGHT, STAND_OFF } from '../assumptions.ts';
import { poleReach, type Reach, type ReachInput } from './reach.ts';

export interface FaceSection {
  /** metres */
  eaveHeight: number;
  /** degrees */
  surfaceTilt: number;
  /** metres from the eave up the slope to the far edge of the modules */
  slopeLength: number;
  /** metres from the wall of the places where one can stand; empty or left out where nobody has drawn any */
  standOffs?: readonly number[] | undefined;
  /** metres of the longest pole; the house's where it is left out */
  longest?: number | undefined;
}

export interface GroundReach {
  /** metres of pole, hand to brush */
  poleLength: number;
  /** metres from the wall at which one stands for it */
  standOff: number;
  /** metres by which an angled neck has to bring the brush down */
  lift: number;
}

const GRAVITY = 9.80665;
const STEP = 0.25;
/** Where one may stand before a house where nobody has drawn any place, metres off the wall. */
export const USUAL_PLACES = Array.from(
  { length: (STAND_OFF.most - STAND_OFF.least) / STEP + 1 },
  (_, index) => STAND_OFF.least + index * STEP,
);

/** What a pole reaches in the hands of somebody who stands there: overhang, hands and neck by the house (C16). */
export const reachByHand = (
  place: Pick<ReachInput, 'eaveHeight' | 'roofTilt' | 'standOff' | 'slopeDistance'>,
  longest = LONGEST_POLE,
): Reach => poleReach({ ...place, overhang: EAVE_OVERHANG, handHeight: HAND_HEIGHT, poleMax: longest, neck: NECK });

/**
 * The shortest pole with which the far edge of a face is brushed from the ground before its eave, tried from every
 * place where one can stand (C11), with an angled neck; null where none is short enough.
 * Overhang, hands and neck are house assumptions; so are the places, until some have been drawn.
 */
export function fromGround({
  eaveHeight,
  surfaceTilt,
  slopeLength,
  standOffs = [],
  longest = LONGEST_POLE,
}: FaceSection): GroundReach | null {
  let best: GroundReach | null = null;
  for (const standOff of standOffs.length > 0 ? standOffs : USUAL_PLACES) {
    const place = { eaveHeight, roofTilt: surfaceTilt, standOff, slopeDistance: slopeLength };
    const { reachable, poleLength, lift } = reachByHand(place, longest);
    if (!reachable || poleLength === null || lift === null) continue;
    if (best === null || poleLength < best.poleLength) best = { poleLength, standOff, lift };
  }
  return best;
}

/** Metres up the slope from the eave as far as a pole reaches from one standing place, to the centimetre; 0 where nothing is. */
export function reachUpTheSlope(
  { eaveHeight, surfaceTilt, longest = LONGEST_POLE }: Omit<FaceSection, 'slopeLength' | 'standOffs'>,
  standOff: number,
  most: number,
): number {
  const reaches = (slopeDistance: number) =>
    reachByHand({ eaveHeight, roofTilt: surfaceTilt, standOff, slopeDistance }, longest).reachable;
  let [reached, tried] = [0, 0];
  for (let at = 1; at * 0.01 <= most; at += 1) {
    tried = at * 0.01;
    if (reaches(tried)) reached = tried;
    else if (reached > 0) break;
  }
  return reached;
}

/**
 * What a head and its pole weigh on the hands that hold them out level: N·m, the worst of a lift from the glass.
 * @param head kg @param pole metres, its own weight a house assumption
 */
export const momentAtHands = (head: number, pole: number): number =>
  GRAVITY * (head * pole + (POLE_WEIGHT * pole * pole) / 2);
