import { mkdirSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { chromium, type Page } from '@playwright/test';
import { BROWSER_FLAGS } from './browser.ts';
import { ensureChromium } from './debian.ts';
import { PROJECT } from './folders.ts';
import { setStage } from './stage.ts';
import { signInAtPage } from './stageSession.ts';

interface Shot {
  name: string;
  /** how to get there from the start page */
  go: (page: Page) => Promise<void>;
  phone?: boolean;
}

const onSite = (name: string, step: string) => async (page: Page) => {
  await page.goto('/sites');
  await page.getByRole('link', { name, exact: true }).click();
  await page.waitForURL(/\/sites\/[0-9a-f-]+/);
  const id = page.url().match(/sites\/([0-9a-f-]+)/)?.[1];
  await page.goto(`/sites/${id}/${step}`);
};

const inField =
  (name: string, act: (page: Page) => Promise<void> = async () => undefined) =>
  async (page: Page) => {
    await page.goto('/field');
    await page.getByRole('link', { name: new RegExp(name) }).click();
    await page.getByRole('heading', { level: 1 }).first().waitFor();
    await act(page);
  };

/** One picture of each main view. */
const SHOTS: Shot[] = [
  { name: 'day', go: (page) => page.goto('/').then(() => undefined) },
  { name: 'sites', go: (page) => page.goto('/sites').then(() => undefined) },
  { name: 'look', go: onSite('Oakes farmhouse', 'look') },
  {
    name: 'drawing',
    go: async (page) => {
      await onSite('Oakes farmhouse', 'look')(page);
      await page.getByRole('link', { name: /^draw / }).click();
      await page.getByRole('application').waitFor();
    },
  },
  {
    name: 'records',
    go: async (page) => {
      await onSite('Oakes farmhouse', 'records')(page);
      await page.locator('.recharts-surface').first().waitFor();
    },
  },
  { name: 'reckon', go: onSite('Thornfield cellar', 'reckon') },
  { name: 'plan', go: onSite('Pear Tree packing shed', 'plan') },
  { name: 'offer', go: onSite('Hollow house', 'offer') },
  {
    name: 'letter',
    phone: true,
    go: async (page) => {
      await onSite('Hollow house', 'offer')(page);
      await page.getByRole('button', { name: 'Make a private link' }).click();
      await page.goto(await page.getByLabel(/^Send this to the customer/).inputValue());
      await page.locator('.letter').waitFor();
    },
  },
  {
    name: 'kit',
    go: async (page) => {
      await page.goto('/kit');
      await page.getByRole('button', { name: 'Beetle' }).click();
    },
  },
  {
    name: 'spray',
    go: async (page) => {
      await onSite('School carport', 'plan')(page);
      await page.getByRole('link', { name: 'A spray line beside visits' }).first().click();
      await page.getByLabel('The line, put up').fill('9500');
      await page.getByText(/^The line does/).waitFor();
    },
  },
  { name: 'show', go: onSite('Low Ferry clinic', 'show') },
  {
    name: 'report',
    go: async (page) => {
      await onSite('Low Ferry clinic', 'show')(page);
      await page.getByRole('link', { name: 'the customer’s page' }).click();
      await page.locator('.letter').waitFor();
    },
  },
  {
    name: 'rules',
    go: async (page) => {
      await page.goto('/rules');
      await page.getByText(/Nothing yet, in/).waitFor();
    },
  },
  { name: 'known', go: (page) => page.goto('/known').then(() => undefined) },
  {
    name: 'bench-patch',
    go: async (page) => {
      await page.goto('/bench/patch');
      await page.locator('[data-module="4"][data-row="2"][data-column="3"]').click();
      await page.getByText('The curve behind it').click();
      await page.locator('.recharts-surface').waitFor();
    },
  },
  {
    name: 'bench-water',
    go: async (page) => {
      await page.goto('/bench/water');
      await page.locator('.water-curves .recharts-surface').last().waitFor();
    },
  },
  {
    name: 'field-caution',
    phone: true,
    go: inField('Pear Tree', async (page) => {
      await page.getByRole('button', { name: 'Yes', exact: true }).click();
      await page.getByRole('button', { name: 'Begin: Brief' }).click();
      await page.getByRole('button', { name: 'Brief: done' }).click();
      await page.getByRole('heading', { name: 'Arrive' }).waitFor();
    }),
  },
  { name: 'field-brush', phone: true, go: inField('Oakes farmhouse') },
];

/** Takes the pictures of docs/screenshots again, from the demo data. `PAIL_SHOTS` names a few, `PAIL_SHOTS_TO` another folder. */
export async function screenshots(): Promise<number> {
  ensureChromium();
  const folder = process.env.PAIL_SHOTS_TO ?? join(PROJECT, 'docs/screenshots');
  const wanted = process.env.PAIL_SHOTS?.split(',');
  mkdirSync(folder, { recursive: true });
  if (!wanted) for (const file of readdirSync(folder)) if (file.endsWith('.png')) rmSync(join(folder, file));
  const stage = process.env.PAIL_STAGE ? null : await setStage();
  const address = process.env.PAIL_STAGE ?? stage?.server.address ?? '';
  const browser = await chromium.launch({ executablePath: ensureChromium(), args: BROWSER_FLAGS });
  try {
    for (const phone of [false, true]) {
      const context = await browser.newContext({
        baseURL: address,
        viewport: phone ? { width: 390, height: 844 } : { width: 1280, height: 800 },
        hasTouch: phone,
        serviceWorkers: 'block',
      });
      const page = await context.newPage();
      await signInAtPage(page);
      for (const shot of SHOTS.filter(
        (item) => (item.phone ?? false) === phone && (!wanted || wanted.includes(item.name)),
      )) {
        await shot.go(page);
        await page.waitForLoadState('networkidle');
        await page.waitForTimeout(300);
        await page.screenshot({ path: join(folder, `${shot.name}.png`) });
        console.log(shot.name);
      }
      await context.close();
    }
  } finally {
    await browser.close();
    await stage?.strike();
  }
  return 0;
}
