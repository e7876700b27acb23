import { CALIBRATION_MONTHS, CHECK_MONTHS, WEAR_MODULES } from '../assumptions.ts';
import type { QuantityKind } from '../units/quantities.ts';

/** Kinds of kit that the register keeps. Vessels of resin have their own log, in the room of the water. */
export const KIT_KINDS = [
  'pole',
  'brush',
  'blade',
  'cloth',
  'squeegee',
  'rotary-head',
  'robot-wet',
  'robot-dry',
  'robot-module',
  'spray-line',
  'hose',
  'pump',
  'tank',
  'membrane',
  'ladder',
  'harness',
  'lift',
  'irradiance-meter',
  'thermometer',
  'power-meter',
  'conductivity-meter',
] as const;
export type KitKind = (typeof KIT_KINDS)[number];

/** What is stated of a thing beside its name; which of them count follows from its kind. */
export const KIT_MEASURES = ['length', 'sections', 'width', 'weight', 'volume', 'flow'] as const;
export type KitMeasure = (typeof KIT_MEASURES)[number];

/** How each measure is counted; flow is litres a minute. */
export const MEASURE_KINDS: Record<KitMeasure, QuantityKind> = {
  length: 'length',
  sections: 'count',
  width: 'length',
  weight: 'mass',
  volume: 'volume',
  flow: 'volume',
};

export const BRISTLES = ['soft', 'stiff'] as const;
export type Bristle = (typeof BRISTLES)[number];

/** Whether a thing is the contractor's, or hired by the day. */
export const HELD = ['own', 'hired'] as const;
export type KitHeld = (typeof HELD)[number];

interface KindOfKit {
  measures: readonly KitMeasure[];
  /** months between two checks, and between two calibrations, as the house has them; null: none */
  check: number | null;
  calibrate: number | null;
  /** modules after which the house takes a new one to be worn; null: it does not wear by the module */
  wears: number | null;
  /** nobody uses it whose check is overdue: people hang on it, or stand on it */
  holdsPeople?: true;
  /** takes so long to set up that one job has it for the day */
  oneJobADay?: true;
  /** what its standard uncertainty is counted in: a share of what is read, or kelvin */
  uncertainty?: Extract<QuantityKind, 'fraction' | 'temperatureDifference'>;
}

const YEARLY = { check: CHECK_MONTHS.usual, calibrate: null, wears: null } as const;
const MACHINE = { check: CHECK_MONTHS.machine, calibrate: null, wears: null } as const;
const OF_PEOPLE = { check: CHECK_MONTHS.holdsPeople, calibrate: null, wears: null, holdsPeople: true } as const;
const UNCHECKED = { check: null, calibrate: null, wears: null } as const;
const INSTRUMENT = { measures: [], check: null, calibrate: CALIBRATION_MONTHS.proof, wears: null } as const;

/** Months between checks and modules of wear are house assumptions: the maker's manual and local law come first. */
export const KIT: Record<KitKind, KindOfKit> = {
  pole: { measures: ['length', 'sections', 'weight'], ...YEARLY },
  brush: { measures: ['width', 'weight'], ...UNCHECKED, wears: WEAR_MODULES.brush },
  blade: { measures: ['width'], ...UNCHECKED, wears: WEAR_MODULES.blade },
  cloth: { measures: [], ...UNCHECKED },
  squeegee: { measures: ['width'], ...UNCHECKED, wears: WEAR_MODULES.squeegee },
  'rotary-head': { measures: ['width', 'weight'], ...MACHINE, wears: WEAR_MODULES.rotary },
  'robot-wet': { measures: ['weight'], ...MACHINE, oneJobADay: true },
  'robot-dry': { measures: ['weight'], ...MACHINE, oneJobADay: true },
  'robot-module': { measures: ['width', 'weight'], ...MACHINE, wears: WEAR_MODULES.robotModule },
  'spray-line': { measures: ['length'], ...YEARLY },
  hose: { measures: ['length'], ...YEARLY },
  pump: { measures: ['flow', 'weight'], ...YEARLY },
  tank: { measures: ['volume'], ...YEARLY },
  membrane: { measures: ['flow'], ...YEARLY },
  ladder: { measures: ['length', 'weight'], ...OF_PEOPLE },
  harness: { measures: [], ...OF_PEOPLE },
  lift: { measures: ['length'], ...OF_PEOPLE, oneJobADay: true },
  'irradiance-meter': { ...INSTRUMENT, uncertainty: 'fraction' },
  thermometer: { ...INSTRUMENT, uncertainty: 'temperatureDifference' },
  'power-meter': { ...INSTRUMENT, uncertainty: 'fraction' },
  'conductivity-meter': { ...INSTRUMENT, calibrate: CALIBRATION_MONTHS.conductivity },
};

/** A thing as it is entered: metres, kg, litres, litres a minute, minor units, months. Null: nobody said. */
export interface KitThing extends Record<KitMeasure, number | null> {
  id: string;
  kind: KitKind;
  name: string;
  bristle: Bristle | null;
  held: KitHeld;
  /** what was paid for it, or what a day of hire costs */
  price: number | null;
  boughtOn: string | null;
  /** years that it lasts, and what it costs beside its price in each */
  lasts: number | null;
  upkeep: number | null;
  /** in place of the house's months, and of the house's modules of wear */
  checkEvery: number | null;
  calibrateEvery: number | null;
  wearsAfter: number | null;
  /** standard, of one reading beside another, as the maker states it */
  uncertainty: number | null;
}

/** In which state a thing is. */
export const KIT_STATES = ['good', 'worn', 'broken', 'lost', 'retired'] as const;
export type KitState = (typeof KIT_STATES)[number];
/** States in which a thing can be taken along. */
export const USABLE: readonly KitState[] = ['good', 'worn'];
