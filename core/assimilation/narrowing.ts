/** One thing that could be measured: what each member says it would show, and how far the reading would be out. */
export interface Measurement {
  /** one for each member */
  shown: readonly number[];
  sigma: number;
}

/**
 * How far the loss would still be out after a measurement (C17): what is shared between the two over the members.
 *
 * @param losses one for each member, a fraction
 * @returns standard deviation, a fraction; never more than before
 */
export function spreadAfter(losses: readonly number[], { shown, sigma }: Measurement): number {
  const count = losses.length;
  const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / count;
  const [lossMean, shownMean] = [mean(losses), mean(shown)];
  const about = (f: (loss: number, show: number) => number) =>
    losses.reduce((sum, loss, at) => sum + f(loss - lossMean, (shown[at] as number) - shownMean), 0) / count;
  const variance = about((loss) => loss * loss);
  const shared = about((loss, show) => loss * show);
  const noise = about((_, show) => show * show) + sigma * sigma;
  return Math.sqrt(Math.max(0, variance - (noise > 0 ? (shared * shared) / noise : 0)));
}
