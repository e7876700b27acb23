import { expect } from 'chai';
import { keyOf } from '../../core/sites/layout.ts';
import { begin, drawingOf, drawnOf, lay, move, placesBetween, redo, step, takeAway, undo } from './drawing.ts';

const drawn = {
  rows: 2,
  columns: 3,
  missing: [4],
  strings: [{ name: 'Left', modules: [3, 0] }],
  drawing: { origin: { row: 0, column: 0 }, toRidge: null, toEave: 0.4, things: [], fitted: [] },
};
const drawing = drawingOf(drawn);

describe('the drawing of a face', () => {
  it('comes back as the array it was made of', () => {
    expect(drawnOf(drawing)).to.deep.equal(drawn);
  });

  it('without a module is no array', () => {
    expect(drawnOf(takeAway(drawing, drawing.modules))).to.equal(null);
  });

  it('grows by a frame of modules, which keeps what lay there', () => {
    const grown = drawnOf(lay(drawing, placesBetween({ row: 1, column: 1 }, { row: 0, column: -1 })));
    expect(grown).to.deep.include({ rows: 2, columns: 4, missing: [] });
    expect(grown?.strings).to.deep.equal([{ name: 'Left', modules: [5, 1] }]);
    expect(grown?.drawing.origin).to.deep.equal({ row: 0, column: -1 });
  });

  it('a module that is taken away leaves its string', () => {
    const less = drawnOf(takeAway(drawing, [keyOf({ row: 1, column: 0 })]));
    expect(less?.strings).to.deep.equal([{ name: 'Left', modules: [0] }]);
    expect(less?.missing).to.deep.equal([3, 4]);
  });

  it('moved modules take their string with them', () => {
    const moved = move(drawing, drawing.modules, { row: 5, column: 2 });
    expect(moved && drawnOf(moved.drawing)).to.deep.equal({
      ...drawn,
      drawing: { ...drawn.drawing, origin: { row: 5, column: 2 } },
    });
  });

  it('modules are not moved onto others', () => {
    expect(move(drawing, new Set([keyOf({ row: 0, column: 0 })]), { row: 0, column: 1 })).to.equal(null);
    expect(move(drawing, new Set([keyOf({ row: 0, column: 1 })]), { row: 1, column: 0 })).not.to.equal(null);
  });

  it('a frame is the same from any of its corners', () => {
    const frame = placesBetween({ row: 0, column: 0 }, { row: 1, column: 2 });
    expect(frame).to.have.length(6);
    expect(placesBetween({ row: 1, column: 0 }, { row: 0, column: 2 })).to.deep.equal(frame);
  });

  it('is undone and done again, step by step', () => {
    const next = lay(drawing, [{ row: 9, column: 9 }]);
    const after = step(begin(drawing), next);
    expect(undo(after).now).to.equal(drawing);
    expect(redo(undo(after)).now).to.equal(next);
    expect(undo(undo(after)).now).to.equal(drawing);
    expect(step(undo(after), takeAway(drawing, [])).future).to.deep.equal([]);
  });
});
