import { EXPECTED_UNCERTAINTY, type Expectation, type ExpectedInput, expectedOutput } from '../comparisons/expected.ts';
import { expectedOfReading, type ReadArray, warningsOfReading } from '../comparisons/powerReading.ts';
import { bare } from '../findings.ts';
import type { Reason } from '../reasons.ts';
import { ageOn } from '../time/dates.ts';
import type { ReckonInput, ReckoningOutput } from './reckoning.ts';

/** The last reading of all against what was to be expected then. */
export function meterOf(input: ReckonInput): Pick<ReckoningOutput, 'expectation' | 'meterReason' | 'warnings'> {
  const look = [...input.looks]
    .sort((a, b) => a.date.localeCompare(b.date))
    .findLast(({ reading }) => reading !== null);
  if (!look?.reading) return { expectation: null, meterReason: null, warnings: [] };
  const read: ReadArray = { ...input.array, ageYears: ageOn(input.array.installedOn, look.date) };
  const measured = expectedOfReading(read, look.reading);
  const expectation = expectedOutput(measured);
  return {
    expectation,
    meterReason: meterReason(measured, expectation),
    warnings: warningsOfReading(read, input.site.ownUse, look.reading),
  };
}

/** Why one reading falls short of what nameplate, sky, temperature and age lead one to expect. */
function meterReason(input: ExpectedInput, expectation: Expectation): Reason {
  const { expected, shortfall, expandedUncertainty } = expectation;
  const becomes = (change: Partial<ExpectedInput>) => expectedOutput({ ...input, ...change }).shortfall;
  return {
    what: bare('what-meter-shortfall'),
    kind: 'fraction',
    value: shortfall,
    low: shortfall - expandedUncertainty,
    high: shortfall + expandedUncertainty,
    formula: bare('how-meter-shortfall'),
    source: bare('source-expected'),
    assumption: true,
    inputs: [
      { name: bare('input-measured'), value: input.measured, kind: 'power' },
      { name: bare('input-expected'), value: expected, kind: 'power' },
      { name: bare('input-nameplate'), value: input.pdc0, kind: 'power' },
      { name: bare('input-irradiance'), value: input.poaGlobal, kind: 'irradiance' },
      { name: bare('input-temp-module'), value: input.tempModule, kind: 'temperature' },
      {
        name: bare('input-age-years'),
        value: { code: 'plain-number', params: { value: input.ageYears, digits: 1 } },
      },
      { name: bare('input-irradiance-error'), value: EXPECTED_UNCERTAINTY.irradiance, kind: 'fraction' },
    ],
    drivers: [
      { change: bare('change-irradiance-too-high'), becomes: becomes({ poaGlobal: input.poaGlobal / 1.03 }) },
      { change: bare('change-module-warmer'), becomes: becomes({ tempModule: input.tempModule + 5 }) },
    ],
  };
}
