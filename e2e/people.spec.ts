import { arrayBody, siteBody } from '../contract/testing/bodies.ts';
import { expectAccessible, signIn, watchConsole } from './support/person.ts';
import { expect, test } from './support/stage.ts';

test('the owner invites somebody by a link that works once, and the crew does not see the company', async ({
  page,
  browser,
}) => {
  const errors = watchConsole(page);
  await signIn(page);
  await page.goto('/people');
  await page.getByLabel('Name').fill('Mara Finch');
  await page.getByLabel('Address').fill('mara@harbourpail.example');
  await page.getByRole('button', { name: 'Make the link' }).click();
  const link = (await page.locator('.notice code').textContent()) ?? '';
  await expect(page.getByText('Mara Finch, crew')).toBeVisible();
  const context = await browser.newContext();
  const theirs = await context.newPage();
  await theirs.goto(link);
  await expect(theirs.getByRole('heading', { name: 'Welcome, Mara Finch' })).toBeVisible();
  await expectAccessible(theirs);
  await theirs.getByLabel('Choose a password').fill('seven wet brushes');
  await theirs.getByRole('button', { name: 'Come in' }).click();
  await expect(theirs.getByRole('navigation', { name: 'Main' })).toBeVisible();
  for (const hidden of ['Quotes', 'Company', 'People'])
    await expect(theirs.getByRole('navigation', { name: 'Main' }).getByRole('link', { name: hidden })).toHaveCount(0);
  await theirs.goto(link);
  await expect(theirs.getByText('it was used or has expired')).toBeVisible();
  await context.close();
  expect(errors).toEqual([]);
});

test('a wrong password says no more than that', async ({ page }) => {
  await page.goto('/sign-in');
  await page.getByLabel('Email').fill('owner@harbourpail.example');
  await page.getByLabel('Password').fill('not it');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('alert').or(page.locator('.notice.bad')).first()).toBeVisible();
  await expect(page).toHaveURL(/sign-in/);
});

test('a new price stands in the next plan, typed with a comma, and a wrong one is refused at its field', async ({
  page,
}) => {
  const errors = watchConsole(page);
  await signIn(page);
  await page.goto('/company');
  const perKm = page.getByLabel('Travel, a kilometre');
  await expect(perKm).toHaveValue('6.5');
  await perKm.fill('far');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Type a number, such as 12.5')).toBeVisible();
  await perKm.fill('7,25');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Type a number, such as 12.5')).toBeHidden();
  await page.reload();
  await expect(perKm).toHaveValue('7.25');
  await perKm.fill('6,5');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(perKm).toHaveValue(/^6[.,]5$/);
  expect(errors).toEqual([]);
});

test('a site goes out as a file, and a broken file is refused by the name of its field', async ({ page }) => {
  await signIn(page);
  await page.goto('/sites');
  await page.getByRole('link', { name: 'Roadside kiosk', exact: true }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'export' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('Roadside kiosk.json');
  await page.goto('/import');
  const give = (content: string) =>
    page.getByLabel('Files').setInputFiles({
      name: 'sites.json',
      mimeType: 'application/json',
      buffer: Buffer.from(content),
    });
  await give('{"format":"wide-pail-sites",');
  await page.getByRole('button', { name: 'Import' }).click();
  await expect(page.getByRole('alert')).toContainText('is not JSON');
  await give('{"format":"other","formatVersion":1,"sites":[]}');
  await page.getByRole('button', { name: 'Import' }).click();
  await expect(page.getByRole('alert')).toContainText('format: must be one of wide-pail-sites');
  await expect(page.getByRole('alert')).toContainText('sites: must hold at least 1 entry');
  await expect(page.getByRole('alert')).toContainText('Nothing was imported.');
});

test('a file of sites is worked out while other things are done, and the page says what came of it', async ({
  page,
}) => {
  const errors = watchConsole(page);
  await signIn(page);
  await page.goto('/import');
  const { id, customer, ...site } = siteBody({ name: 'Slipway store' });
  const bundle = {
    format: 'wide-pail-sites',
    formatVersion: 1,
    sites: [{ id, customer, site, arrays: [arrayBody()] }],
  };
  const give = async (content: unknown) => {
    const buffer = Buffer.from(JSON.stringify(content));
    await page.getByLabel('Files').setInputFiles({ name: 'sites.json', mimeType: 'application/json', buffer });
    await page.getByRole('button', { name: 'Import' }).click();
  };
  const sent = page.getByRole('region', { name: 'Sent so far' }).getByRole('row');
  await give(bundle);
  await expect(sent.nth(1)).toContainText(/^sites\.json.*1 site$/);
  await expect(page.getByRole('button', { name: 'Import' })).toBeDisabled();
  // The same site under another name is another record with a used id: nothing of that file is taken in.
  const other = { ...bundle, sites: [{ ...bundle.sites[0], site: { ...site, name: 'Slipway shed' } }] };
  await give(other);
  await expect(sent.nth(1)).toContainText('Nothing was imported. sites.0.id');
  await expect(sent.nth(2)).toContainText('1 site');
  await expectAccessible(page);
  await page.goto('/sites');
  await page.getByPlaceholder('Find by site, place or customer').fill('slipway');
  await expect(page.getByRole('link', { name: 'Slipway store', exact: true })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Slipway shed', exact: true })).toHaveCount(0);
  expect(errors).toEqual([]);
});

test('sites are found by name, place or customer, and a step of the spine opens from the list', async ({ page }) => {
  await signIn(page);
  await page.goto('/sites');
  await page.getByPlaceholder('Find by site, place or customer').fill('fielding');
  await expect(page.getByRole('link', { name: 'Roadside kiosk', exact: true })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Hollow house', exact: true })).toHaveCount(0);
  await page.getByRole('link', { name: /^Reckon: .* lost settled/ }).click();
  await expect(page.getByRole('heading', { name: 'Reckon', level: 2 })).toBeVisible();
});
