import { answered, expectAccessible, openSite, paperText, plain, signIn, watchConsole } from './support/person.ts';
import { expect, type Page, test } from './support/stage.ts';

const lostNow = (page: Page) => page.locator('.figure-box', { hasText: 'Lost now' }).locator('.value');
const row = (page: Page, of: string) => page.locator('.known-figures tr', { hasText: of });

test('each piece of evidence says what it counted and what would be without it; one is left out, one answer overruled', async ({
  page,
}) => {
  test.setTimeout(360_000);
  const errors = watchConsole(page);
  await signIn(page);
  await openSite(page, 'Thornfield cellar', 'reckon');
  // As of today: the one on record is as old as the last look.
  await answered(page, () => page.getByRole('button', { name: 'Reckon again' }).click());
  await expect(page.getByRole('button', { name: 'Reckon again' })).toBeEnabled();
  const before = plain(await lostNow(page).innerText());
  const evidence = page.locator('button.evidence-item');
  await expect(evidence.first()).toBeVisible();
  for (const item of [evidence.first(), evidence.last()]) {
    await item.click();
    await expect(page.locator('.evidence-opened')).toContainText('Without it:', { timeout: 30_000 });
    await item.click();
    await expect(page.locator('.evidence-opened')).toHaveCount(0);
  }
  const energy = page.getByRole('button', { name: /^Daily energy/ });
  await energy.click();
  const without = page.locator('.evidence-opened strong');
  await expect(without).toBeVisible({ timeout: 30_000 });
  const told = plain(await without.innerText());
  await page.getByRole('button', { name: 'Leave it out' }).click();
  await page.getByRole('button', { name: 'Leave it out and reckon again' }).click();
  await expect(page.getByText('Say why in a few words')).toBeVisible();
  await page.getByLabel('Reason (kept').fill('the meter was moved');
  await page.getByRole('button', { name: 'Leave it out and reckon again' }).click();
  await expect(page.locator('.evidence tr', { has: energy })).toContainText('left out by hand');
  // What was worked out on this device is what the server makes of it.
  await expect(lostNow(page)).toHaveText(told.replace(' ', '\u00a0'));
  await expect(page.locator('.evidence-opened')).toContainText('Left out: the meter was moved');
  await expectAccessible(page);
  await answered(page, () => page.getByRole('button', { name: 'Reckon again' }).click());
  await expect(page.getByRole('button', { name: 'Reckon again' })).toBeEnabled();
  await expect(page.locator('.evidence tr', { has: energy })).toContainText('left out by hand');
  await page.getByRole('button', { name: 'hear it again' }).click();
  await expect(page.locator('.evidence tr', { has: energy })).not.toContainText('left out by hand');
  expect(plain(await lostNow(page).innerText())).toBe(before);
  await page.getByRole('button', { name: 'Overrule: loss now' }).click();
  await page.getByLabel('Instead').fill('21');
  await page.getByLabel('Reason').fill('three strings read on the roof');
  await page.getByRole('dialog').getByRole('button', { name: 'Overrule' }).click();
  await expect(lostNow(page)).toHaveText(/^21\.0/);
  await page.getByRole('button', { name: 'Overrule: loss now' }).click();
  await page.getByRole('button', { name: 'back to the recommendation' }).click();
  await expect(lostNow(page)).toHaveText(before.replace(' ', '\u00a0'));
  expect(errors).toEqual([]);
});

test('a reading is a piece of evidence like the others', async ({ page }) => {
  const errors = watchConsole(page);
  await signIn(page);
  await openSite(page, 'Oakes farmhouse', 'reckon');
  const reading = page.getByRole('button', { name: /^One reading/ }).first();
  await reading.click();
  const opened = page.locator('.evidence-opened');
  await expect(opened).toContainText('expected at');
  await expect(opened).toContainText('Without it:', { timeout: 30_000 });
  expect(errors).toEqual([]);
});

test('what the demo hides is found again, and own figures go into what is reckoned next, not into what was sent', async ({
  page,
}) => {
  test.setTimeout(240_000);
  const errors = watchConsole(page);
  await signIn(page);
  await openSite(page, 'Thornfield cellar', 'offer');
  const address = (await page.getByRole('link', { name: 'the paper (PDF)' }).getAttribute('href')) ?? '';
  const paper = await paperText(page.context(), address);
  await page.getByRole('link', { name: 'What we know' }).click();
  // The estimator's eye is made 1.6 times high; a site that soils less than assumed, one that soils more. How much of it is
  // found hangs on the weather of the day on which the demo is loaded, and on what other journeys typed as the owner.
  const eye = async (of: string) => Number.parseFloat(plain(await row(page, of).locator('strong').innerText()));
  await expect(row(page, 'Teo Marsh')).toBeVisible();
  expect(await eye('Teo Marsh')).toBeGreaterThan(1.05);
  await expect(row(page, 'Nomsa Vale')).toBeVisible();
  await expectAccessible(page);
  await row(page, 'every job').getByRole('checkbox').check();
  await page.getByRole('button', { name: 'Use these from now on' }).click();
  await expect(page.getByText(/^Version \d+ is used, chosen by Nomsa Vale/)).toBeVisible();
  try {
    await openSite(page, 'Thornfield cellar', 'reckon');
    await page.getByRole('button', { name: 'Reckon again' }).click();
    await expect(page.getByText(/own figures, version \d+/)).toBeVisible({ timeout: 30_000 });
    expect(await paperText(page.context(), address)).toBe(paper);
  } finally {
    await page.goto('/known');
    await row(page, 'every job').getByRole('checkbox').uncheck();
    await page.getByRole('button', { name: 'Use these from now on' }).click();
    await expect(page.getByRole('button', { name: 'Use these from now on' })).toBeDisabled();
  }
  const dust = async (site: string) => {
    await openSite(page, site, 'reckon');
    const choice = page.locator('.choice', { hasText: 'Times what the house assumes' }).locator('.chosen');
    return Number.parseFloat(plain(await choice.innerText()));
  };
  expect(await dust('Oakes farmhouse')).toBeLessThan(0.9);
  expect(await dust('Thornfield cellar')).toBeGreaterThan(1.1);
  expect(errors).toEqual([]);
});
