import { clearSkyOnSurface } from '../../../core/irradiance/planeOfArray.ts';
import { solarPosition } from '../../../core/sun/solarPosition.ts';
import { irradianceInput, sunInput } from '../schemas.ts';
import { command } from './command.ts';

export const sun = command(sunInput, ({ latitude, longitude, times }) => ({
  positions: times.map((time) => solarPosition(latitude, longitude, time)),
}));

export const irradiance = command(irradianceInput, ({ times, ...place }) => ({
  rows: times.map((time) => clearSkyOnSurface(place, place, time)),
}));
