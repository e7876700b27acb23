import { HOUSE, type HouseFigures } from '../assimilation/house.ts';
import {
  CLEANING_METHODS,
  type CleaningMethod,
  EFFECTIVENESS,
  type Effectiveness,
  ENOUGH_TAKEN_OFF,
  HOSE_REACH,
  LEAST_TAKEN,
  LIFT_PACE,
  LONGEST_POLE,
  METHOD_WORK,
  MINUTES_FACTOR,
  MODULE_MINUTES,
  MOST_AT_THE_POLE,
  ROBOT_MODULES,
  ROBOT_TILT,
  SOAK_MINUTES,
  WET_SHARE,
  WORTH_A_STRONGER_WAY,
} from '../assumptions.ts';
import type { Access } from '../reach/access.ts';
import { WAY_TRAITS, type WayTraits } from './wayTraits.ts';

/** What can speak against a way on a face, each a rule of its own that names the ways that it forbids. */
export const REFUSALS = [
  'no-water',
  'little-water',
  'tank',
  'garden',
  'ground-only',
  'coating',
  'cracked',
  'seal',
  'frost',
  'snow',
  'blade-not-agreed',
  'nothing-to-blade',
  'nothing-grows',
  'nothing-sticks',
  'bonded',
  'gritty',
  'too-steep',
  'too-few',
  'too-high',
  'no-line',
] as const;
export type RefusalRule = (typeof REFUSALS)[number];

/** Numbers that the rules turn on. */
export const LIMITS = [
  'longest-pole',
  'at-the-pole',
  'brush-enough',
  'worth-a-stronger',
  'finish-output',
  'finish-spotless',
  'soak-minutes',
  'robot-tilt',
  'robot-modules',
  'hose-reach',
  'module-minutes',
  'storey-factor',
  'lift-factor',
  'loose-factor',
  'wet-share',
] as const;
export type Limit = (typeof LIMITS)[number];

/** One way of cleaning as this contractor works it. */
export interface WayRule {
  /** whether the contractor works this way at all: somebody has the kit, and is willing */
  have: boolean;
  /** from where it can be worked */
  from: readonly Access[];
  /** minutes a module against a fed pole, in its usual passes */
  pace: number;
  passes: number;
  /** litres a minute while water runs */
  flow: number;
  /** kg at the end of a pole */
  head: number;
  /** minutes for which it is left on before it is worked */
  dwell: number;
  /** for hire or wear, minor units a visit */
  perVisit: number;
  /** share of each layer that it takes off in its usual passes */
  takes: Effectiveness;
}

/** The rules by which a way is chosen, refused and worked: data, so that a contractor can change them. */
export interface MethodRules {
  /** 0: the house's */
  version: number;
  ways: Record<CleaningMethod, WayRule>;
  refusals: Record<RefusalRule, { on: boolean; ways: readonly CleaningMethod[] }>;
  limits: Record<Limit, number>;
}

const everyWay = <T>(of: (way: CleaningMethod) => T): Record<CleaningMethod, T> =>
  Object.fromEntries(CLEANING_METHODS.map((way) => [way, of(way)])) as Record<CleaningMethod, T>;

/** Ways of which a contractor has to have the machine; the house takes it that there is none. */
export const MACHINES: readonly CleaningMethod[] = CLEANING_METHODS.filter((way) => WAY_TRAITS[way].machine);

const every = () => true;
const wet = (way: WayTraits) => way.wet;
const robot = (way: WayTraits) => way.robot;
const alcohol = ({ bottle }: WayTraits) => bottle === 'alcohol';
const bottled = ({ bottle }: WayTraits) => bottle !== null;

/** Whether each rule forbids a way, as the house has it. */
const FORBIDS: Record<RefusalRule, (way: WayTraits) => boolean> = {
  'no-water': wet,
  'little-water': wet,
  tank: bottled,
  garden: alcohol,
  'ground-only': every,
  coating: (way) => alcohol(way) || way.blade || way.spins,
  cracked: (way) => way.blade || way.spins || way.robot,
  seal: (way) => bottled(way) || way.spins || (way.robot && way.wet),
  frost: wet,
  snow: every,
  'blade-not-agreed': ({ blade }) => blade,
  'nothing-to-blade': ({ blade }) => blade,
  'nothing-grows': alcohol,
  'nothing-sticks': ({ bottle }) => bottle === 'soap',
  bonded: ({ brushedDry }) => brushedDry,
  gritty: (way) => way.rubs && !way.blade,
  'too-steep': robot,
  'too-few': robot,
  'too-high': ({ jet }) => jet,
  'no-line': ({ line }) => line,
};

const forbiddenBy = (rule: RefusalRule): readonly CleaningMethod[] =>
  CLEANING_METHODS.filter((way) => FORBIDS[rule](WAY_TRAITS[way]));

/** The house's rules (C16): what stands in their place is the contractor's own. */
export const HOUSE_RULES: MethodRules = {
  version: 0,
  ways: everyWay((way) => ({
    have: !MACHINES.includes(way),
    from: WAY_TRAITS[way].from,
    perVisit: 0,
    ...METHOD_WORK[way],
    takes: EFFECTIVENESS[way],
  })),
  refusals: Object.fromEntries(
    REFUSALS.map((rule) => [rule, { on: true, ways: forbiddenBy(rule) }] as const),
  ) as unknown as MethodRules['refusals'],
  limits: {
    'longest-pole': LONGEST_POLE,
    'at-the-pole': MOST_AT_THE_POLE,
    'brush-enough': ENOUGH_TAKEN_OFF,
    'worth-a-stronger': WORTH_A_STRONGER_WAY,
    'finish-output': LEAST_TAKEN.output,
    'finish-spotless': LEAST_TAKEN.spotless,
    'soak-minutes': SOAK_MINUTES,
    'robot-tilt': ROBOT_TILT,
    'robot-modules': ROBOT_MODULES,
    'hose-reach': HOSE_REACH,
    'module-minutes': MODULE_MINUTES,
    'storey-factor': MINUTES_FACTOR.perStoreyAbove,
    'lift-factor': LIFT_PACE,
    'loose-factor': MINUTES_FACTOR.looseFilmOnly,
    'wet-share': WET_SHARE,
  },
};

/** A share that is taken in some passes, taken in others: each pass takes the same part of what it finds. */
const inPasses = (share: number, passes: number, usual: number): number => 1 - (1 - share) ** (passes / usual);

/** What a way takes off each layer in the passes that it is worked in. @param takes in its usual passes */
export function takenInPasses(
  way: CleaningMethod,
  takes: Effectiveness,
  { passes }: Pick<WayRule, 'passes'>,
): Effectiveness {
  const usual = METHOD_WORK[way].passes;
  if (passes === usual) return takes;
  return {
    loose: inPasses(takes.loose, passes, usual),
    bonded: inPasses(takes.bonded, passes, usual),
    droppings: inPasses(takes.droppings, passes, usual),
    lichen: inPasses(takes.lichen, passes, usual),
  };
}

/** The figures that estimates begin with where a contractor's rules say what each way takes off. */
export const houseBy = ({ ways }: MethodRules): HouseFigures => ({
  ...HOUSE,
  effectiveness: everyWay((way) => ways[way].takes),
});
