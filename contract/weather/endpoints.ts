import { z } from 'zod';
import type { DailyEnergyOutput } from '../../core/comparisons/dailyEnergy.ts';
import { type ClimateName, RECORD_SOURCES } from '../../core/weather/index.ts';
import { computed, id, idParams, yesNo } from '../common.ts';
import { DESK, EVERYONE, endpoint } from '../endpoint.ts';
import { said } from '../findings.ts';
import { forecastDay } from './service.ts';

const LARGEST_TABLE = 5_000_000;
/** An EPW file has 8,760 lines of some 220 letters. */
const LARGEST_EPW = 8_000_000;

export const siteWeather = z.object({
  climate: z.object({
    name: said<ClimateName>(),
    madeUp: z.boolean(),
    /** the file it was made from; null where it ships with the application */
    file: z.string().nullable(),
  }),
  /** what is on record of daily rain, and the last 400 days of it */
  observed: z.object({
    from: z.string().nullable(),
    to: z.string().nullable(),
    count: z.number(),
    days: z.array(z.object({ date: z.string(), rain: z.number(), source: z.enum(RECORD_SOURCES) })),
  }),
  forecast: z.object({ fetchedAt: z.string(), days: z.array(forecastDay) }).nullable(),
  service: z.object({
    /** whether a weather service has been set up */
    there: z.boolean(),
    /** why the last try gave nothing; null where it did or there was none */
    trouble: z.object({ at: z.string(), problem: z.string() }).nullable(),
  }),
});
export type SiteWeather = z.infer<typeof siteWeather>;

export const arrayEnergy = z.object({
  from: z.string().nullable(),
  to: z.string().nullable(),
  count: z.number(),
  /** the last 400 days on record, kWh */
  days: z.array(z.object({ date: z.string(), energy: z.number(), control: z.number().nullable() })),
  /** what they say without a cleaning: the drift; null without days, and while it is worked out */
  drift: computed<DailyEnergyOutput>().nullable(),
  /** whether the drift is being worked out from what has come in; it is there when it is asked for again */
  working: z.boolean(),
});
export type ArrayEnergy = z.infer<typeof arrayEnergy>;

export const weatherEndpoints = {
  readWeather: endpoint({
    method: 'GET',
    path: '/api/sites/:id/weather',
    summary: 'The climate of a site, its record of rain, and the forecast as it was last had',
    roles: EVERYONE,
    params: idParams,
    answer: siteWeather,
  }),
  refreshWeather: endpoint({
    method: 'POST',
    path: '/api/sites/:id/weather/refresh',
    summary: 'Ask the weather service for what is new; says so where it does not answer',
    roles: EVERYONE,
    params: idParams,
    body: z.object({}),
    answer: siteWeather,
  }),
  importRain: endpoint({
    method: 'POST',
    path: '/api/sites/:id/rain',
    summary: 'Import a CSV of daily rain; all of it or nothing',
    roles: DESK,
    params: idParams,
    body: z.object({
      id,
      /** whether the rain of years to come is drawn from this record from now on */
      asClimate: yesNo.default('no'),
    }),
    upload: 'one',
    limit: LARGEST_TABLE,
    answer: siteWeather,
  }),
  importClimate: endpoint({
    method: 'POST',
    path: '/api/sites/:id/climate',
    summary: 'Import an EPW weather file as the climate of a site',
    roles: DESK,
    params: idParams,
    body: z.object({ id }),
    upload: 'one',
    limit: LARGEST_EPW,
    answer: siteWeather,
  }),
  dropClimate: endpoint({
    method: 'POST',
    path: '/api/sites/:id/climate/drop',
    summary: 'Go back to the climate that ships with the application',
    roles: DESK,
    params: idParams,
    body: z.object({}),
    answer: siteWeather,
  }),
  readEnergy: endpoint({
    method: 'GET',
    path: '/api/arrays/:id/energy',
    summary: 'Daily energy of an array, and its drift',
    roles: EVERYONE,
    params: idParams,
    answer: arrayEnergy,
  }),
  importEnergy: endpoint({
    method: 'POST',
    path: '/api/arrays/:id/energy',
    summary: 'Import a CSV of daily energy; all of it or nothing',
    roles: DESK,
    params: idParams,
    body: z.object({ id }),
    upload: 'one',
    limit: LARGEST_TABLE,
    answer: arrayEnergy,
  }),
};
