import { expect } from 'chai';
import type { Mark } from '../inspections/marks.ts';
import { controlRows, type FittedFace, layFitting, rowsOfFace, usualStands } from './lay.ts';

/** Four rows of five modules, the last of the lowest row missing, on a drawing that begins at row -1. */
const face: FittedFace = {
  rows: 4,
  columns: 5,
  missing: [19],
  origin: { row: -1, column: 0 },
  orientation: 'portrait',
};
const algae = (modules: number[]): Mark => ({ kind: 'algae', pattern: 'lower-edge', severity: 'plain', modules });
const rows = rowsOfFace(face, [algae([0, 1, 2, 3, 4, 5, 6])]);
const lay = (kind: Parameters<typeof layFitting>[0], wanted: number[], changes: Partial<FittedFace> = {}) =>
  layFitting(kind, { ...face, ...changes }, rows, wanted, 'along');

describe('a fitting laid over the rows of a face', () => {
  it('counts the modules of each row of the drawing, and what was marked of their glass', () => {
    expect(rows.map(({ row, modules }) => [row, modules])).to.deep.equal([
      [-1, 5],
      [0, 5],
      [1, 5],
      [2, 4],
    ]);
    expect(rows[0]?.cover).to.be.above(rows[1]?.cover ?? 1);
    expect(rows[3]?.cover).to.equal(0);
  });

  it('leaves the row without that is as dirty as the face on the whole', () => {
    expect(controlRows('drain-clip', rows)).to.deep.equal([0]);
  });

  it('leaves the middle one without where nothing is marked, and one of ten on a large face', () => {
    const clean = (count: number) => rowsOfFace({ ...face, rows: count, missing: [] }, []);
    expect(controlRows('coating', clean(3))).to.deep.equal([0]);
    expect(controlRows('coating', clean(30))).to.have.length(3);
    expect(controlRows('coating', clean(4))).to.have.length(1);
  });

  it('leaves none without of a single row, nor under a gutter', () => {
    expect(controlRows('drain-clip', rows.slice(0, 1))).to.deep.equal([]);
    expect(controlRows('gutter', rows)).to.deep.equal([]);
  });

  it('takes two clips where water stands along a frame, one in a sag or a corner', () => {
    expect(lay('drain-clip', [-1, 2])).to.include({ quantity: 18, unit: 'piece', modules: 9, minutes: 27 });
    expect(layFitting('drain-clip', face, rows, [-1, 2], 'middle').quantity).to.equal(9);
    expect(layFitting('drain-clip', face, rows, [-1, 2], 'corner').quantity).to.equal(9);
    expect([usualStands('portrait'), usualStands('landscape')]).to.deep.equal(['along', 'middle']);
  });

  it('measures a deterrent along its rows, a coating by area, a gutter once', () => {
    expect(lay('deterrent', [-1, 2])).to.include({ quantity: 10, unit: 'metre' });
    expect(lay('deterrent', [-1, 2], { orientation: 'landscape' }).quantity).to.equal(16);
    expect(lay('coating', [-1, 2])).to.include({ quantity: 17, unit: 'square-metre' });
    expect(lay('gutter', [-1, 0, 1, 2])).to.include({ quantity: 6, unit: 'metre', share: 1 });
  });

  it('leaves alone what has it already, which is neither fitted again nor a control', () => {
    const laid = layFitting('drain-clip', face, rows, [-1, 0, 1], 'along', [0]);
    expect(laid).to.deep.include({ rows: [-1, 1], control: [2], already: 5 / 19, share: 10 / 19 });
  });

  it('is nothing on rows that are not on the face', () => {
    expect(lay('gutter', [40])).to.include({ quantity: 0, modules: 0, share: 0 });
  });
});
