import {
  type CleaningMethod,
  ENOUGH_TAKEN_OFF,
  HAND_HEIGHT,
  LONGEST_POLE,
  WORTH_A_STRONGER_WAY,
} from '../assumptions.ts';
import type { PatchWay, TestPatch } from '../comparisons/testPatch.ts';
import { BY_HAND, bare } from '../findings.ts';
import { isFilm, type Soil } from '../inspections/soil.ts';
import type { BrushName } from '../kit/brushes.ts';
import type {
  AccessBecause,
  BrushBecause,
  MethodBecause,
  MinutesBecause,
  PoleBecause,
  PoleFromGround,
  RungBecause,
  RungCaution,
  SoakBecause,
} from './findings.ts';
import { fromGround } from './fromGround.ts';
import type { Rung } from './rungs.ts';
import { type Access, litresIn, minutesPerModule } from './work.ts';

/** What an array is mounted on. */
export const MOUNTS = ['pitched-roof', 'flat-roof', 'ground', 'carport', 'elevated'] as const;
export type Mount = (typeof MOUNTS)[number];

/** What run-off reaches. */
export const RUN_OFFS = ['drain', 'garden', 'rainwater-tank'] as const;
export type RunOff = (typeof RUN_OFFS)[number];

export interface MethodInput {
  soils: readonly Soil[];
  mount: Mount;
  storeys: number;
  /** metres */
  eaveHeight: number;
  /** degrees */
  surfaceTilt: number;
  /** metres from the eave to the far edge of the modules; left out in plans made before the section was looked at */
  slopeLength?: number | undefined;
  /** metres from the wall of the standing places drawn before the face; left out in plans made before faces were drawn */
  standOffs?: readonly number[] | undefined;
  modules: number;
  /** what the run-off reaches */
  runOff: RunOff;
  waterless: boolean;
  /** set by hand in place of what follows from mount, eave and pole */
  accessByHand?: Access | undefined;
  finish: 'output' | 'spotless';
  /** the module maker's word or the customer's signature for a blade is on record */
  bladeAgreed: boolean;
  /** factors on the house's minutes and litres, by way, where the contractor's own figures stand in their place */
  pace?: Partial<Record<CleaningMethod, number>> | undefined;
  litres?: Partial<Record<CleaningMethod, number>> | undefined;
  /** what a test patch on this face found; left out where there was none */
  tested?: Pick<TestPatch, 'removed' | 'minutesPerModule'> | undefined;
}

export interface Choice<T, Because> {
  choose: T;
  because: Because;
}

export interface EscalationRung {
  rung: Rung;
  use: boolean;
  /** why, or why not here */
  because: RungBecause;
  caution: RungCaution;
}

export interface MethodPlan {
  method: Choice<CleaningMethod, MethodBecause>;
  brush: Choice<BrushName, BrushBecause>;
  /** metres of pole */
  pole: Choice<number, PoleBecause>;
  access: Choice<Access, AccessBecause>;
  soakMinutes: Choice<number, SoakBecause>;
  escalation: EscalationRung[];
  /** minutes of work for one module, all soils and access counted in */
  minutesPerModule: number;
  /** where they come from; null where nobody kept it */
  minutesBecause: MinutesBecause | null;
  /** litres on one module; null where nobody kept them */
  litresPerModule: number | null;
  /** the ways that are used one after another: the method, and those of the rungs that are used */
  ways: CleaningMethod[];
}

/**
 * A first table of rules: method, brush, pole, access and the escalation ladder, each with its reason.
 * From the ground wherever the pole reaches; otherwise access equipment and a competent person, under local law.
 */
export function chooseMethod(input: MethodInput): MethodPlan {
  const has = (test: (soil: Soil) => boolean) => input.soils.some((soil) => soil.share > 0 && test(soil));
  const grows = has((soil) => ['lichen', 'algae', 'moss'].includes(soil.kind));
  const lichen = has((soil) => soil.kind === 'lichen');
  const bladeWork = has((soil) => soil.bond === 'blade');
  const soaking = has((soil) => soil.bond === 'soak' || soil.bond === 'blade');
  const sticky = has((soil) => ['sap', 'soot', 'droppings'].includes(soil.kind) && soil.bond !== 'dry');
  const looseOnly = looseFilmOnly(input);
  const access = chooseAccess(input);
  const escalation = ladder(input, { grows, lichen, bladeWork, soaking, sticky }, access.choose);
  const used = (rung: Rung) => escalation.some((step) => step.rung === rung && step.use);
  const method = mainMethod(input, used, access.choose);
  return {
    method,
    brush: brush(input, { soaking, looseOnly, access: access.choose }),
    pole: pole(input, access.choose),
    access,
    soakMinutes: soaking ? { choose: 10, because: bare('soak-first') } : { choose: 0, because: bare('soak-not') },
    escalation,
    ...workOf(input, method.choose, access.choose, escalation),
  };
}

/** Whether all that was seen is film that comes off dry. */
const looseFilmOnly = ({ soils }: MethodInput): boolean =>
  soils.length > 0 && soils.every((soil) => soil.bond === 'dry' && isFilm(soil.kind));

/** The way that a rung of the ladder stands for. */
const RUNG_WAYS: Partial<Record<Rung, CleaningMethod>> = { soap: 'soap', alcohol: 'alcohol', blade: 'wet-blade' };

/** Minutes, litres and effect of a way of cleaning with the rungs that are used: what follows from the choice. */
export function workOf(
  input: MethodInput,
  way: CleaningMethod,
  access: Access,
  escalation: readonly EscalationRung[],
): Pick<MethodPlan, 'minutesPerModule' | 'minutesBecause' | 'litresPerModule' | 'ways'> {
  const rungs = escalation.flatMap(({ rung, use }) => (use && RUNG_WAYS[rung] ? [RUNG_WAYS[rung]] : []));
  const minutes = minutesOf(input, way, access);
  return {
    ...minutes,
    litresPerModule: litresOf(input, way, minutes.minutesPerModule),
    ways: [...new Set([way, ...rungs])],
  };
}

/** Minutes a module as they were timed on the test patch, in the way that the method works; else as assumed. */
function minutesOf(
  input: MethodInput,
  way: CleaningMethod,
  access: Access,
): Pick<MethodPlan, 'minutesPerModule' | 'minutesBecause'> {
  const tried: Partial<Record<CleaningMethod, PatchWay>> = { 'wet-blade': 'blade', soap: 'soap', 'fed-pole': 'brush' };
  const timed = input.tested?.minutesPerModule.find((one) => one.way === tried[way]);
  if (timed) return { minutesPerModule: timed.minutes, minutesBecause: bare('minutes-timed') };
  return {
    minutesPerModule: houseMinutes(input, way, access) * (input.pace?.[way] ?? 1),
    minutesBecause: input.pace?.[way] === undefined ? bare('minutes-house') : bare('minutes-own'),
  };
}

/** The house's minutes for one module in a way, whatever pace is in use. */
export const houseMinutes = (input: MethodInput, way: CleaningMethod, access: Access): number =>
  minutesPerModule({ way, access, storeys: input.storeys, looseFilmOnly: looseFilmOnly(input) });

/** Litres on one module for so many minutes of a way, at the house's flow or by what jobs used. */
export const litresOf = ({ litres, pace }: MethodInput, way: CleaningMethod, minutes: number): number =>
  litres?.[way] === undefined ? litresIn(way, minutes) : (litresIn(way, minutes) / (pace?.[way] ?? 1)) * litres[way];

/** What a test patch says of soap: not wanted where the brush alone was enough, wanted where soap took off more. */
function soapByTest({ tested }: MethodInput): { wanted: boolean; because: RungBecause } | null {
  const share = (way: PatchWay) => tested?.removed.find((one) => one.way === way)?.share.mid;
  const [brushed, soaped] = [share('brush'), share('soap')];
  if (brushed === undefined) return null;
  if (brushed >= ENOUGH_TAKEN_OFF)
    return { wanted: false, because: { code: 'soap-brush-enough', params: { brushed } } };
  if (soaped !== undefined && soaped > brushed + WORTH_A_STRONGER_WAY)
    return { wanted: true, because: { code: 'soap-takes-more', params: { brushed, soaped } } };
  return null;
}

function mainMethod(input: MethodInput, used: (rung: Rung) => boolean, access: Access): MethodPlan['method'] {
  if (input.waterless) return { choose: 'robot-dry', because: bare('method-waterless') };
  if (used('blade')) return { choose: 'wet-blade', because: bare('method-blade') };
  if (used('alcohol')) return { choose: 'alcohol', because: bare('method-alcohol') };
  if (used('soap')) return { choose: 'soap', because: bare('method-soap') };
  if (access === 'hand-height') return { choose: 'hose-and-brush', because: bare('method-hand-height') };
  return { choose: 'fed-pole', because: bare(access === 'ground' ? 'method-pole-from-ground' : 'method-pole') };
}

function chooseAccess(input: MethodInput): MethodPlan['access'] {
  if (input.accessByHand) return { choose: input.accessByHand, because: BY_HAND };
  if (input.mount === 'ground' && input.eaveHeight <= HAND_HEIGHT)
    return { choose: 'hand-height', because: bare('access-within-reach') };
  if (input.mount === 'flat-roof') return { choose: 'lift', because: bare('access-flat-roof') };
  if (reachNeeded(input) > LONGEST_POLE)
    return { choose: 'lift', because: { code: 'access-beyond-pole', params: { most: LONGEST_POLE } } };
  const { choose, because } = poleFromGround(input);
  return { choose: choose === null ? 'lift' : 'ground', because };
}

/** A first estimate of pole length, m: eave above the hands, and the face itself, held at an angle. */
const reachNeeded = (input: MethodInput): number => Math.ceil(Math.max(2, (input.eaveHeight - HAND_HEIGHT) * 1.3 + 3));

/** The pole for a face that is brushed from the ground, by its section where that is known; null where none reaches. */
function poleFromGround(input: MethodInput): Choice<number | null, PoleFromGround> {
  const { eaveHeight, surfaceTilt, slopeLength, standOffs } = input;
  const estimate = reachNeeded(input);
  if (slopeLength === undefined)
    return { choose: estimate, because: { code: 'pole-estimate', params: { length: estimate } } };
  const found = fromGround({ eaveHeight, surfaceTilt, slopeLength, standOffs });
  const drawn = (standOffs?.length ?? 0) > 0;
  if (found === null)
    return { choose: null, because: { code: 'pole-none-reaches', params: { most: LONGEST_POLE, drawn } } };
  const length = Math.ceil(found.poleLength);
  return {
    choose: length,
    because: { code: 'pole-by-section', params: { length, drawn, standOff: found.standOff, neck: found.lift } },
  };
}

function pole(input: MethodInput, access: Access): MethodPlan['pole'] {
  if (access === 'hand-height') return { choose: 2, because: bare('pole-short') };
  if (access === 'ground') {
    const found = poleFromGround(input);
    // Set by hand from the ground though no pole was found to reach: the longest there is.
    return { choose: found.choose ?? LONGEST_POLE, because: found.because };
  }
  return { choose: 3, because: bare('pole-beside') };
}

function brush(
  input: MethodInput,
  soil: { soaking: boolean; looseOnly: boolean; access: Access },
): MethodPlan['brush'] {
  if (input.waterless) return { choose: bare('brush-dry-roller'), because: bare('brush-because-dry') };
  if (soil.soaking) return { choose: bare('brush-stiff-40'), because: bare('brush-because-bonded') };
  if (input.storeys >= 2 && soil.access === 'ground')
    return { choose: bare('brush-light-40'), because: bare('brush-because-long-pole') };
  return {
    choose: bare('brush-soft-60'),
    because: bare(soil.looseOnly ? 'brush-because-loose' : 'brush-because-usual'),
  };
}

function ladder(
  input: MethodInput,
  found: { grows: boolean; lichen: boolean; bladeWork: boolean; soaking: boolean; sticky: boolean },
  access: Access,
): EscalationRung[] {
  // A blade is held flat and alcohol kept off the seals by hand: nobody does either at the end of a pole.
  const outOfHand = access === 'ground';
  const chemicalsStop = input.runOff === 'rainwater-tank' ? bare('rung-tank') : null;
  const bladeWanted = found.lichen || found.bladeWork;
  const bySoap = soapByTest(input);
  return [
    {
      rung: 'water',
      use: !input.waterless,
      because: bare(input.waterless ? 'rung-no-water' : 'rung-water-first'),
      caution: bare('caution-thermal-shock'),
    },
    {
      rung: 'soak',
      use: found.soaking && !input.waterless,
      because: bare(found.soaking ? 'rung-needs-soaking' : 'rung-soak-not-needed'),
      caution: bare('caution-slippery'),
    },
    {
      rung: 'soap',
      use: chemicalsStop === null && (bySoap?.wanted ?? found.sticky) && !input.waterless,
      because: chemicalsStop ?? bySoap?.because ?? bare(found.sticky ? 'rung-sticky' : 'rung-not-sticky'),
      caution: bare('caution-soap'),
    },
    {
      rung: 'alcohol',
      use: chemicalsStop === null && found.grows && !found.lichen && !input.waterless && !outOfHand,
      because: chemicalsStop ?? alcoholBecause(found, outOfHand),
      caution: bare('caution-alcohol'),
    },
    {
      rung: 'blade',
      use: bladeWanted && input.bladeAgreed && !input.waterless && !outOfHand,
      because: bladeBecause(bladeWanted, outOfHand, input.bladeAgreed),
      caution: bare('caution-blade'),
    },
  ];
}

function alcoholBecause({ grows, lichen }: { grows: boolean; lichen: boolean }, outOfHand: boolean): RungBecause {
  if (lichen) return bare('rung-lichen-wants-blade');
  if (!grows) return bare('rung-nothing-grows');
  return bare(outOfHand ? 'rung-out-of-hand' : 'rung-grows');
}

function bladeBecause(wanted: boolean, outOfHand: boolean, agreed: boolean): RungBecause {
  if (!wanted) return bare('rung-no-blade');
  if (outOfHand) return bare('rung-blade-out-of-hand');
  return bare(agreed ? 'rung-blade-agreed' : 'rung-blade-not-agreed');
}
