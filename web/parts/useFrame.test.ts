import { expect } from 'chai';
import { modulesBetween } from './useFrame.ts';

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
