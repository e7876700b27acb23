import { EAVE_OVERHANG, HAND_HEIGHT, LONGEST_POLE, NECK, STAND_OFF } from '../assumptions.ts';
import { poleReach } from './reach.ts';

export interface FaceSection {
  /** metres */
  eaveHeight: number;
  /** degrees */
  surfaceTilt: number;
  /** metres from the eave up the slope to the far edge of the modules */
  slopeLength: number;
}

export interface GroundReach {
  /** metres of pole, hand to brush */
  poleLength: number;
  /** metres from the wall at which one stands for it */
  standOff: number;
  /** metres by which an angled neck has to bring the brush down */
  lift: number;
}

const STEP = 0.25;

/**
 * The shortest pole with which the far edge of a face is brushed from the ground before its eave, tried from every
 * place where one may stand (C11), with an angled neck; null where none is short enough.
 * Overhang, hands, neck and places to stand are house assumptions until the site has been measured.
 */
export function fromGround({ eaveHeight, surfaceTilt, slopeLength }: FaceSection): GroundReach | null {
  let best: GroundReach | null = null;
  for (let standOff = STAND_OFF.least; standOff <= STAND_OFF.most; standOff += STEP) {
    const { reachable, poleLength, lift } = poleReach({
      eaveHeight,
      overhang: EAVE_OVERHANG,
      roofTilt: surfaceTilt,
      standOff,
      handHeight: HAND_HEIGHT,
      slopeDistance: slopeLength,
      poleMax: LONGEST_POLE,
      neck: NECK,
    });
    if (!reachable || poleLength === null || lift === null) continue;
    if (best === null || poleLength < best.poleLength) best = { poleLength, standOff, lift };
  }
  return best;
}
