import { type CleaningMethod, EFFECTIVENESS } from '../../core/assumptions.ts';
import { bare } from '../../core/findings.ts';
import { PLAIN_TERMS } from '../../core/quotes/book.ts';
import { CALCULATION_VERSION, type FigureName, type Reason } from '../../core/reasons.ts';
import { takenOff } from '../../core/soiling/takenOff.ts';
import { type Climate, type ClimateKey, climateOf } from '../../core/weather/index.ts';
import {
  accessByCode,
  climateByIndex,
  climateInWords,
  kitInWords,
  lifter,
  lineInWords,
  type Part,
  reasonsInWords,
  type StoredRow,
  taxedAlike,
  toldInWords,
  toldOrNothing,
} from '../storage/lift.ts';

type OldMethod = Part & { method: { choose: CleaningMethod }; takesOff?: number };
interface OldPlan extends Part {
  reasons: Part;
  recoverable: { p50: number };
  visitsChosen: number;
  arrays: { method: OldMethod; recommended?: OldMethod }[];
  visits: { options: Part[] };
}

/** Calculations 1 to 4 did not say where the minutes come from, 1 to 6 no litres, 1 to 7 no ways. */
const withWork = (method: OldMethod): Part => ({
  ...method,
  minutesBecause: method.minutesBecause ?? '',
  litresPerModule: method.litresPerModule ?? null,
  ways: [method.method.choose],
});

/** A choice of calculations 1 to 9, with its reason in a sentence. */
const choiceInWords = (choice: unknown): Part => ({
  ...(choice as Part),
  because: toldInWords((choice as Part).because),
});

function methodInWords(method: Part): Part {
  const [brush, access] = [choiceInWords(method.brush), choiceInWords(method.access)];
  return {
    ...method,
    method: choiceInWords(method.method),
    brush: { ...brush, choose: toldInWords(brush.choose) },
    pole: choiceInWords(method.pole),
    access: { ...access, choose: accessByCode(access.choose) },
    soakMinutes: choiceInWords(method.soakMinutes),
    escalation: (method.escalation as Part[]).map((step) => ({
      ...step,
      because: toldInWords(step.because),
      caution: toldInWords(step.caution),
    })),
    minutesBecause: toldOrNothing(method.minutesBecause),
  };
}

const waterInWords = (water: Part): Part => ({
  ...water,
  options: (water.options as Part[]).map((option) => ({ ...option, because: toldInWords(option.because) })),
  recommendedBecause: toldInWords(water.recommendedBecause),
  warnings: (water.warnings as unknown[]).map(toldInWords),
});

const pricedInWords = (priced: unknown): Part => ({
  ...(priced as Part),
  lines: ((priced as Part).lines as Part[]).map(lineInWords),
});

/** Overrides that name an access, with their reason or without. */
const withAccess = (overrides: unknown): Part => {
  const { arrays, ...rest } = (overrides ?? {}) as Part & { arrays?: Record<string, Part> };
  if (arrays === undefined) return rest;
  const own = (set: Part): Part => {
    if (set.access === undefined) return set;
    const access = set.access as string | Part;
    return {
      ...set,
      access: typeof access === 'string' ? accessByCode(access) : { ...access, value: accessByCode(access.value) },
    };
  };
  return { ...rest, arrays: Object.fromEntries(Object.entries(arrays).map(([id, set]) => [id, own(set)])) };
};

/** Calculation 1 did not keep how it came to the energy that a wash brings back, and to what a plan saves. */
function withReasons({ reasons, recoverable, visits, visitsChosen }: OldPlan): Part {
  const [none, chosen] = [visits.options[0], visits.options[visitsChosen]];
  const unkept = (what: FigureName, kind: Reason['kind'], value: number): Reason => ({
    what: bare(`what-${what}`),
    kind,
    value,
    formula: bare('how-not-kept'),
    source: bare('source-house'),
    assumption: true,
    inputs: [],
    drivers: [],
  });
  return {
    recoverable: unkept('recoverable-of-site', 'energy', recoverable.p50),
    planSaves: unkept('plan-saves', 'money', Number(none?.lostValue ?? 0) - Number(chosen?.lostValue ?? 0)),
    ...reasons,
  };
}

/** What a climate that ships is called, told by its key; null for one of a site's own. */
const climateName = (courses: Part | undefined): unknown =>
  typeof courses?.climate === 'string' ? climateOf(courses.climate as ClimateKey).name : null;

/**
 * Plans of older calculations in the newest shape: one step a version. Their numbers stay; the ways that they used are told
 * by what they chose, and what a calculation did not have yet is said not to be there.
 */
const STEPS: Record<number, (row: StoredRow) => StoredRow> = {
  7: (row) => {
    const output = row.output as OldPlan;
    const input = row.input as { arrays: { year?: { climate: ClimateKey | Climate } }[] };
    const climate = input.arrays[0]?.year?.climate;
    return {
      ...row,
      output: {
        ...output,
        arrays: output.arrays.map(({ method, recommended, ...array }) => {
          const ways = [method.method.choose];
          return {
            ...array,
            method: withWork(method),
            recommended: withWork(recommended ?? method),
            effectiveness: takenOff(ways, EFFECTIVENESS),
            takesOff: method.takesOff ?? EFFECTIVENESS[method.method.choose].loose,
          };
        }),
        assumed: output.assumed ?? [],
        questions: output.questions ?? [],
        saves: output.saves ?? null,
        beyondFirst: output.beyondFirst ?? null,
        visits: {
          ...output.visits,
          options: output.visits.options.map((option) => ({ savedOverOne: null, ...option })),
        },
        climate: climate === undefined ? null : climateOf(climate).name,
        figures: 0,
        reasons: withReasons(output),
      },
    };
  },
  // 9 told what it found in sentences, and named the access in words.
  9: (row) => {
    const output = row.output as Part & OldPlan;
    const input = row.input as Part & { arrays: Part[]; overrides?: unknown };
    return {
      ...row,
      overrides: withAccess(row.overrides),
      input: {
        ...input,
        ...(input.overrides === undefined ? {} : { overrides: withAccess(input.overrides) }),
        arrays: input.arrays.map((array) => {
          const [method, courses] = [array.method as Part | undefined, array.courses as Part | undefined];
          return {
            ...array,
            ...(method && { method: { ...method, accessByHand: accessByCode(method.accessByHand) } }),
            ...(courses && { courses: { ...courses, climate: climateInWords(courses.climate) } }),
          };
        }),
      },
      output: {
        ...output,
        arrays: output.arrays.map((array) => ({
          ...array,
          method: methodInWords(array.method),
          recommended: methodInWords(array.recommended as Part),
        })),
        water: waterInWords(output.water as Part),
        priced: pricedInWords(output.priced),
        pricedInPlan: pricedInWords(output.pricedInPlan),
        kit: kitInWords(output.kit),
        questions: (output.questions as unknown[]).map(toldInWords),
        climate: climateName(input.arrays[0]?.courses as Part | undefined) ?? toldOrNothing(output.climate),
        reasons: reasonsInWords(output.reasons as Part),
      },
    };
  },
  // 10 called the clear-sky index clearness.
  10: (row) => {
    const input = row.input as Part & { arrays: Part[] };
    const arrays = input.arrays.map(({ courses, ...array }) =>
      courses === undefined
        ? array
        : { ...array, courses: { ...(courses as Part), climate: climateByIndex((courses as Part).climate) } },
    );
    return { ...row, input: { ...input, arrays } };
  },
  // 11 did not keep on how many modules a rung is climbed and what it hangs on, washed every face, and let
  // the glass drip dry.
  11: (row) => {
    const output = row.output as Part & { arrays: Part[] };
    const withConditions = (method: Part): Part => ({
      ...method,
      escalation: (method.escalation as Part[]).map((step) => ({ ...step, modules: null, conditions: [] })),
    });
    const arrays = output.arrays.map(({ method, recommended, ...array }) => ({
      ...array,
      method: withConditions(method as Part),
      recommended: withConditions(recommended as Part),
      stopped: null,
    }));
    return { ...row, output: { ...output, drying: 'drip-dry', arrays } };
  },
  // 12 fitted nothing.
  12: (row) => ({ ...row, output: { ...(row.output as Part), fittings: null } }),
  // 13 priced by the hour alone, at one rate of tax, with one finish, and kept no courses of worth.
  13: (row) => {
    const [input, output] = [row.input as Part, row.output as Part];
    const prices = { ...PLAIN_TERMS, ...(input.prices as Part) } as Part;
    const priced = taxedAlike(output.priced as Part, prices.taxRate);
    const above = (priced.lines as Part[]).find(({ key }) => key === 'risk')?.quantity ?? 0;
    return {
      ...row,
      input: { ...input, prices },
      output: {
        ...output,
        priced,
        pricedInPlan: taxedAlike(output.pricedInPlan as Part, prices.taxRate),
        terms: { storeysAbove: above, heavyShare: 0 },
        spotless: null,
        worthUpTo: null,
        slip: null,
      },
    };
  },
};

/** A stored plan in the newest shape. */
export const lifted = lifter(STEPS, 7, Number(CALCULATION_VERSION));
