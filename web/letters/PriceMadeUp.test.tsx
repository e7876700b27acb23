import { expect } from 'chai';
import { quoteOfEveryLine } from '../../contract/testing/quotes.ts';
import { DEFAULT_UNITS } from '../../core/units/quantities.ts';
import { formatMoney } from '../../words/format.ts';
import { inEnglish } from '../../words/testing/inEnglish.ts';
import { read } from '../testing/markup.tsx';
import { PriceMadeUp } from './LetterPage.tsx';

describe('the customer’s page', () => {
  it('has a line of every kind with its quantity, its unit and its amount', () => {
    const content = quoteOfEveryLine();
    const text = read(<PriceMadeUp content={content} />);
    for (const line of content.one.lines) {
      const quantity = inEnglish({ code: 'line-quantity', params: line });
      const amount = formatMoney(line.amount, 'ZAR', DEFAULT_UNITS);
      expect(text).to.include(`${inEnglish(line.label)} ${quantity} ${amount}`.replace(/\s/g, ' '));
    }
  });
});
