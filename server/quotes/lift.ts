import { CALCULATION_VERSION } from '../../core/reasons.ts';
import {
  lifter,
  lineInWords,
  type Part,
  reasonsInWords,
  type StoredRow,
  taxedAlike,
  toldOrNothing,
} from '../storage/lift.ts';

const offerInWords = (offer: unknown): Part => ({
  ...(offer as Part),
  lines: ((offer as Part).lines as Part[]).map(lineInWords),
});

/** Quotes of older calculations in the newest shape, one step a version. Their amounts stay. */
const STEPS: Record<number, (row: StoredRow) => StoredRow> = {
  // 1 to 9 told what they found in sentences; before 7 there was no range of a plan, before 2 there were no reasons.
  9: (row) => {
    const content = row.content as Part;
    const benefit = content.benefit as Part;
    return {
      ...row,
      content: {
        ...content,
        one: offerInWords(content.one),
        planned: content.planned ? offerInWords(content.planned) : null,
        assumed: content.assumed ?? [],
        benefit: {
          ...benefit,
          planRange: benefit.planRange ?? null,
          beyondFirst: benefit.beyondFirst ?? null,
          climate: toldOrNothing(benefit.climate),
          reasons: benefit.reasons ? reasonsInWords(benefit.reasons as Part) : null,
        },
      },
    };
  },
  // 11 left no face out.
  11: (row) => ({ ...row, content: { ...(row.content as Part), leftOut: [] } }),
  // 12 offered nothing to be fitted.
  12: (row) => ({ ...row, content: { ...(row.content as Part), fittings: null } }),
  // 13 taxed all lines at one rate, and had neither a chance nor a finish to choose, urgency or deposit.
  13: (row) => {
    const content = row.content as Part;
    const alike = (offer: unknown) => taxedAlike(offer as Part, content.taxRate);
    return {
      ...row,
      content: {
        ...content,
        one: alike(content.one),
        planned: content.planned ? alike(content.planned) : null,
        benefit: { ...(content.benefit as Part), chance: null, planChance: null },
        spotless: null,
        cheaper: null,
        sprayLine: null,
        urgent: false,
        depositShare: 0,
      },
    };
  },
};

/** A stored quote in the newest shape. */
export const lifted = lifter(STEPS, 9, Number(CALCULATION_VERSION));
