import { DEGRADATION_PER_YEAR } from '../assumptions.ts';
import { gainFromDailyEnergy } from '../comparisons/dailyEnergy.ts';
import { expectedOutput } from '../comparisons/expected.ts';
import { expectedOfReading, warningsOfReading } from '../comparisons/powerReading.ts';
import { type Estimate, lossFromInspection } from '../inspections/soil.ts';
import { acLimit } from '../modules/acLimit.ts';
import { outputAtAge } from '../modules/ageing.ts';
import { mean, type Spread } from '../statistics/summary.ts';
import { type EvidenceInput, weighEvidence } from './evidence.ts';
import { type MarkedLoss, markedLoss, type WiredArray } from './markedLoss.ts';
import { whatWouldNarrow } from './narrowing.ts';
import { RATE_DEFAULTS } from './rate.ts';
import type { MarkedReckoning, ReckonInput, ReckoningOutput } from './reckoning.ts';
import { meterReason, reckoningReasons } from './reckonReasons.ts';
import { seenLoss } from './seenLoss.ts';
import { lossSinceWash } from './sinceWash.ts';
import { siteSoilingRate } from './siteRate.ts';
import { planningYears, type YearAheadInput, yearAhead } from './yearAhead.ts';

/** What a kWh is worth here, minor units: the part used on the spot at the price bought, the rest at the price sold. */
export const valueOfEnergy = (site: Pick<ReckonInput['site'], 'energyBought' | 'energySold' | 'ownUse'>): number =>
  (site.ownUse * site.energyBought + (1 - site.ownUse) * site.energySold) / 1000;

/** What the marks of an inspection cost, where there are any and the wiring is told. */
function markedOf({ array, inspection }: ReckonInput): MarkedLoss | null {
  const { marks = [] } = inspection;
  return array.wiring === undefined || marks.length === 0 ? null : markedLoss(array.wiring, marks);
}

const withoutInputs = ({ strings, ...rest }: MarkedLoss, { array, inspection }: ReckonInput): MarkedReckoning => ({
  ...rest,
  strings: strings.map(({ input: _, ...string }) => string),
  wiring: array.wiring as WiredArray,
  marks: inspection.marks ?? [],
});

/** Loss now from what was seen, or as it was overruled, and the year that follows from it. */
export function yearAheadInput(input: ReckonInput, marked = markedOf(input)): YearAheadInput {
  const { site, array, overrides } = input;
  const seen = seenLoss(input, marked);
  const aged = outputAtAge(array.ageYears, DEGRADATION_PER_YEAR);
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
    threshold: overrides.rainThreshold ?? seen.threshold,
    gracePeriod: RATE_DEFAULTS.gracePeriod,
    maxLoss: RATE_DEFAULTS.maxLoss,
    lossNow: overrides.lossNow === undefined ? seen.loss : byHand(overrides.lossNow),
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

const byHand = (loss: number): Estimate => ({ low: loss, mid: loss, high: loss });

/** The loss of an array, now and over a year of made-up weather, with the reasons of every figure. */
export function reckon(input: ReckonInput): { input: YearAheadInput; output: ReckoningOutput } {
  const marked = markedOf(input);
  const { loss, threshold, ...seen } = seenLoss(input, marked);
  const yearInput = yearAheadInput(input, marked);
  const years = planningYears(yearInput);
  const year = yearAhead(yearInput, years);
  const valuePerKWh = valueOfEnergy(input.site);
  const { reading } = input.inspection;
  const measured = reading && expectedOfReading(input.array, reading);
  const expectation = measured && expectedOutput(measured);
  const warnings = reading ? warningsOfReading(input.array, input.site.ownUse, reading) : [];
  return {
    input: yearInput,
    output: {
      lossNow: yearInput.lossNow,
      year,
      lostValue: scale(year.lostEnergy, valuePerKWh),
      valuePerKWh,
      expectation,
      meterReason: measured && meterReason(measured),
      warnings,
      marked: marked && withoutInputs(marked, input),
      seen,
      evidence: {
        ...weighEvidence({
          eye: lossFromInspection(input.inspection.soils, marked?.powerLoss),
          patch: seen.patch,
          meter: expectation,
          meterSpoilt: warnings.length > 0,
          energy: input.energy ? { drift: gainFromDailyEnergy(input.energy), days: input.energy.days } : null,
          rainThreshold: yearInput.threshold,
          weather: expectedSinceWash(input),
        }),
        energy: input.energy,
        sinceWash: input.sinceWash,
      },
      narrowing: whatWouldNarrow({
        soils: input.inspection.soils,
        marked,
        tested: seen.from === 'test-patch',
        gammaPdc: input.array.gammaPdc,
      }),
      reasons: reckoningReasons(input, { marked, seen, yearInput, years, year, valuePerKWh }),
      recommended: {
        lossNow: loss,
        dailyRate: mean(usualRate(input)),
        rainThreshold: threshold,
      },
    },
  };
}

/** What dust and rain since the last wash let expect, where the wash is known. */
function expectedSinceWash({ site, array, sinceWash, years, seed }: ReckonInput): EvidenceInput['weather'] {
  if (!sinceWash) return null;
  const { since, washDay, rain } = sinceWash;
  const loss = lossSinceWash({
    latitude: site.latitude,
    climate: site.climate,
    surroundings: site.surroundings,
    birds: array.birds,
    surfaceTilt: array.tilt,
    washDay,
    rain,
    years,
    seed,
  });
  return { loss, since, observed: rain.filter((mm) => mm !== null).length, days: rain.length };
}

/** A spread of energy as one of money. */
export const scale = (values: Spread, factor: number): Spread => ({
  p10: values.p10 * factor,
  p50: values.p50 * factor,
  p90: values.p90 * factor,
  mean: values.mean * factor,
});
