import { expect } from 'chai';
import { leastSquares, leastSquaresCoefficients } from './leastSquares.ts';
import { normalDensity, normalShare, student95 } from './normal.ts';

describe('least squares', () => {
  it('finds the line that the points lie on, whatever their weights', () => {
    const points = [1, 2, 5, 9].map((x, index) => ({ row: [1, x], value: 3 - 0.5 * x, weight: 1 + index }));
    const [level = 0, slope = 0] = leastSquares(points)?.coefficients ?? [];
    expect(level).to.be.closeTo(3, 1e-12);
    expect(slope).to.be.closeTo(-0.5, 1e-12);
  });

  it('lets a point of no weight count nothing', () => {
    const points = [0, 1, 2].map((x) => ({ row: [1, x], value: x, weight: 1 }));
    const fit = leastSquares([...points, { row: [1, 3], value: 500, weight: 0 }]);
    expect(fit?.coefficients[1]).to.be.closeTo(1, 1e-12);
  });

  it('says so where the points do not settle the coefficients', () => {
    expect(leastSquares([{ row: [1, 2], value: 1, weight: 1 }])).to.equal(null);
    // Two columns that are one, but for the rounding.
    const twice = [1, 2, 5, 9].map((x) => ({ row: [1, x, 3 * x + 1e-9], value: x, weight: 1 }));
    expect(leastSquares(twice)).to.equal(null);
  });

  it('has the inverse of its normal equations, and the same coefficients without it', () => {
    const points = [0, 1, 2, 4].map((x) => ({ row: [1, x], value: x * x, weight: 2 }));
    const fit = leastSquares(points);
    // X'WX = [[8, 14], [14, 42]], of determinant 140.
    const expected = [
      [42 / 140, -14 / 140],
      [-14 / 140, 8 / 140],
    ];
    for (const [row, line] of expected.entries())
      for (const [column, value] of line.entries())
        expect(fit?.unscaledCovariance[row]?.[column]).to.be.closeTo(value, 1e-12);
    expect(leastSquaresCoefficients(points)).to.deep.equal(fit?.coefficients);
    expect(leastSquaresCoefficients(points.slice(0, 1))).to.equal(null);
  });
});

describe('the normal and Student’s distribution', () => {
  it('have the values of the tables', () => {
    expect(normalShare(1.959963984540054)).to.be.closeTo(0.975, 1e-12);
    expect(normalDensity(0)).to.be.closeTo(0.3989422804, 1e-10);
    for (const [freedom, value] of [
      [5, 2.5706],
      [10, 2.2281],
      [30, 2.0423],
      [1000, 1.9623],
    ] as const)
      expect(student95(freedom)).to.be.closeTo(value, 0.005);
  });
});
