import type { CleaningMethod, Effectiveness } from '../assumptions.ts';
import { type Bare, bare, type Finding } from '../findings.ts';
import type { Access } from '../reach/access.ts';
import type { WayRefusal } from '../rules/refusals.ts';
import { type Risk, risksOf } from '../rules/risks.ts';
import { type Quantiles, quantilesOf } from '../statistics/summary.ts';
import { lossAround } from './effect.ts';
import { workOfFace } from './plan.ts';
import { settle } from './recommend.ts';
import { type PlanInput, rulesOf, type Visit } from './visit.ts';
import { contenders, facesOf, figuresOf, judgeWays, type WeighedWay, weigh } from './weigh.ts';

/** What is to be said of the ways beside each other; minor units. */
export type WaysFinding =
  | Finding<'ways-best', { way: CleaningMethod; by: number; second: CleaningMethod }>
  | Finding<'ways-other', { way: CleaningMethod; by: number; chosen: CleaningMethod }>
  | Finding<'ways-none-pays', { way: CleaningMethod; short: number }>
  /** `takesOff` of the loss now, by the one that takes most, and what the finish asks for */
  | Finding<'ways-none-keeps', { way: CleaningMethod; takesOff: number }>
  | Bare<'ways-none'>;

/** One way of cleaning a face, used alone, beside all others. */
export interface WayCompared {
  way: CleaningMethod;
  /** why not here; none where it can be used */
  refusals: WayRefusal[];
  /** whether it takes off as much as the finish asks for, and how much of the loss now that is, a fraction */
  keepsFinish: boolean;
  takesOff: number;
  /** from where; another than chosen where the way wants it */
  access: Access;
  /** minutes at the modules of this face, and litres on them */
  minutes: number;
  litres: number;
  /** one visit of the whole site with this way on this face, tax included, minor units */
  gross: number;
  /** of the loss now that stays on the face, fractions of its power */
  left: Quantiles;
  /** share of each layer that stays, and mg/m2 of salts that its water leaves where it dries */
  stays: Effectiveness;
  residue: number;
  /** what it can do to people and to the glass */
  risks: Risk[];
  /** one wash of this face now: kWh that come back until it has soiled again */
  brings: Quantiles;
  /** what one wash of all faces now brings back on the mean, and what of that is left after the visit, minor units */
  worth: number;
  net: number;
}

export interface WaysCompared {
  /** those that can be used and keep the finish by the money they leave, most first; then those that leave more; then the others */
  ways: WayCompared[];
  /** that of the plan as it is chosen */
  chosen: CleaningMethod;
  /** of those that can be used and keep the finish the one that leaves most money; null where none can be used */
  best: CleaningMethod | null;
  findings: WaysFinding[];
}

/**
 * All ways of cleaning one face beside each other: whether they can be used here, minutes, litres, money, what stays on the
 * glass, and what one wash brings back (C17 members, C18 effects). The other faces stay as they are chosen.
 * @throws RangeError where the plan has no such array
 */
export function compareWays(input: PlanInput, arrayId: string): WaysCompared {
  const faces = facesOf(input);
  const at = faces.findIndex((face) => face.arrayId === arrayId);
  const face = faces[at];
  const courses = input.arrays[at]?.courses;
  if (face === undefined || courses === undefined) throw new RangeError(`no array ${arrayId} in the plan`);
  const settled = settle(input, faces);
  const chosen = settled[at]?.method.method.choose as CleaningMethod;
  // Minutes that somebody set are those of the way that was chosen.
  const { minutesPerModule } = face.own;
  const weighing = { input, figures: figuresOf(input), faces, now: settled.map(workOfFace), at };
  const weighed = judgeWays(weighing, (way, method) =>
    way === chosen && minutesPerModule !== undefined ? { ...method, minutesPerModule } : method,
  ).map((way) => weigh(weighing, way));
  const rules = rulesOf(input);
  const shown = (one: WeighedWay): WayCompared => {
    const { way, refusals, keepsFinish, takesOff, method, effectiveness, brings, worth, net } = one;
    return {
      way,
      refusals,
      keepsFinish,
      takesOff,
      access: method.access.choose,
      minutes: face.input.modules * method.minutesPerModule,
      litres: face.input.modules * method.litresPerModule,
      gross: one.visit.priced.gross,
      left: quantilesOf(lossAround(courses, effectiveness).after),
      stays: {
        loose: 1 - effectiveness.loose,
        bonded: 1 - effectiveness.bonded,
        droppings: 1 - effectiveness.droppings,
        lichen: 1 - effectiveness.lichen,
      },
      residue: rules.ways[way].flow > 0 ? residueOf(one.visit) : 0,
      risks: risksOf(way, { access: method.access.choose, pole: method.pole.choose }, rules),
      brings,
      worth,
      net,
    };
  };
  const byMoney = [...weighed].sort((one, other) => other.net - one.net);
  const usable = byMoney.filter(({ refusals }) => refusals.length === 0);
  const first = contenders(byMoney);
  const rest = usable.filter((one) => !first.includes(one));
  const refused = byMoney.filter(({ refusals }) => refusals.length > 0);
  return {
    ways: [...first, ...rest, ...refused].map(shown),
    chosen,
    best: first[0]?.way ?? null,
    findings: findingsOf(first, usable, chosen),
  };
}

/** mg/m2 that the water of a visit leaves where it dries. */
const residueOf = ({ water, waterWay }: Visit): number =>
  water.options.find(({ way }) => way === waterWay)?.residue ?? 0;

/** @param first those between which money decides, the one that leaves most first */
function findingsOf(
  first: readonly WeighedWay[],
  usable: readonly WeighedWay[],
  chosen: CleaningMethod,
): WaysFinding[] {
  const [best, second] = first;
  if (best === undefined) return [bare('ways-none')];
  const findings: WaysFinding[] = [];
  const used = usable.find(({ way }) => way === chosen);
  if (!best.keepsFinish) findings.push({ code: 'ways-none-keeps', params: { way: best.way, takesOff: best.takesOff } });
  else if (best.way === chosen && second !== undefined)
    findings.push({ code: 'ways-best', params: { way: chosen, by: best.net - second.net, second: second.way } });
  if (best.way !== chosen && used !== undefined)
    findings.push({ code: 'ways-other', params: { way: best.way, by: best.net - used.net, chosen } });
  if (best.net < 0) findings.push({ code: 'ways-none-pays', params: { way: best.way, short: -best.net } });
  return findings;
}
