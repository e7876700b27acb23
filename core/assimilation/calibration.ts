import { sum } from '../statistics/summary.ts';

/** The scale on which figures are put together: differences, ratios, or odds of a share. */
export const SCALES = ['identity', 'log', 'logit'] as const;
export type Scale = (typeof SCALES)[number];

/** A figure and how far it may be out, on the scale on which it is put together. */
export interface Figure {
  value: number;
  /** standard deviation on the scale, above 0 */
  sd: number;
}

export interface CalibrationInput {
  scale: Scale;
  house: Figure;
  /** how far jobs differ at least from each other beyond what was measured, on the scale; default 0 */
  between?: number;
  /** one for each job */
  data: readonly Figure[];
}

export interface Calibration extends Figure {
  n: number;
  /** how far jobs differ from each other beyond what was measured, on the scale */
  between: number;
}

const TO: Record<Scale, (value: number) => number> = {
  identity: (value) => value,
  log: Math.log,
  logit: (value) => Math.log(value / (1 - value)),
};
const BACK: Record<Scale, (on: number) => number> = {
  identity: (on) => on,
  log: Math.exp,
  logit: (on) => 1 / (1 + Math.exp(-on)),
};

/**
 * A house figure and a contractor's own records put together (C18): each job counts by how well it was measured and by how
 * far jobs differ; without a job the house figure comes back.
 *
 * @see DerSimonian and Laird, Controlled Clinical Trials 7 (1986) 177 for how far jobs differ
 */
export function calibrate({ scale, house, between: least = 0, data }: CalibrationInput): Calibration {
  const seen = data.map(({ value, sd }) => ({ on: TO[scale](value), variance: sd * sd }));
  const betweenVariance = Math.max(least * least, betweenOf(seen));
  const weights = seen.map(({ variance }) => 1 / (variance + betweenVariance));
  const houseWeight = 1 / house.sd ** 2;
  const all = houseWeight + sum(weights);
  const on =
    (TO[scale](house.value) * houseWeight + sum(seen.map((one, at) => one.on * (weights[at] as number)))) / all;
  return {
    value: data.length === 0 ? house.value : BACK[scale](on),
    sd: 1 / Math.sqrt(all),
    n: data.length,
    between: Math.sqrt(betweenVariance),
  };
}

/** Variance between jobs by moments; 0 of fewer than two. */
function betweenOf(seen: readonly { on: number; variance: number }[]): number {
  if (seen.length < 2) return 0;
  const weights = seen.map(({ variance }) => 1 / variance);
  const total = sum(weights);
  const centre = sum(seen.map(({ on }, at) => on * (weights[at] as number))) / total;
  const heterogeneity = sum(seen.map(({ on }, at) => (weights[at] as number) * (on - centre) ** 2));
  return Math.max(0, (heterogeneity - (seen.length - 1)) / (total - sum(weights.map((weight) => weight ** 2)) / total));
}
