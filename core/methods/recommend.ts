import { CLEANING_METHODS, type CleaningMethod, type Effectiveness } from '../assumptions.ts';
import { type PreparedCourses, prepareCourses } from '../courses/courses.ts';
import { lostBySite, type WashedArray } from '../courses/visitsOfSite.ts';
import { BY_HAND, bare, written } from '../findings.ts';
import { worthOf } from '../quotes/worth.ts';
import { type Spread, spread } from '../statistics/summary.ts';
import { accessFor, alone, chooseMethod, litresOf, type MethodPlan, methodOf, workOf } from './choose.ts';
import { inItsPasses, shareOfLoss, takenBy } from './effect.ts';
import { factsOf } from './facts.ts';
import type { MethodInput } from './input.ts';
import { rungsThatCan } from './ladder.ts';
import { refusalsOf, type WayRefusal } from './refusals.ts';
import type { MethodRules } from './rules.ts';
import { HAND_RUNGS, type HandRung, RUNG_WAYS, rungOf, type Wanted } from './rungs.ts';
import { type ArrayOverrides, type FaceWork, type PlanInput, rulesOf, type Visit, visitOf } from './visit.ts';

/** A face with all that ways are weighed by. */
export interface Face {
  arrayId: string;
  name: string;
  /** with the paces of the figures in use, and the access that was set by hand where it was set for itself */
  input: MethodInput;
  own: ArrayOverrides;
  prepared: PreparedCourses;
  /** what a wash brings back until the face has soiled again: kWh */
  brings: (effectiveness: Effectiveness) => Spread;
  /** what of the loss now a wash takes off, a fraction */
  takesOff: (effectiveness: Effectiveness) => number;
}

/** One method for a face, with what it does there and what the visit then costs. */
export interface WeighedMethod {
  wanted: Wanted;
  method: MethodPlan;
  effectiveness: Effectiveness;
  takesOff: number;
  /** whether it takes off as much as the finish asks for */
  keepsFinish: boolean;
  brings: Spread;
  visit: Visit;
  /** what one wash of all faces now brings back on the mean, and what of that is left after the visit, minor units */
  worth: number;
  net: number;
}

export interface WeighedWay extends WeighedMethod {
  way: CleaningMethod;
  refusals: WayRefusal[];
}

/** What is recommended for a face. */
export interface Recommended {
  method: MethodPlan;
  /** why no way can be used here as things stand; null where one can */
  stopped: WayRefusal[] | null;
  weighed: WeighedWay[];
}

/** A face as it is settled: as recommended, and after any overruling. */
export interface SettledFace {
  face: Face;
  recommended: Recommended;
  method: MethodPlan;
  effectiveness: Effectiveness;
  stopped: WayRefusal[] | null;
  /** every way used alone, as it was weighed */
  weighed: WeighedWay[];
}

/** What one wash now brings back until it has soiled again, over the members: kWh. */
export function broughtBack(washed: readonly WashedArray[], untouched = lostBySite(washed, [])): Spread {
  const once = lostBySite(washed, [0]);
  return spread(untouched.map((lost, index) => Math.max(0, lost - (once[index] ?? 0))));
}

/** The figures of the ways as the plan goes by them, in the passes of its rules. */
export const figuresOf = (input: PlanInput): Record<CleaningMethod, Effectiveness> =>
  inItsPasses(input.house.effectiveness, rulesOf(input));

function remember<T>(work: (effectiveness: Effectiveness) => T): (effectiveness: Effectiveness) => T {
  const known = new Map<string, T>();
  return (effectiveness) => {
    const key = JSON.stringify(effectiveness);
    const found = known.get(key) ?? work(effectiveness);
    known.set(key, found);
    return found;
  };
}

/** The faces of a plan, made ready to be weighed. */
export function facesOf(input: PlanInput): Face[] {
  const { pace, litres } = input.house;
  const rules = rulesOf(input);
  return input.arrays.map(({ arrayId, name, method, courses }): Face => {
    const own = input.overrides.arrays?.[arrayId] ?? {};
    const given = { ...method, pace, litres };
    const prepared = prepareCourses(courses);
    let untouched: number[] | null = null;
    return {
      arrayId,
      name,
      input: { ...given, accessByHand: accessByHand(given, own, rules) },
      own,
      prepared,
      brings: remember((effectiveness) => {
        untouched ??= lostBySite([{ prepared, effectiveness }], []);
        return broughtBack([{ prepared, effectiveness }], untouched);
      }),
      takesOff: remember((effectiveness) => shareOfLoss(courses, effectiveness)),
    };
  });
}

/** The access that somebody set for a face; not one that came along with a way that wants it. */
function accessByHand(input: MethodInput, { method, access }: ArrayOverrides, rules: MethodRules) {
  if (access === undefined) return input.accessByHand;
  const along = method !== undefined && accessFor(method, input, rules).choose === access;
  return along ? input.accessByHand : access;
}

/** What weighing a face goes by: all faces, what is done on them as things stand, and which of them it is. */
interface Weighing {
  input: PlanInput;
  faces: readonly Face[];
  now: readonly FaceWork[];
  at: number;
}

/** One method for a face beside what is done on the others. */
export function weigh({ input, faces, now, at }: Weighing, wanted: Wanted, changed?: MethodPlan): WeighedMethod {
  const face = faces[at] as Face;
  const method = changed ?? methodOf(face.input, wanted, rulesOf(input));
  const effectiveness = takenBy(method, face.input.modules, figuresOf(input));
  const visit = visitOf(input, now.with(at, { input: face.input, method, effectiveness }));
  const brings = face.brings(effectiveness);
  const ofOthers = faces.reduce((sum, other, index) => {
    const work = now[index];
    return index === at || !work ? sum : sum + other.brings(work.effectiveness).mean;
  }, 0);
  const worth = worthOf(brings.mean + ofOthers, input.valuePerKWh);
  const takesOff = face.takesOff(effectiveness);
  return {
    wanted,
    method,
    effectiveness,
    takesOff,
    keepsFinish: takesOff >= rulesOf(input).limits[`finish-${input.finish}`],
    brings,
    visit,
    worth,
    net: worth - visit.priced.gross,
  };
}

/** Every way for a face, each used alone, with what speaks against it. @param change what else is changed of the chosen one */
export function weighWays(weighing: Weighing, change?: (way: CleaningMethod, method: MethodPlan) => MethodPlan) {
  const { input, faces, at } = weighing;
  const face = faces[at] as Face;
  const rules = rulesOf(input);
  const facts = factsOf(face.input, rules);
  return CLEANING_METHODS.map((way): WeighedWay => {
    const wanted = alone(way, face.input, rules);
    const method = methodOf(face.input, wanted, rules);
    const weighed = weigh(weighing, wanted, change?.(way, method) ?? method);
    const access = weighed.method.access.choose;
    const { litres } = weighed.visit.water;
    return { way, ...weighed, refusals: refusalsOf(way, { input: face.input, facts, rules, access, litres }) };
  });
}

/** Ways that take off nearly as much as the one that takes most: of these money decides. */
const NEARLY = 0.02;

/** Those of the ways that can be used between which money decides: they keep the finish, or else take most off. */
export function contenders(usable: readonly WeighedWay[]): WeighedWay[] {
  const keeping = usable.filter(({ keepsFinish }) => keepsFinish);
  const most = Math.max(...usable.map(({ takesOff }) => takesOff));
  const left = keeping.length > 0 ? keeping : usable.filter(({ takesOff }) => takesOff >= most - NEARLY);
  return [...left].sort((one, other) => other.net - one.net);
}

/**
 * The way of the best worth for money that a face allows and that keeps the finish, with every rung beside it that brings
 * more than it asks; where none keeps the finish, the most thorough.
 */
function recommend(weighing: Weighing): Recommended {
  const { input, faces, at } = weighing;
  const face = faces[at] as Face;
  const rules = rulesOf(input);
  const all = weighWays(weighing);
  const usable = all.filter(({ refusals }) => refusals.length === 0);
  const [best, second] = contenders(usable);
  if (best === undefined)
    return {
      method: named(chooseMethod(face.input, rules), bare('method-none-here')),
      stopped: commonTo(all, rules),
      weighed: all,
    };
  const { method } = withRungs(weighing, best);
  return { method: named(method, becauseOf(best, second)), stopped: null, weighed: all };
}

function becauseOf(best: WeighedWay, second: WeighedWay | undefined): MethodPlan['method']['because'] {
  if (!best.keepsFinish) return { code: 'method-most-thorough', params: { takesOff: best.takesOff } };
  if (second === undefined) return bare('method-only-way');
  return { code: 'method-best-worth', params: { by: best.net - second.net, second: second.way } };
}

const named = (method: MethodPlan, because: MethodPlan['method']['because']): MethodPlan => ({
  ...method,
  method: { ...method.method, because },
});

/** A way with every other rung that can be climbed and brings more than it asks, or that the finish wants. */
function withRungs(weighing: Weighing, best: WeighedMethod): WeighedMethod {
  const { input, faces, at } = weighing;
  const face = faces[at] as Face;
  const rules = rulesOf(input);
  const facts = factsOf(face.input, rules);
  const access = best.method.access.choose;
  if (rules.ways[best.wanted.base].flow === 0) return best;
  const unpaid: Partial<Record<HandRung, number>> = {};
  let chosen = best;
  const can = rungsThatCan({ input: face.input, facts, rules, access, litres: best.visit.water.litres });
  for (const rung of can.filter((one) => !best.wanted.rungs.includes(one))) {
    const wanted = { base: chosen.wanted.base, rungs: [...chosen.wanted.rungs, rung] };
    const more = weigh(weighing, wanted);
    if (more.net >= chosen.net || (more.keepsFinish && !chosen.keepsFinish)) chosen = more;
    else unpaid[rung] = chosen.net - more.net;
  }
  return weigh(weighing, { ...chosen.wanted, rungs: inOrder(chosen.wanted.rungs), unpaid });
}

const inOrder = (rungs: readonly HandRung[]): HandRung[] => HAND_RUNGS.filter((rung) => rungs.includes(rung));

/** Why none can be used: what speaks against every way for all modules, or else all that speaks against any of them. */
function commonTo(all: readonly WeighedWay[], { ways }: MethodRules): WayRefusal[] {
  const ours = all.filter(({ way }) => ways[way].have && ways[way].head > 0 && rungOf(way) === null);
  const byCode = new Map(ours.flatMap(({ refusals }) => refusals.map((one) => [one.code, one] as const)));
  const common = [...byCode.values()].filter(({ code }) =>
    ours.every(({ refusals }) => refusals.some((one) => one.code === code)),
  );
  const left = [...byCode.values()].filter(({ code }) => code !== 'way-line-not-known');
  return common.length > 0 ? common : left;
}

/**
 * What is done on each face of a plan: as recommended with the others as they stand, and what somebody chose in its place.
 * A lift that one face needs is there for the others, so that faces are gone through again where there are several.
 */
export function settle(input: PlanInput, faces: readonly Face[]): SettledFace[] {
  const rules = rulesOf(input);
  const figures = figuresOf(input);
  const work = (face: Face, method: MethodPlan) => ({
    input: face.input,
    method,
    effectiveness: takenBy(method, face.input.modules, figures),
  });
  let now: FaceWork[] = faces.map((face) => work(face, overrule(face, chooseMethod(face.input, rules), rules)));
  let settled: SettledFace[] = [];
  for (let sweep = 0; sweep < Math.min(2, faces.length); sweep += 1)
    settled = faces.map((face, at) => {
      const recommended = recommend({ input, faces, now, at });
      const method = overrule(face, recommended.method, rules);
      const stopped = face.own.method === undefined ? recommended.stopped : null;
      const done = work(face, method);
      now = now.with(at, stopped === null ? done : null);
      return { face, recommended, method, effectiveness: done.effectiveness, stopped, weighed: recommended.weighed };
    });
  return settled;
}

/** The method with what was set by hand in place; what follows from the way and the access follows from those set. */
export function overrule({ input, own }: Face, plan: MethodPlan, rules: MethodRules): MethodPlan {
  const way = own.method;
  const given = { ...input, accessByHand: own.access ?? input.accessByHand };
  const recommended = { base: plan.ways[0] as CleaningMethod, rungs: rungsOf(plan) };
  const wanted = way === undefined ? recommended : alone(way, given, rules);
  const byHand = own.rungs ?? {};
  const there = (rung: HandRung) =>
    own.access === undefined || way !== undefined || rules.ways[RUNG_WAYS[rung]].from.includes(own.access);
  const rungs = HAND_RUNGS.filter((rung) => byHand[rung] ?? (wanted.rungs.includes(rung) && there(rung)));
  const changed = way !== undefined || own.access !== undefined || own.rungs !== undefined;
  const base = changed ? methodOf(given, { base: wanted.base, rungs }, rules, own.access !== undefined) : plan;
  const escalation = base.escalation.map((step) => ({ ...step, use: byHand[step.rung] ?? step.use }));
  const work = changed ? workOf(given, { base: wanted.base, access: base.access.choose, escalation }, rules) : base;
  const minutesPerModule = own.minutesPerModule ?? work.minutesPerModule;
  return {
    ...base,
    ...work,
    method: way === undefined ? methodNamed(plan, base) : { choose: way, because: BY_HAND },
    brush: own.brush ? { choose: written(own.brush), because: BY_HAND } : base.brush,
    pole: own.pole === undefined ? base.pole : { choose: own.pole, because: BY_HAND },
    escalation,
    minutesPerModule,
    litresPerModule:
      own.minutesPerModule === undefined ? work.litresPerModule : litresOf(given, wanted.base, minutesPerModule, rules),
  };
}

/** Why a way was recommended stands as long as the way is the same. */
const methodNamed = (plan: MethodPlan, now: MethodPlan): MethodPlan['method'] =>
  plan.method.choose === now.method.choose ? plan.method : now.method;

const rungsOf = ({ escalation }: MethodPlan): HandRung[] =>
  HAND_RUNGS.filter((rung) => escalation.some((step) => step.rung === rung && step.use));
