import { expect } from 'chai';
import type { FittedRows, FittingLookedAt } from './kinds.ts';
import { looseRows, lostRows, standingRows } from './standing.ts';

const clips: FittedRows = { kind: 'drain-clip', rows: [0, 1, 2], since: '2026-03-01' };
const look = (date: string, found: FittingLookedAt['found'], rows: number[] = []) => ({
  date,
  fittings: [{ kind: clips.kind, since: clips.since, found, rows }],
});

describe('what later looks find of a fitting', () => {
  it('is that it stands, where nobody has looked or nobody saw it', () => {
    expect(standingRows(clips, [])).to.deep.equal([0, 1, 2]);
    expect(standingRows(clips, [look('2026-06-01', 'not-seen', [1])])).to.deep.equal([0, 1, 2]);
  });

  it('takes the rows on which it is loose or gone out of it, from the first look that found it so', () => {
    const looks = [look('2026-09-01', 'gone', [1]), look('2026-06-01', 'loose', [1])];
    expect(standingRows(clips, looks)).to.deep.equal([0, 2]);
    expect(lostRows(clips, looks)).to.deep.equal([{ date: '2026-06-01', rows: [1] }]);
  });

  it('stands again where a later look finds all in place', () => {
    const looks = [look('2026-06-01', 'loose', [1]), look('2026-09-01', 'in-place')];
    expect(standingRows(clips, looks)).to.deep.equal([0, 1, 2]);
    expect(looseRows(clips, looks)).to.deep.equal([]);
  });

  it('may fall where it was last found loose, and no more where it is gone', () => {
    const loose = look('2026-06-01', 'loose', [1, 2, 7]);
    expect(looseRows(clips, [loose])).to.deep.equal([1, 2]);
    expect(looseRows(clips, [loose, look('2026-07-01', 'gone', [2])])).to.deep.equal([1]);
  });

  it('is not told by a look from before, nor by what was found of another fitting', () => {
    expect(standingRows(clips, [look('2026-02-01', 'gone', [0])])).to.have.length(3);
    const other = { date: '2026-06-01', fittings: [{ ...clips, since: '2025-01-01', found: 'gone' as const }] };
    expect(standingRows(clips, [other])).to.have.length(3);
  });
});
