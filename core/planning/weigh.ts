import { CLEANING_METHODS, type CleaningMethod, type Effectiveness } from '../assumptions.ts';
import { type PreparedCourses, prepareCourses } from '../courses/courses.ts';
import { lostBySite, type WashedArray } from '../courses/visitsOfSite.ts';
import { worthOf } from '../quotes/worth.ts';
import { factsOf } from '../rules/facts.ts';
import type { MethodInput } from '../rules/input.ts';
import { refusalsOf, type WayRefusal } from '../rules/refusals.ts';
import type { MethodRules } from '../rules/rules.ts';
import type { Wanted } from '../rules/rungs.ts';
import { type Quantiles, quantilesOf } from '../statistics/summary.ts';
import { accessFor, alone, type MethodPlan, methodOf } from './choose.ts';
import { inItsPasses, shareOfLoss, takenBy } from './effect.ts';
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
  brings: (effectiveness: Effectiveness) => Quantiles;
  /** what of the loss now a wash takes off, a fraction */
  takesOff: (effectiveness: Effectiveness) => number;
}

/** One method for a face, with what it takes off there, and the visit that it makes. */
export interface JudgedMethod {
  wanted: Wanted;
  method: MethodPlan;
  effectiveness: Effectiveness;
  takesOff: number;
  /** whether it takes off as much as the finish asks for */
  keepsFinish: boolean;
  visit: Visit;
}

/** The same with what it brings back and what is left of that after the visit. */
export interface WeighedMethod extends JudgedMethod {
  brings: Quantiles;
  /** what one wash of all faces now brings back on the mean, and what of that is left after the visit, minor units */
  worth: number;
  net: number;
}

/** A way used alone on a face, with what speaks against it there. */
export interface JudgedWay extends JudgedMethod {
  way: CleaningMethod;
  refusals: WayRefusal[];
}
export interface WeighedWay extends JudgedWay, WeighedMethod {}

/** What one wash now brings back until it has soiled again, in each course: kWh. */
export function broughtBackIn(washed: readonly WashedArray[], untouched = lostBySite(washed, [])): number[] {
  const once = lostBySite(washed, [0]);
  return untouched.map((lost, index) => Math.max(0, lost - (once[index] ?? 0)));
}

/** The same over all courses: kWh. */
export const broughtBack = (washed: readonly WashedArray[], untouched?: number[]): Quantiles =>
  quantilesOf(broughtBackIn(washed, untouched));

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
export interface Weighing {
  input: PlanInput;
  /** what each way takes off, as the plan goes by it */
  figures: Record<CleaningMethod, Effectiveness>;
  faces: readonly Face[];
  now: readonly FaceWork[];
  at: number;
}

/** One method for a face beside what is done on the others: what it takes off, and the visit. */
export function judge(
  { input, figures, faces, now, at }: Weighing,
  wanted: Wanted,
  changed?: MethodPlan,
): JudgedMethod {
  const face = faces[at] as Face;
  const rules = rulesOf(input);
  const method = changed ?? methodOf(face.input, wanted, rules);
  const effectiveness = takenBy(method, face.input.modules, figures);
  const takesOff = face.takesOff(effectiveness);
  return {
    wanted,
    method,
    effectiveness,
    takesOff,
    keepsFinish: takesOff >= rules.limits[`finish-${input.finish}`],
    visit: visitOf(input, now.with(at, { input: face.input, method, effectiveness })),
  };
}

/** What a judged method brings back, and what is left of that after the visit. */
export function weigh<J extends JudgedMethod>({ input, faces, now, at }: Weighing, judged: J): J & WeighedMethod {
  const brings = (faces[at] as Face).brings(judged.effectiveness);
  const ofOthers = faces.reduce((sum, other, index) => {
    const work = now[index];
    return index === at || !work ? sum : sum + other.brings(work.effectiveness).mean;
  }, 0);
  const worth = worthOf(brings.mean + ofOthers, input.valuePerKWh);
  return { ...judged, brings, worth, net: worth - judged.visit.priced.gross };
}

/** Every way for a face, each used alone, with what speaks against it. @param change what else is changed of a way */
export function judgeWays(
  weighing: Weighing,
  change: (way: CleaningMethod, method: MethodPlan) => MethodPlan = (_, method) => method,
): JudgedWay[] {
  const { input, faces, at } = weighing;
  const face = faces[at] as Face;
  const rules = rulesOf(input);
  const facts = factsOf(face.input, rules);
  return CLEANING_METHODS.map((way): JudgedWay => {
    const wanted = alone(way, face.input, rules);
    const judged = judge(weighing, wanted, change(way, methodOf(face.input, wanted, rules)));
    const access = judged.method.access.choose;
    const { litres } = judged.visit.water;
    return { way, ...judged, refusals: refusalsOf(way, { input: face.input, facts, rules, access, litres }) };
  });
}

/** Ways that take off nearly as much as the one that takes most: of these money decides. */
const NEARLY = 0.02;

/** Those of the ways that can be used between which money decides: they keep the finish, or else take most off. */
export function contenders<W extends JudgedWay>(ways: readonly W[]): W[] {
  const usable = ways.filter(({ refusals }) => refusals.length === 0);
  const keeping = usable.filter(({ keepsFinish }) => keepsFinish);
  const most = Math.max(...usable.map(({ takesOff }) => takesOff));
  return keeping.length > 0 ? keeping : usable.filter(({ takesOff }) => takesOff >= most - NEARLY);
}
