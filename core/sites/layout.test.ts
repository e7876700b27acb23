import { expect } from 'chai';
import fc from 'fast-check';
import {
  gridAbout,
  indexOf,
  keyOf,
  LARGEST_GRID,
  movedIndex,
  placeOf,
  placeOfKey,
  placesOf,
  tooLarge,
} from './layout.ts';

const block = (rows: number, columns: number, at = { row: 0, column: 0 }) =>
  Array.from({ length: rows * columns }, (_, index) => ({
    row: at.row + Math.floor(index / columns),
    column: at.column + (index % columns),
  }));

const somePlaces = fc.uniqueArray(
  fc.record({ row: fc.integer({ min: -20, max: 20 }), column: fc.integer({ min: -20, max: 20 }) }),
  {
    minLength: 1,
    maxLength: 40,
    selector: keyOf,
  },
);

describe('how modules lie on a face', () => {
  it('a full block is a grid without holes', () => {
    expect(gridAbout(block(3, 8))).to.deep.equal({ rows: 3, columns: 8, missing: [], origin: { row: 0, column: 0 } });
  });

  it('a block begun elsewhere keeps where it lies', () => {
    expect(gridAbout(block(2, 2, { row: -3, column: 5 }))?.origin).to.deep.equal({ row: -3, column: 5 });
  });

  it('a chimney leaves holes in the grid', () => {
    const about = gridAbout(block(3, 4).filter(({ row, column }) => row !== 1 || column !== 2));
    expect(about?.missing).to.deep.equal([6]);
  });

  it('no modules make no grid', () => {
    expect(gridAbout([])).to.equal(null);
  });

  it('the places of the least grid are just those that went in', () => {
    fc.assert(
      fc.property(somePlaces, (places) => {
        const about = gridAbout(places);
        const back = new Set(about ? placesOf(about).map(keyOf) : []);
        expect([...back].sort()).to.deep.equal(places.map(keyOf).sort());
      }),
    );
  });

  it('index and place say the same both ways, and nothing outside', () => {
    const grid = { rows: 3, columns: 4, missing: [], origin: { row: 2, column: -1 } };
    for (let index = 0; index < 12; index += 1) expect(indexOf(grid, placeOf(grid, index))).to.equal(index);
    expect(indexOf(grid, { row: 1, column: 0 })).to.equal(null);
    expect(indexOf(grid, { row: 2, column: 3 })).to.equal(null);
  });

  it('a key is read back as its place', () => {
    expect(placeOfKey(keyOf({ row: -4, column: 17 }))).to.deep.equal({ row: -4, column: 17 });
  });

  it('a column laid on the left changes indices, not modules', () => {
    const before = gridAbout(block(2, 3));
    const now = gridAbout([...block(2, 3), { row: 0, column: -1 }]);
    if (!before || !now) throw new Error('both have modules');
    const moved = movedIndex(before, now);
    expect([0, 2, 3, 5].map(moved)).to.deep.equal([1, 3, 5, 7]);
  });

  it('a module that was taken away has no index any more', () => {
    const before = gridAbout(block(2, 3));
    const now = gridAbout(block(2, 3).filter(({ row, column }) => row !== 0 || column !== 1));
    if (!before || !now) throw new Error('both have modules');
    expect(movedIndex(before, now)(1)).to.equal(null);
    expect(movedIndex(before, now)(4)).to.equal(4);
  });

  it('any module that stays is found again, whatever is laid or taken away about it', () => {
    fc.assert(
      fc.property(somePlaces, somePlaces, (first, second) => {
        const [before, now] = [gridAbout(first), gridAbout(second)];
        if (!before || !now) throw new Error('both have modules');
        const moved = movedIndex(before, now);
        const there = new Set(second.map(keyOf));
        for (const place of first) {
          const index = indexOf(before, place);
          const found = index === null ? null : moved(index);
          if (there.has(keyOf(place))) expect(found !== null && placeOf(now, found)).to.deep.equal(place);
          else expect(found).to.equal(null);
        }
      }),
    );
  });

  it('what is too large for one array is told in words', () => {
    const grid = (places: { row: number; column: number }[]) =>
      gridAbout(places) ?? { rows: 0, columns: 0, missing: [] };
    expect(tooLarge(grid(block(3, 8)))).to.equal(null);
    expect(
      tooLarge(
        grid([
          { row: 0, column: 0 },
          { row: LARGEST_GRID.rows, column: 0 },
        ]),
      ),
    ).to.deep.equal({ code: 'too-many-rows', params: { rows: 201, most: 200 } });
    expect(
      tooLarge(
        grid([
          { row: 0, column: 0 },
          { row: 0, column: 400 },
        ]),
      ),
    ).to.deep.equal({ code: 'too-many-columns', params: { columns: 401, most: 400 } });
    expect(
      tooLarge(
        grid([
          { row: 0, column: 0 },
          { row: 150, column: 300 },
        ]),
      ),
    ).to.deep.equal({ code: 'too-far-spread', params: {} });
  });
});
