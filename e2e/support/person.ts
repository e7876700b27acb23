import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import AxeBuilder from '@axe-core/playwright';
import { type BrowserContext, expect, type Page } from '@playwright/test';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { DEMO_OWNER } from '../../cli/demo.ts';
import { PROJECT } from '../../cli/folders.ts';
import { STAGE_PASSWORD } from '../../cli/stage.ts';

/** What the browser says where a journey lays nothing in for the day without signal. */
const NO_WORKER = 'Service Worker registration blocked by Playwright';

/** The path of an address, without the ids in it, which could be taken for the number of an error. */
const pathOf = (address: string): string =>
  URL.canParse(address) ? new URL(address).pathname.replace(/[0-9a-f-]{36}/g, ':id') : '';

/** Console errors, warnings and uncaught exceptions of a page; a journey ends by expecting none. */
export function watchConsole(page: Page): string[] {
  const errors: string[] = [];
  page.on('console', (message) => {
    if ((message.type() === 'error' || message.type() === 'warning') && message.text() !== NO_WORKER)
      errors.push(`${message.text()} ${pathOf(message.location().url)}`);
  });
  page.on('pageerror', (error) => errors.push(String(error)));
  return errors;
}

/** Types somebody's way in at the page. */
export { signInAtPage as typeIn } from '../../cli/stageSession.ts';

/** Lets somebody of a stage in; no page is opened yet. Typing the way in is tried where it is what is tried. */
export async function signIn(page: Page, email: string = DEMO_OWNER.email): Promise<void> {
  const answer = await page.request.post('/api/session', { data: { email, password: STAGE_PASSWORD } });
  expect(answer.status(), await answer.text()).toBe(200);
}

/** Opens the first page, to go on from there as a person does: by keys and links. */
export async function openFirstPage(page: Page): Promise<void> {
  await page.goto('/');
  await page.getByRole('navigation', { name: 'Main' }).waitFor();
}

/** Opens a step of a site of the demo. */
export async function openSite(page: Page, name: string, step: string): Promise<void> {
  await page.goto(`/sites/${await siteNamed(page, name)}/${step}`);
}

/** @returns the id of a site */
async function siteNamed(page: Page, name: string): Promise<string> {
  const { body } = await ask<{ items: { id: string; name: string }[] }>(page, 'GET', '/api/sites?limit=100');
  const found = body.items.find((site) => site.name === name);
  if (found === undefined) throw new Error(`There is no site called ${name}.`);
  return found.id;
}

/** No serious or critical finding on the page as it stands. */
export async function expectAccessible(page: Page): Promise<void> {
  // What passes is not told, and no second page is opened to put frames together: the pages have none from elsewhere.
  const looking = new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).setLegacyMode(true);
  const { violations } = await looking.analyze();
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

/** Asks the API as whoever is signed in on a page, which need not be open yet. */
export async function ask<T>(
  page: Page,
  method: string,
  path: string,
  body?: unknown,
): Promise<{ status: number; body: T }> {
  const { csrf } = await (await page.request.get('/api/session')).json();
  const data = body === undefined ? {} : { data: body };
  const answer = await page.request.fetch(path, { method, headers: { 'x-csrf-token': csrf }, ...data });
  return { status: answer.status(), body: await answer.json() };
}

/** Goes on in the field to the card of a step: every caution is answered yes, and what asks for more than a tick is left out. */
export async function toCard(field: Page, verb: string): Promise<void> {
  for (let cards = 0; cards < 20; cards += 1) {
    const now = (await field.locator('.verb').textContent()) ?? '';
    if (now === verb) return;
    await answerCautions(field);
    await field.getByRole('button', { name: `Begin: ${now}` }).tap();
    await leaveCard(field, now);
    await expect(field.locator('.verb')).not.toHaveText(now);
  }
}

/** The same to the end: what asks for more than a tick is left out, and the glass is washed. */
export async function washThrough(field: Page): Promise<void> {
  const over = field.getByRole('heading', { name: 'Washed' });
  for (let cards = 0; cards < 25 && !(await over.isVisible()); cards += 1) {
    const now = (await field.locator('.verb').textContent()) ?? '';
    await answerCautions(field);
    await field.getByRole('button', { name: `Begin: ${now}` }).tap();
    await leaveCard(field, now);
    await expect(over.or(field.locator('.verb').filter({ hasNotText: now }))).toBeVisible();
  }
}

/** Answers every caution of a card yes. */
export async function answerCautions(field: Page): Promise<void> {
  while ((await field.locator('[aria-label="Caution"] .answers').count()) > 0) {
    const asked = (await field.locator('[aria-label="Caution"] strong').first().textContent()) ?? '';
    await field.getByRole('button', { name: 'Yes', exact: true }).tap();
    await expect(field.locator('[aria-label="Caution"]').filter({ hasText: asked })).toHaveCount(0);
  }
}

/** Ends a card that was begun: done where that can be said, and left out with a reason where it asks for more. */
async function leaveCard(field: Page, verb: string): Promise<void> {
  const done = field.getByRole('button', { name: `${verb}: done` });
  await expect(done.or(field.locator('.lacking'))).toBeVisible();
  if (await done.isVisible()) return done.tap();
  await field.getByRole('button', { name: 'Cannot, or stop here' }).tap();
  await field.getByLabel('Why').fill('not on this visit');
  await field.getByRole('button', { name: 'This step cannot be done: leave it out' }).tap();
}

/** Draws across the field for the signature. */
export async function drawSignature(page: Page): Promise<void> {
  const field = page.locator('.signature-field canvas');
  await field.scrollIntoViewIfNeeded();
  const box = await field.boundingBox();
  if (!box) throw new Error('no field to sign in');
  await page.mouse.move(box.x + 20, box.y + 40);
  await page.mouse.down();
  await page.mouse.move(box.x + 150, box.y + 70, { steps: 6 });
  await page.mouse.move(box.x + 260, box.y + 30, { steps: 6 });
  await page.mouse.up();
}
