import { CURRENT_COEFFICIENT } from '../assumptions.ts';
import { type PatchOfInspection, type TestPatch, testPatch } from '../comparisons/testPatch.ts';
import { isFilm, joinLosses, lossOfSoil } from '../inspections/soil.ts';
import type { MarkedLoss } from './markedLoss.ts';
import type { ReckonInput, SeenLoss } from './reckoning.ts';
import { RAIN_THRESHOLD, wipeOfSplit } from './siteRate.ts';

/** What a test patch of an inspection found. @param gammaPdc of the modules, 1/K */
export const foundOnPatch = ({ quantity, strips }: PatchOfInspection, gammaPdc: number): TestPatch =>
  testPatch({ quantity, strips, temperatureCoefficient: quantity === 'power' ? gammaPdc : CURRENT_COEFFICIENT });

/**
 * Loss now, and what rain does here, from the best that an inspection has: a test patch where it gives a number and the
 * rest of the array looks like it, else the eye. A patch on the glass that was marked adds to a measured film.
 */
export function seenLoss(
  { array, inspection }: Pick<ReckonInput, 'array' | 'inspection'>,
  marked: MarkedLoss | null,
): SeenLoss {
  const given = inspection.testPatch ?? null;
  const patch = given && foundOnPatch(given, array.gammaPdc);
  const wipe = patch?.bonded ? wipeOfSplit(patch.bonded.mid) : inspection.wipeTest;
  const measured = given?.representative && patch?.loss ? patch.loss : null;
  const counted = marked ? inspection.soils.filter(({ kind }) => isFilm(kind)) : inspection.soils;
  const losses = measured ? [measured] : counted.map(lossOfSoil);
  return {
    loss: joinLosses([...losses, ...(marked ? [marked.powerLoss] : [])]),
    from: measured ? 'test-patch' : 'eye',
    patch,
    wipe,
    threshold: RAIN_THRESHOLD[wipe],
  };
}
