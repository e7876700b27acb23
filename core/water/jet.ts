import { FAN_THICKNESS } from '../assumptions.ts';
import { radians } from '../units/angles.ts';

export interface JetInput {
  /** bar at the nozzle */
  pressure: number;
  /** L/min */
  flow: number;
  /** m from nozzle to glass */
  distance: number;
  /** degrees across the fan */
  fanAngle: number;
}

export interface Jet {
  /** N on the glass */
  force: number;
  /** Pa over the retracted strip; null at no distance, where the strip has no area */
  impactPressure: number | null;
  /** whether that is within the static load of the module test; never at seals and edges */
  allowed: boolean;
}

/** Pa, the static load that the module test puts on glass (IEC 61215). */
export const STATIC_LOAD = 2400;
const WATER_DENSITY = 1000;
const PASCAL_PER_BAR = 1e5;
const LITRES_A_MINUTE_PER_M3_A_SECOND = 60_000;

/** What a jet of water does to the glass (C11). The fan strikes a strip as wide as its angle makes it. */
export function jetOnGlass({ pressure, flow, distance, fanAngle }: JetInput): Jet {
  const speed = Math.sqrt((2 * pressure * PASCAL_PER_BAR) / WATER_DENSITY);
  const force = (WATER_DENSITY * flow * speed) / LITRES_A_MINUTE_PER_M3_A_SECOND;
  const area = 2 * distance * Math.tan(radians(fanAngle / 2)) * FAN_THICKNESS * distance;
  const impactPressure = area > 0 ? force / area : null;
  return { force, impactPressure, allowed: impactPressure === null ? force === 0 : impactPressure <= STATIC_LOAD };
}
