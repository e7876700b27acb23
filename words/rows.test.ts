import { expect } from 'chai';
import { rowsOfText, textOfRows } from './rows.ts';

describe('rows as a person writes them', () => {
  it('count from one, with runs and single rows', () => {
    expect(rowsOfText('1-3, 5')).to.deep.equal([0, 1, 2, 4]);
    expect(rowsOfText('4')).to.deep.equal([3]);
    expect(rowsOfText('5;2 2')).to.deep.equal([1, 4]);
  });

  it('that are no list are none', () => {
    for (const text of ['', 'top', '3-1', '1-9999', '1,,x']) expect(rowsOfText(text), text).to.equal(null);
  });

  it('come back as they were written, runs joined', () => {
    expect(textOfRows([0, 1, 2, 4])).to.equal('1-3, 5');
    expect(textOfRows([3])).to.equal('4');
    expect(rowsOfText(textOfRows([2, 7, 8]))).to.deep.equal([2, 7, 8]);
  });
});
