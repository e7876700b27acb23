import type { Bare, ByHand, Finding, Written } from '../findings.ts';

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
    >
  | ByHand
  | Written;

/** What the section of a face says of a pole from the ground; metres. `drawn`: from standing places on the drawing. */
export type PoleFromGround =
  | Finding<'pole-estimate', { length: number }>
  | Finding<'pole-none-reaches', { most: number; drawn: boolean }>
  | Finding<'pole-by-section', { length: number; drawn: boolean; standOff: number; neck: number }>;

export type PoleBecause = PoleFromGround | Bare<'pole-short' | 'pole-beside'> | ByHand | Written;

export type AccessBecause =
  | PoleFromGround
  | Bare<'access-within-reach' | 'access-flat-roof'>
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

export type SoakBecause = Bare<'soak-first' | 'soak-not'> | Written;

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
    >
  | Finding<'soap-brush-enough', { brushed: number }>
  | Finding<'soap-takes-more', { brushed: number; soaped: number }>
  | Written;

export type RungCaution =
  | Bare<'caution-thermal-shock' | 'caution-slippery' | 'caution-soap' | 'caution-alcohol' | 'caution-blade'>
  | Written;
