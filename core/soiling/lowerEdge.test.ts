import { expect } from 'chai';
import { lowerEdgeLoss } from './lowerEdge.ts';

describe('a lower edge', () => {
  it('costs an upright module all that its lowest cells miss, a lying one no more than a third', () => {
    const [upright, lying] = [lowerEdgeLoss('portrait', 'whole'), lowerEdgeLoss('landscape', 'whole')];
    expect(upright(0)).to.equal(0);
    expect(upright(0.2)).to.be.within(0.1, 0.2);
    expect(lying(0.9)).to.be.within(0.25, 0.4);
    expect(upright(0.9)).to.be.above(0.8);
  });

  it('costs half-cut upright modules half of that at most', () => {
    expect(lowerEdgeLoss('portrait', 'half')(0.9)).to.be.within(0.4, 0.6);
  });

  it('costs more the more it keeps out, whatever is asked', () => {
    const cost = lowerEdgeLoss('portrait', 'whole');
    expect(cost(-1)).to.equal(0);
    for (let kept = 0; kept < 1; kept += 0.03) expect(cost(kept + 0.03)).to.be.at.least(cost(kept));
    expect(cost(2)).to.equal(cost(1));
  });
});
