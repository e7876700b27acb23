import { assimilate } from '../core/assimilation/posterior.ts';
import { madeUpArray, SITUATIONS, type Situation } from '../core/testing/madeUpArray.ts';

/**
 * Prints how near the estimate from all that is known comes to made-up arrays of which the truth is known, and fails where
 * it is further out than C17 allows. Run: npm run check:estimate [arrays]
 */
const ARRAYS = Number(process.argv[2] ?? 200);
/** Root-mean-square error of the loss now, points, that each situation may have; nothing is asked where there is none. */
const MOST: Partial<Record<Situation, number>> = {
  eye: 8,
  'eye and reading': 2.5,
  'eye and energy': 1,
  'eye and patch': 1,
  pair: 1.5,
  'pair and energy': 0.6,
};
const ROOM = 1.1;
/** Share of truths, in percent, that the interval from the tenth to the ninetieth percentile has to hold. */
const HOLDS = { least: 75, most: 88 };

const failures: string[] = [];
console.log(`${ARRAYS} made-up arrays`);
for (const situation of Object.keys(SITUATIONS) as Situation[]) {
  let [squares, bias, within, spread] = [0, 0, 0, 0];
  for (let seed = 1; seed <= ARRAYS; seed += 1) {
    const { history, loss: truth } = madeUpArray(seed, situation);
    const { loss } = assimilate({ ...history, seed });
    squares += (loss.mean - truth) ** 2;
    bias += loss.mean - truth;
    spread += loss.sd;
    if (truth >= loss.p10 && truth <= loss.p90) within += 1;
  }
  const error = 100 * Math.sqrt(squares / ARRAYS);
  const held = (100 * within) / ARRAYS;
  const most = MOST[situation];
  const kept = (most === undefined || error <= most * ROOM) && held >= HOLDS.least && held <= HOLDS.most;
  if (!kept) failures.push(situation);
  console.log(
    [
      `${situation}:`,
      `root-mean-square error ${error.toFixed(2)} points`,
      most === undefined ? '' : `(at most ${(most * ROOM).toFixed(2)}),`,
      `bias ${((100 * bias) / ARRAYS).toFixed(2)}, mean spread ${((100 * spread) / ARRAYS).toFixed(2)},`,
      `four in five hold ${held.toFixed(1)} % (${HOLDS.least} to ${HOLDS.most})`,
      kept ? '' : 'NOT HELD',
    ].join(' '),
  );
}
if (failures.length > 0) process.exitCode = 1;
