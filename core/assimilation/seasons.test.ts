import { expect } from 'chai';
import { exampleRecords } from '../testing/exampleRecords.ts';
import { FACTORS } from './factors.ts';
import { historyOf } from './history.ts';
import { HOUSE, type HouseFigures } from './house.ts';
import { whatIsKnown } from './known.ts';
import type { Assimilation } from './posterior.ts';
import { predictor } from './predict.ts';

const day = (at: number) => new Date(Date.UTC(2024, 10, 30 + at)).toISOString().slice(0, 10);
/** Two dry years beside an unpaved road, all rain on record: some every month. */
const rain = Object.fromEntries(Array.from({ length: 730 }, (_, at) => [day(at), at % 30 === 0 ? 8 : 0]));
const clear = Array.from({ length: 145 }, (_, at) => ({ date: day(5 * at + 4), performance: 0 }));
const records = (changes: Parameters<typeof exampleRecords>[0] = {}) =>
  exampleRecords({
    place: { ...exampleRecords().place, birds: 'none', surroundings: 'dusty' },
    looks: [],
    rain,
    energy: clear,
    ...changes,
  });
/** Energy as it would be if figures of the season were so. */
const energyIf = (house: HouseFigures) => {
  const [input] = historyOf(records({ house })).inputs as [Assimilation];
  const shown = predictor(input)(FACTORS.map(() => 0)).observations;
  return clear.map((one, at) => ({ ...one, performance: shown[at] as number }));
};
const dusty: HouseFigures = { ...HOUSE, seasons: { dusty: { summer: 2.5 } } };
const lesson = (season: string, changes: Parameters<typeof exampleRecords>[0]) =>
  whatIsKnown(records(changes)).taught.find(({ key }) => key === `season:dusty/${season}`);

describe('what an array says of the seasons', () => {
  const energy = energyIf(dusty);

  it('is that one of them is dustier than the house expects of it', () => {
    const summer = lesson('summer', { energy });
    expect(summer?.value).to.be.closeTo(2.5 ** 0.75, 0.35);
    for (const other of ['winter', 'autumn'])
      expect(lesson(other, { energy })?.value ?? 9, other).to.be.closeTo(2.5 ** -0.25, 0.2);
  });

  it('is the same where the figure is in use already', () => {
    const plain = lesson('summer', { energy });
    const used = lesson('summer', { energy, house: dusty });
    expect(Math.log(used?.value ?? 9)).to.be.closeTo(Math.log(plain?.value ?? 1), 0.4);
  });

  it('is nothing without a long record', () => {
    const keys = whatIsKnown(exampleRecords()).taught.map(({ key }) => key);
    expect(keys.filter((key) => key.startsWith('season'))).to.deep.equal([]);
  });
});
