import type { CleaningMethod } from '../assumptions.ts';
import type { CourseSetup } from '../courses/setup.ts';
import type { Soil } from '../inspections/soil.ts';
import type { Access } from '../reach/access.ts';
import type { MethodInput } from '../rules/input.ts';
import { houseBy, type MethodRules } from '../rules/rules.ts';
import type { Rung } from '../rules/rungs.ts';
import { SITUATION_KEYS, type SituationKey } from '../rules/situationKeys.ts';
import { EXAMPLE_FACE } from '../sites/example.ts';
import { CLEAN_GLASS, type LayeredState } from '../soiling/layered.ts';
import { MADE_UP_FIRM } from './madeUpFirm.ts';
import { settle } from './recommend.ts';
import { type Face, facesOf } from './weigh.ts';

/**
 * Situations as they are met, made up, by which rules are held and shown: what each rule would change is seen in them.
 * A situation names only what is otherwise than on a roof of sixty modules under plain dust that a pole reaches.
 */
interface Situation {
  soils?: readonly Soil[];
  glass?: Partial<LayeredState>;
  face?: Partial<MethodInput>;
  /** machines that are there, whatever the rules say */
  ours?: readonly CleaningMethod[];
  /** worth of a kWh, minor units */
  value?: number;
}

const soil = (kind: Soil['kind'], bond: Soil['bond'], more: Partial<Soil> = {}): Soil => ({
  kind,
  bond,
  where: 'whole-face',
  grade: 'plain',
  share: 1,
  ...more,
});
const DUST = soil('dust', 'wet');
const FAINT = soil('dust', 'dry', { grade: 'faint' });
const GRIT = soil('harvest-dust', 'dry', { grade: 'thick' });
const SCALE = soil('scale', 'soak');
const DROPPINGS = soil('droppings', 'soak', { where: 'spots', share: 0.01 });
const SAP = soil('sap', 'wet', { where: 'spots', share: 0.01 });
const LICHEN = soil('lichen', 'blade', { where: 'lower-edge', share: 0.005 });
const ALGAE = soil('algae', 'soak', { where: 'lower-edge', share: 0.02 });

const GROWN: Partial<LayeredState> = { loose: 0.4, bonded: 0.3, lichenRadius: 0.004 };
const LOOSE: Partial<LayeredState> = { loose: 0.8, bonded: 0, droppings: 0 };
const FOULED: Partial<LayeredState> = { loose: 0.4, bonded: 0.3, droppings: 0.012 };

const HAND: Partial<MethodInput> = { mount: 'ground', eaveHeight: 0.6, surfaceTilt: 20, storeys: 1 };
const HIGH: Partial<MethodInput> = { eaveHeight: 14, storeys: 4 };
const FLAT: Partial<MethodInput> = { mount: 'flat-roof', surfaceTilt: 10, eaveHeight: 4 };
const strips = (brush: number, soap: number): Partial<MethodInput> => ({
  tested: {
    removed: [
      { way: 'brush', share: { low: brush, mid: brush, high: brush } },
      { way: 'soap', share: { low: soap, mid: soap, high: soap } },
    ],
    minutesPerModule: [],
  },
});
/** A kWh worth so much that what a way leaves behind weighs more than its time. */
const DEAR = 4000;

const SITUATIONS: Record<SituationKey, Situation> = {
  'dust-on-a-roof': {},
  'loose-dust': { soils: [FAINT], glass: LOOSE },
  'loose-dust-spotless': { soils: [FAINT], glass: LOOSE, face: { finish: 'spotless' } },
  'loose-dust-high': { soils: [FAINT], glass: LOOSE, face: { eaveHeight: 6.8, storeys: 2, slopeLength: undefined } },
  'two-storeys': { face: { eaveHeight: 6.5, storeys: 2, slopeLength: undefined } },
  'above-the-pole': { face: HIGH },
  'flat-roof': { face: FLAT },
  'hand-height': { face: HAND },
  'bonded-spotless': { soils: [SCALE], glass: { loose: 0.1, bonded: 1.2 }, face: { finish: 'spotless' } },
  'no-water': { soils: [FAINT], glass: LOOSE, face: { waterless: true } },
  'no-water-robot': { soils: [FAINT], glass: LOOSE, face: { ...FLAT, waterless: true }, ours: ['robot-dry'] },
  'no-water-bonded': { soils: [SCALE], face: { waterless: true } },
  'no-water-grit': { soils: [GRIT], glass: LOOSE, face: { waterless: true } },
  'little-water': { face: { waterLimit: 100 } },
  'little-water-at-hand': { face: { ...HAND, waterLimit: 60 } },
  'sap-drain': { soils: [DUST, SAP], glass: FOULED, value: DEAR },
  'sap-tank': { soils: [DUST, SAP], glass: FOULED, value: DEAR, face: { runOff: 'rainwater-tank' } },
  'droppings-cheap': { soils: [DUST, DROPPINGS], glass: FOULED },
  'algae-drain': { soils: [DUST, ALGAE], glass: GROWN, value: DEAR, face: HAND },
  'algae-garden': { soils: [DUST, ALGAE], glass: GROWN, value: DEAR, face: { ...HAND, runOff: 'garden' } },
  'algae-tank': { soils: [DUST, ALGAE], glass: GROWN, value: DEAR, face: { ...HAND, runOff: 'rainwater-tank' } },
  'lichen-agreed': { soils: [DUST, LICHEN], glass: GROWN, value: DEAR, face: { ...HAND, bladeAgreed: true } },
  'lichen-not-agreed': { soils: [DUST, LICHEN], glass: GROWN, value: DEAR, face: HAND },
  'lichen-coated': { soils: [DUST, LICHEN], glass: GROWN, face: { ...HAND, bladeAgreed: true, coated: true } },
  'lichen-cracked': { soils: [DUST, LICHEN], glass: GROWN, face: { ...HAND, bladeAgreed: true, cracked: 1 } },
  'lichen-on-a-roof': { soils: [DUST, LICHEN], glass: GROWN, value: DEAR, face: { bladeAgreed: true } },
  'lichen-cheap': { soils: [DUST, LICHEN], glass: { loose: 0.9, bonded: 0.5 }, face: { ...HAND, bladeAgreed: true } },
  'lichen-ground-only': { soils: [DUST, LICHEN], glass: GROWN, face: { bladeAgreed: true, groundOnly: true } },
  'blade-without-need': { face: { ...HAND, bladeAgreed: true } },
  'ground-only-high': { face: { ...HIGH, groundOnly: true } },
  'ground-only-line': { soils: [FAINT], glass: LOOSE, face: { ...FLAT, groundOnly: true, lineFitted: true } },
  'line-over-bonded': { soils: [SCALE], glass: { loose: 0.2, bonded: 1 }, face: { ...FLAT, lineFitted: true } },
  'rotary-at-hand': { face: { ...HAND, modules: 200 }, ours: ['rotary-head'] },
  'rotary-on-a-pole': { face: { eaveHeight: 4.5 }, ours: ['rotary-head'] },
  'rotary-cracked': { face: { ...HAND, modules: 200, cracked: 2 }, ours: ['rotary-head'] },
  'robot-on-a-flat-roof': { face: { ...FLAT, modules: 400 }, ours: ['robot-wet', 'robot-dry'] },
  'robot-too-steep': { face: { ...HAND, surfaceTilt: 30, modules: 400 }, ours: ['robot-wet'] },
  'robot-for-few': { face: { ...HAND, modules: 20 }, ours: ['robot-wet'] },
  'seal-damaged': { soils: [DUST, SAP], glass: FOULED, value: DEAR, face: { sealDamage: 1 }, ours: ['robot-wet'] },
  frost: { soils: [FAINT], glass: LOOSE, face: { cold: 'frost' } },
  'frost-bonded': { soils: [SCALE], face: { cold: 'frost' } },
  snow: { face: { cold: 'snow' } },
  'strips-say-brush': { soils: [DUST, SAP], glass: FOULED, value: DEAR, face: strips(0.97, 0.98) },
  'strips-say-soap': { glass: { loose: 0.1, bonded: 1.2 }, value: DEAR, face: strips(0.7, 0.95) },
  'hardly-dirty': { soils: [FAINT], glass: { loose: 0.02, bonded: 0.01, droppings: 0 } },
};

const MEMBERS = 3;

function coursesOf({ glass = { loose: 0.7, bonded: 0.5, droppings: 0.001 } }: Situation, modules: number): CourseSetup {
  const initial = { ...CLEAN_GLASS, ...glass };
  const lichenDensity = initial.lichenRadius > 0 ? 300 : 0;
  return {
    ...EXAMPLE_FACE,
    array: { pdc0: 400 * modules, gammaPdc: -0.0035 },
    exposure: { surroundings: 'farmland', birds: 'few' },
    members: Array.from({ length: MEMBERS }, (_, course) => ({
      course,
      parameters: { lichenDensity, mismatch: 8 },
      initial,
      dust: 1,
      droppings: 1,
    })),
    bondingPerDew: null,
    lichenDensity: 0,
    puddleFactor: 1,
    orientation: 'portrait',
    cells: 'whole',
    startDay: 300,
    horizon: 1,
    seed: 7,
  };
}

const FACE: MethodInput = {
  soils: [DUST],
  mount: 'pitched-roof',
  storeys: 1,
  eaveHeight: 2.8,
  surfaceTilt: 22,
  slopeLength: 5,
  modules: 60,
  runOff: 'drain',
  waterless: false,
  groundOnly: false,
  coated: false,
  cracked: 0,
  sealDamage: 0,
  lineFitted: false,
  cold: 'none',
  finish: 'output',
  bladeAgreed: false,
};

function inputOf(situation: Situation, rules: MethodRules) {
  const method: MethodInput = {
    ...FACE,
    ...(situation.soils && { soils: situation.soils }),
    ...situation.face,
  };
  const ways = { ...rules.ways };
  for (const way of situation.ours ?? []) ways[way] = { ...ways[way], have: true };
  return {
    arrays: [{ arrayId: 'face', name: '', method, courses: coursesOf(situation, method.modules) }],
    house: houseBy(rules),
    rules: { ...rules, ways },
    finish: method.finish,
    ...MADE_UP_FIRM,
    travelKm: 20,
    travelMinutes: 30,
    valuePerKWh: situation.value ?? 228,
    ownUse: 0.6,
    overrides: {},
  };
}

/** What the rules decide in a situation, and the figures that follow. */
export interface Decided {
  /** null where no way can be used */
  way: CleaningMethod | null;
  access: Access;
  pole: number;
  rungs: Rung[];
  /** why each way is refused: the codes */
  refusals: Partial<Record<CleaningMethod, string[]>>;
  because: string;
  stopped: string[];
  /** of the whole visit, and its price in minor units */
  minutes: number;
  litres: number;
  soakMinutes: number;
  takesOff: number;
}

/** Faces do not hang on the rules: what a wash of a situation brings back is worked out once. */
const prepared = new Map<SituationKey, Face[]>();

/** What rules have decided: those of before are asked for every change that somebody tries. */
const decided = new WeakMap<MethodRules, Map<SituationKey, Decided>>();

/** What some rules decide in a situation. */
export function decide(key: SituationKey, rules: MethodRules): Decided {
  const known = decided.get(rules) ?? new Map<SituationKey, Decided>();
  decided.set(rules, known);
  const before = known.get(key);
  if (before !== undefined) return before;
  const now = decideAnew(key, rules);
  known.set(key, now);
  return now;
}

function decideAnew(key: SituationKey, rules: MethodRules): Decided {
  const input = inputOf(SITUATIONS[key], rules);
  const faces = prepared.get(key) ?? facesOf(input);
  prepared.set(key, faces);
  const [settled] = settle(input, faces);
  if (settled === undefined) throw new RangeError(`no face in ${key}`);
  const { face, method, effectiveness, stopped, ways } = settled;
  const refusals: Decided['refusals'] = {};
  for (const one of ways) if (one.refusals.length > 0) refusals[one.way] = one.refusals.map(({ code }) => code);
  return {
    way: stopped === null ? method.method.choose : null,
    access: method.access.choose,
    pole: method.pole.choose,
    rungs: method.escalation.filter(({ use }) => use).map(({ rung }) => rung),
    refusals,
    because: method.method.because.code,
    stopped: (stopped ?? []).map(({ code }) => code),
    minutes: face.input.modules * method.minutesPerModule,
    litres: face.input.modules * method.litresPerModule,
    soakMinutes: method.soakMinutes.choose,
    takesOff: face.takesOff(effectiveness),
  };
}

export interface SituationChange {
  key: SituationKey;
  before: Decided;
  after: Decided;
  /** whether another way, access, rung or refusal comes of it, and not only other minutes and litres */
  decision: boolean;
}

const decision = ({ way, access, pole, rungs, refusals, because, stopped }: Decided): string =>
  JSON.stringify([way, access, pole, rungs, refusals, because, stopped]);

/** The situations in which other rules decide otherwise, or come to other figures. */
export function changedSituations(before: MethodRules, after: MethodRules): SituationChange[] {
  return SITUATION_KEYS.flatMap((key): SituationChange[] => {
    const [old, now] = [decide(key, before), decide(key, after)];
    if (JSON.stringify(old) === JSON.stringify(now)) return [];
    return [{ key, before: old, after: now, decision: decision(old) !== decision(now) }];
  });
}
