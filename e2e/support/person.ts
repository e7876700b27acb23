import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import AxeBuilder from '@axe-core/playwright';
import { type BrowserContext, expect, type Page } from '@playwright/test';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { PROJECT } from '../../cli/folders.ts';

/** Console errors, warnings and uncaught exceptions of a page; a journey ends by expecting none. */
export function watchConsole(page: Page): string[] {
  const errors: string[] = [];
  page.on('console', (message) => {
    if (message.type() === 'error' || message.type() === 'warning') errors.push(message.text());
  });
  page.on('pageerror', (error) => errors.push(String(error)));
  return errors;
}

export { signInAtPage as signIn } from '../../cli/stageDoor.ts';

/** Opens a step of a site of the demo. */
export async function openSite(page: Page, name: string, step: string): Promise<void> {
  await page.goto('/sites');
  await page.getByRole('link', { name, exact: true }).click();
  await page.waitForURL(/\/sites\/[0-9a-f-]+/);
  await page.goto(`${page.url().split('/').slice(0, 5).join('/')}/${step}`);
}

/** No serious or critical finding on the page as it stands. */
export async function expectAccessible(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page }).analyze();
  const grave = violations.filter(({ impact }) => impact === 'serious' || impact === 'critical');
  expect(grave.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.html.slice(0, 120)).join(' | ')}`)).toEqual(
    [],
  );
}

/** The text of a PDF that the server makes. */
export async function paperText(context: BrowserContext, address: string): Promise<string> {
  const response = await context.request.get(address);
  expect(response.headers()['content-type']).toBe('application/pdf');
  const document = await getDocument({ data: new Uint8Array(await response.body()), verbosity: 0 }).promise;
  const parts: string[] = [];
  for (let number = 1; number <= document.numPages; number += 1) {
    const { items } = await (await document.getPage(number)).getTextContent();
    for (const item of items) if ('str' in item) parts.push(item.hasEOL ? `${item.str} ` : item.str);
  }
  return plain(parts.join(''));
}

/** Does something that writes, and goes on when the server has answered: who leaves the page before takes the write with them. */
export async function answered(page: Page, write: () => Promise<void>): Promise<void> {
  const answer = page.waitForResponse(
    (response) => response.url().includes('/api/') && response.request().method() !== 'GET',
  );
  await write();
  expect((await answer).status()).toBeLessThan(300);
}

/** Text with every kind of space as one plain space. */
export const plain = (text: string): string => text.replace(/[\s\u00a0\u202f]+/g, ' ');

/** Writes down on the first card what the work asks for, where nobody has yet: whoever is on the spot can. */
export async function writeSafetySheet(page: Page): Promise<void> {
  await expect(page.getByText('Nobody begins before this is written down.')).toBeVisible();
  await page.getByLabel('Emergency number').fill('000');
  await page.getByLabel('What to tell them').fill('The gate on the yard side');
  await page.getByLabel('In charge of the work above').fill('Ada Brook');
  await page.getByLabel('Way up, and where one stands').fill('Lift on the yard');
  await page.getByLabel('Anchors, edge protection').fill('None: from the lift alone');
  await page.getByLabel('Overhead lines').selectOption('no');
  await page.getByLabel('Brittle roof, skylights').selectOption('no');
  await page.getByLabel('Switching off and on').fill('AC side first, then DC, by the manual');
  await page.getByLabel('Rescue').fill('The second person lowers the lift');
  await answered(page, () => page.getByRole('button', { name: 'Save the sheet' }).tap());
  await expect(page.getByText('Nobody begins before this is written down.')).toBeHidden();
}

/** What `./pail compute` answers. */
export function compute<T>(name: string, input: unknown): T {
  const ran = spawnSync(join(PROJECT, 'pail'), ['compute', name], { input: JSON.stringify(input), encoding: 'utf8' });
  expect(ran.status, ran.stderr).toBe(0);
  return JSON.parse(ran.stdout) as T;
}
