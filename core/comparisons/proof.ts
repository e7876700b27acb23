import { happenedAt } from '../jobs/clock.ts';
import type { ReadingEntry, ReadingHow } from '../jobs/progress.ts';
import { DEFAULT_INVERTER_EFFICIENCY } from '../modules/output.ts';
import type { Reason, ReasonDriver, ReasonInput } from '../reasons.ts';
import { averageReadings } from './average.ts';
import {
  COMPARE_UNCERTAINTY,
  type CompareInput,
  type Comparison,
  clearSkyRatioUncertainty,
  compare,
  type Reading,
} from './compare.ts';
import { limitAt, pairWarnings, type ReadingWarning, readingWarnings } from './warnings.ts';

export interface ProofInput {
  readings: ReadingEntry[];
  /** W of the whole array at standard test conditions, and its power coefficient, 1/K */
  pdc0: number;
  gammaPdc: number;
  /** AC limit, W */
  limit: number | null;
  /** share of the modules that were cleaned */
  shareCleaned: number;
}

export interface Proof {
  quantity: 'power' | 'current' | null;
  comparison: Comparison | null;
  /** the input of the comparison, in the shape that it can be made again with */
  input: CompareInput | null;
  before: Reading | null;
  after: Reading | null;
  /** why there is no figure, where there is none */
  missing: string | null;
  warnings: ReadingWarning[];
  /** of the three figures, where there are any */
  reasons: Record<'gain' | 'loss' | 'uncertainty', Reason> | null;
}

/** Temperature coefficient of short-circuit current, 1/K, where the maker's is not at hand. */
const CURRENT_COEFFICIENT = 0.0005;

const nothing = (missing: string): Proof => ({
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
  const of = (when: 'before' | 'after') => input.readings.filter((entry) => entry.when === when);
  const quantity = of('after').at(-1)?.quantity ?? of('before').at(-1)?.quantity;
  const how = howOf(of('after').at(-1) ?? of('before').at(-1));
  const alike = (entry: ReadingEntry) => entry.quantity === quantity && howOf(entry) === how;
  const before = of('before').filter(alike);
  const after = of('after').filter(alike);
  if (quantity === undefined) return nothing('No readings were taken.');
  if (before.length === 0) return nothing('No reading was taken before the wash, so there is nothing to compare with.');
  if (after.length === 0) return nothing('No reading was taken after the wash.');
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
  const repeatability = Math.max(
    COMPARE_UNCERTAINTY.repeatability,
    first.repeatability ?? 0,
    second.repeatability ?? 0,
  );
  const uncertainty = {
    ...COMPARE_UNCERTAINTY,
    repeatability,
    irradianceRatio: hasSensor ? COMPARE_UNCERTAINTY.irradianceRatio : clearSkyRatioUncertainty(minutesApart / 60),
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
  const warnings = [
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
  const ratio = input.control
    ? '(after ÷ before) ÷ (control after ÷ control before), each reading brought to 25 °C'
    : '(after ÷ before) × (irradiance before ÷ irradiance after), each reading brought to 25 °C';
  const changed = (change: Partial<CompareInput['after']>) =>
    compare({ ...input, after: { ...input.after, ...change } });
  const brighter = changed({ poaIrradiance: input.after.poaIrradiance * 1.02 });
  const warmer = changed({ tempModule: input.after.tempModule + 5 });
  const shared = {
    source: 'IEC 60891 for the corrections, JCGM 100:2008 for the uncertainty (coverage factor 2)',
    assumption: false,
    inputs: [
      { name: 'Before', value: input.before.value, kind },
      { name: 'Irradiance before', value: input.before.poaIrradiance, kind: 'irradiance' },
      { name: 'Module temperature before', value: input.before.tempModule, kind: 'temperature' },
      { name: 'After', value: input.after.value, kind },
      { name: 'Irradiance after', value: input.after.poaIrradiance, kind: 'irradiance' },
      { name: 'Module temperature after', value: input.after.tempModule, kind: 'temperature' },
    ] satisfies ReasonInput[],
  };
  const drivers = (of: (result: Comparison) => number | null): ReasonDriver[] => [
    { change: 'irradiance after read 2 % too low', becomes: of(brighter) ?? 0 },
    { change: 'module 5 K warmer after', becomes: of(warmer) ?? 0 },
  ];
  const uncertainty = { ...COMPARE_UNCERTAINTY, ...input.uncertainty };
  return {
    gain: {
      ...shared,
      what: 'What the cleaning added to what there was, brought to the same sun and temperature',
      kind: 'fraction',
      value: gain,
      low: gain - expandedUncertainty,
      high: gain + expandedUncertainty,
      formula: `${ratio}; gain = that − 1.`,
      drivers: drivers((result) => result.gain),
    },
    loss: {
      ...shared,
      what: 'What the dirt had been taking of what there is now, brought to the same sun and temperature',
      kind: 'fraction',
      value: loss,
      formula: `${ratio}; loss = 1 − 1 ÷ that. Gain and loss are two answers to two questions.`,
      drivers: drivers((result) => result.loss),
    },
    uncertainty: {
      ...shared,
      what: 'How far the gain may be out, either way',
      kind: 'fraction',
      value: expandedUncertainty,
      formula: input.control
        ? 'Twice the root of 4 × (repeatability² + (coefficient × temperature error)²), × ratio. The irradiance falls out.'
        : 'Twice the root of 2 × (repeatability² + (coefficient × temperature error)²) + (error of the irradiance ratio)², × ratio.',
      inputs: [
        { name: 'Repeatability of a reading', value: uncertainty.repeatability, kind: 'fraction' },
        { name: 'Error of the irradiance ratio', value: uncertainty.irradianceRatio, kind: 'fraction' },
        { name: 'Error of a module temperature', value: uncertainty.temperature, kind: 'temperatureDifference' },
        { name: 'Temperature coefficient, a kelvin', value: `${(input.temperatureCoefficient * 100).toFixed(2)} %` },
      ],
      drivers: [
        {
          change: 'temperatures known to 2 K only',
          becomes: compare({ ...input, uncertainty: { ...uncertainty, temperature: 2 } }).expandedUncertainty,
        },
        {
          change: 'irradiance ratio known to 2 % only',
          becomes: compare({ ...input, uncertainty: { ...uncertainty, irradianceRatio: 0.02 } }).expandedUncertainty,
        },
      ],
    },
  };
}
