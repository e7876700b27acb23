import { expect } from 'chai';
import { EAVE_OVERHANG, MODULE_SIZE, STRIP_AT_EAVE } from '../assumptions.ts';
import { type DrawnFace, MODULE_GAP, sectionOf } from './section.ts';

const face = (drawing: Partial<DrawnFace['drawing']> = {}): DrawnFace => ({
  rows: 3,
  orientation: 'portrait',
  drawing: { origin: { row: 0, column: 0 }, toEave: null, things: [], ...drawing },
});
const threeRows = 3 * MODULE_SIZE.long + 2 * MODULE_GAP;

describe('the section of a face', () => {
  it('takes the usual strip under the lowest row until it is measured', () => {
    expect(sectionOf(face()).slopeLength).to.be.closeTo(threeRows + STRIP_AT_EAVE, 1e-12);
    expect(sectionOf(face({ toEave: 1.2 })).slopeLength).to.be.closeTo(threeRows + 1.2, 1e-12);
    expect(sectionOf(face({ toEave: 0 })).slopeLength).to.be.closeTo(threeRows, 1e-12);
  });

  it('is shorter for landscape modules', () => {
    const lying = sectionOf({ ...face(), orientation: 'landscape' }).slopeLength;
    expect(lying).to.be.closeTo(3 * MODULE_SIZE.short + 2 * MODULE_GAP + STRIP_AT_EAVE, 1e-12);
  });

  it('counts a standing place from the wall, under the overhang', () => {
    const things = [{ kind: 'stand', y: threeRows + 0.5 + 2 }];
    expect(sectionOf(face({ toEave: 0.5, things })).standOffs[0]).to.be.closeTo(EAVE_OVERHANG + 2, 1e-12);
  });

  it('leaves out what is drawn on the roof, and what is no standing place', () => {
    const things = [
      { kind: 'stand', y: 1 },
      { kind: 'water', y: 20 },
    ];
    expect(sectionOf(face({ things })).standOffs).to.deep.equal([]);
  });

  it('follows modules that lie further down on the drawing', () => {
    const things = [{ kind: 'stand', y: 12 }];
    const [near] = sectionOf(face({ things, origin: { row: 2, column: 0 } })).standOffs;
    const [far] = sectionOf(face({ things })).standOffs;
    expect((far ?? 0) - (near ?? 0)).to.be.closeTo(2 * (MODULE_SIZE.long + MODULE_GAP), 1e-12);
  });
});
