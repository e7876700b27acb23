import { expect } from 'chai';
import { lineOver, pipesDrawn, pipesOver, type SprayedFace } from './overFace.ts';

const face: SprayedFace = {
  rows: 4,
  columns: 10,
  missing: [3],
  orientation: 'portrait',
  tilt: 30,
  eaveHeight: 3,
};

describe('a spray line over a face', () => {
  it('lies along the top: as high as eave and slope together', () => {
    expect(lineOver(face).lift).to.be.closeTo(3 + 4 * 1.77 * 0.5, 1e-9);
    expect(lineOver({ ...face, tilt: 0 }).lift).to.equal(3);
    expect(lineOver(face).riser).to.be.at.least(lineOver(face).lift);
  });

  it('has its holes nearer to each other where the modules stand upright', () => {
    expect(lineOver(face).spacing).to.be.closeTo(1.09 / 2, 1e-9);
    expect(lineOver({ ...face, orientation: 'landscape' }).spacing).to.be.closeTo(1.77 / 2, 1e-9);
  });

  it('counts the glass that is there', () => {
    expect(lineOver(face).area).to.be.closeTo(39 * 1.72 * 1.04, 1e-9);
  });

  it('has a second pipe half way down, never under the ground, and over many rows to begin with', () => {
    const [upper, lower] = pipesOver(face, 2, 6.54);
    expect([upper?.orifices, lower?.orifices]).to.deep.equal([20, 20]);
    expect((upper?.lift ?? 0) - (lower?.lift ?? 0)).to.be.closeTo(2 * 1.77 * 0.5, 1e-9);
    expect(pipesOver(face, 2, 0.5)[1]?.lift).to.equal(0);
    expect(pipesOver(face, 1, 6)).to.have.length(1);
    expect([lineOver(face).pipes, lineOver({ ...face, rows: 2 }).pipes]).to.deep.equal([2, 1]);
  });

  it('is drawn along the top of the modules, wherever they lie on their drawing, and half way down between two rows', () => {
    const drawn = { rows: 4, columns: 10, orientation: 'portrait', origin: { row: 2, column: 1 } } as const;
    const [upper, lower, none] = pipesDrawn(drawn);
    expect(none).to.equal(undefined);
    expect(upper?.x).to.be.closeTo(1.09, 1e-9);
    expect(upper?.y).to.be.closeTo(2 * 1.77 - 0.05, 1e-9);
    expect(upper?.width).to.be.closeTo(10 * 1.09 - 0.05, 1e-9);
    expect((lower?.y ?? 0) - (upper?.y ?? 0)).to.be.closeTo(2 * 1.77, 1e-9);
    expect(pipesDrawn({ ...drawn, rows: 2 })).to.have.length(1);
  });
});
