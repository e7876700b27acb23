export interface RateModel {
  /** loss gained on a dry day, a fraction, or one value a day */
  rate: number | readonly number[];
  /** rain of a day that cleans, mm; default 6 */
  threshold?: number | null;
  /** days after a cleaning rain in which nothing settles; default 14 */
  gracePeriod?: number;
  /** default 0.3 */
  maxLoss?: number;
  /** loss before day 0; default 0 */
  initialLoss?: number;
  /** mm a day */
  rain: readonly number[];
  cleanings?: readonly { day: number }[];
}

export const RATE_DEFAULTS = { threshold: 6, gracePeriod: 14, maxLoss: 0.3, initialLoss: 0 } as const;

/** Whether the rain of a day cleans. @param threshold mm; null where rain never does */
export const rainCleans = (depth: number, threshold: number | null): boolean =>
  threshold !== null && depth >= threshold;

/**
 * Soiling ratio at the end of each day under the rate model: a steady loss, taken off by rain over a threshold.
 * @returns one soiling ratio (output soiled over output clean, IEC 61724-1) for each day of `rain`
 * @see Kimber et al., The effect of soiling on large grid-connected photovoltaic systems (2006)
 */
export function soilingByRate(model: RateModel): number[] {
  const { rain, threshold = RATE_DEFAULTS.threshold } = model;
  const gracePeriod = model.gracePeriod ?? RATE_DEFAULTS.gracePeriod;
  const maxLoss = model.maxLoss ?? RATE_DEFAULTS.maxLoss;
  const cleaned = new Set(model.cleanings?.map((cleaning) => cleaning.day));
  const rateOn = (day: number): number => (typeof model.rate === 'number' ? model.rate : (model.rate[day] ?? 0));
  let loss = model.initialLoss ?? RATE_DEFAULTS.initialLoss;
  let grace = 0;
  return rain.map((depth, day) => {
    if (cleaned.has(day)) {
      loss = 0;
      grace = 0;
    }
    if (rainCleans(depth, threshold)) {
      loss = 0;
      grace = gracePeriod;
    } else if (grace > 0) {
      grace -= 1;
    } else {
      loss = Math.min(maxLoss, loss + rateOn(day));
    }
    return 1 - loss;
  });
}
