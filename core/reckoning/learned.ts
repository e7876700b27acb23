import type { Posterior } from '../assimilation/posterior.ts';
import type { PairOnRecord } from '../assimilation/records.ts';
import type { Estimate } from '../inspections/soil.ts';

/** What somebody expected of the loss before a wash. */
export interface Expected {
  /** `YYYY-MM-DD` on which it was reckoned */
  date: string;
  loss: Estimate;
}

/** What the last measured wash taught about a site. */
export interface Learned {
  /** of the pair of readings, `YYYY-MM-DD` */
  date: string;
  jobId: string;
  /** loss that was expected before that wash; null where nobody had reckoned it */
  expected: Estimate | null;
  /** loss that the wash took off, by the pair, four in five */
  measured: Estimate;
  /** how many times what the house assumes settles here, by all that is known, four in five */
  dust: Estimate;
}

/** Half the width of an interval that holds four in five, in standard deviations. */
const FOUR_IN_FIVE = 1.2816;

/** A factor with the band that holds four in five. @param deposition mean and sd of its logarithm */
export const dustOf = ({ mean, sd }: Posterior['parameters']['deposition']): Estimate => ({
  low: Math.exp(mean - FOUR_IN_FIVE * sd),
  mid: Math.exp(mean),
  high: Math.exp(mean + FOUR_IN_FIVE * sd),
});

/** What came of what was expected before the last pair of readings; null where there is none. */
export function learnedFrom(
  pairs: readonly PairOnRecord[],
  expected: Expected | null,
  parameters: Posterior['parameters'],
): Learned | null {
  const last = [...pairs].sort((a, b) => a.date.localeCompare(b.date)).at(-1);
  if (last === undefined) return null;
  const lost = (width: number) => 1 - 1 / (last.ratio * Math.exp(width * last.sigma));
  return {
    date: last.date,
    jobId: last.jobId,
    expected: expected && expected.date <= last.date ? expected.loss : null,
    measured: { low: lost(-FOUR_IN_FIVE), mid: lost(0), high: lost(FOUR_IN_FIVE) },
    dust: dustOf(parameters.deposition),
  };
}
