import { expect } from 'chai';
import { followDefects, type SeenDefect } from './defects.ts';

const defect = (changes: Partial<SeenDefect> = {}): SeenDefect => ({
  kind: 'hot-spot',
  module: 4,
  severity: 'watch',
  note: '',
  ...changes,
});
const visit = (day: string, ...defects: SeenDefect[]) => ({ inspectedAt: `2026-${day}T08:00:00Z`, defects });

describe('defects over visits', () => {
  it('are the same where kind and module are the same', () => {
    const [one, ...others] = followDefects([visit('01-10', defect()), visit('06-10', defect({ note: 'warm' }))]);
    expect(others).to.deep.equal([]);
    expect(one).to.include({
      firstSeen: '2026-01-10T08:00:00Z',
      lastSeen: '2026-06-10T08:00:00Z',
      times: 2,
      note: 'warm',
    });
  });

  it('are two where the kind differs, or the module', () => {
    expect(followDefects([visit('01-10', defect(), defect({ kind: 'crack' }), defect({ module: 5 }))])).to.have.length(
      3,
    );
  });

  it('may come in any order of visits', () => {
    const visits = [visit('06-10', defect({ severity: 'report' })), visit('01-10', defect())];
    expect(followDefects(visits)).to.deep.equal(followDefects([...visits].reverse()));
  });

  it('are worse where they were taken for less at first', () => {
    expect(followDefects([visit('01-10', defect()), visit('06-10', defect({ severity: 'stop' }))])[0]?.worse).to.equal(
      true,
    );
    expect(followDefects([visit('01-10', defect({ severity: 'stop' })), visit('06-10', defect())])[0]?.worse).to.equal(
      false,
    );
  });

  it('keep a note that the last visit did not repeat', () => {
    expect(followDefects([visit('01-10', defect({ note: 'lower left' })), visit('06-10', defect())])[0]?.note).to.equal(
      'lower left',
    );
  });

  it('are gone where the newest visit does not name them, and stand last', () => {
    const found = followDefects([
      visit('01-10', defect(), defect({ kind: 'crack', module: 1 })),
      visit('06-10', defect()),
    ]);
    expect(found.map(({ kind, gone }) => [kind, gone])).to.deep.equal([
      ['hot-spot', false],
      ['crack', true],
    ]);
  });

  it('stand with the gravest first', () => {
    const found = followDefects([visit('01-10', defect(), defect({ kind: 'crack', severity: 'stop', module: 9 }))]);
    expect(found.map(({ severity }) => severity)).to.deep.equal(['stop', 'watch']);
  });

  it('are none where nobody has seen any', () => {
    expect(followDefects([])).to.deep.equal([]);
    expect(followDefects([visit('01-10')])).to.deep.equal([]);
  });
});
