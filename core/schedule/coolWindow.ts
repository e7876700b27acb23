import { clearSkyOnSurface, type Place, type Surface } from '../irradiance/planeOfArray.ts';
import { moduleTemperature } from '../modules/output.ts';
import { solarPosition } from '../sun/solarPosition.ts';
import { dryingMinutes } from './drying.ts';

/** Zenith of the sun at civil twilight, degrees: light enough to work by. */
export const FIRST_LIGHT_ZENITH = 96;

/** Largest difference between glass and water, K; the module maker's manual comes first. */
export const THERMAL_LIMIT = 20;

/** What stands against wetting the glass at an instant. */
export type Against = 'dark' | 'hot-glass' | 'cold-glass' | 'dries-too-soon' | 'wind' | 'frost';

export interface CoolWindowInput {
  place: Place;
  surface: Surface;
  /** milliseconds since 1970, evenly apart */
  times: readonly number[];
  /** one for each time, or one for all */
  weather: readonly WindowWeather[];
  /** Celsius */
  waterTemperature: number;
  /** K between glass and water; default 20, the maker's manual comes first */
  thermalLimit?: number | undefined;
  /** minutes from wetting a batch to rinsing it */
  batchMinutes: number;
  /** mm; default 0.1 */
  filmThickness?: number | undefined;
  /** m/s that the access in use allows */
  windLimit: number;
}

export interface WindowWeather {
  /** Celsius */
  tempAir: number;
  /** m/s at 2 m */
  windSpeed: number;
  /** 0 to 1 */
  relativeHumidity: number;
  /** clear-sky index: the share of clear-sky irradiance that comes through; default 1 */
  clearSkyIndex?: number | undefined;
}

export interface WindowInstant {
  time: number;
  /** W/m2 in the plane of the array */
  poaGlobal: number;
  /** Celsius */
  tempGlass: number;
  /** minutes until a film has dried; null where it never does */
  drying: number | null;
  against: Against[];
}

export interface CoolWindow {
  instants: WindowInstant[];
  /** from the first instant of each stretch without objection to the last, milliseconds */
  windows: { from: number; to: number }[];
}

const FROST_BELOW = 2;
const DEFAULT_FILM = 0.1;

/** Why the glass should not be wetted now; an empty list is no promise that the place is one to work at. */
function objections(
  input: CoolWindowInput,
  weather: WindowWeather,
  light: boolean,
  instant: Omit<WindowInstant, 'against'>,
) {
  const limit = input.thermalLimit ?? THERMAL_LIMIT;
  const against: Against[] = [];
  if (!light) against.push('dark');
  if (instant.tempGlass - input.waterTemperature > limit) against.push('hot-glass');
  if (input.waterTemperature - instant.tempGlass > limit) against.push('cold-glass');
  if (instant.drying !== null && instant.drying < input.batchMinutes) against.push('dries-too-soon');
  if (weather.windSpeed > input.windLimit) against.push('wind');
  if (weather.tempAir < FROST_BELOW || instant.tempGlass < FROST_BELOW) against.push('frost');
  return against;
}

/**
 * The hours of a day in which glass can be wetted (C10): light, within the thermal limit, a batch rinsed before its film
 * dries, wind under the limit of the access, no frost.
 */
export function coolWindow(input: CoolWindowInput): CoolWindow {
  const instants = input.times.map((time, index): WindowInstant => {
    const weather = (input.weather[index] ?? input.weather[0]) as WindowWeather;
    const { zenith } = solarPosition(input.place.latitude, input.place.longitude, time);
    const poaGlobal = clearSkyOnSurface(input.place, input.surface, time).poaGlobal * (weather.clearSkyIndex ?? 1);
    const tempGlass = moduleTemperature(poaGlobal, weather.tempAir, weather.windSpeed);
    const drying = dryingMinutes({
      ...weather,
      filmThickness: input.filmThickness ?? DEFAULT_FILM,
      poaGlobal,
      tempGlass,
      rinse: { litresPerM2: 1, waterTemperature: input.waterTemperature },
    });
    const instant = { time, poaGlobal, tempGlass, drying };
    return { ...instant, against: objections(input, weather, zenith < FIRST_LIGHT_ZENITH, instant) };
  });
  const windows: CoolWindow['windows'] = [];
  instants.forEach(({ time, against }, index) => {
    if (against.length > 0) return;
    const open = windows.at(-1);
    const before = instants[index - 1];
    if (open && before && before.against.length === 0) open.to = time;
    else windows.push({ from: time, to: time });
  });
  return { instants, windows };
}
