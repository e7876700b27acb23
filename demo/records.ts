import type { z } from 'zod';
import type { importBundle } from '../contract/imports/endpoints.ts';
import { clearSkyDay } from '../core/modules/clearSkyDay.ts';
import { soilingByRate } from '../core/soiling/rate.ts';
import { normalDraw, seededRandom } from '../core/statistics/random.ts';
import { CLIMATES, climateMonth, generateWeatherYears } from '../core/weather/index.ts';

type Site = z.input<typeof importBundle>['sites'][number];

const CLIMATE = CLIMATES['winter-rain'];
const DAY = 86_400_000;

/** Made-up daily rain and energy of a site for so many days before the demo's today, under one sky. */
export function makeRecords(
  site: Pick<Site, 'site' | 'arrays'>,
  today: string,
  { days, dirtADay }: { days: number; dirtADay: number },
  seed: number,
): Pick<Site, 'rain' | 'energy'> {
  const { latitude, longitude, altitude } = site.site;
  const random = seededRandom(seed);
  const years = generateWeatherYears(CLIMATE, latitude, 3, seed);
  const dates = Array.from({ length: days }, (_, index) =>
    new Date(Date.parse(today) - (days - index) * DAY).toISOString().slice(0, 10),
  );
  const ofDay = dates.map((date) => {
    const year = Number(date.slice(0, 4));
    const at = Math.min(364, Math.floor((Date.parse(date) - Date.UTC(year, 0, 1)) / DAY));
    const weather = years[year % 3];
    return {
      date,
      rain: Math.round((weather?.rain[at] ?? 0) * 10) / 10,
      clearness: weather?.clearness[at] ?? 1,
      tempAir: climateMonth(CLIMATE.tempAir, Number(date.slice(5, 7)) - 1, latitude),
    };
  });
  const ratios = soilingByRate({ rate: dirtADay, gracePeriod: 3, rain: ofDay.map(({ rain }) => rain) });
  const energy = site.arrays.map((array) => {
    const power = (array.rows * array.columns - (array.missing?.length ?? 0)) * array.moduleWatts;
    const electrical = {
      pdc0: power * 0.97,
      gammaPdc: array.gammaPdc,
      ...(array.inverterLimit ? { pacRated: array.inverterLimit } : {}),
    };
    return {
      arrayId: array.id,
      days: ofDay.map(({ date, clearness, tempAir, rain }, index) => {
        // Most dry days are as clear as the clear sky allows; the others lose what their clouds take.
        const sky = rain < 0.2 && random() < 0.65 ? 1 : Math.min(0.95, clearness * (0.7 + 0.3 * random()));
        const clear = clearSkyDay(
          { latitude, longitude, altitude: altitude ?? 0, linkeTurbidity: CLIMATE.linkeTurbidity },
          { surfaceTilt: array.tilt, surfaceAzimuth: array.azimuth },
          electrical,
          date,
          tempAir,
          1,
        ).energy;
        const kWh = clear * sky * (ratios[index] ?? 1) * Math.exp(0.01 * normalDraw(random));
        return { date, energy: Math.round(kWh * 10) / 10 };
      }),
    };
  });
  return { rain: ofDay.map(({ date, rain }) => ({ date, rain })), energy };
}
