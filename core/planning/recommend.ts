import type { CleaningMethod, Effectiveness } from '../assumptions.ts';
import { BY_HAND, bare, written } from '../findings.ts';
import { factsOf } from '../rules/facts.ts';
import { rungsThatCan } from '../rules/ladder.ts';
import type { WayRefusal } from '../rules/refusals.ts';
import type { MethodRules } from '../rules/rules.ts';
import { HAND_RUNGS, type HandRung, RUNG_WAYS, rungOf } from '../rules/rungs.ts';
import { alone, chooseMethod, litresOf, type MethodPlan, methodOf, workOf } from './choose.ts';
import { takenBy } from './effect.ts';
import { type FaceWork, type PlanInput, rulesOf } from './visit.ts';
import {
  contenders,
  type Face,
  figuresOf,
  type JudgedMethod,
  type JudgedWay,
  judge,
  judgeWays,
  type WeighedMethod,
  type WeighedWay,
  type Weighing,
  weigh,
} from './weigh.ts';

/** Refusals that nobody overrules by choosing another way: height where none may climb, ice, weight on broken glass. */
const HAZARDS: readonly WayRefusal['code'][] = [
  'refused-snow',
  'refused-frost',
  'refused-ground-only',
  'refused-cracked',
];

/** What is recommended for a face. */
export interface Recommended {
  method: MethodPlan;
  /** why no way can be used here as things stand; null where one can */
  stopped: WayRefusal[] | null;
  /** every way used alone, as it was judged */
  ways: JudgedWay[];
}

/** A face as it is settled: as recommended, and after any overruling. */
export interface SettledFace {
  face: Face;
  recommended: Recommended;
  method: MethodPlan;
  effectiveness: Effectiveness;
  stopped: WayRefusal[] | null;
  ways: JudgedWay[];
}

/**
 * The way of the best worth for money that a face allows and that keeps the finish, with every rung beside it that brings
 * more than it asks; where none keeps the finish, the most thorough.
 */
function recommend(weighing: Weighing): Recommended {
  const { input, faces, at } = weighing;
  const face = faces[at] as Face;
  const rules = rulesOf(input);
  const all = judgeWays(weighing);
  // What the others would bring back need not be known.
  const weighed = contenders(all).map((way) => weigh(weighing, way));
  const [best, second] = weighed.sort((one, other) => other.net - one.net);
  if (best === undefined)
    return {
      method: named(chooseMethod(face.input, rules), bare('method-none-here')),
      stopped: commonTo(all, rules),
      ways: all,
    };
  const { method } = withRungs(weighing, best);
  return { method: named(method, becauseOf(best, second)), stopped: null, ways: all };
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
function withRungs(weighing: Weighing, best: WeighedMethod): JudgedMethod {
  const { input, faces, at } = weighing;
  const face = faces[at] as Face;
  const rules = rulesOf(input);
  const facts = factsOf(face.input, rules);
  const access = best.method.access.choose;
  if (rules.ways[best.wanted.base].flow === 0) return best;
  const unpaid: Partial<Record<HandRung, number>> = {};
  let chosen: WeighedMethod = best;
  const can = rungsThatCan({ input: face.input, facts, rules, access, litres: best.visit.water.litres });
  for (const rung of can.filter((one) => !best.wanted.rungs.includes(one))) {
    const wanted = { base: chosen.wanted.base, rungs: [...chosen.wanted.rungs, rung] };
    const more = weigh(weighing, judge(weighing, wanted));
    if (more.net >= chosen.net || (more.keepsFinish && !chosen.keepsFinish)) chosen = more;
    else unpaid[rung] = chosen.net - more.net;
  }
  return judge(weighing, { ...chosen.wanted, rungs: inOrder(chosen.wanted.rungs), unpaid });
}

const inOrder = (rungs: readonly HandRung[]): HandRung[] => HAND_RUNGS.filter((rung) => rungs.includes(rung));

/** Why none can be used: what speaks against every way for all modules, or else all that speaks against any of them. */
function commonTo(all: readonly JudgedWay[], { ways }: MethodRules): WayRefusal[] {
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
      const recommended = recommend({ input, figures, faces, now, at });
      const method = overrule(face, recommended.method, rules);
      const stopped = stoppedBy(face, recommended);
      const done = work(face, method);
      now = now.with(at, stopped === null ? done : null);
      return { face, recommended, method, effectiveness: done.effectiveness, stopped, ways: recommended.ways };
    });
  return settled;
}

/**
 * Why a face is not washed as things stand. Who sets a way by hand has weighed what it does to the glass; what can hurt
 * somebody stops it all the same, and with it a way that was set on an earlier day.
 */
function stoppedBy({ own }: Face, { stopped, ways }: Recommended): WayRefusal[] | null {
  if (own.method === undefined) return stopped;
  const refusals = ways.find(({ way }) => way === own.method)?.refusals ?? [];
  const hazards = refusals.filter(({ code }) => HAZARDS.includes(code));
  return hazards.length > 0 ? hazards : null;
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
