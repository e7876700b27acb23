import type { HouseFigures } from '../assimilation/house.ts';
import { type Effectiveness, FITTING_AHEAD } from '../assumptions.ts';
import { compareRemedies, type OnFace, REMEDY_LIFE, type RemedyChange } from '../courses/remedies.ts';
import { type CourseSetup, withFewer } from '../courses/setup.ts';
import { type Bare, bare } from '../findings.ts';
import type { FittedKind, WaterStands } from '../fittings/kinds.ts';
import { type FittedFace, type LaidFitting, layFitting, ofTheWholeFace, type RowOfFace } from '../fittings/lay.ts';
import type { Estimate } from '../inspections/soil.ts';
import type { PricedFitting } from '../quotes/fittings.ts';
import { totals } from '../quotes/lines.ts';
import { verdict } from '../quotes/verdict.ts';

/** A fitting that somebody asks for on a face. */
export interface FittingAsked {
  kind: FittedKind;
  /** rows of the drawing that get it */
  rows: readonly number[];
  stands: WaterStands;
  /** minor units for a piece, a metre or a square metre, put up, before tax */
  each: number;
}

/** What is to be said of a fitting before it is offered. */
export type FittingQuestion = Bare<
  | 'fitting-no-control'
  | 'fitting-whole-face'
  | 'fitting-nothing-to-do'
  | 'fitting-has-it'
  | 'fitting-coated-glass'
  | 'fitting-needs-access'
  | 'fitting-nobody-climbs'
>;

/** How somebody gets to a face to fit something: at hand already, by a lift or scaffold for it, or not at all. */
export type FitterReach = 'at-hand' | 'by-lift' | 'not-at-all';

/** A fitting on a face, laid, priced, and held against what it is worth there. */
export interface FittingPlanned extends LaidFitting, PricedFitting {
  /** what it changes in the model of the face; null where it has nothing to change */
  changes: RemedyChange | null;
  /** kWh a year */
  savedEnergy: Estimate;
  /** best visits a year of this face without and with it */
  visits: { before: number; after: number };
  questions: FittingQuestion[];
}

/** The rows of a face and what stands on them. */
export interface FaceOfFittings {
  face: FittedFace;
  rows: readonly RowOfFace[];
  /** rows that have one of each kind and on which it stands */
  had: Partial<Record<FittedKind, readonly number[]>>;
}

/** A face, the prices and what is known of it, that a fitting is held against. */
export interface FittingPlace extends FaceOfFittings {
  setup: CourseSetup;
  effectiveness: Effectiveness;
  fitted: HouseFigures['fitted'];
  /** of this face, minor units with tax, and of a kWh */
  visitCost: number;
  valuePerKWh: number;
  taxRate: number;
  reach: FitterReach;
  /** minor units before tax that fall on each fitting where a lift or scaffold is brought for them */
  access: number;
}

const keys = <K extends string>(of: Record<K, unknown>) => Object.keys(of) as K[];

const NOTHING: Estimate = { low: 0, mid: 0, high: 0 };

/** A fitting on rows of a face: how much of it, what it costs, what it is worth there, and whether it pays. */
export function planFitting(asked: FittingAsked, place: FittingPlace): FittingPlanned {
  const { kind, stands, each } = asked;
  const { face, rows, setup, effectiveness, fitted, visitCost, valuePerKWh, taxRate, reach } = place;
  const had = place.had[kind] ?? [];
  const laid = layFitting(kind, face, rows, asked.rows, stands, had);
  const amount = Math.round(laid.quantity * each);
  const access = reach === 'by-lift' ? place.access : 0;
  const { gross } = totals([{ amount }, { amount: access }], taxRate);
  const on: OnFace = { share: laid.share, already: laid.already };
  const [found] =
    laid.rows.length === 0
      ? []
      : compareRemedies({
          setup: { ...withFewer(setup, FITTING_AHEAD.courses), horizon: FITTING_AHEAD.years },
          effectiveness,
          fitted,
          visitCost,
          valuePerKWh,
          asked: [{ key: kind, cost: gross, on }],
        }).remedies;
  const worth = found?.worthAtMost ?? NOTHING;
  const asking: Record<FittingQuestion['code'], boolean> = {
    'fitting-nobody-climbs': reach === 'not-at-all',
    'fitting-needs-access': reach === 'by-lift',
    'fitting-has-it': asked.rows.some((row) => had.includes(row)),
    'fitting-nothing-to-do': found === undefined,
    'fitting-whole-face': ofTheWholeFace(kind),
    'fitting-no-control': !ofTheWholeFace(kind) && laid.control.length === 0,
    'fitting-coated-glass': kind === 'coating',
  };
  return {
    ...laid,
    kind,
    stands,
    each,
    amount,
    access,
    stopped: reach === 'not-at-all' || laid.rows.length === 0,
    gross,
    changes: found?.changes ?? null,
    worth,
    savedEnergy: found?.savedEnergy ?? NOTHING,
    life: REMEDY_LIFE[kind] ?? null,
    payback: found?.payback ?? null,
    visits: found?.visits ?? { before: 0, after: 0 },
    verdict: found ? verdict({ p10: worth.low, p50: worth.mid, p90: worth.high }, gross) : 'does-not-pay',
    questions: keys(asking).flatMap((code) => (asking[code] ? bare(code) : [])),
  };
}
