import { expect } from 'chai';
import { inBrowser } from '../testing/browser.tsx';
import { AskReason } from './AskReason.tsx';
import { PlainNumber } from './PlainNumber.tsx';

describe('what is pressed and typed', () => {
  const browser = inBrowser();

  it('as a number counts as soon as it can be used, and says so where it cannot', async () => {
    const values: number[] = [];
    browser.show(
      <PlainNumber label="Tilt" suffix="°" value={20} min={0} max={90} onValue={(value) => values.push(value)} />,
    );
    const field = browser.screen.getByLabelText('Tilt') as HTMLInputElement;
    expect(field.value).to.equal('20');
    await browser.user.clear(field);
    expect(browser.screen.getByText('A number from 0 to 90')).to.not.equal(null);
    await browser.user.type(field, '12,5');
    expect(values.at(-1)).to.equal(12.5);
    expect(browser.screen.queryByText('A number from 0 to 90')).to.equal(null);
    const before = values.length;
    await browser.user.type(field, '00');
    expect(values.slice(before)).to.deep.equal([12.5, 12.5]);
    await browser.user.clear(field);
    await browser.user.type(field, '91');
    expect(values.at(-1)).to.equal(9);
    expect(browser.screen.getByText('A number from 0 to 90')).to.not.equal(null);
  });

  it('as a reason is asked for until it is given, and then taken without the blanks about it', async () => {
    const reasons: string[] = [];
    let closed = 0;
    browser.show(
      <AskReason
        title="Leave it out"
        label="Why"
        action="Leave out"
        onReason={(reason) => reasons.push(reason)}
        onClose={() => {
          closed += 1;
        }}
      />,
    );
    await browser.user.click(browser.screen.getByRole('button', { name: 'Leave out' }));
    expect(browser.screen.getByText('Say why in a few words')).to.not.equal(null);
    await browser.user.type(browser.screen.getByLabelText('Why'), '   ');
    await browser.user.click(browser.screen.getByRole('button', { name: 'Leave out' }));
    expect(reasons).to.deep.equal([]);
    await browser.user.type(browser.screen.getByLabelText('Why'), 'it was wet ');
    await browser.user.click(browser.screen.getByRole('button', { name: 'Leave out' }));
    expect(reasons).to.deep.equal(['it was wet']);
    await browser.user.click(browser.screen.getByRole('button', { name: 'Leave as it is' }));
    expect([closed, reasons.length]).to.deep.equal([1, 1]);
  });
});
