import { DEMO_OWNER } from '../cli/demo.ts';
import { STAGE_PASSWORD } from '../cli/stage.ts';
import { answered, openSite, paperText, plain, signIn, watchConsole } from './support/person.ts';
import { type Browser, expect, test } from './support/stage.ts';

test.use({ serviceWorkers: 'allow' });

/** Types address and password on a fresh profile and says whether the first page stands there without a reload. */
async function firstSignIn(browser: Browser, slowdown: number): Promise<string[]> {
  const context = await browser.newContext();
  const page = await context.newPage();
  const errors = watchConsole(page);
  if (slowdown > 1) {
    const session = await context.newCDPSession(page);
    await session.send('Emulation.setCPUThrottlingRate', { rate: slowdown });
  }
  await page.goto('/');
  await page.getByLabel('Email').fill(DEMO_OWNER.email);
  await page.getByLabel('Password').fill(STAGE_PASSWORD);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('navigation', { name: 'Main' })).toBeVisible({ timeout: 20_000 });
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await expect(page.getByLabel('Password')).toHaveCount(0);
  await context.close();
  return errors.filter((line) => !/401/.test(line));
}

test('the first sign-in of a fresh profile comes in, time after time, and on a slow machine', async ({ browser }) => {
  for (const slowdown of [1, 6, 1, 6]) expect(await firstSignIn(browser, slowdown)).toEqual([]);
});

test('words to the customer that were typed and not saved go out with the quote, also after a reload', async ({
  page,
}) => {
  const errors = watchConsole(page);
  await signIn(page);
  await openSite(page, 'Clover Bank dairy', 'offer');
  await page.getByLabel('Words to the customer').fill('The key hangs behind the churn.');
  await page.getByRole('button', { name: 'add a line' }).click();
  await page.getByLabel('Line', { exact: true }).fill('Gutter');
  await expect(page.getByRole('button', { name: 'Mark as sent' })).toBeDisabled();
  await expect(page.getByText('A line is typed and not added yet.')).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Line', { exact: true })).toHaveValue('Gutter');
  await page.getByRole('button', { name: 'no line' }).click();
  await expect(page.getByLabel('Words to the customer')).toHaveValue('The key hangs behind the churn.');
  const paper = (await page.getByRole('link', { name: 'the paper (PDF)' }).getAttribute('href')) ?? '';
  await page.getByRole('button', { name: 'Mark as sent' }).click();
  await expect(page.getByText('valid until')).toBeVisible();
  await expect(page.getByText('The key hangs behind the churn.')).toBeVisible();
  expect(await paperText(page.context(), paper)).toContain('The key hangs behind the churn.');
  expect(errors).toEqual([]);
});

test('what nobody has said is marked as assumed, asked for where it matters, and stands on plan and paper', async ({
  page,
}) => {
  const errors = watchConsole(page);
  await signIn(page);
  await page.goto('/sites/new');
  await page.getByRole('button', { name: 'Save the site' }).click();
  const alert = page.getByRole('alert');
  for (const field of ['Latitude', 'Longitude', 'Rows', 'Columns']) await expect(alert).toContainText(field);
  expect(plain((await alert.textContent()) ?? '')).not.toMatch(/expected|received|site\.|array\./);
  await page.getByLabel('Name').first().fill('Wilma Reed');
  await page.getByLabel('Site', { exact: true }).fill('Reed cottage');
  await page.getByLabel('Paste coordinates').fill('-33.5, 19.2');
  await page.getByLabel('Paste coordinates').fill('51.2, 7.1');
  await expect(page.getByLabel('Faces (azimuth)')).toHaveValue('180');
  await expect(page.getByLabel('Climate')).toHaveValue('all-year-rain');
  await page.getByLabel('Paste coordinates').fill('-33.5, 19.2');
  await expect(page.getByLabel('Faces (azimuth)')).toHaveValue('0');
  await page.getByLabel('Rows').fill('2');
  await page.getByLabel('Columns').fill('6');
  await page.getByLabel('Storeys').fill('2');
  await expect(page.getByLabel('Eave height')).toHaveValue('5.5');
  await page.getByLabel('Tilt').fill('30');
  const assumed = page.getByRole('button', { name: 'assumed: right?' });
  const before = await assumed.count();
  await assumed.first().click();
  await expect(assumed).toHaveCount(before - 1);
  await page.getByLabel('Installed on').fill('31/2/2020');
  await page.getByRole('button', { name: 'Save the site' }).click();
  await expect(page.getByText('Type a date, such as 24/11/2026')).toBeVisible();
  await page.getByLabel('Installed on').fill('3/4/2020');
  await page.getByRole('button', { name: 'Save the site' }).click();
  await page.getByRole('button', { name: 'Record an inspection' }).click();
  await answered(page, () => page.getByRole('button', { name: 'Record what you saw' }).click());
  await page.goto(page.url().replace(/look.*$/, 'reckon'));
  await page.getByRole('button', { name: 'Reckon the loss' }).click();
  await expect(page.getByText(/things are assumed/)).toBeVisible({ timeout: 20_000 });
  await page.goto(page.url().replace(/reckon.*$/, 'plan'));
  await page.getByRole('button', { name: 'Make the plan' }).click();
  const facts = page.locator('details.assumed');
  await facts.locator('summary').click({ timeout: 20_000 });
  await expect(facts).toContainText('conductivity of the water 350');
  await expect(facts).toContainText('eave height 5.5 m');
  await expect(facts).not.toContainText('tilt');
  await page.getByRole('button', { name: /^One wash is worth/ }).click();
  await expect(page.getByRole('dialog').getByRole('row', { name: /Self-consumption/ })).toContainText('assumed');
  await page.keyboard.press('Escape');
  await page.goto(page.url().replace(/plan.*$/, 'offer'));
  await page.getByRole('button', { name: 'Draft a quote from the plan' }).click();
  const paper = (await page.getByRole('link', { name: 'the paper (PDF)' }).getAttribute('href')) ?? '';
  const text = await paperText(page.context(), paper);
  expect(text).toContain('Please check what we had to assume: ');
  expect(text).toMatch(/self- ?consumption 60 %/);
  expect(text).toContain('typical weather');
  expect(text).not.toMatch(/made up/i);
  await page.goto(page.url().replace(/offer.*$/, 'plan'));
  await facts.locator('summary').click();
  await page.getByRole('link', { name: 'Read the water' }).click();
  await expect(page.getByRole('dialog')).toContainText('Conductivity');
  expect(errors).toEqual([]);
});
