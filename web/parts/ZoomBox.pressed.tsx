import { expect } from 'chai';
import { inBrowser } from '../testing/browser.tsx';
import { ZoomBox } from './ZoomBox.tsx';

describe('a drawing with buttons for its size', () => {
  const browser = inBrowser();
  /** A box of 300 by 200 px about a drawing of 1,200 by 400, for this page has no sizes of its own. */
  const show = () => {
    const sizes: number[] = [];
    browser.show(
      <ZoomBox className="box">
        {(zoom) => {
          sizes.push(zoom);
          return <span>drawn at {zoom}</span>;
        }}
      </ZoomBox>,
    );
    const box = document.querySelector('.box') as HTMLElement;
    const drawing = document.querySelector('.zoomed') as HTMLElement;
    const now = () => sizes.at(-1) ?? Number.NaN;
    const fix = (element: HTMLElement, name: string, value: () => number) =>
      Object.defineProperty(element, name, { get: value, configurable: true });
    fix(box, 'clientWidth', () => 300);
    fix(box, 'clientHeight', () => 200);
    fix(drawing, 'offsetWidth', () => 1200 * now());
    fix(drawing, 'offsetHeight', () => 400 * now());
    return now;
  };
  const press = (name: string) => browser.user.click(browser.screen.getByRole('button', { name }));

  it('shows all of it, and goes back to the usual size', async () => {
    const now = show();
    expect(now()).to.equal(1);
    await press('Show all');
    expect(now()).to.equal(0.25);
    await press('Smaller');
    expect(now()).to.equal(0.25);
    await press('Usual size');
    expect(now()).to.equal(1);
  });

  it('grows and shrinks by the same step, to a limit', async () => {
    const now = show();
    await press('Larger');
    expect(now()).to.equal(1.5);
    await press('Smaller');
    expect(now()).to.equal(1);
    for (let times = 0; times < 5; times += 1) await press('Larger');
    expect(now()).to.equal(3);
  });
});
