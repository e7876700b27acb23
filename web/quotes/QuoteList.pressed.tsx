import { expect } from 'chai';
import { inBrowser } from '../testing/browser.tsx';
import { quote } from '../testing/quotes.ts';
import { QuoteList } from './QuoteList.tsx';

describe('a list that is pressed for more', () => {
  const browser = inBrowser();
  const asked: string[] = [];
  const answer = (body: object) =>
    new Response(JSON.stringify(body), { headers: { 'content-type': 'application/json' } });
  before(() => {
    globalThis.fetch = async (address) => {
      if (String(address).endsWith('/following')) return answer({ items: [] });
      asked.push(String(address));
      const second = String(address).includes('cursor=two');
      const page = second ? { items: [quote(2)], next: null } : { items: [quote(1)], next: 'two' };
      return answer(page);
    };
  });

  it('grows by its next page, and begins anew where another part of it is asked for', async () => {
    browser.show(<QuoteList />);
    await browser.until(() => browser.screen.getByText('Barn 1'));
    await browser.user.click(browser.screen.getByRole('button', { name: 'Show more' }));
    await browser.until(() => browser.screen.getByText('Barn 2'));
    expect(browser.screen.getByText('Barn 1')).to.not.equal(null);
    expect(browser.screen.queryByRole('button', { name: 'Show more' })).to.equal(null);
    await browser.user.selectOptions(browser.screen.getByLabelText('Show quotes that are'), 'sent');
    await browser.until(() => expect(browser.screen.queryByText('Barn 2')).to.equal(null));
    expect(asked).to.deep.equal([
      '/api/quotes?limit=50',
      '/api/quotes?limit=50&cursor=two',
      '/api/quotes?state=sent&limit=50',
    ]);
  });
});
