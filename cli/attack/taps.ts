import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type BrowserContext, chromium, type Page } from '@playwright/test';
import { BROWSER_FLAGS } from '../browser.ts';
import { ensureChromium } from '../debian.ts';
import { setStage } from '../stage.ts';
import { signInAtPage } from '../stageSession.ts';
import { type Attack, tally } from './attack.ts';

const JOB = 'Oakes farmhouse';
/** Longest that the screen may take to say that a tap is kept, ms. */
const PATIENCE = 30_000;

/** A phone whose browser keeps what it keeps in a folder, however it ends. */
function phone(profile: string, baseURL: string) {
  const open = async (): Promise<{ context: BrowserContext; page: Page }> => {
    const context = await chromium.launchPersistentContext(profile, {
      baseURL,
      executablePath: ensureChromium(),
      args: BROWSER_FLAGS,
      viewport: { width: 390, height: 844 },
      hasTouch: true,
      isMobile: true,
    });
    return { context, page: context.pages()[0] ?? (await context.newPage()) };
  };
  /** Ends all of the browser on the spot, as a system does that needs the memory. */
  const kill = (): void => {
    spawnSync('pkill', ['-KILL', '-f', `user-data-dir=${profile}`]);
  };
  return { open, kill };
}

/** How many taps the page says wait on this device. */
async function waiting(page: Page): Promise<number> {
  const text = await page
    .getByText(/not sent yet: kept on this device/)
    .first()
    .textContent({ timeout: PATIENCE });
  return Number.parseInt(text ?? '', 10);
}

/**
 * Taps on a phone without a signal, its browser killed at the moment at which the screen says that the tap is kept: the tap is
 * there when it is opened again. A tap that the screen has not acknowledged may be lost, and is not shown as done.
 * @param address of a served demo @param times of a kill
 */
export async function tapsBeforeKills(address: string, times: number) {
  const { hold, outcome } = tally();
  ensureChromium();
  const profile = mkdtempSync(join(tmpdir(), 'pail-taps-'));
  const { open, kill } = phone(profile, address);
  try {
    const first = await open();
    await signInAtPage(first.page, 'crew@harbourpail.example');
    await first.page.goto('/field');
    await first.page.getByRole('link', { name: new RegExp(JOB) }).tap();
    await first.page.getByRole('heading', { name: 'Brush' }).waitFor();
    const card = first.page.url();
    await first.page.evaluate(async () => {
      await navigator.serviceWorker.ready;
    });
    // Once more from what the phone keeps, so that the first tap too is made without a signal.
    await first.page.reload();
    await first.page.getByRole('heading', { name: 'Brush' }).waitFor();
    await first.context.close();
    for (let kept = 0; kept < times; ) {
      const { context, page } = await open();
      await context.setOffline(true);
      await page.goto(card);
      await page.getByRole('heading', { name: 'Brush' }).waitFor({ timeout: PATIENCE });
      if (kept > 0) {
        const found = await waiting(page);
        hold(found === kept, `after kill ${kept}: ${found} of ${kept} taps are there`);
        kept = found;
      }
      await page.getByRole('button', { name: /^Module 12, row 2/ }).tap();
      await page
        .getByText(`${kept + 1} not sent yet`)
        .first()
        .waitFor({ timeout: PATIENCE });
      kill();
      await context.close().catch(() => undefined);
      kept += 1;
    }
    const { context, page } = await open();
    await context.setOffline(true);
    await page.goto(card);
    await page.getByRole('heading', { name: 'Brush' }).waitFor({ timeout: PATIENCE });
    hold((await waiting(page)) === times, 'the last tap is there');
    await context.close();
  } finally {
    kill();
    rmSync(profile, { recursive: true, force: true });
  }
  return outcome;
}

export const taps: Attack = {
  name: 'taps before the browser is killed',
  full: 200,
  // A journey does it some times.
  small: 0,
  async run(times) {
    const stage = await setStage();
    try {
      return await tapsBeforeKills(stage.server.address, times);
    } finally {
      await stage.strike();
    }
  },
};
