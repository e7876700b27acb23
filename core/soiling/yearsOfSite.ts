import type { ArrayElectrical } from '../modules/output.ts';
import type { Climate, ClimateKey } from '../weather/index.ts';

/** An array in its climate, and the weather years that are drawn for it: what every model of a year starts from. */
export interface YearsOfSite {
  /** degrees, north positive */
  latitude: number;
  /** degrees, east positive */
  longitude: number;
  /** metres above the sea */
  altitude: number;
  /** one that ships with the application, or one made from the site's own files */
  climate: ClimateKey | Climate;
  /** degrees from the horizontal, 0 to 90 */
  surfaceTilt: number;
  /** degrees clockwise from north */
  surfaceAzimuth: number;
  array: ArrayElectrical;
  /** weather years to draw */
  years: number;
  /** of the generator: the same seed draws the same years */
  seed: number;
}
