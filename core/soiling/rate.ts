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
 * Glass under the rate model as it goes through its days: the one step of this model, which every use of it takes. Its
 * fields are declared, not defined, as those of `LayeredGlass`.
 */
export class RateGlass {
  /** a fraction of the output */
  declare loss: number;
  /** days still to come on which nothing settles after rain that cleaned */
  private declare grace: number;
  private declare readonly gracePeriod: number;
  private declare readonly maxLoss: number;

  constructor({ gracePeriod, maxLoss }: { gracePeriod: number; maxLoss: number }, loss = 0) {
    this.loss = loss;
    this.grace = 0;
    this.gracePeriod = gracePeriod;
    this.maxLoss = maxLoss;
  }

  /** Somebody cleans at the start of a day, which ends a period of grace as well. */
  clean(): void {
    this.loss = 0;
    this.grace = 0;
  }

  /** @param rains whether rain cleans on this day @param rate loss that settles in a dry day @returns loss at its end */
  day(rains: boolean, rate: number): number {
    if (rains) {
      this.loss = 0;
      this.grace = this.gracePeriod;
    } else if (this.grace > 0) this.grace -= 1;
    else this.loss = Math.min(this.maxLoss, this.loss + rate);
    return this.loss;
  }
}

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
  const glass = new RateGlass({ gracePeriod, maxLoss }, model.initialLoss ?? RATE_DEFAULTS.initialLoss);
  return rain.map((depth, day) => {
    if (cleaned.has(day)) glass.clean();
    return 1 - glass.day(rainCleans(depth, threshold), rateOn(day));
  });
}
