import { expect } from 'chai';
import { planningYears } from '../soiling/yearAhead.ts';
import { exampleYear as base } from '../testing/exampleYear.ts';
import { compareEvenVisits } from './evenVisits.ts';

describe('evenly placed visits', () => {
  const arrays = [{ input: base, years: planningYears(base) }];
  const compared = compareEvenVisits(arrays, () => 100_000, 200);

  it('compares 0 to 12 and counts their cost', () => {
    expect(compared.options.map(({ visits }) => visits)).to.deep.equal([0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12]);
    expect(compared.options[3]?.cost).to.equal(300_000);
  });

  it('recommends the least sum of dirt and visits', () => {
    const least = Math.min(...compared.options.map(({ total }) => total));
    expect(compared.options[compared.best]?.total).to.equal(least);
  });

  it('recommends none where a visit costs more than it could bring', () => {
    expect(compareEvenVisits(arrays, () => 50_000_000, 200).best).to.equal(0);
  });

  it('recommends many where a visit costs nothing', () => {
    expect(compareEvenVisits(arrays, () => 0, 200).best).to.be.above(6);
  });

  it('pays just under the price it names, and not just over it', () => {
    const price = compared.breakEvenPrice;
    const at = (cost: number) => compareEvenVisits(arrays, () => cost, 200).options;
    expect(at(price - 1)[1]?.total).to.be.below(at(price - 1)[0]?.total ?? 0);
    expect(at(price + 1)[1]?.total).to.be.above(at(price + 1)[0]?.total ?? 0);
  });

  it('never leaves more dirt with two visits than with one, wherever in the year it begins', () => {
    for (const [climate, startDay] of [
      ['winter-rain', 10],
      ['winter-rain', 130],
      ['summer-rain', 0],
      ['summer-rain', 250],
      ['all-year-rain', 40],
      ['desert', 200],
    ] as const) {
      const input = { ...base, climate, startDay, years: 4 };
      const { options } = compareEvenVisits([{ input, years: planningYears(input) }], () => 0, 200);
      const [, one, two] = options;
      expect(two?.lostEnergy.mean, `${climate} from day ${startDay}`).to.be.at.most(one?.lostEnergy.mean ?? 0);
    }
  });

  it('says what the visits beyond the first bring, year by year', () => {
    const [none, one, , three] = compared.options;
    expect(none?.savedOverOne.mean).to.equal(0);
    expect(one?.savedOverOne.p90).to.equal(0);
    expect(three?.savedOverOne.mean).to.be.closeTo(
      (one?.lostEnergy.mean ?? 0) - (three?.lostEnergy.mean ?? 0),
      1e-9 * (one?.lostEnergy.mean ?? 0),
    );
    expect(three?.savedOverOne.p10).to.be.at.most(three?.savedOverOne.p50 ?? 0);
  });

  it('counts two arrays of a site as the sum of both', () => {
    const two = compareEvenVisits([...arrays, ...arrays], () => 100_000, 200);
    expect(two.options[0]?.lostEnergy.mean).to.be.closeTo(2 * (compared.options[0]?.lostEnergy.mean ?? 0), 1e-6);
  });
});
