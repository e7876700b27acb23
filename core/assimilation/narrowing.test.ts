import { expect } from 'chai';
import { normalDraw, seededRandom } from '../statistics/random.ts';
import { standardDeviation } from '../statistics/summary.ts';
import { spreadAfter, spreadWithout } from './narrowing.ts';

describe('what a measurement would leave of the range', () => {
  const random = seededRandom(4);
  const losses = Array.from({ length: 400 }, () => 0.1 + 0.03 * normalDraw(random));
  const before = standardDeviation(losses);

  it('is all of it where what is measured has nothing to do with the loss', () => {
    const shown = losses.map(() => normalDraw(random));
    expect(spreadAfter(losses, [{ shown, sigma: 0.01 }])).to.be.closeTo(before, 0.02 * before);
  });

  it('is what the instrument leaves where the loss itself is measured', () => {
    expect(spreadAfter(losses, [{ shown: losses, sigma: 0.01 }])).to.be.closeTo(0.0095, 0.0003);
    expect(spreadAfter(losses, [{ shown: losses, sigma: 0 }])).to.be.closeTo(0, 1e-6);
  });

  it('is never more than before', () => {
    for (const sigma of [0, 0.001, 0.1, 10]) {
      const shown = losses.map((loss) => loss ** 2 + 0.01 * normalDraw(random));
      expect(spreadAfter(losses, [{ shown, sigma }])).to.be.at.most(before);
    }
  });

  it('is less with two readings than with one, and no less for the same one told twice than for a better one', () => {
    const noisy = losses.map((loss) => loss + 0.02 * normalDraw(random));
    const [one, two] = [1, 2].map((count) =>
      spreadAfter(
        losses,
        [
          { shown: losses, sigma: 0.02 },
          { shown: noisy, sigma: 0.01 },
        ].slice(0, count),
      ),
    );
    expect(two).to.be.below(one as number);
  });

  it('is what it was before, where a reading that was heard is taken back', () => {
    // Members that heard a reading of an error of 0.02: 0.03 became 0.03 x 0.02/hypot(0.03, 0.02).
    const heard = losses.map((loss) => 0.1 + ((loss - 0.1) * 0.02) / Math.hypot(0.03, 0.02));
    const without = spreadWithout(heard, [{ shown: heard, sigma: 0.02 }]);
    expect(without).to.be.closeTo(before, 0.15 * before);
    expect(spreadWithout(losses, [{ shown: losses, sigma: 0.001 }])).to.equal(Number.POSITIVE_INFINITY);
  });
});
