import { averageReadings } from '../comparisons/average.ts';
import {
  COMPARE_UNCERTAINTY,
  type CompareInput,
  type Comparison,
  clearSkyRatioUncertainty,
  compare,
  type Reading,
} from '../comparisons/compare.ts';
import { limitAt, pairWarnings, type ReadingWarning, readingWarnings } from '../comparisons/warnings.ts';
import { type Bare, bare, type Finding, type Written } from '../findings.ts';
import type { Instruments } from '../kit/instruments.ts';
import { DEFAULT_INVERTER_EFFICIENCY } from '../modules/output.ts';
import type { Reason, ReasonDriver, ReasonInput } from '../reasons.ts';
import { happenedAt } from './clock.ts';
import type { ReadingEntry, ReadingHow, ReadWhen } from './progress.ts';

export interface ProofInput {
  readings: ReadingEntry[];
  /** W of the whole array at standard test conditions, and its power coefficient, 1/K */
  pdc0: number;
  gammaPdc: number;
  /** AC limit, W */
  limit: number | null;
  /** share of the modules that were cleaned */
  shareCleaned: number;
  /** how exact the instruments were that it was read with; the house's where nobody said */
  instruments?: Instruments | undefined;
}

/** Why there is no figure. */
export type ProofMissing =
  | Bare<'no-readings' | 'no-reading-before' | 'no-reading-after'>
  | Finding<'read-together', { face: string }>
  /** why, in the words of whoever could not */
  | Finding<'face-not-read', { reason: string }>
  | Written;

export interface Proof {
  quantity: 'power' | 'current' | null;
  comparison: Comparison | null;
  /** the input of the comparison, in the shape that it can be made again with */
  input: CompareInput | null;
  before: Reading | null;
  after: Reading | null;
  /** why there is no figure, where there is none */
  missing: ProofMissing | null;
  warnings: ReadingWarning[];
  /** of the three figures, where there are any */
  reasons: Record<'gain' | 'loss' | 'uncertainty', Reason> | null;
}

/** Temperature coefficient of short-circuit current, 1/K, where the maker's is not at hand. */
const CURRENT_COEFFICIENT = 0.0005;

const nothing = (missing: ProofMissing): Proof => ({
  quantity: null,
  comparison: null,
  input: null,
  before: null,
  after: null,
  missing,
  warnings: [],
  reasons: null,
});

/** What the readings of a job prove about one array: gain and loss with their uncertainty, or why not. */
export function proveCleaning(input: ProofInput): Proof {
  const of = (when: ReadWhen) => input.readings.filter((entry) => entry.when === when);
  const quantity = of('after').at(-1)?.quantity ?? of('before').at(-1)?.quantity;
  const how = howOf(of('after').at(-1) ?? of('before').at(-1));
  const alike = (entry: ReadingEntry) => entry.quantity === quantity && howOf(entry) === how;
  const before = of('before').filter(alike);
  const after = of('after').filter(alike);
  if (quantity === undefined) return nothing(bare('no-readings'));
  if (before.length === 0) return nothing(bare('no-reading-before'));
  if (after.length === 0) return nothing(bare('no-reading-after'));
  return proved(input, quantity, before, after);
}

/** Where and how something was read; what nobody was asked is the usual of its quantity. */
const howOf = (entry: ReadingEntry | undefined): ReadingHow | undefined =>
  entry?.how ?? (entry && (entry.quantity === 'power' ? 'ac' : 'short-circuit'));

const momentOf = (entry: ReadingEntry | undefined): number => Date.parse(entry ? happenedAt(entry) : '');

function proved(
  input: ProofInput,
  quantity: 'power' | 'current',
  before: ReadingEntry[],
  after: ReadingEntry[],
): Proof {
  const first = averageReadings(before.map((entry) => entry.reading));
  const second = averageReadings(after.map((entry) => entry.reading));
  const entries = [...before, ...after];
  const control = controlOf(before, after);
  const hasSensor = entries.every((entry) => entry.sensor);
  const minutesApart = Math.abs(momentOf(after.at(-1)) - momentOf(before[0])) / 60_000;
  const exact = { ...COMPARE_UNCERTAINTY, ...input.instruments?.uncertainty };
  const uncertainty = {
    ...exact,
    repeatability: Math.max(exact.repeatability, first.repeatability ?? 0, second.repeatability ?? 0),
    irradianceRatio: hasSensor ? exact.irradianceRatio : clearSkyRatioUncertainty(minutesApart / 60),
  };
  const compared: CompareInput = {
    quantity,
    temperatureCoefficient: quantity === 'power' ? input.gammaPdc : CURRENT_COEFFICIENT,
    before: first.reading,
    after: second.reading,
    ...(control ? { control } : {}),
    uncertainty,
  };
  const comparison = compare(compared);
  const warnings: ReadingWarning[] = [
    ...(input.instruments?.findings ?? []),
    ...entries.flatMap((entry) =>
      readingWarnings(entry.reading, {
        quantity,
        // Only who said that it was read behind the inverter has its losses counted.
        pdc0: input.pdc0 * (entry.how === 'ac' ? DEFAULT_INVERTER_EFFICIENCY : 1),
        gammaPdc: input.gammaPdc,
        limit: limitAt(input.limit, entry.how),
        capped: entry.capped,
        shading: entry.shading,
        wet: entry.wet,
      }),
    ),
    ...pairWarnings(first.reading, second.reading, {
      minutesApart,
      hasControl: control !== undefined,
      hasSensor,
      quantity,
      shareCleaned: input.shareCleaned,
    }),
  ];
  return {
    quantity,
    comparison,
    input: compared,
    before: first.reading,
    after: second.reading,
    missing: null,
    warnings: warnings.filter((warning, index) => warnings.findIndex(({ code }) => code === warning.code) === index),
    reasons: reasonsOf(compared, comparison),
  };
}

function controlOf(before: ReadingEntry[], after: ReadingEntry[]): CompareInput['control'] {
  const first = before.findLast((entry) => entry.control)?.control;
  const second = after.findLast((entry) => entry.control)?.control;
  return first && second ? { before: first, after: second } : undefined;
}

function reasonsOf(input: CompareInput, comparison: Comparison): NonNullable<Proof['reasons']> {
  const kind = input.quantity === 'power' ? 'power' : 'current';
  const { gain, loss, expandedUncertainty } = comparison;
  const control = input.control !== undefined;
  const changed = (change: Partial<CompareInput['after']>) =>
    compare({ ...input, after: { ...input.after, ...change } });
  const brighter = changed({ poaIrradiance: input.after.poaIrradiance * 1.02 });
  const warmer = changed({ tempModule: input.after.tempModule + 5 });
  const shared = {
    source: bare('source-pair'),
    assumption: false,
    inputs: [
      { name: bare('input-before'), value: input.before.value, kind },
      { name: bare('input-irradiance-before'), value: input.before.poaIrradiance, kind: 'irradiance' },
      { name: bare('input-temp-module-before'), value: input.before.tempModule, kind: 'temperature' },
      { name: bare('input-after'), value: input.after.value, kind },
      { name: bare('input-irradiance-after'), value: input.after.poaIrradiance, kind: 'irradiance' },
      { name: bare('input-temp-module-after'), value: input.after.tempModule, kind: 'temperature' },
    ] satisfies ReasonInput[],
  };
  const drivers = (of: (result: Comparison) => number | null): ReasonDriver[] => [
    { change: bare('change-irradiance-after-too-low'), becomes: of(brighter) ?? 0 },
    { change: bare('change-module-warmer-after'), becomes: of(warmer) ?? 0 },
  ];
  const uncertainty = { ...COMPARE_UNCERTAINTY, ...input.uncertainty };
  return {
    gain: {
      ...shared,
      what: bare('what-gain'),
      kind: 'fraction',
      value: gain,
      low: gain - expandedUncertainty,
      high: gain + expandedUncertainty,
      formula: { code: 'how-gain', params: { control } },
      drivers: drivers((result) => result.gain),
    },
    loss: {
      ...shared,
      what: bare('what-loss-there-was'),
      kind: 'fraction',
      value: loss,
      formula: { code: 'how-loss-there-was', params: { control } },
      drivers: drivers((result) => result.loss),
    },
    uncertainty: {
      ...shared,
      what: bare('what-gain-uncertainty'),
      kind: 'fraction',
      value: expandedUncertainty,
      formula: { code: 'how-gain-uncertainty', params: { control } },
      inputs: [
        { name: bare('input-repeatability'), value: uncertainty.repeatability, kind: 'fraction' },
        { name: bare('input-irradiance-ratio-error'), value: uncertainty.irradianceRatio, kind: 'fraction' },
        { name: bare('input-temp-module-error'), value: uncertainty.temperature, kind: 'temperatureDifference' },
        {
          name: bare('input-temperature-coefficient'),
          value: { code: 'per-kelvin', params: { value: input.temperatureCoefficient } },
        },
      ],
      drivers: [
        {
          change: bare('change-temperatures-known'),
          becomes: compare({ ...input, uncertainty: { ...uncertainty, temperature: 2 } }).expandedUncertainty,
        },
        {
          change: bare('change-irradiance-ratio-known'),
          becomes: compare({ ...input, uncertainty: { ...uncertainty, irradianceRatio: 0.02 } }).expandedUncertainty,
        },
      ],
    },
  };
}
