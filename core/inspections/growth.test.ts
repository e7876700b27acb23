import { expect } from 'chai';
import { growthBetween, type Visit } from './growth.ts';
import { coverOfMark, type Mark } from './marks.ts';

const grid = { rows: 3, columns: 4, missing: [0], origin: { row: 2, column: 0 } };
const mark = (modules: number[], severity: Mark['severity'] = 'plain', kind: Mark['kind'] = 'lichen'): Mark => ({
  kind,
  pattern: 'lower-edge',
  severity,
  modules,
});
const visit = (at: string, marks: Mark[], share = 0): Visit => ({
  at,
  marks,
  soils: share > 0 ? [{ kind: 'lichen', where: 'lower-edge', grade: 'plain', share, bond: 'blade' }] : [],
});
const past = visit('2025-11-24T08:00:00Z', [mark([4, 5])], 0.01);
const now = visit('2026-11-24T08:00:00Z', [mark([5, 6, 8])], 0.03);

describe('growth between two visits', () => {
  const growth = growthBetween(past, now, grid);

  it('says how long lies between and what covers more of the face', () => {
    expect(growth.years).to.be.closeTo(1, 0.01);
    expect(growth.soils).to.deep.equal([{ kind: 'lichen', past: 0.01, now: 0.03 }]);
  });

  it('names the modules that carry it now and did not, and the other way about', () => {
    expect(growth.marks).to.deep.equal([{ kind: 'lichen', past: 2, now: 3, came: [6, 8], went: [4] }]);
  });

  it('counts the cover of each row by its own modules', () => {
    const edge = coverOfMark(mark([0]));
    expect(growth.rows.map(({ row }) => row)).to.deep.equal([2, 3, 4]);
    expect(growth.rows[1]?.past).to.be.closeTo((2 * edge) / 4, 1e-12);
    expect(growth.rows[2]).to.deep.equal({ row: 4, past: 0, now: edge / 4 });
  });

  it('holds a fitting against the rows left without it', () => {
    const worse = visit(now.at, [mark([1, 2, 3, 4, 5, 6, 7])]);
    const clip = { kind: 'drain-clip', rows: [4], since: '2025-12-01' };
    const [effect] = growthBetween(past, worse, grid, [clip]).fitted;
    expect(effect?.missing).to.equal(null);
    expect(effect?.fitted).to.deep.equal({ past: 0, now: 0 });
    expect(effect?.difference).to.be.below(0);
  });

  it('says why a fitting cannot be judged', () => {
    const missing = (rows: number[], since = '2025-12-01') =>
      growthBetween(past, now, grid, [{ kind: 'coating', rows, since }]).fitted[0]?.missing?.code;
    expect(missing([2, 3, 4])).to.equal('no-control-row');
    expect(missing([9])).to.equal('fitted-rows-gone');
    expect(missing([2], '2027-01-01')).to.equal('fitted-later');
    const bare = growthBetween(visit(past.at, []), visit(now.at, []), grid, [
      { kind: 'coating', rows: [2], since: '2025-12-01' },
    ]);
    expect(bare.fitted[0]?.missing?.code).to.equal('nothing-marked');
    const sameDay = visit('2025-11-24T12:00:00Z', now.marks as Mark[]);
    const near = growthBetween(past, sameDay, grid, [{ kind: 'coating', rows: [2], since: '2025-01-01' }]);
    expect(near.fitted[0]?.missing?.code).to.equal('visits-too-near');
  });

  it('a heavier card covers more', () => {
    for (const pattern of ['all-over', 'lower-edge', 'frame-side', 'spots'] as const) {
      const covers = (['light', 'plain', 'heavy'] as const).map((severity) => coverOfMark({ pattern, severity }));
      expect(covers).to.deep.equal([...covers].sort((a, b) => a - b));
      expect(covers[2]).to.be.below(1);
    }
  });
});
