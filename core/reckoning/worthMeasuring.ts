import type { Narrowing } from '../assimilation/known.ts';
import { normalDensity, normalShare } from '../statistics/normal.ts';

/** A possible measurement, with what hangs on it. */
export interface WorthMeasuring extends Narrowing {
  /**
   * minor units by which whoever decides after it about one wash now is better off on the mean: by the washes that would
   * then be left, or made, and otherwise would not
   */
  worth: number;
  /** minor units that its minutes cost */
  cost: number;
  /** whether it brings more than it costs */
  pays: boolean;
}

/** What one wash now brings back less its price, minor units: on the mean, and for each point of loss (a fraction of 1). */
export interface WashNow {
  net: number;
  perLoss: number;
}

/** The mean gain of deciding with a figure that moves by so much, against deciding by the middle alone. */
function gainOfKnowing(net: number, moves: number): number {
  if (moves <= 0) return 0;
  const z = net / moves;
  return moves * normalDensity(z) + net * normalShare(z) - Math.max(0, net);
}

/**
 * What each measurement is worth before one decides about a wash (the value of information): it moves the middle of the loss
 * by what it takes off its spread, and with it what a wash is worth; where that may change sign, knowing is worth money.
 * @param sd of the loss now, a fraction @param minutePrice minor units
 */
export const worthMeasuring = (
  narrowing: readonly Narrowing[],
  sd: number,
  { net, perLoss }: WashNow,
  minutePrice: number,
): WorthMeasuring[] =>
  narrowing
    .map((one) => {
      const moves = Math.abs(perLoss) * Math.sqrt(Math.max(0, sd ** 2 - one.sd ** 2));
      const worth = gainOfKnowing(net, moves);
      const cost = one.minutes * minutePrice;
      return { ...one, worth, cost, pays: worth > cost };
    })
    .sort((a, b) => b.worth - b.cost - (a.worth - a.cost) || a.sd - b.sd);

/** A straight line through what a wash brings back by the loss before it, over the members: minor units. */
export function washNow(losses: readonly number[], worths: readonly number[], price: number): WashNow {
  const count = Math.max(1, losses.length);
  const meanLoss = losses.reduce((sum, one) => sum + one, 0) / count;
  const meanWorth = worths.reduce((sum, one) => sum + one, 0) / count;
  let [along, across] = [0, 0];
  losses.forEach((loss, at) => {
    along += (loss - meanLoss) ** 2;
    across += (loss - meanLoss) * ((worths[at] ?? 0) - meanWorth);
  });
  return { net: meanWorth - price, perLoss: along > 0 ? across / along : 0 };
}
