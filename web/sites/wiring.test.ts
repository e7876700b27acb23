import { expect } from 'chai';
import { addString, assign, assignAll, fillStrings } from './wiring.ts';

const two = [
  { name: 'String 1', modules: [0, 1] },
  { name: 'String 2', modules: [2] },
];

describe('wiring an array', () => {
  it('puts a module into a string, at its end', () => {
    expect(assign(two, 0, 5)[0]?.modules).to.deep.equal([0, 1, 5]);
  });

  it('takes it out of the string that it was in', () => {
    expect(assign(two, 1, 0).map(({ modules }) => modules)).to.deep.equal([[1], [2, 0]]);
  });

  it('takes it out again by a second touch', () => {
    expect(assign(assign(two, 1, 7), 1, 7)).to.deep.equal(two);
  });

  it('puts a frame of modules into a string, out of the others', () => {
    expect(assignAll(two, 1, [1, 2, 3]).map(({ modules }) => modules)).to.deep.equal([[0], [1, 2, 3]]);
  });

  it('adds a string under a name that none has', () => {
    expect(addString(two).at(-1)).to.deep.equal({ name: 'String 3', modules: [] });
    const odd = [{ name: 'String 2', modules: [] }];
    expect(addString(odd).at(-1)?.name).to.equal('String 3');
  });

  it('wires row by row around what is missing, the last string shorter', () => {
    const wired = fillStrings({ rows: 2, columns: 4, missing: [3] }, 3);
    expect(wired.map(({ modules }) => modules)).to.deep.equal([[0, 1, 2], [4, 5, 6], [7]]);
  });

  it('wires every module once', () => {
    for (const length of [1, 5, 12, 60]) {
      const all = fillStrings({ rows: 14, columns: 30, missing: [0, 419] }, length).flatMap(({ modules }) => modules);
      expect(new Set(all).size).to.equal(418);
      expect(all).to.have.length(418);
    }
  });
});
