import { expect } from 'chai';
import { formatDate } from '../../words/format.ts';
import { type DateOrder, dateHint, parseDate } from './typed.ts';

describe('a date as it is typed', () => {
  it('is read in the order of whoever types it', () => {
    expect(parseDate('24/11/2026', 'dmy')).to.equal('2026-11-24');
    expect(parseDate('11/24/2026', 'mdy')).to.equal('2026-11-24');
    expect(parseDate('2026-11-24', 'ymd')).to.equal('2026-11-24');
    expect(parseDate('3/4/2026', 'dmy')).to.equal('2026-04-03');
    expect(parseDate('3/4/2026', 'mdy')).to.equal('2026-03-04');
  });
  it('may have points, hyphens or spaces, and a year of two figures', () => {
    for (const text of ['24.11.2026', '24-11-2026', ' 24 11 2026 ', '24/11/26', '24.11.26'])
      expect(parseDate(text, 'dmy'), text).to.equal('2026-11-24');
  });
  it('with the year in front is the same in every order', () => {
    for (const order of ['dmy', 'mdy', 'ymd'] as const) expect(parseDate('2026-11-24', order)).to.equal('2026-11-24');
  });
  it('is none where no calendar has it, or it is not whole yet', () => {
    for (const text of ['31/02/2026', '24/13/2026', '24/11', '24/11/', 'tomorrow', '', '0/1/2026', '24/11/202x'])
      expect(parseDate(text, 'dmy'), text).to.equal(null);
  });
  it('is read back from how it is shown', () => {
    for (const dateOrder of ['dmy', 'mdy', 'ymd'] as DateOrder[]) {
      const shown = formatDate('2026-03-04', { system: 'metric', decimalMark: '.', dateOrder });
      expect(parseDate(shown, dateOrder)).to.equal('2026-03-04');
      expect(dateHint(dateOrder)).to.have.length(10);
    }
  });
});
