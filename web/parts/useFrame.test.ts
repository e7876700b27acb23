import { expect } from 'chai';
import { modulesBetween, moduleUnder } from './useFrame.ts';

const grid = { rows: 4, columns: 5, missing: [7] };

describe('a frame over modules', () => {
  it('holds those between its corners, whichever was first', () => {
    expect(modulesBetween(grid, 0, 11)).to.deep.equal([0, 1, 5, 6, 10, 11]);
    expect(modulesBetween(grid, 11, 0)).to.deep.equal(modulesBetween(grid, 0, 11));
    expect(modulesBetween(grid, 10, 1)).to.deep.equal(modulesBetween(grid, 0, 11));
  });

  it('leaves out places without a module', () => {
    expect(modulesBetween(grid, 6, 8)).to.deep.equal([6, 8]);
  });

  it('is one module where both corners are', () => {
    expect(modulesBetween(grid, 3, 3)).to.deep.equal([3]);
  });
});

describe('the module under a point', () => {
  const under = (x: number, y: number) => moduleUnder(grid, { x: 1.1, y: 1.7 }, { x, y });

  it('is found by its place, row by row', () => {
    expect(under(0, 0)).to.equal(0);
    expect(under(1.2, 1.8)).to.equal(6);
    expect(under(5.4, 6.7)).to.equal(19);
  });

  it('is none beside them all, nor where one is missing', () => {
    expect([under(-0.1, 0), under(5.6, 0), under(0, 6.9), under(2.3, 1.8)]).to.deep.equal([null, null, null, null]);
  });
});
