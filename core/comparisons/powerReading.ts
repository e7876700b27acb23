import { DEGRADATION_PER_YEAR } from '../assumptions.ts';
import { acLimit, type Limits } from '../modules/acLimit.ts';
import { DEFAULT_INVERTER_EFFICIENCY } from '../modules/output.ts';
import { EXPECTED_UNCERTAINTY, type ExpectedInput } from './expected.ts';
import { limitAt, type ReadingWarning, readingWarnings } from './warnings.ts';

/** Sides of an inverter at which power is read. */
export const READING_SIDES = ['ac', 'dc'] as const;
export type ReadingSide = (typeof READING_SIDES)[number];

/** A reading of an inspection, and what speaks against it. */
export interface PowerReading {
  /** W */
  power: number;
  /** of the inverter; left out where nobody was asked */
  side?: ReadingSide | undefined;
  /** W/m2 */
  poaIrradiance: number;
  /** Celsius */
  tempModule: number;
  capped: boolean;
  shading: boolean;
  wet: boolean;
}

/** The array that was read. */
export interface ReadArray extends Limits {
  modules: number;
  moduleWatts: number;
  /** 1/K */
  gammaPdc: number;
  /** on the day of the reading */
  ageYears: number;
}

/** Nameplate at the side of the inverter that was read, W. Who was not asked is compared with DC. */
const nameplateAt = ({ modules, moduleWatts }: ReadArray, { side }: PowerReading): number =>
  modules * moduleWatts * (side === 'ac' ? DEFAULT_INVERTER_EFFICIENCY : 1);

/** The reading as the calculation of one reading against expectation takes it (C8). */
export const expectedOfReading = (array: ReadArray, reading: PowerReading): ExpectedInput => ({
  pdc0: nameplateAt(array, reading),
  gammaPdc: array.gammaPdc,
  poaGlobal: reading.poaIrradiance,
  tempModule: reading.tempModule,
  ageYears: array.ageYears,
  degradationPerYear: DEGRADATION_PER_YEAR,
  measured: reading.power,
  uncertainty: EXPECTED_UNCERTAINTY,
});

/** What the reading has against it. @param ownUse share of the production used on the spot, 0 to 1 */
export const warningsOfReading = (array: ReadArray, ownUse: number, reading: PowerReading): ReadingWarning[] =>
  readingWarnings(
    { value: reading.power, poaIrradiance: reading.poaIrradiance, tempModule: reading.tempModule },
    {
      quantity: 'power',
      pdc0: nameplateAt(array, reading),
      gammaPdc: array.gammaPdc,
      limit: limitAt(acLimit(array, ownUse) ?? null, reading.side),
      capped: reading.capped,
      shading: reading.shading,
      wet: reading.wet,
    },
  );
