import { type CleaningMethod, HAND_HEIGHT } from '../assumptions.ts';
import type { PatchWay } from '../comparisons/testPatch.ts';
import { BY_HAND, bare } from '../findings.ts';
import type { BrushName } from '../kit/brushes.ts';
import type { Access } from '../reach/access.ts';
import { type FaceSection, fromGround, type GroundReach } from '../reach/fromGround.ts';
import type { ModuleReach, ReachFound } from '../reach/reachMap.ts';
import { type FaceFacts, factsOf } from '../rules/facts.ts';
import type {
  AccessBecause,
  BrushBecause,
  MethodBecause,
  MinutesBecause,
  PoleBecause,
  PoleFromGround,
  SoakBecause,
} from '../rules/findings.ts';
import type { MethodInput } from '../rules/input.ts';
import { type EscalationRung, ladder, rungsThatCan } from '../rules/ladder.ts';
import { HOUSE_RULES, type MethodRules } from '../rules/rules.ts';
import { HAND_RUNGS, type HandRung, RUNG_WAYS, rungOf, type Wanted } from '../rules/rungs.ts';
import { litresIn, minutesPerModule } from './work.ts';

export interface Choice<T, Because> {
  choose: T;
  because: Because;
}

export interface MethodPlan {
  method: Choice<CleaningMethod, MethodBecause>;
  brush: Choice<BrushName, BrushBecause>;
  /** metres of pole */
  pole: Choice<number, PoleBecause>;
  access: Choice<Access, AccessBecause>;
  soakMinutes: Choice<number, SoakBecause>;
  escalation: EscalationRung[];
  /** minutes of work for one module on the mean, all soils and access counted in */
  minutesPerModule: number;
  /** where they come from */
  minutesBecause: MinutesBecause;
  /** litres on one module on the mean */
  litresPerModule: number;
  /** the ways that are used one after another: that of all modules first, then those of the rungs that are used */
  ways: CleaningMethod[];
}

/**
 * A first choice for a face by what lies on it alone: the brush, with every rung that is wanted and can be climbed. From the
 * ground wherever the pole reaches; otherwise access equipment and a competent person, under local law.
 */
export function chooseMethod(input: MethodInput, rules: MethodRules = HOUSE_RULES): MethodPlan {
  const facts = factsOf(input, rules);
  const base = input.waterless ? 'dry-brush' : brushAt(accessFor('fed-pole', input, rules).choose, rules);
  const access = accessFor(base, input, rules);
  const rungs = input.waterless ? [] : rungsThatCan({ input, facts, rules, access: access.choose, litres: 0 });
  return methodOf(input, { base, rungs }, rules);
}

/** Of what is fitted over the modules nobody carries anything. */
const NO_POLE: MethodPlan['pole'] = { choose: 0, because: bare('pole-none') };

/** The brush that all modules get where a rung is a way of its own. */
export function brushAt(access: Access, { ways }: MethodRules): CleaningMethod {
  const hose = ways['hose-and-brush'];
  return access === 'hand-height' && hose.have && hose.from.includes(access) ? 'hose-and-brush' : 'fed-pole';
}

/** A way used alone: on all modules, or as the rung that it is on those that want it, after the brush. */
export function alone(way: CleaningMethod, input: MethodInput, rules: MethodRules): Wanted {
  const rung = rungOf(way);
  return rung === null
    ? { base: way, rungs: [] }
    : { base: brushAt(accessFor(way, input, rules).choose, rules), rungs: [rung] };
}

/**
 * All that follows from a way for all modules and some rungs: access, pole, brush, soaking, minutes and litres.
 * @param exactly the access is as it was set by hand, whatever the way would want
 */
export function methodOf(input: MethodInput, wanted: Wanted, rules: MethodRules, exactly = false): MethodPlan {
  const facts = factsOf(input, rules);
  const access = exactly ? faceAccess(input, rules) : accessOfAll(input, wanted, rules);
  const escalation = ladder({ input, facts, rules, access: access.choose, litres: 0 }, wanted);
  return {
    method: methodName(wanted, access.choose),
    brush: brush(input, { facts, access: access.choose, base: wanted.base, rules }),
    pole: rules.ways[wanted.base].head === 0 ? NO_POLE : pole(input, access.choose, rules),
    access,
    soakMinutes: soakOf(wanted, escalation, rules),
    escalation,
    ...workOf(input, { base: wanted.base, access: access.choose, escalation }, rules),
  };
}

/** The ladder's rungs that are worked by hand on some of the modules. */
export const handRungs = (escalation: readonly EscalationRung[]): { rung: HandRung; modules: number }[] =>
  escalation.flatMap(({ rung, use, modules }) => {
    const hand = HAND_RUNGS.find((one) => one === rung);
    return use && hand ? [{ rung: hand, modules: modules ?? 0 }] : [];
  });

/** A face is named by the strongest way that is used on it. */
function methodName({ base, rungs }: Wanted, access: Access): MethodPlan['method'] {
  const strongest = [...HAND_RUNGS].reverse().find((rung) => rungs.includes(rung));
  if (strongest) return { choose: RUNG_WAYS[strongest], because: bare(`method-${strongest}`) };
  if (base === 'dry-brush') return { choose: base, because: bare('method-waterless') };
  if (access === 'hand-height') return { choose: base, because: bare('method-hand-height') };
  return { choose: base, because: bare(access === 'ground' ? 'method-pole-from-ground' : 'method-pole') };
}

/** Minutes, litres and the ways that are used: what follows from a choice. */
export function workOf(
  input: MethodInput,
  { base, access, escalation }: { base: CleaningMethod; access: Access; escalation: readonly EscalationRung[] },
  rules: MethodRules,
): Pick<MethodPlan, 'minutesPerModule' | 'minutesBecause' | 'litresPerModule' | 'ways'> {
  const { minutes: ofBase, because } = minutesOf(input, base, access, rules);
  let [minutes, litres] = [ofBase, litresOf(input, base, ofBase, rules)];
  const rungs = handRungs(escalation);
  for (const { rung, modules } of rungs) {
    const way = RUNG_WAYS[rung];
    const more = Math.max(0, minutesOf(input, way, access, rules).minutes - ofBase);
    const share = Math.min(1, modules / Math.max(1, input.modules));
    minutes += share * more;
    litres += share * litresOf(input, way, more, rules);
  }
  return {
    minutesPerModule: minutes,
    minutesBecause: because,
    litresPerModule: litres,
    ways: [base, ...rungs.map(({ rung }) => RUNG_WAYS[rung])],
  };
}

/** The strip of a test patch on which a way is timed as it is worked on the face. */
const TRIED_AS: Record<CleaningMethod, PatchWay | null> = {
  hose: null,
  'hose-and-brush': null,
  'fed-pole': 'brush',
  soap: 'soap',
  alcohol: null,
  'wet-blade': 'blade',
  'rotary-head': null,
  'robot-wet': null,
  'robot-dry': null,
  'spray-line': null,
  'spray-line-wiped': null,
  cloth: null,
  'dry-brush': null,
};

/** Minutes a module as they were timed on the test patch, in the way that is worked; else as assumed. */
function minutesOf(
  input: MethodInput,
  way: CleaningMethod,
  access: Access,
  rules: MethodRules,
): { minutes: number; because: MinutesBecause } {
  const timed = input.tested?.minutesPerModule.find((one) => one.way === TRIED_AS[way]);
  if (timed) return { minutes: timed.minutes, because: bare('minutes-timed') };
  const own = input.pace?.[way];
  return {
    minutes: houseMinutes(input, way, access, rules) * (own ?? 1),
    because: bare(own === undefined ? 'minutes-house' : 'minutes-own'),
  };
}

/** Minutes for one module in a way by the rules, whatever pace is in use. */
export const houseMinutes = (
  input: Pick<MethodInput, 'soils' | 'modules' | 'tested' | 'storeys'>,
  way: CleaningMethod,
  access: Access,
  rules: MethodRules,
): number =>
  minutesPerModule({ way, access, storeys: input.storeys, looseFilmOnly: factsOf(input, rules).looseOnly }, rules);

/** Litres on one module for so many minutes of a way, at its flow or by what jobs used. */
export const litresOf = (
  { litres, pace }: Pick<MethodInput, 'litres' | 'pace'>,
  way: CleaningMethod,
  minutes: number,
  rules: MethodRules,
): number =>
  litres?.[way] === undefined
    ? litresIn(way, minutes, rules)
    : (litresIn(way, minutes, rules) / (pace?.[way] ?? 1)) * litres[way];

/** What is left wet before it is brushed, or on the glass before it is worked, whichever takes longer. */
function soakOf(
  { base }: Wanted,
  escalation: readonly EscalationRung[],
  { limits, ways }: MethodRules,
): MethodPlan['soakMinutes'] {
  const soak = escalation.some(({ rung, use }) => rung === 'soak' && use) ? limits['soak-minutes'] : 0;
  const dwell = Math.max(ways[base].dwell, ...handRungs(escalation).map(({ rung }) => ways[RUNG_WAYS[rung]].dwell));
  if (dwell > soak) return { choose: dwell, because: bare('soak-dwell') };
  return { choose: soak, because: bare(soak > 0 ? 'soak-first' : 'soak-not') };
}

/** From where a face is reached by how it lies, whatever is done there. */
function faceAccess(input: MethodInput, rules: MethodRules): MethodPlan['access'] {
  if (input.accessByHand) return { choose: input.accessByHand, because: BY_HAND };
  if (input.mount === 'ground' && input.eaveHeight <= HAND_HEIGHT)
    return { choose: 'hand-height', because: bare('access-within-reach') };
  if (input.reach?.walkway && input.reach.out === 0) return { choose: 'walkway', because: bare('access-walkway') };
  if (input.mount === 'flat-roof') return { choose: 'lift', because: bare('access-flat-roof') };
  const most = rules.limits['longest-pole'];
  if (input.reach) return byReach(input.reach, input.modules, most);
  if (reachNeeded(input) > most) return { choose: 'lift', because: { code: 'access-beyond-pole', params: { most } } };
  const { choose, because } = poleFromGround(input, rules);
  return { choose: choose === null ? 'lift' : 'ground', because };
}

/** By what a pole reaches of a face: from the ground where that is all of it, else a lift for the whole of it. */
function byReach({ out, furthest, drawn }: ReachFound, modules: number, most: number): MethodPlan['access'] {
  if (out > 0 || furthest === null)
    return { choose: 'lift', because: { code: 'access-out-of-reach', params: { out, modules, most, drawn } } };
  return { choose: 'ground', because: poleByReach(furthest, drawn) };
}

const poleByReach = ({ from, pole, standOff, neck }: ModuleReach, drawn: boolean): PoleFromGround => ({
  code: 'pole-reaches',
  params: { from, length: Math.ceil(pole), drawn, standOff, neck },
});

/** From where a way is worked on a face: what wants hands or weight at the glass is not worked from the ground. */
export function accessFor(way: CleaningMethod, input: MethodInput, rules: MethodRules): MethodPlan['access'] {
  const face = faceAccess(input, rules);
  const { from, head } = rules.ways[way];
  // Nobody carries what is fitted.
  if (head === 0 && from.includes('ground')) return { choose: 'ground', because: bare('access-line') };
  if (!from.includes(face.choose)) return { choose: 'lift', because: bare('access-at-the-glass') };
  if (face.choose !== 'ground') return face;
  const length = pole(input, 'ground', rules).choose;
  return head * length > rules.limits['at-the-pole']
    ? { choose: 'lift', because: { code: 'access-heavy-head', params: { head, pole: length } } }
    : face;
}

/** From where a way and its rungs are worked: whoever goes up for one of them does all from there. */
function accessOfAll(input: MethodInput, { base, rungs }: Wanted, rules: MethodRules): MethodPlan['access'] {
  const all = [base, ...rungs.map((rung) => RUNG_WAYS[rung])].map((way) => accessFor(way, input, rules));
  return all.find(({ choose }) => choose === 'lift') ?? (all[0] as MethodPlan['access']);
}

/** A first estimate of pole length, m: eave above the hands, and the face itself, held at an angle. */
const reachNeeded = (input: MethodInput): number => Math.ceil(Math.max(2, (input.eaveHeight - HAND_HEIGHT) * 1.3 + 3));

/** What was found for a face with a longest pole: every way, place and pole asks for it again. */
const reachedFromGround = new WeakMap<MethodInput, Map<number, GroundReach | null>>();

function fromGroundOnce(input: MethodInput, section: FaceSection & { longest: number }): GroundReach | null {
  const known = reachedFromGround.get(input) ?? new Map<number, GroundReach | null>();
  reachedFromGround.set(input, known);
  const before = known.get(section.longest);
  if (before !== undefined) return before;
  const now = fromGround(section);
  known.set(section.longest, now);
  return now;
}

/** The pole for a face that is brushed from the ground, by its section where that is known; null where none reaches. */
function poleFromGround(input: MethodInput, { limits }: MethodRules): Choice<number | null, PoleFromGround> {
  const { reach } = input;
  if (reach?.furthest)
    return { choose: Math.ceil(reach.furthest.pole), because: poleByReach(reach.furthest, reach.drawn) };
  const { eaveHeight, surfaceTilt, slopeLength, standOffs } = input;
  const most = limits['longest-pole'];
  const estimate = reachNeeded(input);
  if (slopeLength === undefined)
    return { choose: estimate, because: { code: 'pole-estimate', params: { length: estimate } } };
  const found = fromGroundOnce(input, { eaveHeight, surfaceTilt, slopeLength, standOffs, longest: most });
  const drawn = (standOffs?.length ?? 0) > 0;
  if (found === null) return { choose: null, because: { code: 'pole-none-reaches', params: { most, drawn } } };
  const length = Math.ceil(found.poleLength);
  return {
    choose: length,
    because: { code: 'pole-by-section', params: { length, drawn, standOff: found.standOff, neck: found.lift } },
  };
}

function pole(input: MethodInput, access: Access, rules: MethodRules): MethodPlan['pole'] {
  if (access === 'hand-height') return { choose: 2, because: bare('pole-short') };
  if (access === 'ground') {
    const found = poleFromGround(input, rules);
    // Set by hand from the ground though no pole was found to reach: the longest there is.
    return { choose: found.choose ?? rules.limits['longest-pole'], because: found.because };
  }
  if (access === 'walkway' && input.reach?.furthest)
    return { choose: Math.ceil(input.reach.furthest.pole), because: bare('pole-walkway') };
  return { choose: 3, because: bare('pole-beside') };
}

function brush(
  input: MethodInput,
  { facts, access, base, rules }: { facts: FaceFacts; access: Access; base: CleaningMethod; rules: MethodRules },
): MethodPlan['brush'] {
  if (input.waterless || rules.ways[base].flow === 0)
    return { choose: bare('brush-dry-roller'), because: bare('brush-because-dry') };
  if (facts.soaking) return { choose: bare('brush-stiff-40'), because: bare('brush-because-bonded') };
  if (input.storeys >= 2 && access === 'ground')
    return { choose: bare('brush-light-40'), because: bare('brush-because-long-pole') };
  return {
    choose: bare('brush-soft-60'),
    because: bare(facts.looseOnly ? 'brush-because-loose' : 'brush-because-usual'),
  };
}
