import type { CleaningMethod } from '../assumptions.ts';
import type { Bare, ByHand, Finding, Written } from '../findings.ts';
import type { ReachedFrom } from '../reach/reachMap.ts';
import type { WayRefusal } from './refusals.ts';

/** Why a way of cleaning was chosen. */
export type MethodBecause =
  | Bare<
      | 'method-waterless'
      | 'method-blade'
      | 'method-alcohol'
      | 'method-soap'
      | 'method-hand-height'
      | 'method-pole-from-ground'
      | 'method-pole'
      | 'method-only-way'
      | 'method-none-here'
    >
  /** minor units more than the next way that keeps the finish */
  | Finding<'method-best-worth', { by: number; second: CleaningMethod }>
  /** none keeps the finish: the one that takes most of the loss off, a fraction */
  | Finding<'method-most-thorough', { takesOff: number }>
  | ByHand
  | Written;

/** What the section of a face says of a pole from the ground; metres. `drawn`: from standing places on the drawing. */
export type PoleFromGround =
  | Finding<'pole-estimate', { length: number }>
  | Finding<'pole-none-reaches', { most: number; drawn: boolean }>
  | Finding<'pole-by-section', { length: number; drawn: boolean; standOff: number; neck: number }>
  | Finding<'pole-reaches', { from: ReachedFrom; length: number; drawn: boolean; standOff: number; neck: number }>;

export type PoleBecause =
  | PoleFromGround
  | Bare<'pole-short' | 'pole-beside' | 'pole-none' | 'pole-walkway'>
  | ByHand
  | Written;

export type AccessBecause =
  | PoleFromGround
  | Bare<'access-within-reach' | 'access-flat-roof' | 'access-at-the-glass' | 'access-line' | 'access-walkway'>
  /** modules beyond the longest pole, of all */
  | Finding<'access-out-of-reach', { out: number; modules: number; most: number; drawn: boolean }>
  /** kg, m */
  | Finding<'access-heavy-head', { head: number; pole: number }>
  | Finding<'access-beyond-pole', { most: number }>
  | ByHand
  | Written;

export type BrushBecause =
  | Bare<
      | 'brush-because-dry'
      | 'brush-because-bonded'
      | 'brush-because-long-pole'
      | 'brush-because-loose'
      | 'brush-because-usual'
    >
  | ByHand
  | Written;

export type SoakBecause = Bare<'soak-first' | 'soak-not' | 'soak-dwell'> | Written;

export type MinutesBecause = Bare<'minutes-timed' | 'minutes-house' | 'minutes-own'> | Written;

/** Why a rung of the ladder is used, or why not here; shares of the film. */
export type RungBecause =
  | Bare<
      | 'rung-no-water'
      | 'rung-water-first'
      | 'rung-needs-soaking'
      | 'rung-soak-not-needed'
      | 'rung-tank'
      | 'rung-sticky'
      | 'rung-not-sticky'
      | 'rung-lichen-wants-blade'
      | 'rung-nothing-grows'
      | 'rung-out-of-hand'
      | 'rung-grows'
      | 'rung-no-blade'
      | 'rung-blade-out-of-hand'
      | 'rung-blade-agreed'
      | 'rung-blade-not-agreed'
      | 'rung-not-when-dry'
      | 'rung-not-chosen'
    >
  | WayRefusal
  | Finding<'soap-takes-more', { brushed: number; soaped: number }>
  /** minor units that it would ask more than it brings */
  | Finding<'rung-does-not-pay', { short: number }>
  | Written;

export type RungCaution =
  | Bare<'caution-thermal-shock' | 'caution-slippery' | 'caution-soap' | 'caution-alcohol' | 'caution-blade'>
  | Written;
