import { FITTING_AHEAD, GOOD_RAIN, OWN_KIT_LASTS, OWN_RINSES, USUAL_LINE } from '../assumptions.ts';
import { prepareCourses } from '../courses/courses.ts';
import { REMEDY_LIFE, withRemedy } from '../courses/remedies.ts';
import { type CourseSetup, parametersOf, NO_VISITS as UNTOUCHED, withFewer } from '../courses/setup.ts';
import { lostWith } from '../courses/yearAhead.ts';
import { yearsAhead } from '../courses/yearsAhead.ts';
import { bare } from '../findings.ts';
import { type FittedKind, yearsHeld } from '../fittings/kinds.ts';
import { layFitting } from '../fittings/lay.ts';
import { SOIL_TRAITS } from '../inspections/soil.ts';
import { alone, methodOf } from '../planning/choose.ts';
import { fittingPlace } from '../planning/fittings.ts';
import { type ArrayPlan, makePlan, type PlanOutput } from '../planning/plan.ts';
import { type PlanInput, rulesOf } from '../planning/visit.ts';
import { type Face, facesOf } from '../planning/weigh.ts';
import type { CheaperChoice, CheaperHazard, NotCheaper } from '../quotes/cheaper.ts';
import { totals } from '../quotes/lines.ts';
import { worthOf } from '../quotes/worth.ts';
import { ACCESS_TRAITS } from '../reach/access.ts';
import { LayeredGlass } from '../soiling/layered.ts';
import { daysOfRinses, HARD_WATER, settlingOn } from '../spray/asWay.ts';
import { lineOver, pipesOver } from '../spray/overFace.ts';
import { sprayRows } from '../spray/rows.ts';
import { sprayTimer } from '../spray/timer.ts';
import { mean, type Quantiles, quantilesOf, sum } from '../statistics/summary.ts';

/** A day of a forecast: mm, a chance from 0 to 1. */
export interface RainDue {
  date: string;
  rain: number;
  rainChance: number;
}

/** What cheaper choices are worked out from, beside the plan. */
export interface CheaperInput {
  plan: PlanInput;
  /** the days ahead by the weather service; null where it has said nothing */
  forecast: readonly RainDue[] | null;
  /** minor units for a piece, a metre or a square metre of what is fitted, put up, before tax; left out where nobody priced it */
  fittings: Partial<Record<FittedKind, number | null | undefined>>;
}

/** Courses over which two years, a line and what an owner does are sent. */
const COURSES = 16;
/** What an owner fits himself nobody knows; these are fitted for them. */
const FITTED = ['drain-clip', 'deterrent', 'coating'] as const satisfies readonly FittedKind[];

const NONE: Quantiles = { p10: 0, p50: 0, p90: 0, mean: 0 };

interface Case {
  input: CheaperInput;
  output: PlanOutput;
  faces: readonly Face[];
}

/**
 * What may stand in the place of a wash (C15): for each what it leaves on the glass, what it saves in a year against nothing over
 * the courses, what it costs, why it is not to be had here, and what can hurt. Over all faces of a site together.
 */
export function cheaperChoices(input: CheaperInput, output: PlanOutput = makePlan(input.plan)): CheaperChoice[] {
  const own: Case = { input, output, faces: facesOf(input.plan) };
  return [
    nothing(own),
    rain(own),
    rinse(own),
    everySecondYear(own),
    ...FITTED.map((kind) => fitting(kind, own)),
    sprayLine(own),
    ownKit(own),
  ];
}

const FREE = { once: 0, lasts: 1, yearly: 0, washes: 0 };

function nothing({ faces }: Case): CheaperChoice {
  const grows = faces.some(({ input }) => input.soils.some(({ kind }) => SOIL_TRAITS[kind].grows));
  const hazards = grows ? [bare('hazard-grows')] : [];
  return { key: 'nothing', leaves: null, saves: NONE, ...FREE, notes: [], not: [], hazards };
}

/** Waiting for rain that is forecast: it comes anyway, so that against nothing it saves nothing. */
function rain({ input: { forecast }, faces }: Case): CheaperChoice {
  const due = forecast?.find((day) => day.rain >= GOOD_RAIN.rain && day.rainChance >= GOOD_RAIN.chance);
  const not: NotCheaper[] = forecast === null ? [bare('cheaper-no-forecast')] : due ? [] : [bare('cheaper-no-rain')];
  return {
    key: 'rain',
    leaves: due ? leftOf(faces, (glass) => glass.pass(due.rain, 0, 0, 0)) : null,
    saves: NONE,
    ...FREE,
    notes: due
      ? [{ code: 'cheaper-rain-due', params: { date: due.date, rain: due.rain, chance: due.rainChance } }]
      : [],
    not,
    hazards: [],
  };
}

/** The owner's own rinse: cool water from the ground at dawn, four times a year on the days on which four washes are best. */
function rinse({ input: { plan }, output, faces }: Case): CheaperChoice {
  const rules = rulesOf(plan);
  const from = faces.map(({ input }): NotCheaper[] => [
    ...(input.waterless || input.waterLimit === 0 || plan.water.none ? [bare('cheaper-no-water')] : []),
    ...(input.cracked ? [bare('cheaper-cracked')] : []),
    ...(input.cold === 'frost' || input.cold === 'snow' ? [bare('cheaper-frost')] : []),
    ...((input.eaveHeight ?? 0) > rules.limits['hose-reach'] ? [bare('cheaper-out-of-reach')] : []),
  ]);
  const can = faces.filter((_, at) => from[at]?.length === 0);
  const hose = plan.house.effectiveness.hose;
  const days = output.visits.options[OWN_RINSES]?.days ?? [];
  const litres = sum(
    can.map(({ input }) => input.modules * methodOf(input, alone('hose', input, rules), rules).litresPerModule),
  );
  return {
    key: 'rinse',
    leaves: can.length === 0 ? null : leftOf(faces, (glass, face) => can.includes(face) && glass.clean(hose)),
    saves: savedBy(can, plan, (face) => lostWith(face.prepared, { days, everyYears: 1, effectiveness: hose })),
    ...FREE,
    yearly: Math.round((OWN_RINSES * litres * plan.water.prices.sourcePer1000) / 1000),
    notes:
      can.length === 0 ? [] : [{ code: 'cheaper-rinses', params: { times: OWN_RINSES, litres: Math.round(litres) } }],
    not: can.length === 0 ? (from[0] ?? []) : [],
    hazards: [bare('hazard-hot-glass'), bare('hazard-stay-down'), bare('hazard-electric'), ...hardWater(plan)],
  };
}

const hardWater = ({ water: { conductivity } }: PlanInput): CheaperHazard[] =>
  conductivity > HARD_WATER ? [{ code: 'hazard-hard-water', params: { conductivity } }] : [];

/**
 * One wash in two years: what one a year saves, less what it loses against that where every second one is left out, over two years
 * of each course. So both stand on the same ground: the first year begins with the dirt of today, later ones do not.
 */
function everySecondYear({ input: { plan }, output }: Case): CheaperChoice {
  const days = output.visits.options[1]?.days ?? [];
  const saved = addedUp(
    washedFaces(output).map(({ arrayId, effectiveness }) => {
      const setup = withFewer(setupOf(plan, arrayId), COURSES);
      const one = prepareCourses({ ...setup, horizon: 1 });
      const two = prepareCourses({ ...setup, horizon: 2 });
      const none = lostWith(one, UNTOUCHED);
      const yearly = lostWith(one, { days, everyYears: 1, effectiveness });
      const over = (everyYears: number) => yearsAhead(two, { days, everyYears, effectiveness }).lostInCourse;
      const [each, second] = [over(1), over(2)];
      return none.map((lost, at) => lost - (yearly[at] ?? 0) - ((second[at] ?? 0) - (each[at] ?? 0)));
    }),
  );
  return {
    key: 'every-second-year',
    leaves: leftByPlan(output),
    saves: worthIn(saved, plan),
    ...FREE,
    washes: 0.5,
    notes: [],
    not: washedFaces(output).length === 0 ? [bare('cheaper-out-of-reach')] : [],
    hazards: [bare('hazard-grows')],
  };
}

/** What is fitted against a cause on all rows that do not have it: what it keeps off in a year in which nobody washes. */
function fitting(kind: (typeof FITTED)[number], { input, output }: Case): CheaperChoice {
  const { plan, fittings } = input;
  const each = fittings[kind] ?? null;
  const found = washedFaces(output).flatMap(({ arrayId, method }) => {
    const visit = { gross: output.priced.gross, modules: output.modules, lift: method.access.choose === 'lift' };
    const place = fittingPlace(plan, arrayId, method, visit, 1);
    if (place === null) return [];
    const { face, rows, had, setup, fitted, reach, access } = place;
    const laid = layFitting(
      kind,
      face,
      rows,
      rows.map(({ row }) => row),
      'along',
      had[kind] ?? [],
    );
    const on = { share: laid.share, already: laid.already };
    const changed = withRemedy(withFewer(setup, COURSES), kind, fitted, on);
    return laid.rows.length === 0 || changed === null ? [] : [{ laid, setup, changed: changed.setup, reach, access }];
  });
  const can = found.filter(({ reach }) => reach !== 'not-at-all');
  const lines = can.flatMap(({ laid, reach, access }) => [
    { amount: Math.round(laid.quantity * (each ?? 0)) },
    { amount: reach === 'by-lift' ? access : 0 },
  ]);
  const saved = can.map(({ setup, changed }) => {
    const lost = (of: CourseSetup) => lostWith(prepareCourses({ ...of, horizon: 1 }), UNTOUCHED);
    const without = lost(withFewer(setup, COURSES));
    const fittedOn = lost(changed);
    return without.map((before, at) => before - (fittedOn[at] ?? 0));
  });
  return {
    key: kind,
    leaves: null,
    saves: worthIn(addedUp(saved), plan),
    once: each === null ? null : totals(lines, plan.prices.taxRate).gross,
    lasts: yearsHeld(REMEDY_LIFE[kind] ?? null, FITTING_AHEAD.years),
    yearly: 0,
    washes: 0,
    notes: [],
    not: found.length === 0 ? [bare('cheaper-no-cause')] : can.length === 0 ? [bare('cheaper-nobody-climbs')] : [],
    hazards: [bare('hazard-height'), ...(kind === 'coating' ? [bare('hazard-no-blade')] : [])],
  };
}

/** A line of pipe over every face that a usual one can be laid over, as often as what settles here asks for. */
function sprayLine({ input: { plan }, faces }: Case): CheaperChoice {
  const lines = faces.flatMap((face) => {
    const laid = lineFor(plan, face);
    return laid === null ? [] : [{ face, ...laid }];
  });
  const line = plan.house.effectiveness['spray-line'];
  const litres = sum(lines.map(({ timer }) => timer.litresAYear));
  const energy = sum(lines.map(({ timer }) => timer.energyAYear));
  const there = faces.every(({ input }) => input.lineFitted === true);
  const dry = plan.water.none || faces.every(({ input }) => input.waterless || input.waterLimit === 0);
  const not: NotCheaper[] = [
    ...(there ? [bare('cheaper-line-there')] : []),
    ...(dry ? [bare('cheaper-no-water')] : []),
    ...(lines.length === 0 && !dry ? [bare('cheaper-out-of-reach')] : []),
  ];
  const often = mean(lines.flatMap(({ timer }) => timer.everyDays ?? []));
  return {
    key: 'spray-line',
    leaves: lines.length === 0 ? null : leftOf(faces, (glass) => glass.clean(line)),
    saves: worthIn(
      addedUp(
        lines.map(({ timer, prepared }) => {
          const none = lostWith(prepared, UNTOUCHED);
          const run = lostWith(prepared, { days: daysOfRinses(timer), everyYears: 1, effectiveness: line });
          return none.map((lost, at) => lost - (run[at] ?? 0));
        }),
      ),
      plan,
    ),
    once: null,
    lasts: USUAL_LINE.lasts,
    yearly: Math.round((litres / 1000) * plan.water.prices.sourcePer1000 + energy * plan.valuePerKWh),
    washes: 0,
    notes: Number.isFinite(often)
      ? [{ code: 'cheaper-line-runs', params: { days: Math.round(often), litres: Math.round(litres) } }]
      : [],
    not,
    hazards: [bare('hazard-height'), bare('hazard-legionella'), bare('hazard-backflow'), ...hardWater(plan)],
  };
}

function lineFor(plan: PlanInput, { arrayId, input }: Face) {
  const own = plan.arrays.find((one) => one.arrayId === arrayId);
  if (own?.fitting === undefined) return null;
  const { face } = own.fitting;
  const sprayed = { ...face, tilt: input.surfaceTilt, eaveHeight: input.eaveHeight ?? 0 };
  const laid = lineOver(sprayed);
  const flow = sprayRows({
    rows: pipesOver(sprayed, laid.pipes, laid.lift),
    spacing: laid.spacing,
    orificeDiameter: USUAL_LINE.orificeDiameter,
    pipeDiameter: USUAL_LINE.pipeDiameter,
    pump: { shutOffHead: USUAL_LINE.shutOffHead, maxFlow: USUAL_LINE.maxFlow },
    riser: { length: laid.riser, diameter: USUAL_LINE.riserDiameter },
  });
  if (flow === null || flow.balanced.totalLpm <= 0) return null;
  const prepared = prepareCourses({ ...withFewer(own.courses, COURSES), horizon: 1 });
  const timer = sprayTimer({
    area: laid.area,
    keepUnder: USUAL_LINE.keepUnder,
    totalLpm: flow.balanced.totalLpm,
    pumpPower: USUAL_LINE.pumpPower,
    caught: 0,
    deposition: mean(settlingOn(prepared)),
    surfaceTilt: input.surfaceTilt,
    effectiveness: Math.min(0.99, plan.house.effectiveness['spray-line'].loose),
  });
  return { timer, prepared };
}

/** The owner's own pole, brush and water: as good as ours as often as is best, where nobody has to leave the ground. */
function ownKit({ input: { plan }, output, faces }: Case): CheaperChoice {
  const washed = washedFaces(output);
  const visits = Math.max(1, output.visitsChosen);
  const days = output.visits.options[visits]?.days ?? [];
  const down = washed.every(({ method }) => !ACCESS_TRAITS[method.access.choose].above);
  const effectivenessOf = new Map(washed.map((one) => [one.arrayId, one.effectiveness]));
  const own = faces.filter(({ arrayId }) => effectivenessOf.has(arrayId));
  return {
    key: 'own-kit',
    leaves: leftByPlan(output),
    saves: savedBy(own, plan, ({ prepared, arrayId }) => {
      const effectiveness = effectivenessOf.get(arrayId);
      return effectiveness ? lostWith(prepared, { days, everyYears: 1, effectiveness }) : [];
    }),
    once: null,
    lasts: OWN_KIT_LASTS,
    yearly: visits * output.waterCost,
    washes: 0,
    notes: [{ code: 'cheaper-own-visits', params: { visits } }],
    not: down ? [] : [bare('cheaper-out-of-reach')],
    hazards: [bare('hazard-stay-down'), bare('hazard-electric'), bare('hazard-hot-glass')],
  };
}

const washedFaces = ({ arrays }: PlanOutput): ArrayPlan[] => arrays.filter(({ stopped }) => stopped === null);

const setupOf = (plan: PlanInput, arrayId: string): CourseSetup =>
  (plan.arrays.find((one) => one.arrayId === arrayId) as PlanInput['arrays'][number]).courses;

const addedUp = (lists: readonly number[][]): number[] =>
  (lists[0] ?? []).map((_, at) => lists.reduce((total, list) => total + (list[at] ?? 0), 0));

const worthIn = (energy: readonly number[], { valuePerKWh }: PlanInput): Quantiles =>
  energy.length === 0 ? NONE : quantilesOf(energy.map((kWh) => worthOf(kWh, valuePerKWh)));

/** What is saved a year in each course against nothing, over some faces together. */
const savedBy = (faces: readonly Face[], plan: PlanInput, lost: (face: Face) => number[]): Quantiles =>
  worthIn(
    addedUp(
      faces.map((face) => {
        const none = lostWith(face.prepared, UNTOUCHED);
        const own = lost(face);
        return none.map((before, at) => before - (own[at] ?? 0));
      }),
    ),
    plan,
  );

/** What is left of the loss now after something is done to the glass, on the mean over the members and by the size of each face. */
function leftOf(faces: readonly Face[], does: (glass: LayeredGlass, face: Face) => unknown): number {
  const [before, after]: [number[], number[]] = [[], []];
  for (const face of faces) {
    const { setup } = face.prepared;
    for (const member of setup.members) {
      const glass = new LayeredGlass(setup.surfaceTilt, parametersOf(setup, member), member.initial);
      const weight = face.input.modules / setup.members.length;
      before.push(weight * (1 - glass.soilingRatio()));
      does(glass, face);
      after.push(weight * (1 - glass.soilingRatio()));
    }
  }
  const all = sum(before);
  return all > 0 ? Math.min(1, Math.max(0, sum(after) / all)) : 0;
}

/** What one wash of the plan leaves of the loss now, by the size of each face. */
export function leftByPlan({ arrays }: PlanOutput): number {
  const modules = sum(arrays.map((one) => one.modules));
  return modules > 0 ? sum(arrays.map((one) => one.modules * (1 - one.takesOff))) / modules : 0;
}
