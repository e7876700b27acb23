import { expect } from 'chai';
import { asItLies } from './asItLies.ts';

const marks = [{ kind: 'lichen', modules: [3, 4] }];
const defects = [{ kind: 'crack', module: 0 }];
const before = { columns: 3, origin: { row: 0, column: 0 } };
const grid = (origin: { row: number; column: number }, missing: number[] = []) => ({
  rows: 3,
  columns: 4,
  missing,
  origin,
});

describe('what was found on an earlier drawing', () => {
  it('stays as it is where the drawing is the same', () => {
    const same = { rows: 2, columns: 3, missing: [], origin: before.origin };
    expect(asItLies({ marks, defects }, before, same)).to.deep.equal({ marks, defects, gone: 0 });
  });

  it('stays on its modules when a column is drawn on the left', () => {
    const now = asItLies({ marks, defects }, before, grid({ row: 0, column: -1 }));
    expect(now.marks[0]?.modules).to.deep.equal([5, 6]);
    expect(now.defects).to.deep.equal([{ kind: 'crack', module: 1 }]);
  });

  it('goes with a module that was taken from the roof, and says so', () => {
    const now = asItLies({ marks, defects }, before, grid({ row: 0, column: 0 }, [0, 4]));
    expect(now.defects).to.deep.equal([]);
    expect(now.marks[0]?.modules).to.deep.equal([5]);
    expect(now.gone).to.equal(2);
  });

  it('leaves out a mark of which no module is left', () => {
    expect(asItLies({ marks, defects: [] }, before, grid({ row: 2, column: 0 })).marks).to.deep.equal([]);
  });
});
