import { exposureOf } from '../assimilation/house.ts';
import type { Known } from '../assimilation/known.ts';
import { looksOf } from '../assimilation/looks.ts';
import type { ArrayRecords } from '../assimilation/records.ts';
import { DEGRADATION_PER_YEAR } from '../assumptions.ts';
import { clearDaysOf } from '../comparisons/dailyEnergy.ts';
import { type AheadChoices, type ArrayAhead, usualChoices, worksUntil } from '../courses/ofArray.ts';
import { acLimit } from '../modules/acLimit.ts';
import { outputAtAge } from '../modules/ageing.ts';
import { evenly } from '../statistics/summary.ts';
import { ageOn, dayOfYear } from '../time/dates.ts';
import type { ReckonInput } from './reckoning.ts';

/** Members that go on into the years ahead: the last decision about how many courses of weather there are. */
export const COURSES = 40;

/** The last look of all. */
export const lastLook = ({ looks }: ReckonInput) => [...looks].sort((a, b) => a.date.localeCompare(b.date)).at(-1);

/** The records of an array as the one estimate takes them (C17). */
export function recordsOf(input: ReckonInput): ArrayRecords {
  const { site, array, looks, washes, pairs, energy, rain, leftOut, house, today, seed } = input;
  return {
    place: {
      latitude: site.latitude,
      climate: site.climate,
      surroundings: site.surroundings,
      birds: array.birds,
      surfaceTilt: array.tilt,
      installedOn: array.installedOn,
    },
    until: today,
    rain,
    looks: looksOf({ ...array, ownUse: site.ownUse }, looks),
    washes,
    pairs,
    energy: energy ? clearDaysOf(energy) : [],
    leftOut,
    house,
    seed,
  };
}

/** What somebody set for the years ahead, and what follows from the last look where nobody did. */
export function choicesOf(
  input: Pick<ReckonInput, 'outlook' | 'today'>,
  array: Parameters<typeof usualChoices>[0],
): AheadChoices {
  const { outlook, today } = input;
  const usual = usualChoices(array);
  return {
    bondingPerDew: outlook.bondingPerDew ?? usual.bondingPerDew,
    puddles: outlook.puddles ?? usual.puddles,
    lichen: outlook.lichen ?? usual.lichen,
    works: worksUntil(outlook.worksUntil, today),
  };
}

/** The array with its members as years ahead begin with them. */
export function arrayAhead(input: ReckonInput, known: Known): ArrayAhead {
  const { site, array, overrides, house, today, seed } = input;
  const aged = outputAtAge(ageOn(array.installedOn, today), DEGRADATION_PER_YEAR);
  const limit = acLimit(array, site.ownUse);
  return {
    latitude: site.latitude,
    longitude: site.longitude,
    altitude: site.altitude,
    climate: site.climate,
    surfaceTilt: array.tilt,
    surfaceAzimuth: array.azimuth,
    array: {
      pdc0: array.modules * array.moduleWatts * aged,
      gammaPdc: array.gammaPdc,
      ...(limit === undefined ? {} : { pacRated: limit }),
    },
    rearFraction: array.rearFraction,
    exposure: exposureOf(site.surroundings, array.birds, house),
    orientation: array.wiring.orientation,
    cells: array.wiring.cells,
    startDay: dayOfYear(today),
    seed,
    members: evenly(known.members, COURSES),
    parameters: known.house,
    soils: lastLook(input)?.soils ?? [],
    lossByHand: overrides.lossNow,
    dustByHand: overrides.dust,
  };
}
