/** One reading of power (W) or current (A) with what the sky and the module were doing in that minute. */
export interface Reading {
  value: number;
  /** W/m2 */
  poaIrradiance: number;
  /** Celsius */
  tempModule: number;
}

/** An uncleaned neighbour read in the same minutes: the irradiance falls out of the comparison. */
export interface ControlReadings {
  before: { value: number; tempModule: number };
  after: { value: number; tempModule: number };
}

export interface CompareUncertainty {
  /** relative standard uncertainty of one reading, default 0.005 */
  repeatability: number;
  /** relative standard uncertainty of the ratio of irradiances, default 0.007 */
  irradianceRatio: number;
  /** standard uncertainty of a module temperature, K, default 1.0 */
  temperature: number;
}

/** What is read before and after. */
export const QUANTITIES = ['power', 'current'] as const;

export interface CompareInput {
  /** changes no number; a gain in short-circuit current is not a gain in power */
  quantity: 'power' | 'current';
  /** relative, 1/K */
  temperatureCoefficient: number;
  before: Reading;
  after: Reading;
  control?: ControlReadings;
  uncertainty?: Partial<CompareUncertainty>;
}

export interface Comparison {
  /** normalised after over before */
  ratio: number;
  /** ratio - 1: what the cleaning added to what there was */
  gain: number;
  /** 1 - 1/ratio: what the dirt had taken from what there is now; null where after is 0 */
  loss: number | null;
  /** of gain, coverage factor 2 */
  expandedUncertainty: number;
  /** whether the change stands out of its own uncertainty */
  distinguishable: boolean;
}

export const COMPARE_UNCERTAINTY: CompareUncertainty = {
  repeatability: 0.005,
  irradianceRatio: 0.007,
  temperature: 1.0,
};

/** A value brought to 25 Celsius. @param coefficient relative, 1/K */
export function atStandardTemperature(value: number, coefficient: number, tempModule: number): number {
  return value / (1 + coefficient * (tempModule - 25));
}

/**
 * Before and after, normalised for temperature and irradiance (C8).
 * Gain and loss are two answers to two questions and always come together.
 * @see IEC 60891 for the corrections, JCGM 100:2008 for the uncertainty
 */
export function compare(input: CompareInput): Comparison {
  const { temperatureCoefficient: coefficient, before, after, control } = input;
  const uncertainty = { ...COMPARE_UNCERTAINTY, ...input.uncertainty };
  const normalised = (reading: { value: number; tempModule: number }) =>
    atStandardTemperature(reading.value, coefficient, reading.tempModule);
  const own = normalised(after) / normalised(before);
  const onePart = uncertainty.repeatability ** 2 + (coefficient * uncertainty.temperature) ** 2;

  const ratio = control
    ? own / (normalised(control.after) / normalised(control.before))
    : own * (before.poaIrradiance / after.poaIrradiance);
  const standard = Math.sqrt(control ? 4 * onePart : 2 * onePart + uncertainty.irradianceRatio ** 2);

  if (ratio === 0) return { ratio, gain: -1, loss: null, expandedUncertainty: 0, distinguishable: true };
  return {
    ratio,
    gain: ratio - 1,
    loss: 1 - 1 / ratio,
    expandedUncertainty: 2 * standard * ratio,
    distinguishable: Math.abs(Math.log(ratio)) > 2 * standard,
  };
}

/** The relative uncertainty of a ratio of irradiances that comes from a declared clear sky. @param hoursApart hours */
export const clearSkyRatioUncertainty = (hoursApart: number): number =>
  Math.sqrt(0.005 ** 2 + (0.02 * hoursApart) ** 2);
