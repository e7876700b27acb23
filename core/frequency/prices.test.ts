import { expect } from 'chai';
import fc from 'fast-check';
import { bestAt, oneBeside, pricesOfChange } from './prices.ts';

const lost = (...values: number[]) => values.map((lostValue) => ({ lostValue }));

describe('the price of a visit', () => {
  it('changes the best number where what more or fewer of them lose comes to it', () => {
    expect(pricesOfChange(lost(100, 60, 40), 1)).to.deep.equal({ moreUnder: 20, fewerOver: 40 });
  });

  it('counts several more at once where one more alone does nothing', () => {
    expect(pricesOfChange(lost(100, 95, 40), 0).moreUnder).to.equal(30);
  });

  it('changes nothing where there is no fewer or no more', () => {
    expect(pricesOfChange(lost(100, 60), 0).fewerOver).to.equal(null);
    expect(pricesOfChange(lost(100, 60), 1).moreUnder).to.equal(null);
    expect(pricesOfChange(lost(100, 100), 0).moreUnder).to.equal(null);
  });

  it('leaves a number the best between the prices at which it changes, and at none outside', () => {
    const values = fc.array(fc.integer({ min: 0, max: 1000 }), { minLength: 2, maxLength: 13 });
    fc.assert(
      fc.property(values, fc.integer({ min: 1, max: 300 }), (found, price) => {
        const options = lost(...found.sort((one, other) => other - one));
        const best = bestAt(options, () => price);
        const { moreUnder, fewerOver } = pricesOfChange(options, best);
        if (moreUnder !== null) {
          expect(price).to.be.at.least(moreUnder);
          expect(bestAt(options, () => moreUnder - 0.01)).to.be.above(best);
        }
        if (fewerOver !== null) {
          expect(price).to.be.at.most(fewerOver);
          expect(bestAt(options, () => fewerOver + 0.01)).to.be.below(best);
        }
      }),
    );
  });

  it('that falls for many of them may make many best', () => {
    expect(bestAt(lost(100, 60, 40), () => 50)).to.equal(0);
    expect(bestAt(lost(100, 60, 40), (visits) => (visits > 1 ? 10 : 50))).to.equal(2);
  });

  it('says what one more and one fewer add, and nothing where there is none', () => {
    const options = [100, 80, 90].map((total) => ({ total }));
    expect(oneBeside(options, 1)).to.deep.equal({ oneMore: 10, oneFewer: 20 });
    expect(oneBeside(options, 2).oneMore).to.equal(null);
    expect(oneBeside(options, 0).oneFewer).to.equal(null);
  });
});
