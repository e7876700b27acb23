import {
  BONDED_BY_CLOTH,
  LICHEN_DENSITY,
  LICHEN_WHERE_SEEN,
  type LichenClimate,
  PATCH_FACTOR,
  PUDDLE_FACTOR,
  type Puddles,
} from '../assumptions.ts';
import type { Orientation } from '../inspections/marks.ts';
import { isFilm, joinLosses, lossOfSoil, type Soil } from '../inspections/soil.ts';
import { MILLISECONDS_PER_DAY } from '../units/time.ts';
import type { Exposure } from '../weather/index.ts';
import { filmMassOf, MOST_FILM_LOSS } from './filmLoss.ts';
import { LAYERED_DEFAULTS, type LayeredState } from './layered.ts';
import type { MarkedReckoning, SeenLoss } from './reckoning.ts';
import type { YearAheadInput } from './yearAhead.ts';
import type { YearsAheadSetup } from './yearsAhead.ts';

/** What is known of an array when years ahead are asked for: its last reckoning and the inspection under it. */
export interface KnownOfArray {
  year: YearAheadInput;
  seen: Pick<SeenLoss, 'patch' | 'wipe'> | undefined;
  marked: Pick<MarkedReckoning, 'areaLoss' | 'powerLoss'> | null | undefined;
  soils: readonly Soil[];
  exposure: Omit<Exposure, 'latitude'>;
  orientation: Orientation;
  cells: 'whole' | 'half';
}

/** What a person may set otherwise: rain's school, water at the frame, lichen, and works with an end. */
export interface AheadChoices {
  /** share of the loose film that a dew day bonds: 0, rain cleans; high, it never does */
  bondingPerDew: number;
  puddles: Puddles;
  lichen: LichenClimate;
  works: Exposure['works'];
}

/**
 * Works next door that began already and end on a date, in days from the look on; undefined where they are over by then.
 * @param until the last day of the works @param looked the day of the look
 */
export function worksUntil(until: string | undefined, looked: string): AheadChoices['works'] {
  if (until === undefined) return undefined;
  const to = Math.round((Date.parse(until) - Date.parse(looked.slice(0, 10))) / MILLISECONDS_PER_DAY) + 1;
  return to > 0 ? { from: 0, to, surroundings: 'dusty' } : undefined;
}

/** Whether something was seen along the lower frame. */
const atTheEdge = (soils: readonly Soil[]): boolean =>
  soils.some(({ where, share }) => where === 'lower-edge' && share > 0);

/** What the choices are until somebody sets them. @param surfaceTilt degrees */
export function usualChoices({ soils, year }: Pick<KnownOfArray, 'soils' | 'year'>): AheadChoices {
  const edge = atTheEdge(soils);
  const dry = year.climate === 'desert';
  return {
    bondingPerDew: LAYERED_DEFAULTS.bondingPerDew,
    puddles: edge ? (year.surfaceTilt < 10 ? 'plain' : 'some') : 'none',
    lichen: dry ? 'dry' : 'temperate',
    works: undefined,
  };
}

/** What lies on the glass now, as the layered model keeps it. */
export function stateOfGlass({ seen, soils }: Pick<KnownOfArray, 'seen' | 'soils'>): LayeredState {
  const share = (kind: string) => soils.filter((soil) => soil.kind === kind).reduce((sum, soil) => sum + soil.share, 0);
  // Patches are counted beside the film, so the film alone is asked for its mass.
  const eye = joinLosses(soils.filter(({ kind }) => isFilm(kind)).map(lossOfSoil)).mid;
  const film = seen?.patch?.loss?.mid ?? eye;
  const mass = filmMassOf(Math.min(film, MOST_FILM_LOSS * 0.98)) ?? 0;
  const bonded = seen?.patch?.bonded?.mid ?? BONDED_BY_CLOTH[seen?.wipe ?? 'not-done'];
  const lichen = Math.min(0.9, share('lichen'));
  return {
    loose: mass * (1 - bonded),
    bonded: mass * bonded,
    droppings: Math.min(1, share('droppings')),
    lichenRadius: lichen > 0 ? Math.sqrt(-Math.log(1 - lichen) / (LICHEN_WHERE_SEEN * Math.PI)) : 0,
  };
}

/**
 * Years ahead of an array, from its last reckoning on. `mismatch` is what its marked patches cost for what they cover
 * (C7), so that one dropping never shows two losses; the house's middle factor where nothing is marked.
 * @param horizon years @param courses how many are drawn
 */
export function aheadOfSite(
  known: KnownOfArray,
  choices: AheadChoices,
  horizon: number,
  courses: number,
): YearsAheadSetup {
  const { year, marked } = known;
  const mismatch = marked && marked.areaLoss > 0 ? marked.powerLoss.mid / marked.areaLoss : PATCH_FACTOR.mid;
  const initial = stateOfGlass(known);
  const density = LICHEN_DENSITY[choices.lichen];
  return {
    latitude: year.latitude,
    longitude: year.longitude,
    altitude: year.altitude,
    climate: year.climate,
    surfaceTilt: year.surfaceTilt,
    surfaceAzimuth: year.surfaceAzimuth,
    array: year.array,
    rearFraction: year.rearFraction ?? 0,
    exposure: { ...known.exposure, works: choices.works },
    parameters: {
      bondingPerDew: choices.bondingPerDew,
      lichenDensity: initial.lichenRadius > 0 ? Math.max(density, LICHEN_WHERE_SEEN) : density,
      mismatch,
    },
    initial,
    puddleFactor: PUDDLE_FACTOR[choices.puddles],
    orientation: known.orientation,
    cells: known.cells,
    startDay: year.startDay,
    horizon,
    years: courses,
    seed: year.seed,
  };
}
