import type { HouseFigures } from '../assimilation/house.ts';
import { type CleaningMethod, type Effectiveness, type Finish, SQUEEGEE_MINUTES } from '../assumptions.ts';
import type { CourseSetup } from '../courses/setup.ts';
import type { PriceBook } from '../quotes/book.ts';
import { type PricedVisit, priceVisit, type VisitWork } from '../quotes/price.ts';
import type { Access } from '../reach/access.ts';
import type { MethodInput } from '../rules/input.ts';
import { HOUSE_RULES, type MethodRules } from '../rules/rules.ts';
import type { Rung } from '../rules/rungs.ts';
import type { AssumedFact } from '../sites/assumed.ts';
import { planWater, type WaterPlan, type WaterPlanInput, type WaterWay } from '../water/plan.ts';
import { DRYINGS, type Drying, WATER_DEFAULTS } from '../water/treatment.ts';
import { handRungs, type MethodPlan } from './choose.ts';
import type { FaceOfFittings, FittingAsked } from './fitting.ts';

export interface PlanInput {
  arrays: {
    arrayId: string;
    name: string;
    method: MethodInput;
    courses: CourseSetup;
    /** its rows, and what is fitted on them; left out by calculations before 13, which fitted nothing */
    fitting?: FaceOfFittings | undefined;
  }[];
  /** what each way takes off each layer: the house's figures, or the contractor's own */
  house: HouseFigures;
  /** by which ways are chosen, refused and worked; the house's where they are left out, as calculations before 12 did */
  rules?: MethodRules | undefined;
  finish: Finish;
  water: Omit<WaterPlanInput, 'litres' | 'finish'>;
  prices: PriceBook;
  travelKm: number;
  travelMinutes: number;
  /** minor units */
  valuePerKWh: number;
  ownUse: number;
  /** what of all this nobody has said */
  assumed?: AssumedFact[];
  overrides: {
    waterWay?: WaterWay | undefined;
    visits?: number | undefined;
    isolate?: boolean | undefined;
    /** how the glass dries after the last rinse; left to drip dry where nobody said otherwise */
    drying?: Drying | undefined;
    /** by the id of the array */
    arrays?: Record<string, ArrayOverrides> | undefined;
  };
}

/** What somebody chose for one array in place of what was recommended. */
export interface ArrayOverrides {
  method?: CleaningMethod | undefined;
  access?: Access | undefined;
  brush?: string | undefined;
  /** metres */
  pole?: number | undefined;
  minutesPerModule?: number | undefined;
  rungs?: Partial<Record<Rung, boolean>> | undefined;
  /** what is fitted on its rows at the next visit, once */
  fittings?: readonly FittingAsked[] | undefined;
}

export const rulesOf = ({ rules }: Pick<PlanInput, 'rules'>): MethodRules => rules ?? HOUSE_RULES;

/** A face as it is washed on a visit; null where it is left out of it. */
export type FaceWork = { input: MethodInput; method: MethodPlan; effectiveness: Effectiveness } | null;

/** One visit of a site: its water, its time and its price. */
export interface Visit {
  modules: number;
  drying: Drying;
  water: WaterPlan;
  /** the way after any overruling, and its cost in minor units */
  waterWay: WaterWay;
  waterCost: number;
  work: VisitWork;
  priced: PricedVisit;
  pricedInPlan: PricedVisit;
}

const total = (values: number[]): number => values.reduce((sum, value) => sum + value, 0);

/** A visit of a site on which each face is washed by its method. */
export function visitOf(input: PlanInput, faces: readonly FaceWork[]): Visit {
  const { ways } = rulesOf(input);
  const washed = faces.filter((face) => face !== null);
  const modules = total(washed.map((face) => face.input.modules));
  const drying = input.overrides.drying ?? 'drip-dry';
  const wet = washed.filter(({ method }) => method.litresPerModule > 0);
  const drawnOff = drying === 'squeegee' ? SQUEEGEE_MINUTES * total(wet.map((face) => face.input.modules)) : 0;
  const minutes = drawnOff + total(washed.map((face) => face.input.modules * face.method.minutesPerModule));
  const litres = total(washed.map((face) => face.input.modules * face.method.litresPerModule));
  const capacity = WATER_DEFAULTS.resinCapacity * (input.house.resin ?? 1);
  const resin = { ...input.water.resin, capacity };
  const water = planWater({ ...input.water, resin, litres, finish: input.finish, filmThickness: DRYINGS[drying] });
  const waterWay = input.overrides.waterWay ?? water.recommended;
  const waterCost = water.options.find((option) => option.way === waterWay)?.cost ?? 0;
  const work: VisitWork = {
    modules,
    minutesPerModule: minutes / Math.max(1, modules),
    storeys: Math.max(0, ...washed.map((face) => face.input.storeys)),
    travelKm: input.travelKm,
    travelMinutes: input.travelMinutes,
    setUpMinutes: input.house.setUpMinutes,
    soakMinutes: total(washed.map(({ method }) => method.soakMinutes.choose)),
    waterCost,
    accessEquipment: washed.some(({ method }) => method.access.choose === 'lift'),
    kilowatts: total(input.arrays.map(({ courses }, at) => (faces[at] ? courses.array.pdc0 / 1000 : 0))),
    heavyModules: total(
      washed.map(({ method }) => Math.max(0, ...handRungs(method.escalation).map(({ modules: own }) => own))),
    ),
    // One machine is hired once, however many faces it is worked on.
    machines: total([...new Set(washed.flatMap(({ method }) => method.ways))].map((way) => ways[way].perVisit)),
  };
  const [priced, pricedInPlan] = [priceVisit(work, input.prices), priceVisit(work, input.prices, true)];
  return { modules, drying, water, waterWay, waterCost, work, priced, pricedInPlan };
}
