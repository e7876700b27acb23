import { expect } from 'chai';
import { cellAt, gridOf, onHalfCells } from './cellLayout.ts';

const whole = { cells: 60, substrings: 3 };
const half = { cells: 120, substrings: 3, halfCut: true };

describe('where the cells of a module lie', () => {
  for (const module of [whole, half]) {
    it(`gives every place of ${module.cells} cells its own cell`, () => {
      const { rows, columns } = gridOf(module);
      const found = new Set<number>();
      for (let row = 0; row < rows; row += 1)
        for (let column = 0; column < columns; column += 1) found.add(cellAt(module, row, column));
      expect(found.size).to.equal(module.cells);
      expect(Math.max(...found)).to.equal(module.cells - 1);
    });
  }

  it('puts the lower edge under all three diodes, and the left two columns under the first', () => {
    const edge = [0, 1, 2, 3, 4, 5].map((column) => Math.floor(cellAt(whole, 9, column) / 20));
    expect(edge).to.deep.equal([0, 0, 1, 1, 2, 2]);
    expect(cellAt(whole, 0, 0)).to.equal(0);
    expect(cellAt(whole, 0, 1)).to.equal(19);
  });

  it('keeps the upper and the lower half of a half-cut module apart', () => {
    expect([cellAt(half, 9, 0), cellAt(half, 10, 0)]).to.deep.equal([9, 20]);
  });

  it('lays what covers a third of a whole cell on one half-cell, and what does not fit on the other', () => {
    const third = onHalfCells(whole, [{ module: 2, cell: 0, transmittance: 0.7 }]);
    expect(third).to.have.length(1);
    expect(third[0]?.transmittance).to.be.closeTo(0.4, 1e-12);
    const most = onHalfCells(whole, [{ module: 2, cell: 0, transmittance: 0.3 }]);
    expect(most.map(({ transmittance }) => transmittance)[1]).to.be.closeTo(0.6, 1e-12);
    expect(
      onHalfCells(whole, [{ module: 2, cell: 0, transmittance: 0 }]).every((one) => one.transmittance === 0),
    ).to.equal(true);
  });
});
