import { expect } from 'chai';
import type { SolarArray } from '../../contract/sites/endpoints.ts';
import { array as arraySchema } from '../../contract/sites/endpoints.ts';
import { arrayBody } from '../../contract/testing/bodies.ts';
import { layoutOf } from '../../core/sites/layout.ts';
import { asRedrawn } from './inspectionDraft.ts';

const drawn = (changes: object): SolarArray =>
  arraySchema.parse({ ...arrayBody({ rows: 2, columns: 3, ...changes }), siteId: arrayBody().id, version: 1 });
const before = layoutOf(drawn({}));
const wider = (missing: number[] = []) => drawn({ columns: 4, missing, drawing: { origin: { row: 0, column: -1 } } });
const marks = [{ kind: 'lichen', modules: [3, 5] }];
const defects = [{ kind: 'crack', module: 1 }];

describe('what is typed of an array that is drawn anew', () => {
  it('is left alone where the modules lie as they did', () => {
    expect(asRedrawn({ marks, defects }, before, drawn({ tilt: 5 }))).to.equal(null);
  });

  it('stays on its modules, defects by the number on the drawing', () => {
    const now = asRedrawn({ marks, defects }, before, wider());
    expect(now).to.deep.equal({
      marks: [{ kind: 'lichen', modules: [5, 7] }],
      defects: [{ kind: 'crack', module: 2 }],
      gone: 0,
    });
  });

  it('leaves out what was set on a module that is there no more, and counts it', () => {
    const now = asRedrawn({ marks, defects }, before, wider([1, 7]));
    expect([now?.marks[0]?.modules, now?.defects, now?.gone]).to.deep.equal([[5], [], 2]);
  });

  it('keeps a defect whose module is not typed yet', () => {
    const half = [{ kind: 'crack', module: Number.NaN }];
    expect(asRedrawn({ marks: [], defects: half }, before, wider())?.defects).to.deep.equal(half);
  });
});
