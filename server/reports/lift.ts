import { CALCULATION_VERSION } from '../../core/reasons.ts';
import {
  lifter,
  type Part,
  reasonsInWords,
  type StoredRow,
  toldInWords,
  toldOrNothing,
  warningInWords,
} from '../storage/lift.ts';

function arrayInWords(array: Part): Part {
  const read = (array.together ?? array) as { modules: number; cleaned: number };
  return {
    ...array,
    missing: toldOrNothing(array.missing),
    warnings: (array.warnings as Part[]).map((warning) => warningInWords(warning, read.cleaned / read.modules)),
    together: array.together ?? null,
    readWith: array.readWith ?? null,
    reasons: array.reasons ? reasonsInWords(array.reasons as Part) : null,
  };
}

/** Reports of older calculations in the newest shape, one step a version. What they measured stays. */
const STEPS: Record<number, (row: StoredRow) => StoredRow> = {
  // 1 to 9 told what they found in sentences; the first of them kept no name of the firm, no clock and no claim.
  9: (row) => {
    const content = row.content as Part;
    return {
      ...row,
      content: {
        ...content,
        firm: content.firm ?? null,
        clockGap: content.clockGap ?? 0,
        claim: content.claim ?? null,
        arrays: (content.arrays as Part[]).map(arrayInWords),
        notDone: (content.notDone as Part[]).map((one) => ({ ...one, step: toldInWords(one.step) })),
        nextBecause: toldInWords(content.nextBecause),
      },
    };
  },
};

/** A stored report in the newest shape. */
export const lifted = lifter(STEPS, 9, Number(CALCULATION_VERSION));
