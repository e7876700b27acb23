import { expectedOutput } from '../comparisons/expected.ts';
import {
  expectedOfReading,
  type PowerReading,
  type ReadArray,
  warningsOfReading,
} from '../comparisons/powerReading.ts';
import { foundOnPatch, type PatchOfInspection } from '../comparisons/testPatch.ts';
import { coverOfMark, type Mark } from '../inspections/marks.ts';
import type { Soil, WipeTest } from '../inspections/soil.ts';
import { markedLoss, type WiredArray } from '../soiling/markedLoss.ts';
import { ageOn } from '../time/dates.ts';
import type { LookOnRecord, MarkedOnRecord } from './records.ts';

/** An inspection as it was recorded. */
export interface RecordedLook {
  id: string;
  /** the id of whoever looked */
  by: string;
  /** `YYYY-MM-DD` by the site's calendar */
  date: string;
  /** whether a wash of the same day was done by then */
  afterWash?: boolean | undefined;
  soils: readonly Soil[];
  marks: readonly Mark[];
  wipeTest: WipeTest;
  reading: PowerReading | null;
  testPatch: PatchOfInspection | null;
}

/** The array that was looked at. */
export interface LookedAt extends Omit<ReadArray, 'ageYears'> {
  wiring: WiredArray;
  /** `YYYY-MM-DD`; null where nobody has said */
  installedOn: string | null;
  /** share of the production used on the spot, 0 to 1 */
  ownUse: number;
}

/** What each look saw, marks at what they cost their strings (C7) and readings against what was to be expected (C8). */
export const looksOf = (array: LookedAt, looks: readonly RecordedLook[]): LookOnRecord[] =>
  [...looks]
    .sort((a, b) => a.date.localeCompare(b.date))
    .map(({ id, by, date, afterWash, soils, marks, wipeTest, reading, testPatch }) => ({
      id,
      by,
      date,
      ...(afterWash ? { afterWash } : {}),
      soils,
      marked: markedOf(array, marks),
      wipeTest,
      reading: reading && readOf({ ...array, ageYears: ageOn(array.installedOn, date) }, array.ownUse, reading),
      patch: testPatch && {
        found: foundOnPatch(testPatch, array.gammaPdc),
        representative: testPatch.representative,
      },
    }));

function readOf(array: ReadArray, ownUse: number, reading: PowerReading): LookOnRecord['reading'] {
  const { shortfall } = expectedOutput(expectedOfReading(array, reading));
  return { shortfall, spoilt: warningsOfReading(array, ownUse, reading).length > 0 };
}

/** Droppings and the rest apart: those come and go with rain, the rest stands. */
function markedOf({ wiring, modules }: LookedAt, marks: readonly Mark[]): MarkedOnRecord | null {
  if (marks.length === 0) return null;
  const droppings = marks.filter(({ kind }) => kind === 'droppings');
  const rest = marks.filter(({ kind }) => kind !== 'droppings');
  const cost = (some: readonly Mark[]) => (some.length === 0 ? 0 : markedLoss(wiring, some).powerLoss.mid);
  const cover = droppings.reduce((sum, mark) => sum + coverOfMark(mark) * mark.modules.length, 0);
  return { droppings: { cover: cover / Math.max(1, modules), loss: cost(droppings) }, standing: cost(rest) };
}
