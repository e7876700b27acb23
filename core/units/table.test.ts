import { expect } from 'chai';
import fc from 'fast-check';
import { parseDatedTable } from './table.ts';

describe('a pasted table of days', () => {
  it('is read from a spreadsheet, with its headings passed over', () => {
    const { rows, wrong } = parseDatedTable('Date\tkWh\n2026-11-01\t32,5\n2026-11-02\t30.1\n', 'dmy');
    expect(rows).to.deep.equal([
      { date: '2026-11-01', value: 32.5 },
      { date: '2026-11-02', value: 30.1 },
    ]);
    expect(wrong).to.deep.equal([]);
  });

  it('is read whether tab, semicolon, comma or spaces part it, and further columns are left', () => {
    for (const mark of ['\t', ';', ', ', '  ', ','])
      expect(parseDatedTable(`24/11/2026${mark}12.5`, 'dmy').rows).to.deep.equal([{ date: '2026-11-24', value: 12.5 }]);
    expect(parseDatedTable('2026-11-24;12,5;cloudy', 'dmy').rows[0]?.value).to.equal(12.5);
  });

  it('names every line that it cannot read, and keeps the others', () => {
    const { rows, wrong } = parseDatedTable('2026-11-01 5\nrubbish\n2026-11-01 6\n2026-11-03 -2\n2026-11-04 7', 'dmy');
    expect(rows.map(({ date }) => date)).to.deep.equal(['2026-11-01', '2026-11-04']);
    expect(wrong.map(({ line }) => line)).to.deep.equal([2, 3, 4]);
  });

  it('takes whatever is pasted without breaking', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        for (const { date, value } of parseDatedTable(text, 'dmy').rows) {
          expect(date).to.match(/^\d{4}-\d{2}-\d{2}$/);
          expect(value).to.be.at.least(0);
        }
      }),
    );
  });
});
