import { expect } from 'chai';
import { gridFor } from './newSiteDraft.ts';

describe('a grid for as many panels as a caller counts', () => {
  for (const modules of [1, 2, 5, 6, 7, 12, 13, 20, 23, 97]) {
    it(`holds ${modules} of them, and no more`, () => {
      const { rows, columns, missing } = gridFor(modules);
      expect(rows * columns - missing.length).to.equal(modules);
      for (const hole of missing) expect(hole).to.be.within(0, rows * columns - 1);
    });
  }

  it('has full rows where they come out even', () => {
    expect(gridFor(12)).to.deep.equal({ rows: 2, columns: 6, missing: [] });
    expect(gridFor(15)).to.deep.equal({ rows: 3, columns: 5, missing: [] });
  });
});
