import { outputAtAge } from '../modules/ageing.ts';

export interface ExpectedInput {
  /** W at standard test conditions */
  pdc0: number;
  /** 1/K */
  gammaPdc: number;
  /** W/m2 */
  poaGlobal: number;
  /** Celsius */
  tempModule: number;
  ageYears: number;
  /** fraction a year */
  degradationPerYear: number;
  /** W */
  measured: number;
  uncertainty: {
    /** relative */
    repeatability: number;
    /** relative */
    irradiance: number;
    /** K */
    temperature: number;
    /** relative */
    nameplate: number;
    /** of the yearly degradation, fraction a year */
    degradation: number;
  };
}

export interface Expectation {
  /** W */
  expected: number;
  /** measured over expected */
  performance: number;
  /** 1 - performance */
  shortfall: number;
  /** of performance, coverage factor 2 */
  expandedUncertainty: number;
  distinguishable: boolean;
}

/** What one reading is usually worth with an inverter display, a hand-held irradiance sensor and a contact thermometer. */
export const EXPECTED_UNCERTAINTY: ExpectedInput['uncertainty'] = {
  repeatability: 0.005,
  irradiance: 0.03,
  temperature: 2,
  nameplate: 0.02,
  degradation: 0.002,
};

/**
 * One reading before anyone washes, against what nameplate, sky, temperature and age lead one to expect (C8).
 * The shortfall is soiling and everything else that ails the array: it is not the soiling loss alone.
 */
export function expectedOutput(input: ExpectedInput): Expectation {
  const { uncertainty, ageYears } = input;
  const expected =
    ((input.pdc0 * input.poaGlobal) / 1000) *
    (1 + input.gammaPdc * (input.tempModule - 25)) *
    outputAtAge(ageYears, input.degradationPerYear);
  const performance = input.measured / expected;
  const standard = Math.hypot(
    uncertainty.repeatability,
    uncertainty.irradiance,
    input.gammaPdc * uncertainty.temperature,
    uncertainty.nameplate,
    ageYears * uncertainty.degradation,
  );
  return {
    expected,
    performance,
    shortfall: 1 - performance,
    expandedUncertainty: 2 * standard * performance,
    distinguishable: input.measured === 0 || Math.abs(Math.log(performance)) > 2 * standard,
  };
}
