import type { CleaningMethod } from '../assumptions.ts';
import { type Bare, bare, type Finding } from '../findings.ts';
import { ACCESS_TRAITS, type Access } from '../reach/access.ts';
import type { FaceFacts } from './facts.ts';
import type { MethodInput } from './input.ts';
import { type MethodRules, REFUSALS, type RefusalRule } from './rules.ts';

/** Why a way of cleaning cannot be used on a face: litres, degrees, metres. */
export type WayRefusal =
  | Bare<
      | 'rung-no-water'
      | 'rung-tank'
      | 'rung-blade-not-agreed'
      | 'rung-no-blade'
      | 'rung-nothing-grows'
      | 'rung-not-sticky'
      | 'refused-garden'
      | 'refused-ground-only'
      | 'refused-coating'
      | 'refused-cracked'
      | 'refused-seal'
      | 'refused-frost'
      | 'refused-snow'
      | 'refused-bonded'
      | 'refused-gritty'
      | 'refused-not-ours'
      | 'way-line-not-known'
    >
  | Finding<'soap-brush-enough', { brushed: number }>
  | Finding<'refused-little-water', { litres: number; most: number }>
  | Finding<'refused-too-steep', { tilt: number; most: number }>
  | Finding<'refused-too-few', { modules: number; least: number }>
  | Finding<'refused-too-high', { eave: number; most: number }>;

/** A condition of a rung or a way: a rule that must not speak against it. */
export interface Condition {
  rule: RefusalRule;
  /** null: nobody has said */
  met: boolean | null;
}

export interface RefusalCase {
  input: MethodInput;
  facts: FaceFacts;
  rules: MethodRules;
  /** from where it would be worked, and litres of the whole visit with it */
  access: Access;
  litres: number;
}

/** What a rule finds on a face: that it speaks against a way, that it does not, or that nobody has said. */
type Found = WayRefusal | 'met' | 'unknown';

const whether = (fact: boolean | undefined, refusal: WayRefusal): Found =>
  fact === undefined ? 'unknown' : fact ? refusal : 'met';

const FINDS: Record<RefusalRule, (face: RefusalCase) => Found> = {
  'no-water': ({ input }) => (input.waterless || input.waterLimit === 0 ? bare('rung-no-water') : 'met'),
  'little-water': ({ input: { waterLimit }, litres }) =>
    waterLimit !== undefined && waterLimit > 0 && litres > waterLimit
      ? { code: 'refused-little-water', params: { litres, most: waterLimit } }
      : 'met',
  tank: ({ input }) => (input.runOff === 'rainwater-tank' ? bare('rung-tank') : 'met'),
  garden: ({ input }) => (input.runOff === 'garden' ? bare('refused-garden') : 'met'),
  'ground-only': ({ input: { groundOnly }, access }) =>
    ACCESS_TRAITS[access].above ? whether(groundOnly, bare('refused-ground-only')) : 'met',
  coating: ({ input }) => whether(input.coated, bare('refused-coating')),
  cracked: ({ input: { cracked } }) =>
    whether(cracked === undefined ? undefined : cracked > 0, bare('refused-cracked')),
  seal: ({ input: { sealDamage } }) =>
    whether(sealDamage === undefined ? undefined : sealDamage > 0, bare('refused-seal')),
  frost: ({ input }) => (input.cold === 'frost' ? bare('refused-frost') : 'met'),
  snow: ({ input }) => (input.cold === 'snow' ? bare('refused-snow') : 'met'),
  'blade-not-agreed': ({ input }) => (input.bladeAgreed ? 'met' : bare('rung-blade-not-agreed')),
  'nothing-to-blade': ({ facts }) => (facts.bladeWork ? 'met' : bare('rung-no-blade')),
  'nothing-grows': ({ facts }) => (facts.grows ? 'met' : bare('rung-nothing-grows')),
  'nothing-sticks': ({ facts: { soapByTest, sticky } }) => {
    if (soapByTest?.wanted === false) return { code: soapByTest.code, params: soapByTest.params };
    return sticky || soapByTest?.wanted ? 'met' : bare('rung-not-sticky');
  },
  bonded: ({ facts }) => (facts.soaking ? bare('refused-bonded') : 'met'),
  gritty: ({ facts }) => (facts.gritty ? bare('refused-gritty') : 'met'),
  'too-steep': ({ input: { surfaceTilt: tilt }, rules: { limits } }) =>
    tilt > limits['robot-tilt'] ? { code: 'refused-too-steep', params: { tilt, most: limits['robot-tilt'] } } : 'met',
  'too-few': ({ input: { modules }, rules: { limits } }) =>
    modules < limits['robot-modules']
      ? { code: 'refused-too-few', params: { modules, least: limits['robot-modules'] } }
      : 'met',
  'too-high': ({ input: { eaveHeight: eave }, rules: { limits }, access }) =>
    access === 'ground' && eave > limits['hose-reach']
      ? { code: 'refused-too-high', params: { eave, most: limits['hose-reach'] } }
      : 'met',
  'no-line': ({ input }) => (input.lineFitted ? 'met' : bare('way-line-not-known')),
};

const rulesFor = (way: CleaningMethod, { refusals }: MethodRules): RefusalRule[] =>
  REFUSALS.filter((rule) => refusals[rule].on && refusals[rule].ways.includes(way));

/** Every rule that speaks against a way on a face; none where it can be used. */
export function refusalsOf(way: CleaningMethod, face: RefusalCase): WayRefusal[] {
  const ours: WayRefusal[] = face.rules.ways[way].have ? [] : [bare('refused-not-ours')];
  const found = rulesFor(way, face.rules).flatMap((rule) => {
    const finds = FINDS[rule](face);
    return typeof finds === 'string' ? [] : [finds];
  });
  return [...ours, ...found];
}

/** The conditions of a way one by one: met, not met, or not known. */
export const conditionsOf = (way: CleaningMethod, face: RefusalCase): Condition[] =>
  rulesFor(way, face.rules).map((rule) => {
    const finds = FINDS[rule](face);
    return { rule, met: finds === 'unknown' ? null : finds === 'met' };
  });
