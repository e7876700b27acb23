import { type Birds, DEGRADATION_PER_YEAR, RATE_SPREAD, type Surroundings } from '../assumptions.ts';
import { EXPECTED_UNCERTAINTY, type Expectation, expectedOutput } from '../comparisons/expected.ts';
import { type ReadingWarning, readingWarnings } from '../comparisons/warnings.ts';
import { type Estimate, lossFromInspection, type Soil } from '../inspections/soil.ts';
import { acLimit } from '../modules/acLimit.ts';
import type { Reason, ReasonInput } from '../reasons.ts';
import { mean, type Spread, spread } from '../statistics/summary.ts';
import { CLIMATES, type ClimateKey } from '../weather/index.ts';
import { RATE_DEFAULTS } from './rate.ts';
import { RAIN_THRESHOLD, siteSoilingRate, type WipeTest } from './siteRate.ts';
import { type PlanningYear, planningYears, type YearAhead, type YearAheadInput, yearAhead } from './yearAhead.ts';

export interface ReckonInput {
  site: {
    latitude: number;
    longitude: number;
    altitude: number;
    climate: ClimateKey;
    surroundings: Surroundings;
    /** minor units a megawatt-hour */
    energyBought: number;
    energySold: number;
    ownUse: number;
  };
  array: {
    modules: number;
    moduleWatts: number;
    gammaPdc: number;
    tilt: number;
    azimuth: number;
    inverterLimit: number | null;
    exportLimit: number | null;
    rearFraction: number;
    birds: Birds;
    ageYears: number;
  };
  inspection: {
    soils: Soil[];
    wipeTest: WipeTest;
    reading: {
      power: number;
      poaIrradiance: number;
      tempModule: number;
      capped: boolean;
      shading: boolean;
      wet: boolean;
    } | null;
  };
  overrides: { lossNow?: number | undefined; dailyRate?: number | undefined; rainThreshold?: number | undefined };
  /** calendar day on which the year begins, 0 to 364 */
  startDay: number;
  years: number;
  seed: number;
}

export type ReckoningReasons = Record<
  'lossNow' | 'lostEnergy' | 'lostValue' | 'limitShare' | 'recoverable' | 'cleanEnergy',
  Reason
>;

export interface ReckoningOutput {
  lossNow: Estimate;
  year: YearAhead;
  /** minor units a year */
  lostValue: Spread;
  /** minor units a kWh */
  valuePerKWh: number;
  /** one reading against expectation, where the inspection has one */
  expectation: Expectation | null;
  warnings: ReadingWarning[];
  reasons: ReckoningReasons;
  /** what would stand where something was overruled; the rate as the mean over the year */
  recommended: { lossNow: Estimate; dailyRate: number; rainThreshold: number };
}

/** What a kWh is worth here, minor units: the part used on the spot at the price bought, the rest at the price sold. */
export const valueOfEnergy = (site: Pick<ReckonInput['site'], 'energyBought' | 'energySold' | 'ownUse'>): number =>
  (site.ownUse * site.energyBought + (1 - site.ownUse) * site.energySold) / 1000;

/** Loss now from what was seen, or as it was overruled, and the year that follows from it. */
export function yearAheadInput(input: ReckonInput): YearAheadInput {
  const { site, array, inspection, overrides } = input;
  const aged = (1 - DEGRADATION_PER_YEAR) ** array.ageYears;
  const limit = acLimit(array, site.ownUse);
  const { dailyRate } = overrides;
  const rate = dailyRate === undefined ? usualRate(input) : Array.from({ length: 365 }, () => dailyRate);
  return {
    latitude: site.latitude,
    longitude: site.longitude,
    altitude: site.altitude,
    climate: site.climate,
    surfaceTilt: array.tilt,
    surfaceAzimuth: array.azimuth,
    array: {
      pdc0: array.modules * array.moduleWatts * aged,
      gammaPdc: array.gammaPdc,
      ...(limit === undefined ? {} : { pacRated: limit }),
    },
    rearFraction: array.rearFraction,
    rate,
    threshold: overrides.rainThreshold ?? RAIN_THRESHOLD[inspection.wipeTest],
    gracePeriod: RATE_DEFAULTS.gracePeriod,
    maxLoss: RATE_DEFAULTS.maxLoss,
    lossNow: presentLoss(input),
    startDay: input.startDay,
    years: input.years,
    seed: input.seed,
  };
}

const usualRate = ({ site, array }: ReckonInput): number[] =>
  siteSoilingRate({
    surroundings: site.surroundings,
    birds: array.birds,
    surfaceTilt: array.tilt,
    latitude: site.latitude,
  });

function presentLoss({ inspection, overrides }: ReckonInput): Estimate {
  const { lossNow } = overrides;
  return lossNow === undefined ? lossFromInspection(inspection.soils) : { low: lossNow, mid: lossNow, high: lossNow };
}

/** The loss of an array, now and over a year of made-up weather, with the reasons of every figure. */
export function reckon(input: ReckonInput): { input: YearAheadInput; output: ReckoningOutput } {
  const yearInput = yearAheadInput(input);
  const years = planningYears(yearInput);
  const year = yearAhead(yearInput, years);
  const valuePerKWh = valueOfEnergy(input.site);
  const { reading } = input.inspection;
  const expectation = reading ? expectationOf(input, reading) : null;
  const limit = acLimit(input.array, input.site.ownUse);
  const warnings = reading
    ? readingWarnings(
        { value: reading.power, poaIrradiance: reading.poaIrradiance, tempModule: reading.tempModule },
        {
          quantity: 'power',
          pdc0: input.array.modules * input.array.moduleWatts,
          gammaPdc: input.array.gammaPdc,
          limit: limit ?? null,
          capped: reading.capped,
          shading: reading.shading,
          wet: reading.wet,
        },
      )
    : [];
  return {
    input: yearInput,
    output: {
      lossNow: yearInput.lossNow,
      year,
      lostValue: scale(year.lostEnergy, valuePerKWh),
      valuePerKWh,
      expectation,
      warnings,
      reasons: reasons(input, yearInput, years, year, valuePerKWh),
      recommended: {
        lossNow: lossFromInspection(input.inspection.soils),
        dailyRate: mean(usualRate(input)),
        rainThreshold: RAIN_THRESHOLD[input.inspection.wipeTest],
      },
    },
  };
}

function expectationOf(input: ReckonInput, reading: NonNullable<ReckonInput['inspection']['reading']>): Expectation {
  return expectedOutput({
    pdc0: input.array.modules * input.array.moduleWatts,
    gammaPdc: input.array.gammaPdc,
    poaGlobal: reading.poaIrradiance,
    tempModule: reading.tempModule,
    ageYears: input.array.ageYears,
    degradationPerYear: DEGRADATION_PER_YEAR,
    measured: reading.power,
    uncertainty: EXPECTED_UNCERTAINTY,
  });
}

/** A spread of energy as one of money. */
export const scale = (values: Spread, factor: number): Spread => ({
  p10: values.p10 * factor,
  p50: values.p50 * factor,
  p90: values.p90 * factor,
  mean: values.mean * factor,
});

function reasons(
  input: ReckonInput,
  yearInput: YearAheadInput,
  years: PlanningYear[],
  year: YearAhead,
  valuePerKWh: number,
): ReckoningReasons {
  const { site, array, inspection, overrides } = input;
  const climate = CLIMATES[site.climate];
  const meanRate = spread(yearInput.rate).mean;
  const shared: ReasonInput[] = [
    { name: 'Climate', value: climate.name },
    { name: 'Nameplate now, with age', value: yearInput.array.pdc0, kind: 'power' },
    { name: 'Mean soiling rate', value: meanRate, kind: 'rate' },
    { name: 'Rain of a day that cleans', value: yearInput.threshold, kind: 'rain' },
    { name: 'Loss at the start', value: yearInput.lossNow.mid, kind: 'fraction' },
    { name: 'Weather years drawn', value: input.years, kind: 'count' },
  ];
  const variants: { change: string; year: YearAhead }[] = [
    {
      change: `soiling ${Math.round((Math.exp(RATE_SPREAD) - 1) * 100)} % faster`,
      year: yearAhead(
        yearInput,
        years.map((one) => ({ ...one, rate: one.rate.map((rate) => rate * Math.exp(RATE_SPREAD)) })),
      ),
    },
    {
      change: 'rain never cleans here',
      year: yearAhead({ ...yearInput, threshold: 1e6 }, years),
    },
    {
      change: 'glass clean at the start',
      year: yearAhead(
        yearInput,
        years.map((one) => ({ ...one, initialLoss: 0 })),
      ),
    },
  ];
  const drivers = (pick: (value: YearAhead) => number) =>
    variants
      .map(({ change, year: other }) => ({ change, becomes: pick(other) }))
      .sort((a, b) => Math.abs(b.becomes - pick(year)) - Math.abs(a.becomes - pick(year)));
  const source =
    'Kimber et al. 2006 for the soiling; PSA+, Ineichen and Perez 2002, Hay and Davies 1980, Faiman 2008 for the energy';
  const lossDrivers = inspection.soils.map((soil) => ({
    change: `without the ${soil.kind.replace('-', ' ')}`,
    becomes: lossFromInspection(inspection.soils.filter((other) => other !== soil)).mid,
  }));
  return {
    lossNow: {
      what: 'Share of clean output that the dirt takes now',
      kind: 'fraction',
      value: yearInput.lossNow.mid,
      low: yearInput.lossNow.low,
      high: yearInput.lossNow.high,
      formula:
        overrides.lossNow === undefined
          ? 'Films: share of the glass × 0.3437 erf(0.17 mass^0.8473). Patches: area × the factor by which a patch costs more than it covers. Each acts on what the others leave.'
          : 'Set by hand.',
      source: 'Coello and Boyle 2019 for films; how much film each grade of the eye stands for is a house assumption',
      assumption: true,
      inputs: inspection.soils.map((soil) => ({
        name: `${soil.kind.replace('-', ' ')}, ${soil.where.replace('-', ' ')}, ${soil.grade}, covering`,
        value: soil.share,
        kind: 'fraction' as const,
      })),
      drivers: overrides.lossNow === undefined ? lossDrivers : [],
    },
    cleanEnergy: {
      what: 'Energy of a year with clean glass, through the limit',
      kind: 'energy',
      value: year.cleanEnergy.p50,
      low: year.cleanEnergy.p10,
      high: year.cleanEnergy.p90,
      formula:
        'Hour by hour: clear sky × cloud of the day → plane of the array → module temperature → DC → inverter and its limit.',
      source,
      assumption: true,
      inputs: [
        ...shared.slice(0, 2),
        { name: 'Tilt', value: array.tilt, kind: 'angle' },
        { name: 'Azimuth', value: array.azimuth, kind: 'angle' },
        { name: 'Limit', value: yearInput.array.pacRated ?? 'none', kind: 'power' },
      ],
      drivers: [],
    },
    lostEnergy: {
      what: 'Energy lost to dirt in the year ahead if nobody washes',
      kind: 'energy',
      value: year.lostEnergy.p50,
      low: year.lostEnergy.p10,
      high: year.lostEnergy.p90,
      formula:
        'Each day: energy with clean glass − energy at the day’s loss, both through the limit. Loss grows by the rate on dry days; rain over the threshold takes it off and holds it off for the days of grace.',
      source,
      assumption: true,
      inputs: shared,
      drivers: drivers((value) => value.lostEnergy.p50),
    },
    lostValue: {
      what: 'Money lost to dirt in the year ahead if nobody washes',
      kind: 'money',
      value: year.lostEnergy.p50 * valuePerKWh,
      low: year.lostEnergy.p10 * valuePerKWh,
      high: year.lostEnergy.p90 * valuePerKWh,
      formula: 'Energy lost × (share used on the spot × price bought + the rest × price sold).',
      source: 'Prices as entered for the site',
      assumption: true,
      inputs: [
        { name: 'Energy lost', value: year.lostEnergy.p50, kind: 'energy' },
        { name: 'Share used on the spot', value: site.ownUse, kind: 'fraction' },
        { name: 'Bought, a kWh', value: site.energyBought / 1000, kind: 'money' },
        { name: 'Sold, a kWh', value: site.energySold / 1000, kind: 'money' },
      ],
      drivers: drivers((value) => value.lostEnergy.p50 * valuePerKWh),
    },
    recoverable: {
      what: 'Energy that one wash now brings back before the glass has soiled again',
      kind: 'energy',
      value: year.recoverable.p50,
      low: year.recoverable.p10,
      high: year.recoverable.p90,
      formula:
        'Energy lost in the year if nobody washes − energy lost if washed on the first day. Soiling begins again the next morning.',
      source,
      assumption: true,
      inputs: shared,
      drivers: drivers((value) => value.recoverable.p50),
    },
    limitShare: {
      what: 'Share of the producing hours in which the clean array stands at its limit',
      kind: 'fraction',
      value: year.limitShare,
      formula:
        'Hours in which clean output reaches the limit / hours with output. There soiling costs nothing and a wash gains nothing.',
      source: 'Hourly year as above',
      assumption: true,
      inputs: [
        { name: 'Inverter limit', value: array.inverterLimit ?? 'none', kind: 'power' },
        { name: 'Export limit', value: array.exportLimit ?? 'none', kind: 'power' },
        { name: 'Share used on the spot', value: site.ownUse, kind: 'fraction' },
      ],
      drivers: [],
    },
  };
}
