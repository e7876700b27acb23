import { expect } from 'chai';
import { GRID, type Laid, laidOf, lay, patchesOf } from './patches.ts';

const at = { module: 1, row: 2, column: 3 };
const touch = (extent: 'cell' | 'row' | 'edge' | 'module', onEach = false, laid: Laid = {}) =>
  lay(laid, 'dropping', extent, onEach, 4, at);
const modulesOf = (laid: Laid) => [...new Set(patchesOf(laid).map(({ module }) => module))].sort();

describe('laying things on the glass', () => {
  it('reaches one cell, a row, the lower edge or a whole module', () => {
    expect(patchesOf(touch('cell'))).to.have.length(1);
    expect(patchesOf(touch('row'))).to.have.length(GRID.columns);
    expect(patchesOf(touch('edge'))).to.have.length(GRID.columns);
    expect(patchesOf(touch('module'))).to.have.length(GRID.rows * GRID.columns);
    expect(modulesOf(touch('module'))).to.deep.equal([1]);
  });

  it('lies at the same place of every module where that is asked', () => {
    const laid = touch('cell', true);
    expect(modulesOf(laid)).to.deep.equal([0, 1, 2, 3]);
    expect(new Set(patchesOf(laid).map(({ cell }) => cell)).size).to.equal(1);
  });

  it('is wiped off again, and leaves what it was laid on as it was', () => {
    const before = touch('row');
    const wiped = lay(before, 'wipe', 'cell', false, 4, at);
    expect(patchesOf(wiped)).to.have.length(GRID.columns - 1);
    expect(patchesOf(before)).to.have.length(GRID.columns);
  });

  it('replaces what lay there before', () => {
    const shaded = lay(touch('cell'), 'shadow', 'cell', false, 4, at);
    expect(patchesOf(shaded).map(({ transmittance }) => transmittance)).to.deep.equal([0.15]);
  });

  it('goes to patches and back without loss', () => {
    const laid = touch('edge', true);
    expect(laidOf(patchesOf(laid))).to.deep.equal(laid);
  });
});
