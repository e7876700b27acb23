import type { Comparison } from '../comparisons/compare.ts';
import type { ReadingWarning, WarningCode } from '../comparisons/warnings.ts';
import { formatQuantity, type Glass } from '../units/format.ts';

/** What a report says of one array, as far as a claim goes. */
export interface Proved {
  quantity: 'power' | 'current' | null;
  comparison: Comparison | null;
  /** why there is no figure */
  missing: string | null;
  warnings: readonly ReadingWarning[];
  modules: number;
  cleaned: number;
  /** the face under which this one was read together with it; it claims nothing of its own then */
  readWith?: string | undefined;
  /** faces that were read together on one inverter, this one among them, with what they hold; left out for one alone */
  together?: { names: string[]; modules: number; cleaned: number } | undefined;
}

/** Under these the readings show something else than the glass: nothing is claimed from them. */
const NO_CLAIM: readonly WarningCode[] = ['at-limit', 'above-sky'];

/** The gain that may be claimed of an array, and why none where there is none. */
export type Claim =
  | { stated: true; comparison: Comparison; of: 'power' | 'current'; whole: boolean }
  | { stated: false; because: string };

export function claimOf(array: Proved): Claim {
  const { quantity, comparison, missing, warnings } = array;
  const { modules, cleaned } = array.together ?? array;
  const against = warnings.find(({ code }) => NO_CLAIM.includes(code));
  if (against) return { stated: false, because: against.reason };
  if (comparison === null) return { stated: false, because: missing ?? '' };
  return { stated: true, comparison, of: quantity ?? 'power', whole: cleaned >= modules };
}

/** What else the customer has to read beside a claim; what stands against it is in the claim itself. */
export const caveatsOf = (array: Proved): ReadingWarning[] =>
  array.warnings.filter(({ code }) => !NO_CLAIM.includes(code));

/** The one figure of a whole report: the gain in power of its only array, wholly or in part cleaned; null else. */
export function headlineGain(arrays: readonly Proved[]): number | null {
  const [only, ...others] = arrays.filter(({ readWith }) => readWith === undefined);
  if (only === undefined || others.length > 0) return null;
  const claim = claimOf(only);
  return claim.stated && claim.of === 'power' ? claim.comparison.gain : null;
}

/** What "gain" and "loss" are of, for a heading. */
export function claimLabels(claim: Claim): { gain: string; loss: string } {
  const what = claim.stated && claim.of === 'current' ? ' in current' : '';
  const clean = claim.stated && !claim.whole ? 'of what it gives now' : 'of what it gives clean';
  return { gain: `Gain${what}, on what it gave dirty`, loss: `Loss there was${what}, ${clean}` };
}

/** Which faces one figure is of. */
export const togetherWords = ({ names }: { names: readonly string[] }): string =>
  `Read together on one inverter: ${names.join(', ')}.`;

/** Gain and loss in words for the customer, the same on the page and on the paper. */
export function claimWords(array: Proved, glass: Glass): string {
  const claim = claimOf(array);
  if (!claim.stated) return `No gain is stated. ${claim.because}`.trim();
  const share = (value: number | null) => formatQuantity(value, 'fraction', glass);
  const { gain, loss, expandedUncertainty, distinguishable } = claim.comparison;
  const [thing, given] =
    claim.of === 'current' ? ['short-circuit current', 'of the current that it gives'] : ['power', 'of what it gives'];
  const { modules, cleaned } = array.together ?? array;
  const part = claim.whole ? '' : `, with ${cleaned} of its ${modules} modules cleaned`;
  const of = array.together ? `${togetherWords(array.together)} ` : '';
  const lost =
    loss === null || loss < 0
      ? ''
      : ` Put the other way, the dirt had been taking a loss of ${share(loss)} ${given} ${claim.whole ? 'clean' : 'now'}.`;
  const sure = distinguishable
    ? ' The change is larger than its uncertainty.'
    : ' The change is not larger than its uncertainty: it cannot be told from none.';
  return `${of}Gain ${share(gain)} ± ${share(expandedUncertainty)}: ${share(Math.abs(gain))} ${gain < 0 ? 'less' : 'more'} ${thing} than it gave dirty${part}, brought to the same sun and temperature.${lost}${sure}`;
}

/** A first week's gain is not a year's. */
export const GAIN_OF_THE_DAY = 'A gain is that of the day it was measured; soiling begins again the next morning.';
