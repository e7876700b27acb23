import { CALCULATION_VERSION } from '../../core/reasons.ts';
import { kitInWords, lifter, type Part, type StoredRow } from '../storage/lift.ts';

/** Jobs of older calculations in the newest shape, one step a version. What a step says follows from its key. */
const STEPS: Record<number, (row: StoredRow) => StoredRow> = {
  // 1 to 9 wrote the kit in words.
  9: (row) => {
    const content = row.content as Part;
    return { ...row, content: { ...content, kit: kitInWords(content.kit) } };
  },
};

/** A stored job in the newest shape. */
export const lifted = lifter(STEPS, 9, Number(CALCULATION_VERSION));
