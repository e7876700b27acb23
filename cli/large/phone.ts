import { type Browser, type BrowserContext, chromium, type Page } from '@playwright/test';
import { BROWSER_FLAGS } from '../browser.ts';
import { CHROMIUM, ensureChromium } from '../debian.ts';
import { DEMO_OWNER } from '../demo.ts';
import { STAGE_PASSWORD, setStage } from '../stage.ts';

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

/** Opens a site as somebody who has never been there on this phone, until its figures stand. */
async function open(browser: Browser, baseURL: string, path: string): Promise<Opened> {
  const context = await browser.newContext({ baseURL, viewport: SCREEN, hasTouch: true, serviceWorkers: 'block' });
  try {
    const page = await context.newPage();
    await page.goto('/sign-in');
    await page.getByLabel('Email').fill(DEMO_OWNER.email);
    await page.getByLabel('Password').fill(STAGE_PASSWORD);
    await page.getByRole('button', { name: 'Sign in' }).click();
    await page.getByRole('navigation', { name: 'Main' }).waitFor();
    await page.addInitScript(() => {
      const found: number[] = [];
      Object.assign(window, { blocked: found });
      new PerformanceObserver((list) => found.push(...list.getEntries().map(({ duration }) => duration))).observe({
        type: 'longtask',
      });
    });
    const loaded = await slowed(context, page);
    const begun = performance.now();
    await page.goto(path, { waitUntil: 'commit' });
    await page.locator('.page-right [data-figure], .page-right .figure-box').first().waitFor();
    const usable = performance.now() - begun;
    await page.waitForLoadState('networkidle');
    const blocked: number[] = await page.evaluate(() => (window as unknown as { blocked: number[] }).blocked);
    return { usable, longest: Math.max(0, ...blocked), ...loaded() };
  } finally {
    await context.close();
  }
}

/** How long the spread of a site takes on a slow phone. */
export async function phone(): Promise<void> {
  ensureChromium();
  const stage = await setStage();
  const browser = await chromium.launch({ executablePath: CHROMIUM, args: BROWSER_FLAGS });
  try {
    const answer = await fetch(`${stage.server.address}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ email: DEMO_OWNER.email, password: STAGE_PASSWORD }),
    });
    const cookie = answer.headers
      .getSetCookie()
      .map((one) => one.split(';')[0])
      .join('; ');
    const sites = await (await fetch(`${stage.server.address}/api/sites`, { headers: { cookie } })).json();
    const { items } = sites as { items: { id: string; name: string }[] };
    const cellar = items.find(({ name }) => name.includes('cellar'));
    const rounds: Opened[] = [];
    for (let round = 0; round < ROUNDS; round += 1)
      rounds.push(await open(browser, stage.server.address, `/sites/${cellar?.id}/reckon`));
    const middle = (of: (opened: Opened) => number) =>
      rounds.map(of).sort((a, b) => a - b)[Math.floor(ROUNDS / 2)] ?? Number.NaN;
    const [usable, longest] = [middle((one) => one.usable), middle((one) => one.longest)];
    console.log(`\nThe spread of a site on a phone ${SLOWER} times slower, at 1.6 Mbit/s, nothing kept from before`);
    console.log(`  usable after ${(usable / 1000).toFixed(1)} s   ${usable <= USABLE ? 'holds' : 'DOES NOT HOLD'}`);
    console.log(`  longest task ${longest.toFixed(0)} ms   ${longest <= LONGEST ? 'holds' : 'DOES NOT HOLD'}`);
    console.log(`  ${middle((one) => one.kilobytes).toFixed(0)} kB in ${middle((one) => one.files)} files`);
  } finally {
    await browser.close();
    await stage.strike();
  }
}
