import type { AgreementStanding, VisitState } from '../../core/agreements/states.ts';
import type { Birds, Surroundings } from '../../core/assumptions.ts';
import type { PatchWay } from '../../core/comparisons/testPatch.ts';
import type { FittedKind } from '../../core/fittings/kinds.ts';
import type { DefectKind, DefectSeverity } from '../../core/inspections/defects.ts';
import type { MarkKind, MarkPattern, Severity } from '../../core/inspections/marks.ts';
import type { Bond, Grade, SoilKind, Where, WipeTest } from '../../core/inspections/soil.ts';
import type { JobState } from '../../core/jobs/states.ts';
import type { QuoteState } from '../../core/quotes/states.ts';
import type { Access } from '../../core/reach/access.ts';
import type { ReachedFrom } from '../../core/reach/reachMap.ts';
import type { SeenWord } from '../../core/reckoning/quickLook.ts';
import type { Rung } from '../../core/rules/rungs.ts';
import type { WaterWay } from '../../core/water/plan.ts';
import type { Drying } from '../../core/water/treatment.ts';

/** Words for the keys of the contract, as the trade says them. */
export const SOIL_WORDS: Record<SoilKind, string> = {
  dust: 'Dust film',
  pollen: 'Pollen',
  soot: 'Soot',
  'building-dust': 'Building dust',
  'harvest-dust': 'Harvest dust',
  salt: 'Salt',
  scale: 'Hard-water scale',
  droppings: 'Droppings',
  lichen: 'Lichen',
  algae: 'Algae',
  moss: 'Moss at the frame',
  sap: 'Sap',
};
/** What can be marked where it lies: kinds of soil, and what only lies in places. */
export const MARK_WORDS: Record<SoilKind | MarkKind, string> = { ...SOIL_WORDS, puddling: 'Dried puddle' };
export const WHERE_WORDS: Record<Where, string> = {
  'whole-face': 'whole face',
  'lower-edge': 'lower edge',
  'frame-sides': 'frame sides',
  spots: 'in spots',
};
export const PATTERN_WORDS: Record<MarkPattern, string> = {
  'all-over': 'all over',
  'lower-edge': 'at the lower edge',
  'frame-side': 'along the sides',
  spots: 'in spots',
  cells: 'on single cells',
};
export const SEVERITY_WORDS: Record<Severity, string> = { light: 'light', plain: 'plain', heavy: 'heavy' };
export const GRADE_WORDS: Record<Grade, string> = { faint: 'faint', plain: 'plain to see', thick: 'thick' };
export const BOND_WORDS: Record<Bond, string> = {
  dry: 'comes off dry',
  wet: 'comes off wet',
  soak: 'needs soaking',
  blade: 'needs a blade',
};
export const WIPE_WORDS: Record<WipeTest, string> = {
  'not-done': 'not done',
  clean: 'cloth stays clean',
  some: 'some film on the cloth',
  plain: 'plain film on the cloth',
};
export const DEFECT_WORDS: Record<DefectKind, string> = {
  yellowing: 'Yellowing',
  'snail-trail': 'Snail trail',
  crack: 'Crack',
  'hot-spot': 'Hot spot',
  delamination: 'Delamination',
  'loose-cable': 'Loose cable',
  seal: 'Damaged seal',
  frame: 'Damaged frame',
};
export const SEVERITY_OF_DEFECT: Record<DefectSeverity, string> = {
  watch: 'watch',
  report: 'report',
  stop: 'stop, keep off',
};
export const DRYING_WORDS: Record<Drying, string> = { 'drip-dry': 'left to drip dry', squeegee: 'squeegeed' };
export const WATER_WORDS: Record<WaterWay, string> = {
  'as-is': 'As it is',
  resin: 'Resin',
  'osmosis-resin': 'Osmosis, then resin',
  bought: 'Bought in',
};
/** From where the glass is reached. */
export const ACCESS_WORDS: Record<Access, string> = {
  ground: 'from the ground',
  lift: 'from a lift or scaffold',
  'hand-height': 'at hand height',
  walkway: 'from a walkway',
};
/** From where a pole reaches modules. */
export const REACHED_FROM_WORDS: Record<ReachedFrom, string> = {
  eave: 'over the eave',
  gable: 'over the gable',
  behind: 'over the ridge from behind',
  walkway: 'from the walkway',
};
export const RUNG_WORDS: Record<Rung, string> = {
  water: 'Water',
  soak: 'Soak',
  soap: 'Neutral soap',
  alcohol: 'Alcohol on biofilm',
  blade: 'Wet blade',
};
export const SURROUNDINGS_WORDS: Record<Surroundings, string> = {
  green: 'wet and green',
  town: 'town',
  farmland: 'farmland',
  dusty: 'unpaved road or building site',
  desert: 'desert edge',
};
export const SEEN_WORDS: Record<SeenWord, string> = {
  nothing: 'nothing',
  dull: 'a dull film',
  dirty: 'plainly dirty',
  droppings: 'droppings',
  green: 'green at the edge',
  crusts: 'spots that do not go',
};
export const BIRD_WORDS: Record<Birds, string> = { none: 'no birds', few: 'a few birds', roost: 'a roost above' };
export const QUOTE_WORDS: Record<QuoteState, string> = {
  draft: 'draft',
  sent: 'sent',
  accepted: 'accepted',
  declined: 'declined',
  expired: 'expired',
  superseded: 'superseded',
};
export const JOB_WORDS: Record<JobState, string> = {
  scheduled: 'to come',
  'in-hand': 'in progress',
  paused: 'paused',
  washed: 'washed',
  reported: 'report signed',
  cancelled: 'called off',
};
export const VISIT_WORDS: Record<VisitState, string> = {
  due: 'to be booked',
  booked: 'booked',
  done: 'washed',
  skipped: 'left out',
};
export const AGREEMENT_WORDS: Record<AgreementStanding, string> = {
  running: 'running',
  kept: 'nothing left to do',
  cancelled: 'ended early',
};
/** What a strip of a test patch was washed with. */
export const WAY_WORDS: Record<PatchWay, string> = {
  rinse: 'rinsed only',
  brush: 'water and brush',
  soap: 'neutral soap, then brush',
  blade: 'wet blade',
};

/** What can be fitted against a cause of soiling. */
export const FITTED_WORDS: Record<FittedKind, string> = {
  'drain-clip': 'drain clips',
  deterrent: 'bird deterrent',
  coating: 'coating',
  gutter: 'gutter',
};
