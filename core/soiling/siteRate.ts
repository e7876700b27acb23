import { type Birds, DROPPINGS, PATCH_FACTOR, type Surroundings } from '../assumptions.ts';
import { filmLoss } from '../modules/filmLoss.ts';
import { radians } from '../units/angles.ts';
import { usualDeposition } from '../weather/index.ts';

export interface SiteExposure {
  surroundings: Surroundings;
  birds: Birds;
  /** degrees */
  surfaceTilt: number;
  /** degrees; its sign decides when the harvest is */
  latitude: number;
}

/** Days over which the curve of film loss is taken as straight. */
const STRAIGHT_DAYS = 30;

/**
 * Soiling rate of each day of a calendar year, a fraction of output lost a day, from what lies around the site:
 * the mean slope of film loss over the first month of settling, and the cost of fresh droppings.
 * A house assumption until the site's own record replaces it.
 */
export function siteSoilingRate(site: SiteExposure): number[] {
  const cosTilt = Math.cos(radians(site.surfaceTilt));
  const droppings = DROPPINGS[site.birds] * PATCH_FACTOR.mid;
  return Array.from({ length: 365 }, (_, day) => {
    const deposition = usualDeposition({ ...site, pollen: false }, day);
    return filmLoss(STRAIGHT_DAYS * deposition * cosTilt) / STRAIGHT_DAYS + droppings;
  });
}
