import type { Place, Surface } from '../irradiance/planeOfArray.ts';
import { clearSkyOnSurface } from '../irradiance/planeOfArray.ts';
import { MILLISECONDS_PER_DAY, MILLISECONDS_PER_HOUR } from '../time/utc.ts';
import { monthOfDay } from '../time/year.ts';
import { type Climate, type ClimateKey, climateMonth, climateOf, type WeatherYear } from '../weather/index.ts';
import { type ArrayElectrical, DEFAULT_INVERTER_EFFICIENCY, dcPower, moduleTemperature } from './output.ts';

/** What an array could do in each hour under a clear sky; the same for every weather year. */
export interface ClearSkyYear {
  /** 365 days of 24 hours, W/m2 in the plane of the array at mid-hour, local solar time */
  poaGlobal: Float64Array;
}

/** A day's AC power without the limit, as far as it is needed to find the energy at any loss. */
export interface EnergyDay {
  /** Wh with clean glass and no limit */
  unlimited: number;
  /** hourly W with clean glass, kept only where the limit bites */
  hours: number[] | null;
  /** hours of the day in which the clean array produces, and in which it stands at the limit */
  producing: number;
  limited: number;
}

/** A year without leap day: calendar details do not matter to a planning year. */
const REFERENCE_YEAR = Date.UTC(2025, 0, 1);

/** Clear-sky irradiance in the plane of the array for each hour of a year (C1 to C3). */
export function clearSkyYear(place: Place, surface: Surface): ClearSkyYear {
  const poaGlobal = new Float64Array(365 * 24);
  for (let hour = 0; hour < poaGlobal.length; hour += 1) {
    const day = Math.floor(hour / 24);
    const solar = (hour % 24) + 0.5 - place.longitude / 15;
    const time = REFERENCE_YEAR + day * MILLISECONDS_PER_DAY + solar * MILLISECONDS_PER_HOUR;
    poaGlobal[hour] = clearSkyOnSurface(place, surface, time).poaGlobal;
  }
  return { poaGlobal };
}

export interface EnergyYearInput {
  sky: ClearSkyYear;
  climate: Climate;
  latitude: number;
  array: ArrayElectrical;
  /** rear irradiance as a share of the front's, 0 where the back sees nothing */
  rearFraction: number;
}

/**
 * The days of one weather year as energy. A cloudy day lets through its share of every hour of the clear day:
 * a simplification that keeps the day's energy and rounds off its peaks.
 */
export function energyDays(input: EnergyYearInput, weather: WeatherYear): EnergyDay[] {
  const { sky, climate, array } = input;
  const limit = array.pacRated ?? Number.POSITIVE_INFINITY;
  const efficiency = array.inverterEfficiency ?? DEFAULT_INVERTER_EFFICIENCY;
  return weather.clearSkyIndex.map((clearSkyIndex, day) => {
    const month = monthOfDay(day);
    const tempAir = climateMonth(climate.tempAir, month, input.latitude);
    const windSpeed = climateMonth(climate.windSpeed, month, input.latitude);
    const hours: number[] = [];
    let unlimited = 0;
    let limited = 0;
    for (let hour = 0; hour < 24; hour += 1) {
      const front = (sky.poaGlobal[day * 24 + hour] ?? 0) * clearSkyIndex;
      if (front <= 0) continue;
      const poa = front * (1 + input.rearFraction);
      const tempModule = moduleTemperature(poa, tempAir, windSpeed);
      const power = Math.max(0, efficiency * dcPower(array.pdc0, array.gammaPdc, poa, tempModule));
      hours.push(power);
      unlimited += power;
      if (power >= limit) limited += 1;
    }
    return { unlimited, hours: limited > 0 ? hours : null, producing: hours.length, limited };
  });
}

/** An array in its climate: what the energy of its years hangs on beside their weather. */
export interface SiteEnergyInput extends Place, Surface {
  climate: ClimateKey | Climate;
  array: ArrayElectrical;
  /** light on the back as a share of the front's; none where it is left out */
  rearFraction?: number | undefined;
}

/** The sky over an array worked out once, for whatever weather years it is asked of. */
export function energyOfSite(site: Omit<SiteEnergyInput, 'linkeTurbidity'>): (weather: WeatherYear) => EnergyDay[] {
  const climate = climateOf(site.climate);
  const input: EnergyYearInput = {
    sky: clearSkyYear({ ...site, linkeTurbidity: climate.linkeTurbidity }, site),
    climate,
    latitude: site.latitude,
    array: site.array,
    rearFraction: site.rearFraction ?? 0,
  };
  return (weather) => energyDays(input, weather);
}

/** The share of loss at which the cost of a day's loss is taken: small, as losses are, and past the rounding. */
const SMALL_LOSS = 0.05;

/** kWh that a loss of 1 would cost on a day if it cost as much a part as a small one does: less where a limit hides it. */
export const costOfLoss = (day: EnergyDay, limit: number | undefined): number =>
  (energyAtLoss(day, 0, limit) - energyAtLoss(day, SMALL_LOSS, limit)) / SMALL_LOSS / 1000;

/** Energy of a day at a given soiling loss, Wh, through the limit. */
export function energyAtLoss(day: EnergyDay, loss: number, limit = Number.POSITIVE_INFINITY): number {
  if (day.hours === null) return day.unlimited * (1 - loss);
  return day.hours.reduce((total, power) => total + Math.min(power * (1 - loss), limit), 0);
}
