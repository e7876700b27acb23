import type { CleaningMethod, Finish } from '../assumptions.ts';
import type { TestPatch } from '../comparisons/testPatch.ts';
import type { SoilOnModules } from '../inspections/soil.ts';
import type { Access } from '../reach/access.ts';
import type { ReachFound } from '../reach/reachMap.ts';

/** What an array is mounted on. */
export const MOUNTS = ['pitched-roof', 'flat-roof', 'ground', 'carport', 'elevated'] as const;
export type Mount = (typeof MOUNTS)[number];

/** What run-off reaches. */
export const RUN_OFFS = ['drain', 'garden', 'rainwater-tank'] as const;
export type RunOff = (typeof RUN_OFFS)[number];

/** What lies on the glass, or forms there, while it is worked on. */
export const COLDS = ['none', 'frost', 'snow'] as const;
export type Cold = (typeof COLDS)[number];

/** All that a way is chosen by on one face. What is left out nobody has said. */
export interface MethodInput {
  soils: readonly SoilOnModules[];
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
  /** what a pole reaches, module by module; left out by calculations before 12, which went by the far edge alone */
  reach?: ReachFound | undefined;
  modules: number;
  /** what the run-off reaches */
  runOff: RunOff;
  /** no water may be used at all */
  waterless: boolean;
  /** litres that the site has for a visit */
  waterLimit?: number | undefined;
  /** nobody may leave the ground here, by whatever means */
  groundOnly?: boolean | undefined;
  /** the glass has a coating that a blade, alcohol or hard bristle would wear */
  coated?: boolean | undefined;
  /** modules that are cracked, delaminated or burnt, and with a damaged seal */
  cracked?: number | undefined;
  sealDamage?: number | undefined;
  /** a spray line is fitted over the modules */
  lineFitted?: boolean | undefined;
  cold?: Cold | undefined;
  /** set by hand in place of what follows from mount, eave and pole */
  accessByHand?: Access | undefined;
  finish: Finish;
  /** the module maker's word or the customer's signature for a blade is on record */
  bladeAgreed: boolean;
  /** factors on the house's minutes and litres, by way, where the contractor's own figures stand in their place */
  pace?: Partial<Record<CleaningMethod, number>> | undefined;
  litres?: Partial<Record<CleaningMethod, number>> | undefined;
  /** what a test patch on this face found; left out where there was none */
  tested?: Pick<TestPatch, 'removed' | 'minutesPerModule'> | undefined;
}
