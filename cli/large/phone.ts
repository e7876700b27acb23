import { type Browser, type BrowserContext, chromium, type Page } from '@playwright/test';
import { BROWSER_FLAGS } from '../browser.ts';
import { ensureChromium } from '../debian.ts';
import { setStage } from '../stage.ts';
import { signedIn, signInAtPage, TWO_THOUSAND, twoThousand } from '../stageSession.ts';

/** A phone of some years ago, on a roof: so many times slower, and a line of 1.6 Mbit/s with a long way to go. */
const SLOWER = 4;
const LINE = { offline: false, downloadThroughput: 1_600_000 / 8, uploadThroughput: 750_000 / 8, latency: 150 };
const SCREEN = { width: 390, height: 844 };
const ROUNDS = 3;
/** Until the figures stand, and the longest that the page may be deaf meanwhile, ms. */
const USABLE = 2500;
const LONGEST = 200;

interface Opened {
  usable: number;
  longest: number;
  kilobytes: number;
  files: number;
}

async function slowed(context: BrowserContext, page: Page): Promise<() => { kilobytes: number; files: number }> {
  const client = await context.newCDPSession(page);
  let [bytes, files] = [0, 0];
  client.on('Network.loadingFinished', ({ encodedDataLength }) => {
    bytes += encodedDataLength;
    files += 1;
  });
  await client.send('Network.enable');
  await client.send('Network.setCacheDisabled', { cacheDisabled: true });
  await client.send('Network.emulateNetworkConditions', LINE);
  await client.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
  return () => ({ kilobytes: bytes / 1000, files });
}

const holds = (found: number, most: number): string => (found <= most ? 'holds' : 'DOES NOT HOLD');

/** Has the page count what makes it deaf for over 50 ms, from its next opening on or from now on. */
function countLongTasks(): void {
  const found: number[] = [];
  Object.assign(window, { blocked: found });
  new PerformanceObserver((list) => found.push(...list.getEntries().map(({ duration }) => duration))).observe({
    type: 'longtask',
  });
}

const longestTask = async (page: Page): Promise<number> =>
  Math.max(0, ...(await page.evaluate(() => (window as unknown as { blocked: number[] }).blocked)));

/** The longest task while a face of 2,000 modules is opened for marking, ms. */
async function openMarking(browser: Browser, baseURL: string, { siteId }: { siteId: string }): Promise<number> {
  const context = await browser.newContext({ baseURL, viewport: SCREEN, hasTouch: true });
  try {
    const page = await context.newPage();
    await signInAtPage(page);
    await page.goto(`/sites/${siteId}/look`);
    await page.getByRole('button', { name: TWO_THOUSAND }).click();
    await page.getByRole('button', { name: 'Record an inspection' }).click();
    await page.waitForLoadState('networkidle');
    const client = await context.newCDPSession(page);
    await client.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
    await page.evaluate(countLongTasks);
    await page.getByRole('button', { name: 'Mark them on the roof' }).click();
    await page.locator('.marking-roof [data-module="1999"]').waitFor({ state: 'attached' });
    await page.waitForTimeout(1000);
    return await longestTask(page);
  } finally {
    await context.close();
  }
}

/** Opens a site as somebody who has never been there on this phone, until its figures stand. */
async function open(browser: Browser, baseURL: string, path: string): Promise<Opened> {
  const context = await browser.newContext({ baseURL, viewport: SCREEN, hasTouch: true, serviceWorkers: 'block' });
  try {
    const page = await context.newPage();
    await signInAtPage(page);
    await page.addInitScript(countLongTasks);
    const loaded = await slowed(context, page);
    const begun = performance.now();
    await page.goto(path, { waitUntil: 'commit' });
    await page.locator('.page-right [data-figure], .page-right .figure-box').first().waitFor();
    const usable = performance.now() - begun;
    await page.waitForLoadState('networkidle');
    return { usable, longest: await longestTask(page), ...loaded() };
  } finally {
    await context.close();
  }
}

/** How long the spread of a site takes on a slow phone. */
export async function phone(): Promise<void> {
  ensureChromium();
  const stage = await setStage();
  const browser = await chromium.launch({ executablePath: ensureChromium(), args: BROWSER_FLAGS });
  try {
    const ask = await signedIn(stage.server.address);
    const { items } = (await ask('GET', '/api/sites')) as { items: { id: string; name: string }[] };
    const cellar = items.find(({ name }) => name.includes('cellar'));
    const rounds: Opened[] = [];
    for (let round = 0; round < ROUNDS; round += 1)
      rounds.push(await open(browser, stage.server.address, `/sites/${cellar?.id}/reckon`));
    const middle = (of: (opened: Opened) => number) =>
      rounds.map(of).sort((a, b) => a - b)[Math.floor(ROUNDS / 2)] ?? Number.NaN;
    const [usable, longest] = [middle((one) => one.usable), middle((one) => one.longest)];
    console.log(`\nThe spread of a site on a phone ${SLOWER} times slower, at 1.6 Mbit/s, nothing kept from before`);
    console.log(`  usable after ${(usable / 1000).toFixed(1)} s   ${holds(usable, USABLE)}`);
    console.log(`  longest task ${longest.toFixed(0)} ms   ${holds(longest, LONGEST)}`);
    console.log(`  ${middle((one) => one.kilobytes).toFixed(0)} kB in ${middle((one) => one.files)} files`);
    const marking = await openMarking(browser, stage.server.address, await twoThousand(ask));
    console.log(
      `  the marking of 2,000 modules opened: longest task ${marking.toFixed(0)} ms   ${holds(marking, LONGEST)}`,
    );
  } finally {
    await browser.close();
    await stage.strike();
  }
}
