import { z } from 'zod';
import { date } from '../common.ts';

/**
 * The open JSON of a weather service: `GET /days?latitude&longitude&from&to` answers observed days and a forecast.
 * What comes from outside is not trusted: every number has a range that weather cannot leave.
 */
const rain = z.number().min(0).max(2000);
const tempAir = z.number().min(-80).max(65);
/** m/s */
const windSpeed = z.number().min(0).max(120);

export const observedDay = z.object({ date, rain, tempAir, windSpeed });
export type ObservedDay = z.infer<typeof observedDay>;

export const forecastDay = z.object({
  date,
  /** 0 to 1 */
  rainChance: z.number().min(0).max(1),
  rain,
  tempAir,
  windSpeed,
});
export type ForecastDay = z.infer<typeof forecastDay>;

export const weatherAnswer = z.object({
  observed: z.array(observedDay).max(500),
  forecast: z.array(forecastDay).max(14),
});
export type WeatherAnswer = z.infer<typeof weatherAnswer>;

export const weatherQuery = z.object({
  latitude: z.coerce.number().min(-90).max(90),
  longitude: z.coerce.number().min(-180).max(180),
  /** first and last observed day that is asked for; the forecast begins the day after */
  from: date,
  to: date,
});
export type WeatherQuery = z.infer<typeof weatherQuery>;
