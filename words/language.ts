import type { EnergyMissing } from '../core/comparisons/dailyEnergy.ts';
import type { DoubtBecause, DoubtFinding } from '../core/comparisons/plausible.ts';
import type { ProofBecause } from '../core/comparisons/proofPlanner.ts';
import type { PatchFinding } from '../core/comparisons/testPatch.ts';
import type { ReadingWarning } from '../core/comparisons/warnings.ts';
import type { RemedyChange } from '../core/courses/remedies.ts';
import type { DrillLesson } from '../core/drill/drill.ts';
import type { Bare, ByHand, Finding, Written } from '../core/findings.ts';
import type { DefectFinding } from '../core/inspections/defects.ts';
import type { UntoldEffect } from '../core/inspections/growth.ts';
import type { Lacking } from '../core/jobs/progress.ts';
import type { ProofMissing } from '../core/jobs/proof.ts';
import type { StepFinding } from '../core/jobs/steps.ts';
import type { BrushName } from '../core/kit/brushes.ts';
import type { KitMissing } from '../core/kit/draw.ts';
import type { KitBecause, KitName } from '../core/kit/list.ts';
import type { KitDue } from '../core/kit/standing.ts';
import type { FittingQuestion } from '../core/planning/fitting.ts';
import type { PlanQuestion } from '../core/planning/plan.ts';
import type { WaysFinding } from '../core/planning/ways.ts';
import type { WorkQuestion } from '../core/planning/work.ts';
import type { CheaperHazard, CheaperNote, NotCheaper } from '../core/quotes/cheaper.ts';
import type { LineLabel } from '../core/quotes/lines.ts';
import type { FittingLine } from '../core/quotes/offer.ts';
import type { OfferFinding } from '../core/quotes/verdict.ts';
import type { ReasonFinding } from '../core/reasons.ts';
import type { ReckoningFinding } from '../core/reckoning/findings.ts';
import type { ClaimFinding } from '../core/reports/claims.ts';
import type { NextBecause } from '../core/reports/nextVisit.ts';
import type { SignedFinding } from '../core/reports/signature.ts';
import type {
  AccessBecause,
  BrushBecause,
  MethodBecause,
  MinutesBecause,
  PoleBecause,
  RungBecause,
  RungCaution,
  SoakBecause,
} from '../core/rules/findings.ts';
import type { WayRefusal } from '../core/rules/refusals.ts';
import type { HazardFinding, SafetyLacking } from '../core/rules/safety.ts';
import type { AssumedFinding } from '../core/sites/assumed.ts';
import type { TooLarge } from '../core/sites/layout.ts';
import type { StringName } from '../core/soiling/markedLoss.ts';
import type { LineWarning } from '../core/spray/asWay.ts';
import type { QuantityKind } from '../core/units/quantities.ts';
import type { LineFault } from '../core/units/table.ts';
import type { WaterBecause, WaterChosen, WaterWarning } from '../core/water/plan.ts';
import type { ReadingDoubt, ResinFinding } from '../core/water/resinLog.ts';
import type { ClimateName } from '../core/weather/climates.ts';
import type { EpwFault } from '../core/weather/epw.ts';

/** What words are given to say numbers, amounts and dates as their reader wants them. */
export interface Say {
  number(value: number, digits?: number): string;
  /** a value in SI with its unit */
  quantity(value: number | null, kind: QuantityKind, digits?: number): string;
  range(low: number, high: number, kind: QuantityKind, digits?: number): string;
  /** minor units */
  money(amount: number | null, digits?: number): string;
  /** minor units, in whole units of the currency */
  moneyRange(low: number, high: number): string;
  /** minor units, with all decimals of the currency */
  price(amount: number): string;
  /** ISO date or instant */
  date(iso: string): string;
  /** hours and minutes of an instant, UTC */
  time(instant: string): string;
  /** a finding within a finding */
  finding(finding: AnyFinding): string;
}

/** A sentence, or a part of one, for every code of a set of findings. */
export type Words<F extends Finding<string, object>> = {
  [Code in F['code']]: (params: Extract<F, { code: Code }>['params'], say: Say) => string;
};

/** Everything that is said of numbers that were typed or read. */
export type ComparisonFinding =
  | ReadingWarning
  | DoubtBecause
  | DoubtFinding
  | ProofMissing
  | ProofBecause
  | EnergyMissing
  | PatchFinding;
export type MethodFinding =
  | MethodBecause
  | AccessBecause
  | PoleBecause
  | BrushName
  | BrushBecause
  | SoakBecause
  | MinutesBecause
  | RungBecause
  | RungCaution
  | WorkQuestion
  | WayRefusal
  | WaysFinding
  | PlanQuestion;
export type WaterFinding = WaterBecause | WaterChosen | WaterWarning | ResinFinding | ReadingDoubt;
export type KitFinding = KitName | KitBecause | KitDue | KitMissing;
export type SafetyFinding = HazardFinding | SafetyLacking;
export type SprayFinding = LineWarning;
export type JobFinding = StepFinding | Lacking;
export type ReportFinding = ClaimFinding | NextBecause | SignedFinding;
export type QuoteFinding = LineLabel | OfferFinding;
/** What is said of what may stand in the place of a wash. */
export type CheaperFinding = CheaperHazard | CheaperNote | NotCheaper;
/** What is said of what is fitted against a cause, before and on an offer. */
export type FittingFinding =
  | FittingQuestion
  | Exclude<FittingLine['label'], Bare<'line-access'>>
  | NonNullable<FittingLine['says']>;
export type SiteFinding = AssumedFinding | EpwFault | TooLarge | StringName | LineFault | ClimateName;
export type SoilingFinding = RemedyChange | UntoldEffect | DrillLesson | DefectFinding;

export type AnyFinding =
  | ByHand
  | Written
  | ComparisonFinding
  | MethodFinding
  | WaterFinding
  | KitFinding
  | JobFinding
  | SafetyFinding
  | SprayFinding
  | FittingFinding
  | CheaperFinding
  | ReportFinding
  | QuoteFinding
  | SiteFinding
  | SoilingFinding
  | ReasonFinding
  | ReckoningFinding;

/** All that a language has to have: a second one is another object of this shape. */
export type Language = Words<AnyFinding>;
