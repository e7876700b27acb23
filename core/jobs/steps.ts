import { type Bare, bare } from '../findings.ts';
import type { FittedKind, FittingUnit, WaterStands } from '../fittings/kinds.ts';
import type { JobCheck } from '../kit/checklists.ts';
import { ACCESS_TRAITS, type Access } from '../reach/access.ts';
import { HAND_RUNGS, RUNG_WAYS, type Rung } from '../rules/rungs.ts';
import { WAY_TRAITS } from '../rules/wayTraits.ts';
import type { FaceBatches } from '../schedule/batches.ts';

export const STEP_KEYS = [
  'safety',
  'arrive',
  'before',
  'isolate',
  'ready',
  'assemble',
  'rinse',
  'brush',
  'lip',
  'escalate',
  'final-rinse',
  'take-down',
  'wipe',
  'fit',
  're-energise',
  'dry',
  'after',
  'look-again',
  'pack',
] as const;
export type StepKey = (typeof STEP_KEYS)[number];

/** How a step ends: a tick, readings, marks on every module, photographs, a water reading. */
export const STEP_ENDS = [
  'tick',
  'before-readings',
  'after-readings',
  'modules',
  'wipe-pair',
  'water',
  'meter',
] as const;
export type StepEnd = (typeof STEP_ENDS)[number];

/** Hazards that are asked about where they arise. */
export const CAUTIONS = [
  'ground',
  'lines',
  'height',
  'dc',
  'thermal',
  'weather',
  'chemicals',
  'blade',
  'switch',
  'energise',
  'sky',
  'sheet',
  'bristles',
  'edge',
  'fixing',
] as const;
export type CautionKey = (typeof CAUTIONS)[number];

/** A question that must be answered yes before the step goes on, and what to do when the answer is no: by its key. */
export interface Caution {
  key: CautionKey;
}

export const STROKES = ['down', 'across'] as const;
export type Stroke = (typeof STROKES)[number];

export interface Step {
  key: StepKey;
  ends: StepEnd;
  cautions: Caution[];
  /** hazards that the work meets as well: asked here unless they were answered yes on an earlier step */
  touches?: Caution[];
  /** works without water */
  dry?: true;
  /** how many modules are wetted at once, face by face through the day */
  batches?: readonly FaceBatches[];
  /** which way the brush goes: down the slope at the end of a pole, or across it from beside the modules */
  stroke?: Stroke;
  /** minutes that the step lasts at least */
  minutes?: number;
  /** of the checklists of machines: each is answered before the next */
  checks?: readonly JobCheck[];
  /** what is fitted on which rows */
  fit?: readonly FitOnRows[];
}

/** What is fitted on rows of a face, and which rows are left without for later visits to hold it against. */
export interface FitOnRows {
  array: string;
  kind: FittedKind;
  stands: WaterStands;
  rows: readonly number[];
  control: readonly number[];
  quantity: number;
  unit: FittingUnit;
}

/** What a step is called, what is done in it, and what a caution asks and says to do where it is answered no. */
export type StepFinding =
  | Bare<`step-${StepKey}`>
  | Bare<`step-how-${StepKey}` | `step-how-${'ready' | 'brush' | 'lip'}-dry` | `step-how-brush-${Stroke}`>
  | Bare<`caution-ask-${CautionKey}` | `caution-no-${CautionKey}`>;

export const verbOf = ({ key }: Pick<Step, 'key'>): StepFinding => bare(`step-${key}`);

/** What is done in a step: some are done otherwise without water. */
export function howOf(step: Pick<Step, 'key' | 'ends' | 'dry' | 'stroke'>): StepFinding {
  if (step.key === 'ready' && step.ends !== 'water') return bare('step-how-ready-dry');
  if (step.key === 'brush' && !step.dry && step.stroke) return bare(`step-how-brush-${step.stroke}`);
  if ((step.key === 'brush' || step.key === 'lip') && step.dry) return bare(`step-how-${step.key}-dry`);
  return bare(`step-how-${step.key}`);
}

export const askOf = ({ key }: Caution): StepFinding => bare(`caution-ask-${key}`);
export const otherwiseOf = ({ key }: Caution): StepFinding => bare(`caution-no-${key}`);

export interface StepsInput {
  access: Access;
  escalates: boolean;
  rungs: readonly Rung[];
  isolate: boolean;
  /** minutes until the glass is dry and warm again after the last rinse */
  dryMinutes?: number;
  /** of the checklists of what is set up and taken down; default none */
  setUp?: readonly JobCheck[];
  takeDown?: readonly JobCheck[];
  /** whether the site's safety sheet is read first; default not, as in jobs from before there was one */
  safety?: boolean;
  /** of each face, for whoever brushes with water; default nobody worked them out */
  batches?: readonly FaceBatches[];
  /** whether bristles are felt and the blade's edge is looked along before they touch glass; default not, as before it was asked */
  tools?: boolean;
  /** what is fitted on this visit; default nothing */
  fit?: readonly FitOnRows[];
  /** a lift or scaffold is brought to fit it, where the washing needs none; default not */
  fitByLift?: boolean;
}

/** The steps of a wash in the order of the work, with the cautions that stop them. */
export function jobSteps({
  access,
  escalates,
  rungs,
  isolate,
  dryMinutes,
  setUp = [],
  takeDown = [],
  safety = false,
  tools = false,
  batches = [],
  fit = [],
  fitByLift = false,
}: StepsInput): Step[] {
  const above: CautionKey[] = ACCESS_TRAITS[access].atArm ? [] : ['ground', 'lines'];
  const height: CautionKey[] = ACCESS_TRAITS[access].above ? ['height'] : [];
  const there: CautionKey[] = [...above, ...height, 'weather'];
  const wet = rungs.includes('water');
  const glass: CautionKey[] = [...there, 'dc', ...(wet ? (['thermal'] as const) : [])];
  const hands = HAND_RUNGS.filter((rung) => rungs.includes(rung)).map((rung) => WAY_TRAITS[RUNG_WAYS[rung]]);
  const chemicals: CautionKey[] = hands.some(({ bottle }) => bottle !== null) ? ['chemicals'] : [];
  const blade: CautionKey[] = hands.some(({ blade }) => blade) ? ['blade'] : [];
  const steps: (Step | false)[] = [
    safety && step('safety', 'tick', ['sheet']),
    step('arrive', 'tick', [...there, 'dc']),
    step('before', 'before-readings'),
    isolate && step('isolate', 'tick', ['switch']),
    step('ready', wet ? 'water' : 'tick', tools ? ['bristles', ...(blade.length > 0 ? (['edge'] as const) : [])] : []),
    setUp.length > 0 && { ...step('assemble', 'tick', [], there), checks: setUp },
    wet && step('rinse', 'tick', ['thermal'], glass),
    unlessWet(wet, {
      ...step('brush', 'modules', ['dc'], glass),
      ...(tools ? { stroke: strokeFrom(access) } : {}),
      ...(wet && batches.length > 0 ? { batches } : {}),
    }),
    unlessWet(wet, step('lip', 'tick', [], glass)),
    escalates && step('escalate', 'tick', [...chemicals, ...blade], glass),
    wet && step('final-rinse', 'tick', [], glass),
    takeDown.length > 0 && { ...step('take-down', 'tick', [], there), checks: takeDown },
    step('wipe', 'wipe-pair'),
    fit.length > 0 && {
      ...step(
        'fit',
        'tick',
        ['fixing', ...(fitByLift && height.length === 0 ? (['height'] as const) : [])],
        [...there, 'dc'],
      ),
      fit,
    },
    isolate && step('re-energise', 'tick', ['switch', 'energise']),
    wet && { ...step('dry', 'tick'), ...(dryMinutes ? { minutes: dryMinutes } : {}) },
    step('after', 'after-readings'),
    step('look-again', 'tick', [], there),
    step('pack', wet ? 'meter' : 'tick'),
  ];
  return steps.filter((item) => item !== false);
}

/** A pole is pushed up the slope and drawn down it; from beside the modules the arm goes along the row. */
const strokeFrom = (access: Access): Stroke => (access === 'ground' ? 'down' : 'across');

const asked = (keys: readonly CautionKey[]): Caution[] => keys.map((key) => ({ key }));

const step = (key: StepKey, ends: StepEnd, cautions: CautionKey[] = [], touches: CautionKey[] = []): Step => ({
  key,
  ends,
  cautions: asked(cautions),
  ...(touches.length > 0 ? { touches: asked(touches) } : {}),
});

const unlessWet = (wet: boolean, step: Step): Step => (wet ? step : { ...step, dry: true });
