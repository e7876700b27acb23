import { expect } from 'chai';
import { normalDraw, seededRandom } from '../statistics/random.ts';
import { standardDeviation } from '../statistics/summary.ts';
import { spreadAfter } from './narrowing.ts';

describe('what a measurement would leave of the range', () => {
  const random = seededRandom(4);
  const losses = Array.from({ length: 400 }, () => 0.1 + 0.03 * normalDraw(random));
  const before = standardDeviation(losses);

  it('is all of it where what is measured has nothing to do with the loss', () => {
    const shown = losses.map(() => normalDraw(random));
    expect(spreadAfter(losses, { shown, sigma: 0.01 })).to.be.closeTo(before, 0.02 * before);
  });

  it('is what the instrument leaves where the loss itself is measured', () => {
    expect(spreadAfter(losses, { shown: losses, sigma: 0.01 })).to.be.closeTo(0.0095, 0.0003);
    expect(spreadAfter(losses, { shown: losses, sigma: 0 })).to.be.closeTo(0, 1e-6);
  });

  it('is never more than before', () => {
    for (const sigma of [0, 0.001, 0.1, 10]) {
      const shown = losses.map((loss) => loss ** 2 + 0.01 * normalDraw(random));
      expect(spreadAfter(losses, { shown, sigma })).to.be.at.most(before);
    }
  });
});
