import { expect } from 'chai';
import { quoteOfEveryLine } from '../../contract/testing/quotes.ts';
import { DEFAULT_UNITS } from '../../core/units/quantities.ts';
import { formatMoney } from '../../words/format.ts';
import { inEnglish } from '../../words/testing/inEnglish.ts';
import { textsOf } from './glyphs.ts';
import { quotePaper } from './quotePaper.ts';

describe('the paper of a quote', () => {
  it('has a line of every kind with its quantity, its unit and its amount', () => {
    const quote = quoteOfEveryLine();
    const named = { firm: 'Test Panel Care', customer: 'Ines Fell', site: 'Fell barn', place: 'Merrow' };
    const drawn = quotePaper({ quote, ...named, modules: 20, units: DEFAULT_UNITS, roofs: [] });
    const text = textsOf(drawn).join(' ').replace(/\s/g, ' ');
    for (const line of quote.one.lines) {
      const quantity = inEnglish({ code: 'line-quantity', params: line });
      const amount = formatMoney(line.amount, 'ZAR', DEFAULT_UNITS);
      expect(text).to.include(`${inEnglish(line.label)} ${quantity} ${amount}`.replace(/\s/g, ' '));
    }
  });
});
