import { expect } from 'chai';
import { EFFECTIVENESS } from '../assumptions.ts';
import { exampleYear as base } from '../testing/exampleAhead.ts';
import { prepareCourses } from './courses.ts';
import { compareVisits, lostBySite, type WashedArray } from './visitsOfSite.ts';

const washed = (way: keyof typeof EFFECTIVENESS = 'fed-pole'): WashedArray => ({
  prepared: prepareCourses(base),
  effectiveness: EFFECTIVENESS[way],
});

describe('the visits of a year', () => {
  const arrays = [washed()];
  const compared = compareVisits(arrays, () => 100_000, 200);

  it('are compared from 0 to 12, with what they cost', () => {
    expect(compared.options.map(({ visits }) => visits)).to.deep.equal([0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12]);
    expect(compared.options[3]?.cost).to.equal(300_000);
  });

  it('are best where dirt and visits together cost least', () => {
    const least = Math.min(...compared.options.map(({ total }) => total));
    expect(compared.options[compared.best]?.total).to.equal(least);
  });

  it('are none where a visit costs more than it could bring, and many where it costs nothing', () => {
    const bestAt = (price: number) =>
      compared.options.reduce((best, { lostValue, visits }) => {
        const other = compared.options[best];
        return lostValue + visits * price < (other?.lostValue ?? 0) + best * price ? visits : best;
      }, 0);
    expect(bestAt(50_000_000)).to.equal(0);
    expect(bestAt(0)).to.be.above(6);
  });

  it('pay just under the price that is named, and not just over it', () => {
    const price = compared.breakEvenPrice;
    const [none, one] = compared.options;
    expect((one?.lostValue ?? 0) + price - 1).to.be.below(none?.lostValue ?? 0);
    expect((one?.lostValue ?? 0) + price + 1).to.be.above(none?.lostValue ?? 0);
  });

  it('lose no more with one visit more', () => {
    compared.options.slice(1).forEach(({ lostEnergy }, at) => {
      expect(lostEnergy.mean).to.be.at.most((compared.options[at]?.lostEnergy.mean ?? 0) * 1.001);
    });
  });

  it('lose no more on their days than evenly apart from the first', () => {
    for (const visits of [1, 2, 4]) {
      const even = Array.from({ length: visits }, (_, at) => Math.floor((at * 365) / visits));
      const lost = lostBySite(arrays, even);
      const mean = lost.reduce((sum, one) => sum + one, 0) / lost.length;
      expect(compared.options[visits]?.lostEnergy.mean).to.be.at.most(mean * 1.001);
    }
  });

  it('say what those beyond the first bring', () => {
    const [none, one, , three] = compared.options;
    expect(none?.savedOverOne.mean).to.equal(0);
    expect(one?.savedOverOne.p90).to.equal(0);
    expect(three?.savedOverOne.mean).to.be.closeTo(
      (one?.lostEnergy.mean ?? 0) - (three?.lostEnergy.mean ?? 0),
      1e-9 * (one?.lostEnergy.mean ?? 0),
    );
  });

  it('save less in a way that leaves more', () => {
    expect(
      lostBySite([washed('hose')], [100]).every((lost, at) => lost > (lostBySite(arrays, [100])[at] ?? 0)),
    ).to.equal(true);
  });

  it('of two arrays of a site lose the sum of both', () => {
    const [two, single] = [lostBySite([...arrays, ...arrays], []), lostBySite(arrays, [])];
    for (const [at, lost] of two.entries()) expect(lost).to.be.closeTo(2 * (single[at] ?? 0), 1e-6);
  });
});
