import { answered, expectAccessible, openFirstPage, signIn, watchConsole } from './support/person.ts';
import { expect, test } from './support/stage.ts';

test('every main view of the desk opens without a console error and without a grave accessibility finding', async ({
  page,
}) => {
  test.setTimeout(480_000);
  const errors = watchConsole(page);
  await page.goto('/sign-in');
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
  await expectAccessible(page);
  await signIn(page);
  for (const [path, sign] of [
    ['/', 'To chase'],
    ['/sites', 'Thornfield cellar'],
    ['/sites/new', 'Energy, water and access'],
    ['/quick', 'Open enquiries'],
    ['/quotes', '1001.1'],
    ['/sales', 'Lost, and why'],
    ['/account', 'Calendar'],
    ['/company', 'Water kit'],
    ['/people', 'Invite somebody'],
    ['/import', 'Import sites'],
  ] as const) {
    await page.goto(path);
    await expect(page.getByText(sign).first()).toBeVisible();
    await expectAccessible(page);
  }
  await page.goto('/sites');
  await page.getByRole('link', { name: 'Low Ferry clinic', exact: true }).click();
  for (const step of ['Look', 'Reckon', 'Plan', 'Offer', 'Wash', 'Show']) {
    await page.getByRole('navigation', { name: 'Steps of the job' }).getByRole('link', { name: step }).click();
    await expect(page.getByRole('heading', { name: step, level: 2 })).toBeVisible();
    await page.waitForLoadState('networkidle');
    await expectAccessible(page);
  }
  await page.getByRole('link', { name: 'the customer’s page' }).click();
  await expect(page.getByRole('heading', { name: 'Report of the wash' })).toBeVisible();
  await expectAccessible(page);
  expect(errors).toEqual([]);
});

test('the look for grave findings finds them', async ({ page }) => {
  await page.setContent(
    `<html lang="en"><title>A page</title><main><h1>A page</h1>
      <button></button><p style="color: #ddd; background: #fff">hard to read</p><img src="x.png"></main></html>`,
  );
  const said = await expectAccessible(page).then(
    () => 'nothing',
    (error: Error) => error.message,
  );
  for (const id of ['button-name', 'color-contrast', 'image-alt']) expect(said).toContain(id);
});

test('the field opens on a phone, is big enough for a thumb, and has no grave finding', async ({ browser }) => {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
  const page = await context.newPage();
  const errors = watchConsole(page);
  await signIn(page, 'crew@harbourpail.example');
  await page.goto('/field');
  await expect(page.getByRole('link', { name: /Oakes farmhouse/ })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('link', { name: /Oakes farmhouse/ }).tap();
  await expect(page.getByRole('heading', { name: 'Brush' })).toBeVisible();
  await expectAccessible(page);
  for (const button of await page.locator('.field-card button, .field-foot button, .done-picker button').all()) {
    const box = await button.boundingBox();
    expect(box?.height ?? 0).toBeGreaterThanOrEqual(56);
  }
  const wide = await page.evaluate(() => document.documentElement.scrollWidth);
  expect(wide).toBeLessThanOrEqual(390);
  await page.getByRole('button', { name: 'Kit' }).tap();
  await expect(page.getByRole('heading', { name: 'Pack' })).toBeVisible();
  await expectAccessible(page);
  expect(errors).toEqual([]);
  await context.close();
});

test('on a phone a page begins at its top, a step of a site at the spine, and back leads to where one was', async ({
  browser,
}) => {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
  const page = await context.newPage();
  const scrolled = () => page.evaluate(() => Math.round(window.scrollY));
  await signIn(page);
  await page.goto('/sites');
  const site = page.getByRole('link', { name: 'Tidal museum', exact: true });
  await site.scrollIntoViewIfNeeded();
  const before = await scrolled();
  expect(before).toBeGreaterThan(300);
  await site.tap();
  const steps = page.getByRole('navigation', { name: 'Steps of the job' });
  await expect(steps).toBeVisible();
  await expect.poll(scrolled).toBe(0);
  await page.goBack();
  await expect(site).toBeVisible();
  await expect.poll(scrolled).toBe(before);
  await site.tap();
  await steps.getByRole('link', { name: /^Plan/ }).tap();
  await expect(page.getByRole('heading', { name: 'Plan', exact: true })).toBeInViewport();
  expect(Math.abs(Math.round((await steps.boundingBox())?.y ?? -1))).toBe(0);
  await context.close();
});

test('the keys turn the pages, and ? shows them', async ({ page }) => {
  await signIn(page);
  await openFirstPage(page);
  await page.keyboard.press('s');
  await expect(page.getByRole('heading', { name: 'Sites' })).toBeVisible();
  await page.keyboard.press('q');
  await expect(page.getByRole('heading', { name: 'Quotes' })).toBeVisible();
  await page.keyboard.press('?');
  const keys = page.getByRole('dialog', { name: 'Keys' });
  await expect(keys).toBeVisible();
  // A question that stands open keeps the keys to itself.
  await page.keyboard.press('s');
  await expect(page.getByRole('heading', { name: 'Quotes' })).toBeVisible();
  await keys.getByLabel('Single keys turn pages on this device').uncheck();
  await keys.getByText('Close', { exact: true }).click();
  await expect(keys).toBeHidden();
  await page.keyboard.press('s');
  await page.reload();
  await page.keyboard.press('s');
  await expect(page.getByRole('heading', { name: 'Quotes' })).toBeVisible();
  await page.getByRole('link', { name: 'Nomsa Vale' }).click();
  await page.getByLabel('Single keys turn pages on this device').check();
  await page.keyboard.press('s');
  await expect(page.getByRole('heading', { name: 'Sites' })).toBeVisible();
});

test('a site read in US units and with a decimal comma shows the same site', async ({ page }) => {
  await signIn(page, 'estimator@harbourpail.example');
  await openFirstPage(page);
  await page.getByRole('link', { name: 'Teo Marsh' }).click();
  await page.getByLabel('Units').selectOption('us');
  await page.getByLabel('Decimal mark').selectOption(',');
  await answered(page, () => page.getByRole('button', { name: 'Save', exact: true }).click());
  await page.goto('/sites');
  await page.getByRole('link', { name: 'Low Ferry clinic', exact: true }).click();
  await page.getByRole('navigation', { name: 'Steps of the job' }).getByRole('link', { name: 'Show' }).click();
  await expect(page.locator('.page-right')).toContainText('°F');
  await expect(page.locator('.page-right')).toContainText(/\d,\d\s%/);
  // The next journey finds the units as this one did.
  await page.getByRole('link', { name: 'Teo Marsh' }).click();
  await page.getByLabel('Units').selectOption('metric');
  await page.getByLabel('Decimal mark').selectOption('.');
  await answered(page, () => page.getByRole('button', { name: 'Save', exact: true }).click());
});

test('a page that breaks says so in words, and leads on', async ({ page }) => {
  await signIn(page);
  await page.route('**/api/day*', (route) => route.fulfill({ json: { date: '2026-11-24' } }));
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'This page cannot be shown' })).toBeVisible();
  await page.unroute('**/api/day*');
  await page.getByRole('button', { name: 'Load again' }).click();
  await expect(page.getByText('To chase')).toBeVisible();
});
