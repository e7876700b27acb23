import { HOUSE } from '../assimilation/house.ts';
import type { ArrayRecords, LookOnRecord } from '../assimilation/records.ts';
import { foundOnPatch, type PatchWay, type TestPatch } from '../comparisons/testPatch.ts';
import type { Soil } from '../inspections/soil.ts';

/** A plain film of dust over all of the glass. */
export const exampleDust: Soil = { kind: 'dust', where: 'whole-face', grade: 'plain', share: 1, bond: 'wet' };

/** A look that found that film, and nothing else. */
export const exampleLook = (changes: Partial<LookOnRecord> = {}): LookOnRecord => ({
  id: 'a',
  by: 'somebody',
  date: '2026-11-20',
  soils: [exampleDust],
  marked: null,
  wipeTest: 'not-done',
  reading: null,
  patch: null,
  ...changes,
});

/** Strips of a test patch: the loss that each of them still has, where the dirty neighbour has `loss`. */
export function exampleStrips(loss: number, left: Partial<Record<PatchWay, number>>): TestPatch {
  const at = (lost: number) => ({ value: 400 * (1 - lost), tempModule: 40 });
  const strips = (Object.entries(left) as [PatchWay, number][]).map(([way, rest]) => ({
    way,
    modules: 1,
    minutes: null,
    before: { strip: at(loss), neighbour: at(loss) },
    after: { strip: at(rest), neighbour: at(loss) },
  }));
  return foundOnPatch({ quantity: 'power', representative: true, strips }, -0.0035);
}

/** What is on record of an array in a town, where one look is all. */
export const exampleRecords = (changes: Partial<ArrayRecords> = {}): ArrayRecords => ({
  place: {
    latitude: -33.5,
    climate: 'winter-rain',
    surroundings: 'town',
    birds: 'few',
    surfaceTilt: 20,
    installedOn: '2020-01-01',
  },
  until: '2026-11-24',
  rain: {},
  looks: [exampleLook()],
  washes: [],
  pairs: [],
  energy: [],
  leftOut: [],
  house: HOUSE,
  seed: 3,
  ...changes,
});
