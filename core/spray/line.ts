import { bisect } from '../numerics/search.ts';

/** A pipe with holes along the top of the rows, fed by a pump through a riser. Lengths and diameters in m. */
export interface SprayLineInput {
  /** holes, the first at the end of the riser */
  orifices: number;
  spacing: number;
  orificeDiameter: number;
  pipeDiameter: number;
  /** default 0.62 */
  dischargeCoefficient?: number | undefined;
  /** of pipe and riser, m; default 1.5e-6 (drawn plastic) */
  roughness?: number | undefined;
  /** shutOffHead in m of water, maxFlow in L/min at no head */
  pump: { shutOffHead: number; maxFlow: number };
  riser: { length: number; diameter: number };
  /** m from the water to the line */
  lift: number;
}

export interface SprayLine {
  totalLpm: number | null;
  minLpm: number | null;
  maxLpm: number | null;
  /** least over greatest of the holes */
  uniformity: number | null;
  /** m of water at the first hole */
  inletHead: number | null;
}

const GRAVITY = 9.80665;
/** m2/s, water at 20 Celsius */
const VISCOSITY = 1.004e-6;
export const LPM_PER_M3_A_SECOND = 60_000;
const LAMINAR_TO = 2000;
const TURBULENT_FROM = 4000;

/** Swamee and Jain, Journal of the Hydraulics Division 102 (1976) 657. */
const swameeJain = (reynolds: number, roughness: number, diameter: number): number =>
  0.25 / Math.log10(roughness / (3.7 * diameter) + 5.74 / reynolds ** 0.9) ** 2;

/** Darcy friction factor: laminar, turbulent, and a straight line between. */
export function frictionFactor(reynolds: number, roughness: number, diameter: number): number {
  if (reynolds <= LAMINAR_TO) return 64 / reynolds;
  if (reynolds >= TURBULENT_FROM) return swameeJain(reynolds, roughness, diameter);
  const share = (reynolds - LAMINAR_TO) / (TURBULENT_FROM - LAMINAR_TO);
  return (64 / LAMINAR_TO) * (1 - share) + swameeJain(TURBULENT_FROM, roughness, diameter) * share;
}

/** Head lost in a pipe, m (Darcy and Weisbach). @param flow m3/s */
export function headLoss(flow: number, length: number, diameter: number, roughness: number): number {
  if (flow <= 0 || length === 0) return 0;
  const speed = flow / ((Math.PI * diameter ** 2) / 4);
  const friction = frictionFactor((speed * diameter) / VISCOSITY, roughness, diameter);
  return (friction * length * speed ** 2) / (diameter * 2 * GRAVITY);
}

interface Flows {
  /** m3/s through all holes, the least and the greatest */
  total: number;
  least: number;
  greatest: number;
  /** m at the first hole */
  inletHead: number;
}

/** A pipe with its holes, whatever feeds it. */
export type HoledPipe = Pick<
  SprayLineInput,
  'orifices' | 'spacing' | 'orificeDiameter' | 'pipeDiameter' | 'dischargeCoefficient' | 'roughness'
>;

/**
 * The line walked from its end, where the head is `endHead`, back to the riser.
 * @param seen is told of each hole: its place from the end, from 0, the head there, m, and its flow, m3/s
 */
export function flowsFrom(
  input: HoledPipe,
  endHead: number,
  seen: (index: number, head: number, flow: number) => void = () => {},
): Flows {
  const { orifices, spacing, pipeDiameter, roughness = 1.5e-6, dischargeCoefficient = 0.62 } = input;
  const hole = (dischargeCoefficient * Math.PI * input.orificeDiameter ** 2) / 4;
  let head = endHead;
  let total = 0;
  let least = Number.POSITIVE_INFINITY;
  let greatest = 0;
  for (let index = 0; index < orifices; index += 1) {
    if (index > 0) head += headLoss(total, spacing, pipeDiameter, roughness);
    const flow = hole * Math.sqrt(2 * GRAVITY * head);
    seen(index, head, flow);
    total += flow;
    least = Math.min(least, flow);
    greatest = Math.max(greatest, flow);
  }
  return { total, least, greatest, inletHead: head };
}

/**
 * What comes out of a perforated line (C13): the head at the far end for which the pump, after lift and riser, gives
 * what the holes let out. Everything rises with that head but what is left of the pump's, so there is one solution.
 * Fittings, entrances and velocity heads are left out.
 * @returns nulls where the pump cannot lift the water so high
 */
export function sprayLine(input: SprayLineInput): SprayLine {
  const { pump, riser, lift, roughness = 1.5e-6 } = input;
  if (pump.shutOffHead <= lift) {
    return { totalLpm: null, minLpm: null, maxLpm: null, uniformity: null, inletHead: null };
  }
  const spare = (endHead: number): number => {
    const { total, inletHead } = flowsFrom(input, endHead);
    const pumped = pump.shutOffHead * (1 - ((total * LPM_PER_M3_A_SECOND) / pump.maxFlow) ** 2);
    return pumped - lift - headLoss(total, riser.length, riser.diameter, roughness) - inletHead;
  };
  const endHead = bisect(0, pump.shutOffHead - lift, (head) => spare(head) > 0, 200);
  const { total, least, greatest, inletHead } = flowsFrom(input, endHead);
  return {
    totalLpm: total * LPM_PER_M3_A_SECOND,
    minLpm: least * LPM_PER_M3_A_SECOND,
    maxLpm: greatest * LPM_PER_M3_A_SECOND,
    uniformity: greatest > 0 ? least / greatest : null,
    inletHead,
  };
}
