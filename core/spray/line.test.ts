import { expect } from 'chai';
import fc from 'fast-check';
import { exampleLine as line } from '../testing/exampleLine.ts';
import { frictionFactor, headLoss, sprayLine } from './line.ts';

describe('a spray line', () => {
  it('gives nothing where the pump cannot lift so high', () => {
    const none = { totalLpm: null, minLpm: null, maxLpm: null, uniformity: null, inletHead: null };
    expect(sprayLine({ ...line, lift: 30 })).to.deep.equal(none);
  });

  it('balances: what the pump gives at that flow is lift, riser and the head at the first hole', () => {
    const { totalLpm, inletHead } = sprayLine(line);
    const flow = totalLpm ?? 0;
    const head = 30 * (1 - (flow / 80) ** 2) - 6 - headLoss(flow / 60_000, 12, 0.02, 1.5e-6);
    expect(head).to.be.closeTo(inletHead ?? 0, 1e-6);
  });

  it('gives the same at one hole as the formula of the hole', () => {
    const { totalLpm, inletHead, uniformity } = sprayLine({ ...line, orifices: 1 });
    const area = (Math.PI * 0.0015 ** 2) / 4;
    expect(totalLpm).to.be.closeTo(0.62 * area * Math.sqrt(2 * 9.80665 * (inletHead ?? 0)) * 60_000, 1e-9);
    expect(uniformity).to.equal(1);
  });

  it('is less even through a narrower pipe, and never more even than even', () => {
    const size = fc.double({ min: 0.008, max: 0.03, noNaN: true });
    fc.assert(
      fc.property(size, (pipeDiameter) => {
        const narrow = sprayLine({ ...line, pipeDiameter }).uniformity ?? 0;
        const wide = sprayLine({ ...line, pipeDiameter: pipeDiameter * 1.3 }).uniformity ?? 0;
        expect(narrow).to.be.at.most(wide + 1e-9);
        expect(wide).to.be.at.most(1);
      }),
      { numRuns: 30 },
    );
  });

  it('has no jump in its friction between smooth and rough flow', () => {
    for (const reynolds of [2000, 4000]) {
      const [before, after] = [reynolds - 1e-6, reynolds + 1e-6].map((re) => frictionFactor(re, 1.5e-6, 0.016));
      expect(before).to.be.closeTo(after ?? 0, 1e-8);
    }
  });
});
