import { expect } from 'chai';
import { inBrowser } from '../testing/browser.tsx';
import { Later } from './Later.tsx';

describe('a picture that comes after the figures', () => {
  const browser = inBrowser();
  /** What a browser does as somebody scrolls: tells each watcher whether its place is near the screen. */
  const scrolled: ((near: boolean) => void)[] = [];
  const original = globalThis.IntersectionObserver;
  before(() => {
    globalThis.IntersectionObserver = class {
      private watching = true;
      constructor(told: IntersectionObserverCallback) {
        scrolled.push((near) => {
          if (this.watching)
            told([{ isIntersecting: near } as IntersectionObserverEntry], this as unknown as IntersectionObserver);
        });
      }
      observe() {}
      disconnect() {
        this.watching = false;
      }
    } as unknown as typeof IntersectionObserver;
  });
  after(() => {
    globalThis.IntersectionObserver = original;
  });
  afterEach(() => {
    scrolled.length = 0;
  });
  const scroll = (near: boolean) => {
    for (const tell of scrolled) tell(near);
  };

  it('is not drawn while it is far off, and is once somebody comes near', async () => {
    browser.show(<Later height={200}>a chart</Later>);
    scroll(false);
    await new Promise((resolve) => setTimeout(resolve, 150));
    expect(browser.screen.queryByText('a chart')).to.equal(null);
    expect((browser.screen.getByText(/Drawing/).closest('div[style]') as HTMLElement).style.minHeight).to.equal(
      '200px',
    );
    scroll(true);
    await browser.until(() => browser.screen.getByText('a chart'));
    expect(browser.screen.queryByText(/Drawing/)).to.equal(null);
  });

  it('holds up no other where its page was left before its turn', async () => {
    const { unmount } = browser.show(<Later height={100}>the first</Later>);
    scroll(true);
    unmount();
    browser.show(<Later height={100}>the second</Later>);
    scroll(true);
    await browser.until(() => browser.screen.getByText('the second'));
  });
});
