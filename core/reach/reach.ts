import { radians } from '../units/angles.ts';

/** A section at right angles to the eave; lengths in m, from the foot of the wall. */
export interface ReachInput {
  eaveHeight: number;
  /** of the eave beyond the wall */
  overhang: number;
  /** degrees */
  roofTilt: number;
  /** of the hands from the wall */
  standOff: number;
  handHeight: number;
  /** of the target up the roof from the eave */
  slopeDistance: number;
  /** longest pole that is at hand */
  poleMax: number;
  /** how far an angled neck can bring the brush down from the pole's line; default 0 */
  neck?: number | undefined;
  /** by which the pole has to clear the eave, straight up; default 0.05 */
  clearance?: number | undefined;
}

export interface Reach {
  reachable: boolean;
  /** m from hand to brush, the neck not counted; null where one stands under the eave */
  poleLength: number | null;
  /** m by which the pole's end stands off the roof there, to be made up by an angled neck */
  lift: number | null;
  /** m from the wall, the least from which a straight pole could touch the roof at all; null where none could */
  minimumStandOff: number | null;
}

export const DEFAULT_CLEARANCE = 0.05;

/**
 * Whether a pole reaches a place on a roof from where one stands, and how long it must be (C11).
 * The pole is straight; where the eave is in its way it goes over the eave and its end stands off the roof.
 */
export function poleReach(input: ReachInput): Reach {
  const { eaveHeight, overhang, standOff, handHeight, slopeDistance, poleMax } = input;
  const neck = input.neck ?? 0;
  const clearance = input.clearance ?? DEFAULT_CLEARANCE;
  const tilt = radians(input.roofTilt);
  const minimumStandOff = leastStandOff(input);
  if (standOff <= overhang) return { reachable: false, poleLength: null, lift: null, minimumStandOff };
  const toEave = standOff - overhang;
  const across = toEave + slopeDistance * Math.cos(tilt);
  const up = eaveHeight - handHeight + slopeDistance * Math.sin(tilt);
  const overEave = handHeight + (up * toEave) / across - eaveHeight;
  if (overEave >= clearance) {
    const poleLength = Math.hypot(across, up);
    return { reachable: neck >= 0 && poleLength <= poleMax, poleLength, lift: 0, minimumStandOff };
  }
  const rise = eaveHeight + clearance - handHeight;
  const angle = Math.atan2(rise, toEave);
  const beyond = (slopeDistance - clearance * Math.sin(tilt)) / Math.cos(angle - tilt);
  const poleLength = Math.hypot(toEave, rise) + beyond;
  const lift = clearance * Math.cos(tilt) + beyond * Math.sin(angle - tilt);
  return { reachable: lift <= neck && poleLength <= poleMax, poleLength, lift, minimumStandOff };
}

function leastStandOff({ handHeight, eaveHeight, overhang, roofTilt }: ReachInput): number | null {
  if (handHeight > eaveHeight) return overhang;
  const standOff = overhang + (eaveHeight - handHeight) / Math.tan(radians(roofTilt));
  return roofTilt > 0 && Number.isFinite(standOff) ? standOff : null;
}
