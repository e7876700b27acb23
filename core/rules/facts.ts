import type { PatchWay } from '../comparisons/testPatch.ts';
import { modulesUnder } from '../inspections/marks.ts';
import { isFilm, SOIL_TRAITS, type SoilOnModules } from '../inspections/soil.ts';
import type { MethodInput } from './input.ts';
import type { MethodRules } from './rules.ts';
import { HAND_RUNGS, type HandRung } from './rungs.ts';

/** What the soils of a face ask for. */
export interface FaceFacts {
  /** algae, moss or lichen */
  grows: boolean;
  /** lichen, or anything else that comes off under a blade alone */
  bladeWork: boolean;
  soaking: boolean;
  sticky: boolean;
  /** film that comes off dry, and nothing else */
  looseOnly: boolean;
  /** thick dry dust that scratches where it is dragged over the glass */
  gritty: boolean;
  /** modules that each rung is for */
  modules: Record<HandRung, number>;
  /** what test strips say of soap; null where they say nothing of it */
  soapByTest: SoapByTest | null;
}

export type SoapByTest =
  | { wanted: false; code: 'soap-brush-enough'; params: { brushed: number } }
  | { wanted: true; code: 'soap-takes-more'; params: { brushed: number; soaped: number } };

/** What each rung above soaking is climbed for. */
const FOR: Record<HandRung, (soil: SoilOnModules) => boolean> = {
  soap: ({ kind, bond }) => SOIL_TRAITS[kind].sticks && bond !== 'dry',
  alcohol: ({ kind }) => SOIL_TRAITS[kind].grows,
  blade: ({ kind, bond }) => SOIL_TRAITS[kind].bladeWork || bond === 'blade',
};

/** What lies on a face, as the rules ask for it. */
export function factsOf(input: Pick<MethodInput, 'soils' | 'modules' | 'tested'>, rules: MethodRules): FaceFacts {
  const soils = input.soils.filter(({ share }) => share > 0);
  const has = (test: (soil: SoilOnModules) => boolean) => soils.some(test);
  const soapByTest = soapOf(input.tested, rules);
  const under = (rung: HandRung) =>
    soils.filter(FOR[rung]).reduce((sum, soil) => sum + modulesUnder(soil, input.modules), 0);
  const modules = Object.fromEntries(
    HAND_RUNGS.map((rung) => [rung, Math.min(input.modules, under(rung))]),
  ) as FaceFacts['modules'];
  return {
    grows: has(({ kind }) => SOIL_TRAITS[kind].grows),
    bladeWork: has(FOR.blade),
    soaking: has(({ bond }) => bond === 'soak' || bond === 'blade'),
    sticky: has(FOR.soap),
    looseOnly: input.soils.length > 0 && input.soils.every(({ bond, kind }) => bond === 'dry' && isFilm(kind)),
    gritty: has(({ kind, grade, bond }) => SOIL_TRAITS[kind].grit && grade === 'thick' && bond === 'dry'),
    // Where the strips say that soap takes more off the film, it takes more everywhere.
    modules: soapByTest?.wanted ? { ...modules, soap: input.modules } : modules,
    soapByTest,
  };
}

/** What test strips say of soap: not wanted where the brush alone was enough, wanted where soap took off more. */
function soapOf(tested: MethodInput['tested'], { limits }: MethodRules): SoapByTest | null {
  const share = (way: PatchWay) => tested?.removed.find((one) => one.way === way)?.share.mid;
  const [brushed, soaped] = [share('brush'), share('soap')];
  if (brushed === undefined) return null;
  if (brushed >= limits['brush-enough']) return { wanted: false, code: 'soap-brush-enough', params: { brushed } };
  if (soaped !== undefined && soaped > brushed + limits['worth-a-stronger'])
    return { wanted: true, code: 'soap-takes-more', params: { brushed, soaped } };
  return null;
}
