import { gainFromDailyEnergy } from '../core/comparisons/dailyEnergy.ts';
import { gainWhenTold, syntheticSeries } from '../core/testing/syntheticEnergy.ts';

/** Prints how well the gain is found in made-up series of which the truth is known (C14). Run: npm run check:energy */
const SERIES = 400;

function figures(correlation: number): string {
  let [errors, squares, told, within, none, rateErrors] = [0, 0, 0, 0, 0, 0];
  for (let seed = 1; seed <= SERIES; seed += 1) {
    const series = syntheticSeries(seed, correlation);
    const { gain, ci95, ratePerDay } = gainFromDailyEnergy(series.input);
    if (gain === null || ci95 === null) {
      none += 1;
      continue;
    }
    errors += gain - series.gain;
    squares += (gain - series.gain) ** 2;
    told += (gainWhenTold(series) - series.gain) ** 2;
    rateErrors += ((ratePerDay ?? 0) - series.ratePerDay) ** 2;
    if (series.gain >= ci95[0] && series.gain <= ci95[1]) within += 1;
  }
  const count = SERIES - none;
  const points = (value: number) => `${(100 * value).toFixed(2)} points`;
  return [
    `correlation ${correlation}:`,
    `bias ${points(errors / count)},`,
    `root-mean-square error ${points(Math.sqrt(squares / count))}`,
    `(${Math.sqrt(squares / told).toFixed(3)} of a regression told the clear days),`,
    `interval holds the truth in ${((100 * within) / count).toFixed(1)} %,`,
    `rate out by ${(100 * Math.sqrt(rateErrors / count)).toFixed(4)} % a day,`,
    `${none} series without a number`,
  ].join(' ');
}

console.log(`${SERIES} series of 75 days`);
for (const correlation of [0, 0.5]) console.log(figures(correlation));
