import type { CleaningMethod } from '../assumptions.ts';
import { type Bare, bare } from '../findings.ts';
import type { Access } from '../reach/access.ts';
import type { Cold } from './input.ts';
import type { Rung } from './rungs.ts';
import { WAY_TRAITS } from './wayTraits.ts';

/** What somebody can answer about a hazard of a place. */
export const KNOWN = ['unknown', 'no', 'yes'] as const;
export type Known = (typeof KNOWN)[number];

/** What is written down about the safety of a site: who, how, and what to do when something happens. */
export interface SafetySheet {
  /** who is in charge of the work above, and may be by local law */
  competent: string;
  /** how one gets to where one stands */
  access: string;
  /** anchors and edge protection */
  anchor: string;
  lines: Known;
  linesWhere: string;
  brittle: Known;
  brittleWhere: string;
  /** the order in which it is switched off and on, by the maker's manual */
  isolation: string;
  /** how somebody who cannot come down is brought down */
  rescue: string;
  emergencyNumber: string;
  /** what is said on the telephone: the place, the gate, where to meet */
  emergencyPlace: string;
  others: string;
}

/** What of the work bears on safety. */
export interface SafetyFacts {
  access: readonly Access[];
  /** degrees, the steepest face */
  tilt: number;
  wet: boolean;
  ways: readonly CleaningMethod[];
  rungs: readonly Rung[];
  droppings: boolean;
  cold: Cold;
  /** it is switched off for the work */
  isolate: boolean;
}

export const HAZARDS = [
  'fall',
  'overhead-work',
  'loose',
  'brittle',
  'lines',
  'dc',
  'wet',
  'steep',
  'lift',
  'machine',
  'chemicals',
  'blade',
  'droppings',
  'cold',
  'hoses',
  'heat',
] as const;
export type Hazard = (typeof HAZARDS)[number];

/** Degrees from which on nobody keeps their feet on wet glass or tiles. */
const STEEP = 15;

const aboveGround = ({ access }: Pick<SafetyFacts, 'access'>): boolean =>
  access.includes('lift') || access.includes('walkway');

/** What the last looks found there that is dangerous to whoever comes. */
export interface FoundThere {
  /** something that was fitted is loose */
  loose: boolean;
}

/** Hazards that follow from the work and from what is written down of the place, the gravest first. */
export function hazardsOf(
  facts: SafetyFacts,
  sheet: Pick<SafetySheet, 'lines' | 'brittle'> | null,
  { loose }: FoundThere = { loose: false },
): Hazard[] {
  const { access, tilt, wet, ways, rungs, droppings, cold } = facts;
  const above = aboveGround(facts);
  const there: Record<Hazard, boolean> = {
    fall: above,
    'overhead-work': access.some((one) => one !== 'hand-height'),
    loose,
    brittle: above && sheet?.brittle !== 'no',
    lines: sheet?.lines !== 'no',
    dc: true,
    wet: wet && above,
    steep: above && tilt >= STEEP,
    lift: access.includes('lift'),
    machine: ways.some((way) => WAY_TRAITS[way].machine),
    chemicals: rungs.includes('soap') || rungs.includes('alcohol'),
    blade: rungs.includes('blade'),
    droppings,
    cold: cold !== 'none',
    hoses: wet,
    heat: true,
  };
  return HAZARDS.filter((hazard) => there[hazard]);
}

/** What has to be written down before anybody begins. */
export type SafetyLacking = Bare<
  | 'safety-no-sheet'
  | 'safety-no-number'
  | 'safety-no-place'
  | 'safety-lines-unknown'
  | 'safety-no-competent'
  | 'safety-no-access'
  | 'safety-no-anchor'
  | 'safety-no-rescue'
  | 'safety-brittle-unknown'
  | 'safety-no-isolation'
>;

const said = (text: string): boolean => text.trim() !== '';

/** What a sheet still lacks for the work; for who stays on the ground less is asked than for who goes up. */
export function lackingOnSheet(
  facts: Pick<SafetyFacts, 'access' | 'isolate'>,
  sheet: SafetySheet | null,
): SafetyLacking[] {
  if (sheet === null) return [bare('safety-no-sheet')];
  const found: (SafetyLacking | false)[] = [
    !said(sheet.emergencyNumber) && bare('safety-no-number'),
    !said(sheet.emergencyPlace) && bare('safety-no-place'),
    sheet.lines === 'unknown' && bare('safety-lines-unknown'),
    facts.isolate && !said(sheet.isolation) && bare('safety-no-isolation'),
    ...(aboveGround(facts)
      ? [
          !said(sheet.competent) && bare('safety-no-competent'),
          !said(sheet.access) && bare('safety-no-access'),
          !said(sheet.anchor) && bare('safety-no-anchor'),
          !said(sheet.rescue) && bare('safety-no-rescue'),
          sheet.brittle === 'unknown' && bare('safety-brittle-unknown'),
        ]
      : []),
  ];
  return found.filter((one) => one !== false);
}

export type HazardFinding = Bare<`hazard-${Hazard}`>;
export const hazardFinding = (hazard: Hazard): HazardFinding => bare(`hazard-${hazard}`);
