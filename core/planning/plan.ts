import type { Effectiveness } from '../assumptions.ts';
import { NO_VISITS } from '../courses/setup.ts';
import {
  compareVisitsIn,
  type VisitsComparison,
  type VisitsOption,
  type WashedArray,
} from '../courses/visitsOfSite.ts';
import { bare, type Finding, type Written } from '../findings.ts';
import { type KitItem, kitList } from '../kit/list.ts';
import type { PriceBook } from '../quotes/book.ts';
import { byKind } from '../quotes/fittings.ts';
import type { PricedBothWays } from '../quotes/offer.ts';
import {
  type PricedVisit,
  priceVisit,
  termsOf,
  type VisitTerms,
  type VisitWork,
  visitMinutes,
} from '../quotes/price.ts';
import { planWorthUpTo } from '../quotes/verdict.ts';
import { worthOf } from '../quotes/worth.ts';
import { highest } from '../reach/access.ts';
import type { Reason } from '../reasons.ts';
import { scale } from '../reckoning/reckon.ts';
import type { WayRefusal } from '../rules/refusals.ts';
import type { Rung } from '../rules/rungs.ts';
import type { AssumedFact } from '../sites/assumed.ts';
import { mean, type Quantiles, quantilesOf } from '../statistics/summary.ts';
import type { WaterPlan, WaterWay } from '../water/plan.ts';
import { DRYINGS, type Drying } from '../water/treatment.ts';
import { type ClimateName, climateOf } from '../weather/index.ts';
import type { MethodPlan } from './choose.ts';
import { type FittingsPlanned, fittingsOfVisit } from './fittings.ts';
import { type SettledFace, settle } from './recommend.ts';
import { slipOf } from './slip.ts';
import { type FaceWork, type PlanInput, rulesOf, visitOf } from './visit.ts';
import { broughtBackIn, facesOf } from './weigh.ts';
import { questionsOf, type WorkQuestion } from './work.ts';

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
  /** why no way can be used on it as things stand: it is left out of the visit; null where one can */
  stopped: WayRefusal[] | null;
}

export interface PlanOutput {
  arrays: ArrayPlan[];
  modules: number;
  /** how the glass dries after the last rinse */
  drying: Drying;
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
  /** what the lines of a price that follow from others go by */
  terms: Pick<VisitTerms, 'storeysAbove' | 'heavyShare'>;
  /** the same visits with the spotless finish; null where that is planned anyway, and in plans before 14 */
  spotless: SpotlessVisit | null;
  /** of each course the price of a visit up to which it pays, by itself and in the plan; minor units. Null before 14 */
  worthUpTo: { one: number[]; planned: number[] };
  /** what coming a fortnight late or early to every visit of the plan costs in a year, minor units; null without visits and before 14 */
  slip: { late: number; early: number } | null;
  /** one wash now: kWh that come back until it has soiled again, and their worth in minor units */
  recoverable: Quantiles;
  benefit: Quantiles;
  usedShare: number;
  /** what is fitted against causes at the next visit, once; null where nothing is */
  fittings: FittingsPlanned | null;
  kit: KitItem[];
  isolate: boolean;
  assumed: AssumedFact[];
  /** what cannot well be of what was chosen, for whoever chose it */
  questions: PlanQuestion[];
  /** what the chosen visits save in a year, and those beyond the first of that, minor units */
  saves: Quantiles;
  beyondFirst: Quantiles;
  /** the weather that it is reckoned over, and which figures of house and contractor it rests on */
  climate: ClimateName;
  figures: number;
  reasons: Record<'litres' | 'residue' | 'visits' | 'minutes' | 'benefit' | 'recoverable' | 'planSaves', Reason>;
}

/** A visit of the plan with the spotless finish in place of the one that restores output: prices, water and what is taken along. */
export interface SpotlessVisit extends PricedBothWays {
  /** µS/cm that the finish allows, litres, and how they are made */
  water: { limit: number; litres: number; way: WaterWay };
  kit: KitItem[];
}

/** Water, method and how often for all arrays of a site, priced: what stands between a loss and an offer. */
export function makePlan(input: PlanInput): PlanOutput {
  const rules = rulesOf(input);
  const settled = settle(input, facesOf(input));
  const arrays = settled.map(
    ({ face, recommended, method, effectiveness, stopped }): ArrayPlan => ({
      arrayId: face.arrayId,
      name: face.name,
      modules: face.input.modules,
      method,
      recommended: recommended.method,
      effectiveness: stopped === null ? effectiveness : NO_VISITS.effectiveness,
      takesOff: stopped === null ? face.takesOff(effectiveness) : 0,
      stopped,
    }),
  );
  const onFaces = settled.map(workOfFace);
  const { modules, drying, water, waterWay, waterCost, work, priced, pricedInPlan } = visitOf(input, onFaces);
  const washed = settled.map(
    ({ face: { prepared } }, at): WashedArray => ({
      prepared,
      effectiveness: (arrays[at] as ArrayPlan).effectiveness,
    }),
  );
  const { visits, lost } = compareVisitsIn(
    washed,
    (count) => (count > 1 ? pricedInPlan : priced).gross,
    input.valuePerKWh,
  );
  const comesBack = broughtBackIn(washed, lost[0]);
  const recoverable = quantilesOf(comesBack);
  const visitsChosen = input.overrides.visits ?? visits.best;
  const done = arrays.filter(({ stopped }) => stopped === null);
  const fittings = fittingsOfVisit(input, settled, { gross: priced.gross, modules, lift: work.accessEquipment });
  const [first] = done;
  const option = visits.options[visitsChosen] as VisitsOption;
  const kitFor = (way: WaterWay, litres: number): KitItem[] =>
    first
      ? kitList({
          way,
          wet: done.some(({ method }) => method.ways.some((one) => rules.ways[one].flow > 0)),
          ways: [...new Set(done.flatMap(({ method }) => method.ways))],
          brush: first.method.brush.choose,
          pole: Math.max(...done.map(({ method }) => method.pole.choose)),
          litres,
          squeegee: drying === 'squeegee',
          rungs: usedRungs(done),
          access: fittings?.access ? 'lift' : highest(done.map(({ method }) => method.access.choose)),
          fittings: fittings ? byKind(fittings) : [],
        })
      : [];
  const spotless = input.finish === 'spotless' ? null : visitOf({ ...input, finish: 'spotless' }, onFaces);
  return {
    arrays,
    modules,
    drying,
    water,
    waterWay,
    waterCost,
    visits,
    visitsChosen,
    priced,
    pricedInPlan,
    terms: termsOf(work),
    spotless: spotless && {
      ...bothWays(spotless.work, spotless.waterCost - waterCost, input.prices),
      water: {
        limit: spotless.water.conductivityLimit,
        litres: spotless.water.litres,
        way: spotless.waterWay,
      },
      kit: kitFor(spotless.waterWay, spotless.water.litres),
    },
    worthUpTo: {
      one: inOrder(comesBack.map((energy) => worthOf(energy, input.valuePerKWh))),
      planned: planPaysUpTo(lost, visitsChosen, input.valuePerKWh),
    },
    slip: slipInMoney(washed, option.days, lost[visitsChosen], input.valuePerKWh),
    recoverable,
    benefit: scale(recoverable, input.valuePerKWh),
    usedShare: input.ownUse,
    fittings,
    kit: kitFor(waterWay, water.litres),
    isolate: input.overrides.isolate ?? true,
    questions: done.flatMap(({ name, method }) =>
      questionsOf(
        {
          way: method.method.choose,
          access: method.access.choose,
          pole: method.pole.choose,
          minutesPerModule: method.minutesPerModule,
          rungs: method.escalation.filter(({ use }) => use).map(({ rung }) => rung),
        },
        rules,
      ).map(
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

const inOrder = (values: readonly number[]): number[] => [...values].sort((one, other) => one - other);

/** A visit by itself and in a plan; what its water costs more than what a price all in carries is asked on top. */
const bothWays = (work: VisitWork, moreWater: number, book: PriceBook): PricedBothWays => {
  const own = { ...work, extraWater: Math.max(0, moreWater) };
  return { priced: priceVisit(own, book), pricedInPlan: priceVisit(own, book, true) };
};

/** What a fortnight late or early costs; null where nothing is planned. @param onTime kWh lost in each course with the visits as planned */
function slipInMoney(
  washed: readonly WashedArray[],
  days: readonly number[],
  onTime: readonly number[] | undefined,
  valuePerKWh: number,
): PlanOutput['slip'] {
  if (days.length === 0) return null;
  const { late, early } = slipOf(washed, days, onTime && mean(onTime));
  return { late: worthOf(late, valuePerKWh), early: worthOf(early, valuePerKWh) };
}

/**
 * The price of a visit of the plan up to which it pays in each course, minor units, the least first.
 * @param lost kWh in each course, by the number of visits
 */
function planPaysUpTo(lost: readonly number[][], visits: number, valuePerKWh: number): number[] {
  const [none = [], one = [], all = []] = [lost[0], lost[1], lost[visits]];
  return inOrder(
    none.map((untouched, at) => {
      const after = all[at] ?? 0;
      const [saves, beyondFirst] = [untouched - after, (one[at] ?? 0) - after];
      return Math.floor(planWorthUpTo(visits, saves * valuePerKWh, beyondFirst * valuePerKWh));
    }),
  );
}

/** Rungs of the escalation ladder that any array of the plan uses. */
export const usedRungs = (arrays: PlanOutput['arrays']): Rung[] => [
  ...new Set(arrays.flatMap(({ method }) => method.escalation.filter((rung) => rung.use).map((rung) => rung.rung))),
];

/** What is done on a face; null where nothing can be. */
export const workOfFace = ({ face, method, effectiveness, stopped }: SettledFace): FaceWork =>
  stopped === null ? { input: face.input, method, effectiveness } : null;

interface ReasonParts {
  input: PlanInput;
  work: VisitWork;
  water: WaterPlan;
  waterWay: WaterWay;
  visits: VisitsComparison;
  visitsChosen: number;
  recoverable: Quantiles;
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
      drivers:
        input.overrides.drying === 'squeegee'
          ? []
          : [
              {
                change: bare('change-squeegeed'),
                becomes: ((way?.residue ?? 0) * DRYINGS.squeegee) / DRYINGS['drip-dry'],
              },
            ],
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
