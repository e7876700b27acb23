import {
  COATING,
  DETERRENT_YEARS,
  type Effectiveness,
  FITTED_LEFT,
  PUDDLE_LEFT,
  STEEPER_TILT,
  TRIM_YEARS,
} from '../assumptions.ts';
import { type Bare, bare, type Finding } from '../findings.ts';
import { type FittedKind, yearsHeld } from '../fittings/kinds.ts';
import type { Estimate } from '../inspections/soil.ts';
import { withDefaults } from '../soiling/layered.ts';
import { fourInFive, mean } from '../statistics/summary.ts';
import { type PreparedCourses, prepareCourses } from './courses.ts';
import type { RemedyKey } from './remedyKeys.ts';
import { type CourseSetup, NO_VISITS, withParameters } from './setup.ts';
import { yearsAhead } from './yearsAhead.ts';

export interface RemedyAsked {
  key: RemedyKey;
  /** minor units, once; null where nobody has priced it yet */
  cost: number | null;
  /** on how much of the face it is; default all of it */
  on?: OnFace | undefined;
}

/** Shares of a face that get a fitting, and that have one of the kind already. */
export interface OnFace {
  share: number;
  already: number;
}
const ON_ALL: OnFace = { share: 1, already: 0 };

/** A factor that holds where a fitting is, over a face of which a part has it: against what holds there as it is. */
const overFace = (factor: number, { share, already }: OnFace): number => {
  const at = (part: number) => 1 - part * (1 - factor);
  return at(Math.min(1, already + share)) / at(already);
};

/** What a remedy changes in the model. Factors are against what lies elsewhere or without it. */
export type RemedyChange =
  | Bare<'remedy-trim' | 'remedy-gutter' | 'remedy-wait'>
  | Finding<'remedy-deterrent', { left: number }>
  | Finding<'remedy-drain-clip', { before: number; after: number }>
  | Finding<'remedy-coating', { bonds: number }>
  /** degrees */
  | Finding<'remedy-tilt', { before: number; after: number }>;

export interface RemedyFound {
  key: RemedyKey;
  cost: number | null;
  changes: RemedyChange;
  /** years until it has to be done again; null where it lasts */
  life: number | null;
  /** kWh and minor units a year that it saves with the visits as they are best without it, over the courses of weather */
  savedEnergy: Estimate;
  savedValue: Estimate;
  /** best number of visits a year without and with it */
  visits: { before: number; after: number };
  /** minor units: what it saves in dirt and visits over its life or the horizon, so the price from which on it does not pay */
  worthAtMost: Estimate;
  /** minor units a year: dirt and visits without it, less dirt, visits and its own share of cost with it; null without a cost */
  net: number | null;
  /** years until it has paid itself back; null where it never does within its life or the horizon, or without a cost */
  payback: number | null;
}

export interface RemediesFound {
  /** best number of visits a year without any of them, and its yearly sum of dirt and visits, minor units */
  visits: number;
  total: number;
  /** years looked ahead */
  horizon: number;
  remedies: RemedyFound[];
}

export interface RemedyInput {
  setup: CourseSetup;
  effectiveness: Effectiveness;
  /** minor units for one visit, and for a kWh */
  visitCost: number;
  valuePerKWh: number;
  asked: readonly RemedyAsked[];
  /** share of what each fitting works against that it leaves; the house's figures where left out */
  fitted?: Record<FittedKind, number> | undefined;
}

/** Visits a year that are tried, evenly spaced. */
const MOST_VISITS = 4;
const DAYS = 365;

/**
 * What a remedy changes in a setup; null where there is nothing for it to change.
 * @param fitted share of what each fitting works against that it leaves
 * @param on how much of the face gets it; each part of the face is taken to lose by itself
 */
export function withRemedy(
  setup: CourseSetup,
  key: RemedyKey,
  fitted: Record<FittedKind, number> = FITTED_LEFT,
  on: OnFace = ON_ALL,
): { setup: CourseSetup; changes: RemedyChange } | null {
  const { exposure } = setup;
  const left = (kind: FittedKind) => overFace(fitted[kind], on);
  const puddlesLeft = (share: number) => Math.max(1, setup.puddleFactor * share);
  const puddlesUnder = (kind: FittedKind): CourseSetup => ({
    ...setup,
    puddleFactor: puddlesLeft(left(kind)),
    puddlesDrained: (setup.puddlesDrained ?? 1) * left(kind),
  });
  switch (key) {
    case 'trim':
      if (exposure.pollen === false && exposure.birds === 'none') return null;
      return {
        setup: {
          ...setup,
          exposure: { ...exposure, pollen: false, birds: exposure.birds === 'roost' ? 'few' : exposure.birds },
        },
        changes: bare('remedy-trim'),
      };
    case 'deterrent':
      if (exposure.birds === 'none') return null;
      return {
        setup: {
          ...setup,
          members: setup.members.map((member) => ({ ...member, droppings: member.droppings * left('deterrent') })),
        },
        changes: { code: 'remedy-deterrent', params: { left: left('deterrent') } },
      };
    case 'drain-clip':
      if (setup.puddleFactor <= 1) return null;
      return {
        setup: puddlesUnder('drain-clip'),
        changes: {
          code: 'remedy-drain-clip',
          params: { before: setup.puddleFactor, after: puddlesLeft(left('drain-clip')) },
        },
      };
    case 'gutter':
      if (setup.puddleFactor <= 1) return null;
      return {
        setup: puddlesUnder('gutter'),
        changes: bare('remedy-gutter'),
      };
    case 'coating':
      return {
        setup: withParameters(bondingLess(setup, left('coating')), (parameters) => {
          const given = withDefaults(parameters);
          return {
            ...parameters,
            rainScale: given.rainScale * overFace(COATING.rainScale, on),
            bondingPerDew: given.bondingPerDew * left('coating'),
            droppingsRainFactor: Math.min(1, given.droppingsRainFactor * overFace(COATING.droppings, on)),
          };
        }),
        changes: { code: 'remedy-coating', params: { bonds: left('coating') } },
      };
    case 'tilt':
      if (setup.surfaceTilt >= STEEPER_TILT) return null;
      return {
        setup: { ...setup, surfaceTilt: STEEPER_TILT, puddleFactor: puddlesLeft(PUDDLE_LEFT.steeper) },
        changes: { code: 'remedy-tilt', params: { before: setup.surfaceTilt, after: STEEPER_TILT } },
      };
    case 'wait':
      if (exposure.works === undefined) return null;
      return {
        setup: { ...setup, exposure: { ...exposure, works: undefined } },
        changes: bare('remedy-wait'),
      };
  }
}

/** Bonding that was set by hand is less under a coating as well. */
const bondingLess = (setup: CourseSetup, left: number): CourseSetup => ({
  ...setup,
  bondingPerDew: setup.bondingPerDew === null ? null : setup.bondingPerDew * left,
});

/** Years until each has to be done again; those that are not named last. */
export const REMEDY_LIFE: Partial<Record<RemedyKey, number>> = {
  coating: COATING.years,
  deterrent: DETERRENT_YEARS,
  trim: TRIM_YEARS,
};

/** Energy lost a year in each course by the number of evenly spaced visits, and the number with the least sum of dirt and visits. */
function bestEvenVisits(prepared: PreparedCourses, { effectiveness, visitCost, valuePerKWh }: RemedyInput) {
  const tried = Array.from({ length: MOST_VISITS + 1 }, (_, count) => {
    const days = Array.from({ length: count }, (_, index) => Math.round((index * DAYS) / count));
    const lost = yearsAhead(prepared, count === 0 ? NO_VISITS : { days, everyYears: 1, effectiveness }).lostInCourse;
    return { count, lost, total: mean(lost) * valuePerKWh + count * visitCost };
  });
  const best = tried.reduce((least, one) => (one.total < least.total ? one : least));
  return { best, tried };
}

const scaled = ({ low, mid, high }: Estimate, by: number): Estimate => ({
  low: low * by,
  mid: mid * by,
  high: high * by,
});
const atLeastNone = ({ low, mid, high }: Estimate): Estimate => ({
  low: Math.max(0, low),
  mid: Math.max(0, mid),
  high: Math.max(0, high),
});

/**
 * Remedies beside each other (C6): what each changes in the model of the site, what that saves in energy and visits over
 * the horizon, and whether it pays. Energy saved is with the visits that are best without the remedy; the money is with
 * those that are best with it.
 * @returns the remedies that have something to change here: those without a price by what they save, then by net
 */
export function compareRemedies(input: RemedyInput): RemediesFound {
  const before = bestEvenVisits(prepareCourses(input.setup), input);
  const remedies = input.asked.flatMap(({ key, cost, on }): RemedyFound[] => {
    const changed = withRemedy(input.setup, key, input.fitted, on);
    if (changed === null) return [];
    const after = bestEvenVisits(prepareCourses(changed.setup), input);
    const life = REMEDY_LIFE[key] ?? null;
    const years = yearsHeld(life, input.setup.horizon);
    const same = after.tried[before.best.count] ?? after.best;
    const savedBy = (other: readonly number[]) => before.best.lost.map((lost, course) => lost - (other[course] ?? 0));
    const savedEnergy = fourInFive(savedBy(same.lost));
    const spared = (before.best.count - after.best.count) * input.visitCost;
    const saves = fourInFive(savedBy(after.best.lost).map((energy) => energy * input.valuePerKWh + spared));
    const payback = saves.mid > 0 && cost !== null ? cost / saves.mid : null;
    return [
      {
        key,
        cost,
        changes: changed.changes,
        life,
        savedEnergy,
        savedValue: scaled(savedEnergy, input.valuePerKWh),
        visits: { before: before.best.count, after: after.best.count },
        worthAtMost: atLeastNone(scaled(saves, years)),
        net: cost === null ? null : saves.mid - cost / years,
        payback: payback !== null && payback <= years ? payback : null,
      },
    ];
  });
  return {
    visits: before.best.count,
    total: before.best.total,
    horizon: input.setup.horizon,
    remedies: remedies.sort(
      (a, b) => (b.net ?? Infinity) - (a.net ?? Infinity) || b.worthAtMost.mid - a.worthAtMost.mid,
    ),
  };
}
