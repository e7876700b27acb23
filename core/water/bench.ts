import { bisect } from '../numerics/search.ts';
import { planWater, WATER_WAYS, type WaterPlan, type WaterPlanInput, type WaterWay } from './plan.ts';
import { membrane } from './treatment.ts';

/** A water for the bench: a plan's, for so many litres, and the van that carries it. */
export interface WaterBenchInput extends WaterPlanInput {
  /** litres that its tank holds, and kg that it may carry of water */
  van: { tank: number; payload: number };
}

export interface WaterBenchPoint {
  /** of the source, uS/cm */
  conductivity: number;
  /** by way: minor units for 1000 L on the glass, mg/m2 left, and whether that keeps the finish */
  ways: Record<WaterWay, { costPer1000: number; residue: number; meetsFinish: boolean }>;
  recommended: WaterWay;
}

/** A conductivity of the source from which on another way is the cheapest that keeps the finish. */
export interface Crossing {
  conductivity: number;
  from: WaterWay;
  to: WaterWay;
}

export interface WaterBench {
  points: WaterBenchPoint[];
  crossings: Crossing[];
  /** at the source as it is */
  job: WaterPlan;
  /** minutes in which the membrane makes the job's water at its temperature, and litres that it throws away */
  fillMinutes: number;
  reject: number;
  /** drives for water where it is bought: by tank or payload, whichever is less */
  trips: number;
}

/** From rain to a bad borehole, uS/cm, evenly on a logarithm. */
const FROM = 10;
const TO = 3000;
const POINTS = 60;
const CURVE_LITRES = 1000;
const KG_A_LITRE = 1;

/** Cost and residue of every way to have water over the conductivity of the source, and where the cheapest one changes (C9). */
export function waterBench(input: WaterBenchInput): WaterBench {
  const at = (conductivity: number): WaterPlan => planWater({ ...input, conductivity, litres: CURVE_LITRES });
  const points = Array.from({ length: POINTS }, (_, index): WaterBenchPoint => {
    const conductivity = FROM * (TO / FROM) ** (index / (POINTS - 1));
    const plan = at(conductivity);
    const ways = Object.fromEntries(
      WATER_WAYS.map((way) => {
        const option = plan.options.find((one) => one.way === way);
        return [
          way,
          {
            costPer1000: option?.cost ?? 0,
            residue: option?.residue ?? 0,
            meetsFinish: option?.meetsFinish ?? false,
          },
        ];
      }),
    ) as WaterBenchPoint['ways'];
    return { conductivity, ways, recommended: plan.recommended };
  });
  const crossings = points.slice(1).flatMap((point, index): Crossing[] => {
    const before = points[index] as WaterBenchPoint;
    if (before.recommended === point.recommended) return [];
    const conductivity = bisect(
      before.conductivity,
      point.conductivity,
      (tried) => at(tried).recommended === before.recommended,
      40,
    );
    return [{ conductivity, from: before.recommended, to: point.recommended }];
  });
  const job = planWater(input);
  const { permeateFlow, rejectPerLitre } = membrane(input.osmosis, input.conductivity, input.waterTemperature);
  const carried = Math.min(input.van.tank, input.van.payload / KG_A_LITRE);
  return {
    points,
    crossings,
    job,
    fillMinutes: (input.litres / permeateFlow) * 60,
    reject: input.litres * rejectPerLitre,
    trips: carried > 0 ? Math.ceil(input.litres / carried) : Number.POSITIVE_INFINITY,
  };
}
