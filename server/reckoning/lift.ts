import { CLEANING_METHODS, FITTED_LEFT } from '../../core/assumptions.ts';
import { CALCULATION_VERSION } from '../../core/reasons.ts';
import {
  climateByIndex,
  climateInWords,
  lifter,
  type Part,
  reasonInWords,
  reasonsInWords,
  type StoredRow,
  toldInWords,
  warningInWords,
} from '../storage/lift.ts';

/**
 * What was reckoned by older calculations, brought to the newest shape: one step a version. Numbers stay as they were; what
 * a calculation did not have yet is said not to be there.
 */
const STEPS: Record<number, (row: StoredRow) => StoredRow> = {
  // 7 and before went by one witness, and by a rate: no members, and no list of all that was heard.
  7: (row) => {
    const output = row.output as Part;
    const lossNow = output.lossNow as Part;
    const marked = output.marked as Part | null | undefined;
    const recommended = output.recommended as Part | undefined;
    const reasons = output.reasons as Part;
    return {
      ...row,
      input: null,
      output: {
        lossNow,
        known: null,
        courses: null,
        year: output.year,
        lostValue: output.lostValue,
        valuePerKWh: output.valuePerKWh,
        expectation: output.expectation ?? null,
        meterReason: output.meterReason ?? null,
        warnings: output.warnings ?? [],
        marked: marked ? { inverters: [], ...marked } : null,
        narrowing: [],
        learned: null,
        lookOn: null,
        // Calculation 1 had no reason for the money of its own.
        reasons: { ...reasons, lostValue: reasons.lostValue ?? reasons.lostEnergy },
        recommended: { lossNow: recommended?.lossNow ?? lossNow, dust: 1 },
      },
    };
  },
  // 8 took what a way takes off for certain.
  8: (row) => {
    const output = row.output as Part;
    const known = output.known as { parameters: Part } | null;
    const input = row.input as { house: Part; array: Part } | null;
    const certain = Object.fromEntries(CLEANING_METHODS.map((way) => [way, 0]));
    return {
      ...row,
      input: input && {
        ...input,
        // The visit was a plain one, whatever had been planned.
        visitWays: ['fed-pole'],
        array: { ...input.array, fitted: [] },
        house: { ...input.house, bondedSpread: certain, seasons: {}, fitted: FITTED_LEFT },
      },
      output: {
        ...output,
        known: known && { ...known, parameters: { ...known.parameters, removal: { mean: 0, sd: 0 } } },
      },
    };
  },
  // 9 told what it found in sentences.
  9: (row) => {
    const output = row.output as Part;
    const input = row.input as { site: Part } | null;
    const courses = output.courses as Part | null;
    const marked = output.marked as { strings: Part[] } | null;
    return {
      ...row,
      input: input && { ...input, site: { ...input.site, climate: climateInWords(input.site.climate) } },
      output: {
        ...output,
        courses: courses && { ...courses, climate: climateInWords(courses.climate) },
        meterReason: output.meterReason ? reasonInWords(output.meterReason as Part) : null,
        warnings: (output.warnings as Part[]).map((warning) => warningInWords(warning)),
        marked: marked && {
          ...marked,
          strings: marked.strings.map((string) => ({ ...string, name: toldInWords(string.name) })),
        },
        reasons: reasonsInWords(output.reasons as Part),
      },
    };
  },
  // 10 called the clear-sky index clearness.
  10: (row) => {
    const output = row.output as Part;
    const input = row.input as { site: Part } | null;
    const courses = output.courses as Part | null;
    return {
      ...row,
      input: input && { ...input, site: { ...input.site, climate: climateByIndex(input.site.climate) } },
      output: { ...output, courses: courses && { ...courses, climate: climateByIndex(courses.climate) } },
    };
  },
};

/** A stored reckoning in the newest shape. */
export const lifted = lifter(STEPS, 7, Number(CALCULATION_VERSION));
