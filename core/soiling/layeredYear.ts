import type { Effectiveness } from '../assumptions.ts';
import { type EnergyDay, energyAtLoss, energyOfSite } from '../modules/energyYear.ts';
import { fourInFive, type Quantiles, quantilesOf } from '../statistics/summary.ts';
import { climateOf, type Exposure, exposureDays, generateWeatherYears } from '../weather/index.ts';
import { CLEAN_GLASS, type LayeredDays, type LayeredParameters, soilingByLayers } from './layered.ts';
import type { YearsOfSite } from './yearsOfSite.ts';

export interface LayeredYearSetup extends YearsOfSite {
  exposure: Omit<Exposure, 'latitude'>;
  parameters: LayeredParameters;
}

/** Weather, dust and clean energy of many years, drawn once for every schedule that is tried on them. */
export interface PreparedYears {
  setup: LayeredYearSetup;
  /** each of two years: the first to come to the usual state, the second to be looked at */
  courses: LayeredDays[];
  energy: EnergyDay[][];
  /** kWh of each day of the year with clean glass and no limit, the mean over the years */
  usualEnergy: number[];
}

export interface LayeredYear {
  /** loss at the end of each day, and the rain of the middle year, mm */
  fan: { low: number; mid: number; high: number; rain: number }[];
  /** kWh with clean glass, through the limit */
  cleanEnergy: Quantiles;
  /** kWh lost to soil in a year */
  lostEnergy: Quantiles;
  lostShare: Quantiles;
}

const DAYS = 365;

/** Draws the weather, dust and clean energy of the years of a setup, the same for the same seed. */
export function prepareYears(setup: LayeredYearSetup): PreparedYears {
  const climate = climateOf(setup.climate);
  const energyIn = energyOfSite(setup);
  const weather = generateWeatherYears(climate, setup.latitude, setup.years + 1, setup.seed);
  const exposure = { ...setup.exposure, latitude: setup.latitude };
  const courses = Array.from({ length: setup.years }, (_, year) =>
    exposureDays(climate, exposure, weather.slice(year, year + 2), setup.seed + year),
  );
  const energy = weather.slice(1).map((year) => energyIn(year));
  const usualEnergy = Array.from(
    { length: DAYS },
    (_, day) => energy.reduce((sum, year) => sum + (year[day]?.unlimited ?? 0), 0) / energy.length / 1000,
  );
  return { setup, courses, energy, usualEnergy };
}

/** A year under the layered model with cleanings on the same days every year, over all the weather years drawn. */
export function layeredYear(
  { setup, courses, energy }: PreparedYears,
  visits: readonly number[],
  effectiveness: Effectiveness,
): LayeredYear {
  const cleanings = visits.flatMap((day) => [
    { day, effectiveness },
    { day: day + DAYS, effectiveness },
  ]);
  const limit = setup.array.pacRated;
  const clean: number[] = [];
  const lost: number[] = [];
  const losses = courses.map((days, year) => {
    const { surfaceTilt, parameters } = setup;
    const { soilingRatio } = soilingByLayers({ surfaceTilt, parameters, initial: CLEAN_GLASS, days, cleanings });
    const loss = soilingRatio.slice(DAYS).map((ratio) => 1 - ratio);
    let [whole, left] = [0, 0];
    energy[year]?.forEach((day, index) => {
      whole += energyAtLoss(day, 0, limit);
      left += energyAtLoss(day, loss[index] ?? 0, limit);
    });
    clean.push(whole / 1000);
    lost.push((whole - left) / 1000);
    return loss;
  });
  const middle = courses[Math.floor(courses.length / 2)];
  return {
    fan: Array.from({ length: DAYS }, (_, day) => {
      const values = losses.map((series) => series[day] ?? 0);
      return {
        ...fourInFive(values),
        rain: middle?.rain[DAYS + day] ?? 0,
      };
    }),
    cleanEnergy: quantilesOf(clean),
    lostEnergy: quantilesOf(lost),
    lostShare: quantilesOf(lost.map((value, index) => value / Math.max(1e-9, clean[index] ?? 0))),
  };
}
