import { expect } from 'chai';
import { bisect, stretchOf } from './search.ts';

describe('bisect', () => {
  it('finds where a rising function passes nought, to the last digits', () => {
    expect(bisect(0, 2, (x) => x * x < 2)).to.be.closeTo(Math.SQRT2, 1e-15);
    expect(bisect(-4, 4, (x) => x ** 3 < -27)).to.be.closeTo(-3, 1e-14);
  });
  it('ends at an end of the stretch where the place is not inside', () => {
    expect(bisect(0, 1, () => true)).to.be.closeTo(1, 1e-15);
    expect(bisect(0, 1, () => false)).to.be.closeTo(0, 1e-15);
  });
  it('is as near as its halvings let it', () => {
    expect(bisect(0, 8, (x) => x < 3, 2)).to.equal(3);
    expect(bisect(0, 8, (x) => x < 0.1, 2)).to.equal(1);
  });
});

describe('stretchOf', () => {
  const rising = [0, 1, 4, 9];
  it('finds the stretch that a value lies in, its left end with it', () => {
    expect([0, 0.5, 1, 3.9, 4, 8].map((value) => stretchOf(rising, value))).to.deep.equal([0, 0, 1, 1, 2, 2]);
  });
  it('gives the nearest stretch for what lies outside', () => {
    expect(stretchOf(rising, -5)).to.equal(0);
    expect(stretchOf(rising, 100)).to.equal(2);
  });
});
