import type { Comparison } from '../comparisons/compare.ts';
import type { ReadingWarning, WarningCode } from '../comparisons/warnings.ts';
import { type Bare, bare, type Finding } from '../findings.ts';
import type { ProofMissing } from '../jobs/proof.ts';

/** What a report says of one array, as far as a claim goes. */
export interface Proved {
  quantity: 'power' | 'current' | null;
  comparison: Comparison | null;
  /** why there is no figure */
  missing: ProofMissing | null;
  warnings: readonly ReadingWarning[];
  modules: number;
  cleaned: number;
  /** the face under which this one was read together with it; it claims nothing of its own then */
  readWith: string | null;
  /** faces that were read together on one inverter, this one among them, with what they hold; null for one alone */
  together: { names: string[]; modules: number; cleaned: number } | null;
}

/** Under these the readings show something else than the glass: nothing is claimed from them. */
const NO_CLAIM: readonly WarningCode[] = ['at-limit', 'above-sky'];

/** The gain that may be claimed of an array, and why none where there is none. */
export type Claim =
  | { stated: true; comparison: Comparison; of: 'power' | 'current'; whole: boolean }
  | { stated: false; because: ReadingWarning | ProofMissing | null };

export function claimOf(array: Proved): Claim {
  const { quantity, comparison, missing, warnings } = array;
  const { modules, cleaned } = array.together ?? array;
  const against = warnings.find(({ code }) => NO_CLAIM.includes(code));
  if (against) return { stated: false, because: against };
  if (comparison === null) return { stated: false, because: missing };
  return { stated: true, comparison, of: quantity ?? 'power', whole: cleaned >= modules };
}

/** What else the customer has to read beside a claim; what stands against it is in the claim itself. */
export const caveatsOf = (array: Proved): ReadingWarning[] =>
  array.warnings.filter(({ code }) => !NO_CLAIM.includes(code));

/** The one figure of a whole report: the gain in power of its only array, wholly or in part cleaned; null else. */
export function headlineGain(arrays: readonly Proved[]): number | null {
  const [only, ...others] = arrays.filter(({ readWith }) => readWith === null);
  if (only === undefined || others.length > 0) return null;
  const claim = claimOf(only);
  return claim.stated && claim.of === 'power' ? claim.comparison.gain : null;
}

/** What a report says of an array. Shares; `now`: the loss is of what the array gives now, not of what it gives clean. */
export type ClaimFinding =
  | Finding<'claim-none', { because: ReadingWarning | ProofMissing | null }>
  | Finding<
      'claim-gain',
      {
        of: 'power' | 'current';
        gain: number;
        loss: number | null;
        uncertainty: number;
        distinguishable: boolean;
        modules: number;
        cleaned: number;
        names: string[] | null;
      }
    >
  | Finding<'gain-label', { of: 'power' | 'current' }>
  | Finding<'loss-label', { of: 'power' | 'current'; now: boolean }>
  | Finding<'read-together-faces', { names: string[] }>
  /** a first week's gain is not a year's */
  | Bare<'gain-of-the-day'>;

/** What "gain" and "loss" are of, for a heading. */
export function claimLabels(claim: Claim): { gain: ClaimFinding; loss: ClaimFinding } {
  const of = claim.stated ? claim.of : 'power';
  return {
    gain: { code: 'gain-label', params: { of } },
    loss: { code: 'loss-label', params: { of, now: claim.stated && !claim.whole } },
  };
}

/** Which faces one figure is of. */
export const togetherFinding = ({ names }: { names: readonly string[] }): ClaimFinding => ({
  code: 'read-together-faces',
  params: { names: [...names] },
});

/** Gain and loss for the customer, the same on the page and on the paper. A loss under nothing is not told. */
export function claimFinding(array: Proved): ClaimFinding {
  const claim = claimOf(array);
  if (!claim.stated) return { code: 'claim-none', params: { because: claim.because } };
  const { gain, loss, expandedUncertainty, distinguishable } = claim.comparison;
  const { modules, cleaned } = array.together ?? array;
  return {
    code: 'claim-gain',
    params: {
      of: claim.of,
      gain,
      loss: loss === null || loss < 0 ? null : loss,
      uncertainty: expandedUncertainty,
      distinguishable,
      modules,
      cleaned,
      names: array.together?.names ?? null,
    },
  };
}

export const GAIN_OF_THE_DAY = bare('gain-of-the-day');
