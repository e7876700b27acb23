import { z } from 'zod';

/** Building blocks of everything physical that crosses a boundary. Ranges as in the design; outside: an error. */
export const latitude = z.number().min(-90).max(90);
export const longitude = z.number().min(-180).max(180);
export const tilt = z.number().min(0).max(90);
export const azimuth = z.number().min(0).max(360);
export const fraction = z.number().min(0).max(1);
export const insideFraction = z.number().gt(0).lt(1);
/** Greater than anything on a roof, and small enough to be squared and multiplied. */
const MOST = 1e15;
export const notNegative = z.number().min(0).max(MOST);
export const positive = z.number().gt(0).max(MOST);
export const temperature = z.number().min(-273.15).max(1000);

const FIRST = Date.UTC(1950, 0, 1);
const LAST = Date.UTC(2101, 0, 1);
const ISO = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2}(\.\d+)?)?(Z|[+-]\d{2}:?\d{2})$/;

/** ISO 8601 with an offset or Z, years 1950 to 2100; parsed to milliseconds since 1970. */
export const instant = z.string().transform((text, context) => {
  const time = ISO.test(text) ? Date.parse(text.replace(/([+-]\d{2})(\d{2})$/, '$1:$2')) : Number.NaN;
  const day = Number(text.slice(8, 10));
  const real = !Number.isNaN(time) && new Date(`${text.slice(0, 10)}T00:00:00Z`).getUTCDate() === day;
  if (!real)
    context.addIssue({ code: 'custom', message: 'must be ISO 8601 with an offset or Z, such as 2026-11-24T09:30:00Z' });
  else if (time < FIRST || time >= LAST)
    context.addIssue({ code: 'custom', message: 'must lie between 1950 and 2100' });
  return time;
});

export const series = <T extends z.ZodType>(item: T) => z.array(item).min(1).max(1_000_000);
