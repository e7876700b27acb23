import { expect } from 'chai';
import { readTable } from './readTable.ts';

const asked = { needed: [['date', 'day'], ['rain']], most: 3, tooMany: 'has over 3 lines' } as const;

describe('a table with headings', () => {
  it('is read whatever parts its cells, by any name of a column, each line with its number', () => {
    for (const mark of [',', ';', '\t']) {
      const read = readTable(`\uFEFF Day ${mark}RAIN\n\n2026-01-01${mark}4\n2026-01-02${mark}\n`, asked);
      if (!read.ok) throw new Error(read.problems.map(({ message }) => message).join());
      expect(read.value.map(({ where, cell }) => [where, cell('date', 'day'), cell('rain')])).to.deep.equal([
        ['line 2', '2026-01-01', '4'],
        ['line 3', '2026-01-02', ''],
      ]);
    }
  });
  it('without a column names it, and too long a one gives no line', () => {
    expect(readTable('day,wind\n1,2\n', asked)).to.deep.equal({
      ok: false,
      problems: [{ where: 'line 1', message: 'must name the columns rain' }],
    });
    expect(readTable(`date,rain\n${'1,2\n'.repeat(4)}`, asked)).to.deep.equal({
      ok: false,
      problems: [{ where: 'the file', message: 'has over 3 lines' }],
    });
  });
});
