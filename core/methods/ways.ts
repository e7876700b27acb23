import { BY_HAND, CLEANING_METHODS, type CleaningMethod, METHOD_WORK, MOST_AT_THE_POLE } from '../assumptions.ts';
import { prepareCourses } from '../courses/courses.ts';
import { type CourseSetup, parametersOf } from '../courses/setup.ts';
import { lostBySite } from '../courses/visitsOfSite.ts';
import { type Bare, bare, type Finding } from '../findings.ts';
import { worthOf } from '../quotes/worth.ts';
import { LayeredGlass } from '../soiling/layered.ts';
import { type Spread, spread } from '../statistics/summary.ts';
import type { MethodInput } from './choose.ts';
import { type ArrayOverrides, type ArrayPlan, broughtBack, type PlanInput, visitOf } from './plan.ts';
import type { Access } from './work.ts';

/** Why a way of cleaning cannot be used on a face. */
export type WayRefusal = Bare<'rung-no-water' | 'rung-tank' | 'rung-blade-not-agreed' | 'way-line-not-known'>;

/** What is to be said of the ways beside each other; minor units. */
export type WaysFinding =
  | Finding<'ways-best', { way: CleaningMethod; by: number; second: CleaningMethod }>
  | Finding<'ways-other', { way: CleaningMethod; by: number; chosen: CleaningMethod }>
  | Finding<'ways-none-pays', { way: CleaningMethod; short: number }>
  | Bare<'ways-none'>;

/** One way of cleaning a face, used alone, beside all others. */
export interface WayCompared {
  way: CleaningMethod;
  /** why not here; none where it can be used */
  refusals: WayRefusal[];
  /** from where; another than chosen where the way wants it */
  access: Access;
  /** minutes at the modules of this face, and litres on them */
  minutes: number;
  litres: number;
  /** one visit of the whole site with this way on this face, tax included, minor units */
  gross: number;
  /** of the loss now that stays on the face, fractions of its power */
  left: Spread;
  /** one wash of this face now: kWh that come back until it has soiled again */
  brings: Spread;
  /** what one wash of all faces now brings back on the mean, and what of that is left after the visit, minor units */
  worth: number;
  net: number;
}

export interface WaysCompared {
  /** those that can be used by the money they leave, most first; then the others */
  ways: WayCompared[];
  /** that of the plan as it is chosen */
  chosen: CleaningMethod;
  /** of those that can be used the one that leaves most money; null where none can */
  best: CleaningMethod | null;
  findings: WaysFinding[];
}

/** The rungs that stand for a way of their own: beside each other each way is used alone. */
const ALONE = { soap: false, alcohol: false, blade: false } as const;

/**
 * All ways of cleaning one face beside each other: whether they can be used here, minutes, litres, money, what stays on the
 * glass, and what one wash brings back (C17 members, C18 effects). The other faces stay as they are chosen.
 * @throws RangeError where the plan has no such array
 */
export function compareWays(input: PlanInput, arrayId: string): WaysCompared {
  const face = input.arrays.find((array) => array.arrayId === arrayId);
  const visit = visitOf(input);
  const now = visit.arrays.find((array) => array.arrayId === arrayId);
  if (face === undefined || now === undefined) throw new RangeError(`no array ${arrayId} in the plan`);
  const prepared = prepareCourses(face.courses);
  const untouched = lostBySite([{ prepared, effectiveness: now.effectiveness }], []);
  const others = input.arrays.flatMap(({ courses }, at) => {
    const { effectiveness } = visit.arrays[at] as ArrayPlan;
    return at === input.arrays.indexOf(face) ? [] : [{ prepared: prepareCourses(courses), effectiveness }];
  });
  const ofOthers = others.length === 0 ? 0 : broughtBack(others).mean;
  const own = input.overrides.arrays?.[arrayId] ?? {};
  const chosen = now.method.method.choose;
  const all = CLEANING_METHODS.map((way): WayCompared => {
    const access = accessFor(way, now);
    // Minutes that somebody set are those of the way that was chosen.
    const minutes = way === chosen ? own.minutesPerModule : undefined;
    const rungs = { ...own.rungs, ...ALONE };
    const array = withWay(input, arrayId, { ...own, method: way, access, minutesPerModule: minutes, rungs });
    const { minutesPerModule, litresPerModule } = array.plan.method;
    const brings = broughtBack([{ prepared, effectiveness: array.plan.effectiveness }], untouched);
    const worth = worthOf(brings.mean + ofOthers, input.valuePerKWh);
    return {
      way,
      refusals: refusalsOf(way, face.method),
      access,
      minutes: face.method.modules * minutesPerModule,
      litres: face.method.modules * (litresPerModule ?? 0),
      gross: array.gross,
      left: leftAfter(face.courses, array.plan),
      brings,
      worth,
      net: worth - array.gross,
    };
  });
  const byMoney = [...all].sort((one, other) => other.net - one.net);
  const usable = byMoney.filter(({ refusals }) => refusals.length === 0);
  const refused = byMoney.filter(({ refusals }) => refusals.length > 0);
  const best = usable[0]?.way ?? null;
  return { ways: [...usable, ...refused], chosen, best, findings: findingsOf(usable, chosen) };
}

/** The plan of one face with something set, and what the visit then costs. */
function withWay(input: PlanInput, arrayId: string, set: ArrayOverrides): { plan: ArrayPlan; gross: number } {
  const arrays = { ...input.overrides.arrays, [arrayId]: set };
  const visit = visitOf({ ...input, overrides: { ...input.overrides, arrays } });
  return { plan: visit.arrays.find((array) => array.arrayId === arrayId) as ArrayPlan, gross: visit.priced.gross };
}

/** From the ground only what a pole carries and guides; everything else wants somebody at the glass. */
function accessFor(way: CleaningMethod, { method }: ArrayPlan): Access {
  if (method.access.choose !== 'ground') return method.access.choose;
  const heavy = METHOD_WORK[way].head * method.pole.choose > MOST_AT_THE_POLE;
  return heavy || BY_HAND.includes(way) ? 'lift' : 'ground';
}

function refusalsOf(way: CleaningMethod, face: MethodInput): WayRefusal[] {
  const refusals: WayRefusal[] = [];
  if (face.waterless && METHOD_WORK[way].flow > 0) refusals.push(bare('rung-no-water'));
  if (face.runOff === 'rainwater-tank' && (way === 'soap' || way === 'alcohol')) refusals.push(bare('rung-tank'));
  if (way === 'wet-blade' && !face.bladeAgreed) refusals.push(bare('rung-blade-not-agreed'));
  if (way === 'spray-line' || way === 'spray-line-wiped') refusals.push(bare('way-line-not-known'));
  return refusals;
}

/** Loss that a wash leaves, over the members of what is known. */
function leftAfter(setup: CourseSetup, { effectiveness }: ArrayPlan): Spread {
  return spread(
    setup.members.map((member) => {
      const glass = new LayeredGlass(setup.surfaceTilt, parametersOf(setup, member), member.initial);
      glass.clean(effectiveness);
      return 1 - glass.soilingRatio();
    }),
  );
}

/** @param usable the ways that can be used, the one that leaves most money first */
function findingsOf(usable: readonly WayCompared[], chosen: CleaningMethod): WaysFinding[] {
  const [first, second] = usable;
  if (first === undefined) return [bare('ways-none')];
  const findings: WaysFinding[] = [];
  const used = usable.find(({ way }) => way === chosen);
  if (first.way === chosen && second !== undefined)
    findings.push({ code: 'ways-best', params: { way: chosen, by: first.net - second.net, second: second.way } });
  if (first.way !== chosen && used !== undefined)
    findings.push({ code: 'ways-other', params: { way: first.way, by: first.net - used.net, chosen } });
  if (first.net < 0) findings.push({ code: 'ways-none-pays', params: { way: first.way, short: -first.net } });
  return findings;
}
