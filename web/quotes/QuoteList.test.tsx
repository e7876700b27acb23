import { expect } from 'chai';
import { read } from '../testing/markup.tsx';
import { quote } from '../testing/quotes.ts';
import { QuoteList } from './QuoteList.tsx';

const listed = (pages: { items: unknown[]; next: string | null }[]) =>
  read(<QuoteList />, {
    answers: [[['listQuotes', null, { limit: 50 }, 'pages'], { pages, pageParams: [null, 'two'] }]],
  });

describe('a list that comes in pages', () => {
  it('shows all pages that were asked for, in their order, and offers the next', () => {
    const text = listed([
      { items: [quote(1), quote(2)], next: 'two' },
      { items: [quote(3)], next: 'three' },
    ]);
    expect(text).to.match(/Barn 1.*Barn 2.*Barn 3/);
    expect(text).to.match(/Show more.*the first 3 quotes/);
  });
  it('offers no more where all of it is shown', () => {
    expect(listed([{ items: [quote(1)], next: null }])).not.to.include('Show more');
  });
  it('says where there is nothing', () => {
    expect(listed([{ items: [], next: null }])).to.include('No quotes here.');
  });
});
