import { type Birds, PATCH_FACTOR, type Surroundings } from '../assumptions.ts';
import type { Estimate } from '../inspections/soil.ts';
import { fourInFive } from '../statistics/summary.ts';
import { type Climate, type ClimateKey, climateOf, exposureDays, generateWeatherYears } from '../weather/index.ts';
import { CLEAN_GLASS, soilingByLayers } from './layered.ts';

export interface SinceWash {
  latitude: number;
  climate: ClimateKey | Climate;
  surroundings: Surroundings;
  birds: Birds;
  /** degrees */
  surfaceTilt: number;
  /** calendar day of the wash, 0 to 364 */
  washDay: number;
  /** mm of each day since; null where nobody has it, and then it is drawn from the climate */
  rain: readonly (number | null)[];
  /** share of the loose film that a dew day bonds, where the site's own is known */
  bondingPerDew?: number | undefined;
  /** courses to draw */
  years: number;
  seed: number;
}

const DAYS = 365;

/**
 * The loss that the layered model of C6 lets expect so many days after a wash, over drawn dust, dew and, where nobody
 * has it, rain: observed days replace generated ones.
 * @returns the tenth, fiftieth and ninetieth percentile of the loss, a fraction
 */
export function lossSinceWash(input: SinceWash): Estimate {
  const { latitude, surfaceTilt, washDay, rain, years, seed, bondingPerDew } = input;
  const climate = climateOf(input.climate);
  const span = Math.max(1, Math.ceil((washDay + rain.length) / DAYS));
  const exposure = { surroundings: input.surroundings, birds: input.birds, latitude };
  const losses = Array.from({ length: years }, (_, course) => {
    const weather = generateWeatherYears(climate, latitude, span, seed + course);
    const days = exposureDays(climate, exposure, weather, seed + course);
    const own = <T extends Float64Array | Uint8Array>(values: T) => values.slice(washDay, washDay + rain.length);
    const drawn = own(days.rain);
    const { soilingRatio } = soilingByLayers({
      surfaceTilt,
      parameters: {
        lichenDensity: 0,
        mismatch: PATCH_FACTOR.mid,
        ...(bondingPerDew === undefined ? {} : { bondingPerDew }),
      },
      initial: CLEAN_GLASS,
      days: {
        rain: drawn.map((mm, day) => rain[day] ?? mm),
        dew: own(days.dew),
        deposition: own(days.deposition),
        droppings: own(days.droppings),
      },
      cleanings: [],
    });
    return 1 - (soilingRatio.at(-1) ?? 1);
  });
  return fourInFive(losses);
}
