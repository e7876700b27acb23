import type { HouseFigures } from '../assimilation/house.ts';
import { type CleaningMethod, type Effectiveness, type Finish, METHOD_WORK } from '../assumptions.ts';
import { prepareCourses } from '../courses/courses.ts';
import { type CourseSetup, parametersOf } from '../courses/setup.ts';
import {
  compareVisits,
  lostBySite,
  type VisitsComparison,
  type VisitsOption,
  type WashedArray,
} from '../courses/visitsOfSite.ts';
import { BY_HAND, bare, type Finding, type Written, written } from '../findings.ts';
import { type KitItem, kitList } from '../kit/list.ts';
import { type PriceBook, type PricedVisit, priceVisit, type VisitWork, visitMinutes } from '../quotes/price.ts';
import type { Reason } from '../reasons.ts';
import { scale } from '../reckoning/reckon.ts';
import type { AssumedFact } from '../sites/assumed.ts';
import { LayeredGlass } from '../soiling/layered.ts';
import { takenOff } from '../soiling/takenOff.ts';
import { type Spread, spread } from '../statistics/summary.ts';
import { planWater, type WaterPlan, type WaterPlanInput, type WaterWay } from '../water/plan.ts';
import { type ClimateName, climateOf } from '../weather/index.ts';
import { chooseMethod, litresOf, type MethodInput, type MethodPlan, workOf } from './choose.ts';
import type { Rung } from './rungs.ts';
import { type Access, questionsOf, type WorkQuestion } from './work.ts';

export interface PlanInput {
  arrays: { arrayId: string; name: string; method: MethodInput; courses: CourseSetup }[];
  /** what each way takes off each layer: the house's figures, or the contractor's own */
  house: HouseFigures;
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
}

/** What cannot well be of what was chosen for an array; `of` is its name, where there are several. */
export type PlanQuestion = Finding<'question-of-array', { of: string | null; question: WorkQuestion }> | Written;

export interface ArrayPlan {
  arrayId: string;
  name: string;
  modules: number;
  /** after any overruling */
  method: MethodPlan;
  recommended: MethodPlan;
  /** what one cleaning takes off each layer, and of the loss now, fractions */
  effectiveness: Effectiveness;
  takesOff: number;
}

export interface PlanOutput {
  arrays: ArrayPlan[];
  modules: number;
  water: WaterPlan;
  /** the way after any overruling, and its cost in minor units */
  waterWay: WaterWay;
  waterCost: number;
  visits: VisitsComparison;
  /** after any overruling */
  visitsChosen: number;
  /** one visit, and each of a plan of visits */
  priced: PricedVisit;
  pricedInPlan: PricedVisit;
  /** one wash now: kWh that come back until it has soiled again, and their worth in minor units */
  recoverable: Spread;
  benefit: Spread;
  usedShare: number;
  kit: KitItem[];
  isolate: boolean;
  assumed: AssumedFact[];
  /** what cannot well be of what was chosen, for whoever chose it */
  questions: PlanQuestion[];
  /** what the chosen visits save in a year, and those beyond the first of that, minor units; null in older plans */
  saves: Spread | null;
  beyondFirst: Spread | null;
  /** the weather that it is reckoned over, and which figures of house and contractor it rests on */
  climate: ClimateName | null;
  figures: number;
  reasons: Record<'litres' | 'residue' | 'visits' | 'minutes' | 'benefit' | 'recoverable' | 'planSaves', Reason>;
}

/** One visit of a site as it is chosen: by which way each array is washed, its water, its time and its price. */
export interface Visit {
  arrays: ArrayPlan[];
  modules: number;
  water: WaterPlan;
  /** the way after any overruling, and its cost in minor units */
  waterWay: WaterWay;
  waterCost: number;
  work: VisitWork;
  priced: PricedVisit;
  pricedInPlan: PricedVisit;
}

export function visitOf(input: PlanInput): Visit {
  const { pace, litres: litresByWay } = input.house;
  const arrays = input.arrays.map(({ arrayId, name, method: given, courses }): ArrayPlan => {
    const method = { ...given, pace, litres: litresByWay };
    const chosen = overrule(method, input.overrides.arrays?.[arrayId] ?? {});
    const effectiveness = takenOff(chosen.ways, input.house.effectiveness);
    return {
      arrayId,
      name,
      modules: method.modules,
      method: chosen,
      recommended: chooseMethod(method),
      effectiveness,
      takesOff: shareOfLoss(courses, effectiveness),
    };
  });
  const modules = total(arrays.map((array) => array.modules));
  const minutes = total(arrays.map((array) => array.modules * array.method.minutesPerModule));
  const litres = total(arrays.map((array) => array.modules * (array.method.litresPerModule ?? 0)));
  const water = planWater({ ...input.water, litres, finish: input.finish });
  const waterWay = input.overrides.waterWay ?? water.recommended;
  const waterCost = water.options.find((option) => option.way === waterWay)?.cost ?? 0;
  const work: VisitWork = {
    modules,
    minutesPerModule: minutes / Math.max(1, modules),
    storeys: Math.max(...input.arrays.map(({ method }) => method.storeys)),
    travelKm: input.travelKm,
    travelMinutes: input.travelMinutes,
    setUpMinutes: input.house.setUpMinutes,
    soakMinutes: total(arrays.map(({ method }) => method.soakMinutes.choose)),
    waterCost,
    accessEquipment: arrays.some(({ method }) => method.access.choose === 'lift'),
  };
  const [priced, pricedInPlan] = [priceVisit(work, input.prices), priceVisit(work, input.prices, true)];
  return { arrays, modules, water, waterWay, waterCost, work, priced, pricedInPlan };
}

/**
 * What one wash now brings back until it has soiled again, over the members: kWh.
 * @param untouched what is lost without it, where that is known already
 */
export function broughtBack(washed: readonly WashedArray[], untouched = lostBySite(washed, [])): Spread {
  const once = lostBySite(washed, [0]);
  return spread(untouched.map((lost, index) => Math.max(0, lost - (once[index] ?? 0))));
}

/** Water, method and how often for all arrays of a site, priced: what stands between a loss and an offer. */
export function makePlan(input: PlanInput): PlanOutput {
  const { arrays, modules, water, waterWay, waterCost, work, priced, pricedInPlan } = visitOf(input);
  const washed = input.arrays.map(
    ({ courses }, index): WashedArray => ({
      prepared: prepareCourses(courses),
      effectiveness: (arrays[index] as ArrayPlan).effectiveness,
    }),
  );
  const visits = compareVisits(washed, (count) => (count > 1 ? pricedInPlan : priced).gross, input.valuePerKWh);
  const recoverable = broughtBack(washed);
  const visitsChosen = input.overrides.visits ?? visits.best;
  const first = arrays[0];
  const option = visits.options[visitsChosen] as VisitsOption;
  return {
    arrays,
    modules,
    water,
    waterWay,
    waterCost,
    visits,
    visitsChosen,
    priced,
    pricedInPlan,
    recoverable,
    benefit: scale(recoverable, input.valuePerKWh),
    usedShare: input.ownUse,
    kit: first
      ? kitList({
          way: waterWay,
          ways: [...new Set(arrays.map(({ method }) => method.method.choose))],
          brush: first.method.brush.choose,
          pole: Math.max(...arrays.map(({ method }) => method.pole.choose)),
          litres: water.litres,
          rungs: usedRungs(arrays),
          access: arrays.some(({ method }) => method.access.choose === 'lift') ? 'lift' : first.method.access.choose,
        })
      : [],
    isolate: input.overrides.isolate ?? true,
    questions: arrays.flatMap(({ name, method }) =>
      questionsOf({
        way: method.method.choose,
        access: method.access.choose,
        pole: method.pole.choose,
        minutesPerModule: method.minutesPerModule,
        rungs: method.escalation.filter(({ use }) => use).map(({ rung }) => rung),
      }).map(
        (question): PlanQuestion => ({
          code: 'question-of-array',
          params: { of: arrays.length > 1 ? name : null, question },
        }),
      ),
    ),
    assumed: input.assumed ?? [],
    saves: scale(option.savedEnergy, input.valuePerKWh),
    beyondFirst: scale(option.savedOverOne, input.valuePerKWh),
    climate: climateOf(input.arrays[0]?.courses.climate ?? 'winter-rain').name,
    figures: input.house.version,
    reasons: reasons({ input, work, water, waterWay, visits, visitsChosen, recoverable }),
  };
}

/** Rungs of the escalation ladder that any array of the plan uses. */
export const usedRungs = (arrays: PlanOutput['arrays']): Rung[] => [
  ...new Set(arrays.flatMap(({ method }) => method.escalation.filter((rung) => rung.use).map((rung) => rung.rung))),
];

const total = (values: number[]): number => values.reduce((sum, value) => sum + value, 0);

/** Share of the loss now that a cleaning takes off, over the members. */
function shareOfLoss(setup: CourseSetup, effectiveness: Effectiveness): number {
  let [before, after] = [0, 0];
  for (const member of setup.members) {
    const glass = new LayeredGlass(setup.surfaceTilt, parametersOf(setup, member), member.initial);
    before += 1 - glass.soilingRatio();
    glass.clean(effectiveness);
    after += 1 - glass.soilingRatio();
  }
  return before > 0 ? 1 - after / before : effectiveness.loose;
}

/** The method with what was set by hand in place; what follows from the way and the access follows from those set. */
function overrule(input: MethodInput, overrides: ArrayOverrides): MethodPlan {
  const plan = chooseMethod({ ...input, accessByHand: overrides.access ?? input.accessByHand });
  const dry = overrides.method !== undefined && METHOD_WORK[overrides.method].flow === 0;
  const escalation = plan.escalation.map((step) => {
    const use = overrides.rungs?.[step.rung] ?? (step.use && !dry);
    return { ...step, use, because: step.use && !use && dry ? bare('rung-not-when-dry') : step.because };
  });
  const way = overrides.method ?? plan.method.choose;
  const work = overrides.method || overrides.rungs ? workOf(input, way, plan.access.choose, escalation) : plan;
  const minutesPerModule = overrides.minutesPerModule ?? work.minutesPerModule;
  return {
    ...plan,
    ...work,
    method: overrides.method ? { choose: overrides.method, because: BY_HAND } : plan.method,
    brush: overrides.brush ? { choose: written(overrides.brush), because: BY_HAND } : plan.brush,
    pole: overrides.pole === undefined ? plan.pole : { choose: overrides.pole, because: BY_HAND },
    escalation,
    minutesPerModule,
    litresPerModule: litresOf(input, way, minutesPerModule),
  };
}

interface ReasonParts {
  input: PlanInput;
  work: VisitWork;
  water: WaterPlan;
  waterWay: WaterWay;
  visits: VisitsComparison;
  visitsChosen: number;
  recoverable: Spread;
}

function reasons(parts: ReasonParts): PlanOutput['reasons'] {
  const { input, work, water, waterWay, visits, visitsChosen, recoverable } = parts;
  const way = water.options.find((option) => option.way === waterWay);
  const chosen = visits.options[visitsChosen];
  const guessed = (...keys: string[]) =>
    input.assumed?.some(({ key }) => keys.includes(key)) ? { assumed: true as const } : {};
  const modulesAndMinutes: Reason['inputs'] = [
    { name: bare('input-modules'), value: work.modules, kind: 'count' },
    {
      name: bare('input-minutes-per-module'),
      value: Math.round(work.minutesPerModule * 100) / 100,
      kind: 'minutes',
    },
  ];
  return {
    litres: {
      what: bare('what-litres'),
      kind: 'volume',
      value: water.litres,
      formula: bare('how-litres'),
      source: bare('source-house'),
      assumption: true,
      inputs: modulesAndMinutes,
      drivers: [{ change: bare('change-less-time'), becomes: water.litres * 0.75 }],
    },
    residue: {
      what: bare('what-residue'),
      kind: 'residue',
      value: way?.residue ?? null,
      formula: bare('how-residue'),
      source: bare('source-residue'),
      assumption: true,
      inputs: [
        {
          name: bare('input-conductivity-on-glass'),
          value: way?.conductivity ?? null,
          kind: 'conductivity',
          ...guessed('conductivity'),
        },
        { name: bare('input-residue-limit'), value: water.residueLimit, kind: 'residue' },
      ],
      drivers: [{ change: bare('change-squeegeed'), becomes: (way?.residue ?? 0) / 5 }],
    },
    minutes: {
      what: bare('what-visit-minutes'),
      kind: 'minutes',
      value: visitMinutes(work),
      formula: bare('how-visit-minutes'),
      source: bare('source-house-until-records'),
      assumption: true,
      inputs: [
        ...modulesAndMinutes,
        ...(work.soakMinutes
          ? [{ name: bare('input-soaking'), value: work.soakMinutes, kind: 'minutes' as const }]
          : []),
        { name: bare('input-on-the-road'), value: work.travelMinutes, kind: 'minutes', ...guessed('travelMinutes') },
      ],
      drivers: [],
    },
    visits: {
      what: bare('what-visits'),
      kind: 'count',
      value: visits.best,
      formula: bare('how-visits'),
      source: bare('source-layers'),
      assumption: true,
      inputs: [
        { name: bare('input-total-a-year'), value: chosen?.total ?? null, kind: 'money' },
        { name: bare('input-dirt-alone-a-year'), value: visits.options[0]?.lostValue ?? null, kind: 'money' },
        { name: bare('input-break-even-price'), value: visits.breakEvenPrice, kind: 'money' },
      ],
      drivers: [],
    },
    benefit: {
      what: bare('what-benefit'),
      kind: 'money',
      value: recoverable.p50 * input.valuePerKWh,
      low: recoverable.p10 * input.valuePerKWh,
      high: recoverable.p90 * input.valuePerKWh,
      formula: bare('how-benefit'),
      source: bare('source-layers-and-prices'),
      assumption: true,
      inputs: [
        { name: bare('input-energy-back'), value: recoverable.p50, kind: 'energy' },
        { name: bare('input-own-use'), value: input.ownUse, kind: 'fraction', ...guessed('ownUse') },
        {
          name: bare('input-worth-of-kwh'),
          value: input.valuePerKWh,
          kind: 'money',
          ...guessed('ownUse', 'energyBought', 'energySold'),
        },
      ],
      drivers: [],
    },
    recoverable: {
      what: bare('what-recoverable-of-site'),
      kind: 'energy',
      value: recoverable.p50,
      low: recoverable.p10,
      high: recoverable.p90,
      formula: bare('how-recoverable-of-site'),
      source: bare('source-layers'),
      assumption: true,
      inputs: [
        { name: bare('input-arrays'), value: input.arrays.length, kind: 'count' },
        { name: bare('input-courses'), value: input.arrays[0]?.courses.members.length ?? 0, kind: 'count' },
      ],
      drivers: [],
    },
    planSaves: {
      what: bare('what-plan-saves'),
      kind: 'money',
      value: (visits.options[0]?.lostValue ?? 0) - (chosen?.lostValue ?? 0),
      low: (chosen?.savedEnergy.p10 ?? 0) * input.valuePerKWh,
      high: (chosen?.savedEnergy.p90 ?? 0) * input.valuePerKWh,
      formula: bare('how-plan-saves'),
      source: bare('source-layers-and-prices'),
      assumption: true,
      inputs: [
        { name: bare('input-visits-a-year'), value: visitsChosen, kind: 'count' },
        { name: bare('input-dirt-alone-a-year'), value: visits.options[0]?.lostValue ?? null, kind: 'money' },
        { name: bare('input-dirt-with-visits-a-year'), value: chosen?.lostValue ?? null, kind: 'money' },
      ],
      drivers: visits.options
        .filter((option) => Math.abs(option.visits - visitsChosen) === 1)
        .map((option) => ({
          change: { code: 'change-visits-a-year', params: { visits: option.visits } },
          becomes: (visits.options[0]?.lostValue ?? 0) - option.lostValue,
        })),
    },
  };
}
