/** A made-up face in a climate with wet winters, on which things are worked out where no site is at hand. */
export const EXAMPLE_FACE = {
  latitude: -33.5,
  longitude: 19,
  altitude: 200,
  climate: 'winter-rain',
  surfaceTilt: 20,
  surfaceAzimuth: 0,
} as const;
