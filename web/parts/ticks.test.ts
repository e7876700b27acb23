import { expect } from 'chai';
import { percentTicks } from './ticks.ts';

describe('the marks of an axis of per cent', () => {
  it('stand at whole steps, the last of them not under the top', () => {
    expect(percentTicks(0)).to.deep.equal([0, 5]);
    expect(percentTicks(5)).to.deep.equal([0, 5]);
    expect(percentTicks(17)).to.deep.equal([0, 5, 10, 15, 20]);
    expect(percentTicks(31.2)).to.deep.equal([0, 10, 20, 30, 40]);
  });
});
