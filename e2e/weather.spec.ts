import { epwText } from '../core/testing/epwText.ts';
import { expectAccessible, openSite, signIn, watchConsole } from './support/person.ts';
import { expect, type Page, test } from './support/stage.ts';

const DAY = 86_400_000;
const dateAgo = (days: number) => new Date(Date.now() - days * DAY).toISOString().slice(0, 10);

async function takeIn(page: Page, label: RegExp, name: string, text: string): Promise<void> {
  const field = page.locator('.import-file', { has: page.getByLabel(label) });
  await field.getByLabel(label).setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });
  await field.getByRole('button', { name: 'Import' }).click();
}
const refused = (page: Page, label: RegExp) =>
  page.locator('.import-file', { has: page.getByLabel(label) }).getByRole('alert');

test('rain, energy and a climate are taken in whole or not at all', async ({ page }) => {
  // A refused file is answered with 400, which the browser notes on its console.
  const errors = watchConsole(page);
  await signIn(page);
  await openSite(page, 'Quill vines office', 'records');
  const [rain, energy, climate] = [/^Daily rain/, /^Daily energy of/, /^A weather file/];
  await takeIn(page, rain, 'rain.csv', 'date,rain\n2026-01-01,3\n2026-01-02,-3\n');
  await expect(refused(page, rain)).toContainText('file, line 3: rain must be a number of mm from 0 to 2000');
  await expect(page.getByText('No rain on record yet.')).toBeVisible();
  await takeIn(page, rain, 'rain.csv', '\u0000\u0001<script>');
  await expect(refused(page, rain)).toContainText('file, line 1: must name the columns date and rain');
  const days = Array.from({ length: 60 }, (_, day) => `${dateAgo(60 - day)},${day === 20 ? 14 : 0}`);
  await takeIn(page, rain, 'rain.csv', `date,rain\n${days.join('\n')}\n`);
  await expect(page.getByText('rain.csv is taken.')).toBeVisible();
  await expect(page.getByText(/^60 days from/)).toBeVisible();
  await takeIn(page, energy, 'energy.csv', 'date,energy\n2026-01-01,many\n');
  await expect(refused(page, energy)).toContainText('file, line 2');
  await takeIn(
    page,
    energy,
    'energy.csv',
    `date,energy\n${days.map((line) => line.replace(/,.*/, ',41')).join('\n')}\n`,
  );
  await expect(page.getByText(/^60 days from .* clear ones are used\.$/)).toBeVisible();
  await takeIn(page, climate, 'valley.epw', epwText().slice(0, 50_000));
  await expect(refused(page, climate)).toContainText('must hold 8760 hours');
  await takeIn(page, climate, 'valley.epw', epwText());
  await expect(page.getByText('Made-up valley, from an EPW file')).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'go back to the made-up one' }).click();
  await expect(page.getByText('Winter-rain valley (made up)')).toBeVisible();
  expect(errors.filter((error) => !/400 \(Bad Request\)/.test(error))).toEqual([]);
});

test('a file that is too large is refused before it is sent', async ({ page }) => {
  await signIn(page);
  await openSite(page, 'Quill vines office', 'records');
  const field = page.locator('.import-file', { has: page.getByLabel(/^Daily rain/) });
  const buffer = Buffer.alloc(6_000_000, 'x');
  await field.getByLabel(/^Daily rain/).setInputFiles({ name: 'rain.csv', mimeType: 'text/csv', buffer });
  await expect(field.getByRole('alert')).toContainText('over 5 MB');
  await expect(field.getByRole('button', { name: 'Import' })).toBeDisabled();
});

test('with the weather service slow, wrong or down the page says so and stays useful', async ({
  page,
  request,
  stage,
}) => {
  const errors = watchConsole(page);
  const mood = (is: string) => request.get(`${stage.weather}/mood?is=${is}`);
  await signIn(page);
  await openSite(page, 'Roadside kiosk', 'records');
  const ask = page.getByRole('button', { name: 'Ask the weather service' });
  try {
    await mood('down');
    await ask.click();
    await expect(page.getByText('The weather service cannot be reached.')).toBeVisible();
    await expect(page.getByText(/Nothing was had from it before/)).toBeVisible();
    await mood('well');
    await ask.click();
    await expect(page.getByText(/^400 days from/)).toBeVisible();
    await expect(page.getByRole('row')).toHaveCount(8);
    await mood('wrong');
    await ask.click();
    await expect(page.getByText(/answered something that cannot be weather/)).toBeVisible();
    await expect(page.getByText(/What stands here is from/)).toBeVisible();
    await expect(page.getByRole('row')).toHaveCount(8);
    await mood('slow');
    await ask.click();
    await expect(page.getByText('The weather service took longer than 4 seconds.')).toBeVisible();
    await expect(page.getByText(/^400 days from/)).toBeVisible();
    await expectAccessible(page);
  } finally {
    await mood('well');
  }
  expect(errors).toEqual([]);
});

test('the sources of a loss stand beside each other, and ten years ahead follow', async ({ page }) => {
  const errors = watchConsole(page);
  await signIn(page);
  await openSite(page, 'Thornfield cellar', 'reckon');
  const evidence = page.locator('.evidence');
  for (const item of ['The house’s expectation', 'The eye', 'A wash, measured', 'Daily energy', 'All together'])
    await expect(evidence.getByText(item).first()).toBeVisible();
  await expect(page.getByRole('heading', { name: 'What would narrow it' })).toBeVisible();
  await page.getByRole('button', { name: 'Look ten years ahead' }).click();
  const table = page.locator('.ahead-table');
  await expect(table).toBeVisible();
  const tenth = async () =>
    Number.parseFloat((await table.getByRole('row').nth(1).getByRole('cell').last().textContent()) ?? '');
  const never = await tenth();
  await page.getByLabel('Washed').selectOption('twice a year');
  await expect.poll(tenth).toBeLessThan(never);
  await page.getByLabel('Washed').selectOption('never');
  await expect.poll(tenth).toBe(never);
  await page.getByRole('slider', { name: 'Rain' }).focus();
  await page.keyboard.press('End');
  await expect(page.getByText('a dew day bonds 100 %', { exact: false })).toBeVisible();
  await expect.poll(tenth).toBeGreaterThan(never);
  await page.getByLabel('Works next door, until').fill(dateAgo(-365));
  await page.getByLabel('Coating on the glass').fill('1');
  await page.getByRole('button', { name: 'Compare them' }).click();
  const remedies = page.locator('.remedies');
  await expect(remedies.getByText('The works next door, once they are over')).toBeVisible({ timeout: 60_000 });
  await expect(remedies.getByRole('listitem').filter({ hasText: 'Trim what overhangs' })).toContainText('no price yet');
  await expect(remedies.getByRole('listitem').filter({ hasText: 'Coating on the glass' })).not.toContainText(
    'no price yet',
  );
  await page.getByRole('button', { name: 'Save it for everybody' }).click();
  await expect(page.getByText(/^Set by /)).toBeVisible();
  await page.reload();
  await page.getByRole('button', { name: 'Look ten years ahead' }).click();
  await expect(page.getByLabel('Coating on the glass')).toHaveValue('1');
  await expect(page.getByText('a dew day bonds 100 %', { exact: false })).toBeVisible();
  await page.getByRole('button', { name: 'back to what is computed' }).click();
  await expect(page.getByText(/^Nothing was set by hand/)).toBeVisible();
  await expect(page.getByLabel('Coating on the glass')).toHaveValue('');
  await expectAccessible(page);
  expect(errors).toEqual([]);
});
