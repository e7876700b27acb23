import { expect } from 'chai';
import { type MarkTool, reached, touchCell, touchModules } from './marking.ts';

const grid = { rows: 2, columns: 3, missing: [5] };
const lichen: MarkTool = { kind: 'lichen', pattern: 'lower-edge', severity: 'plain' };

describe('a touch on the roof', () => {
  it('reaches one module, its row, or the whole face without its holes', () => {
    expect(reached(grid, 1, 'module')).to.deep.equal([1]);
    expect(reached(grid, 1, 'row')).to.deep.equal([0, 1, 2]);
    expect(reached(grid, 3, 'row')).to.deep.equal([3, 4]);
    expect(reached(grid, 0, 'face')).to.deep.equal([0, 1, 2, 3, 4]);
  });

  it('lays a mark, and a second one takes it off', () => {
    const once = touchModules([], lichen, [1]);
    expect(once).to.deep.equal([{ ...lichen, modules: [1] }]);
    expect(touchModules(once, lichen, [1])).to.deep.equal([]);
  });

  it('joins modules under one mark, in order', () => {
    expect(touchModules(touchModules([], lichen, [4]), lichen, [1])).to.deep.equal([{ ...lichen, modules: [1, 4] }]);
  });

  it('lays on the whole row where a part of it carries the mark already', () => {
    const row = touchModules(touchModules([], lichen, [1]), lichen, [0, 1, 2]);
    expect(row).to.deep.equal([{ ...lichen, modules: [0, 1, 2] }]);
  });

  it('leaves one severity of a kind in a pattern on a module: the last', () => {
    const heavier = { ...lichen, severity: 'heavy' as const };
    expect(touchModules(touchModules([], lichen, [1, 2]), heavier, [2])).to.deep.equal([
      { ...lichen, modules: [1] },
      { ...heavier, modules: [2] },
    ]);
  });

  it('leaves what is of another kind or lies otherwise', () => {
    const droppings: MarkTool = { kind: 'droppings', pattern: 'spots', severity: 'light' };
    const both = touchModules(touchModules([], lichen, [1]), droppings, [1]);
    expect(both).to.have.length(2);
    expect(touchModules(both, droppings, [1])).to.deep.equal([{ ...lichen, modules: [1] }]);
  });
});

describe('a touch on a cell', () => {
  const bird: MarkTool = { kind: 'droppings', pattern: 'cells', severity: 'heavy' };

  it('lays a mark on it, and a second one takes it off', () => {
    const once = touchCell([], bird, 4, 17);
    expect(once).to.deep.equal([{ ...bird, modules: [4], cells: [17] }]);
    expect(touchCell(once, bird, 4, 17)).to.deep.equal([]);
  });

  it('gathers the cells of a module in one mark, and leaves other modules alone', () => {
    const twice = touchCell(touchCell([], bird, 4, 17), bird, 4, 3);
    expect(twice[0]?.cells).to.deep.equal([3, 17]);
    expect(touchCell(twice, bird, 5, 3)).to.have.length(2);
  });

  it('carries one severity of a kind: the last one laid', () => {
    const light: MarkTool = { ...bird, severity: 'light' };
    const both = touchCell(touchCell([], bird, 4, 17), light, 4, 17);
    expect(both).to.deep.equal([{ ...light, modules: [4], cells: [17] }]);
  });
});
