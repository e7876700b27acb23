import { answered, expectAccessible, openSite, signIn, watchConsole } from './support/person.ts';
import { expect, test } from './support/stage.ts';

test('water is read by source: a wrong number is named, a strip warns the next plan, and a ppm meter reads as it shows', async ({
  page,
}) => {
  const errors = watchConsole(page);
  await signIn(page);
  await openSite(page, 'Pear Tree packing shed', 'plan');
  const site = page.url();
  await page.getByRole('button', { name: 'read the water' }).focus();
  await page.keyboard.press('Enter');
  await page.getByLabel('Conductivity').fill('much');
  await page.getByRole('button', { name: 'Record the reading' }).press('Enter');
  await expect(page.getByText('Type a number, such as 12.5').first()).toBeVisible();
  await page.getByLabel('Conductivity').fill('640,5');
  await page.getByLabel('Hardness, by a strip').fill('-3');
  await page.getByRole('button', { name: 'Record the reading' }).press('Enter');
  await expect(page.getByText('Not saved yet.')).toBeVisible();
  await page.getByLabel('Hardness, by a strip').fill('310');
  await page.getByLabel('Free chlorine, by a strip').fill('1.2');
  await expectAccessible(page);
  await answered(page, () => page.getByRole('button', { name: 'Record the reading' }).press('Enter'));
  await expect(page.getByText(/641\sµS\/cm/).first()).toBeVisible();

  await page.goto(site);
  await answered(page, () => page.getByRole('button', { name: 'Plan again' }).click());
  await expect(page.getByText(/The strip showed 310\smg\/L of lime/).first()).toBeVisible();
  await expect(page.getByText(/The strip showed 1\.2\smg\/L of chlorine/).first()).toBeVisible();

  await page.getByRole('link', { name: 'Nomsa Vale' }).click();
  await page.getByLabel('Your water meter shows').selectOption('ppm-442');
  await answered(page, () => page.getByRole('button', { name: 'Save', exact: true }).click());
  await page.goto(site);
  await expect(page.getByText(/448\sppm/).first()).toBeVisible();
  await page.getByRole('button', { name: 'read the water' }).click();
  await page.getByRole('textbox', { name: 'TDS' }).fill('70');
  await page.getByLabel('Of which water').selectOption('hauled');
  await answered(page, () => page.getByRole('button', { name: 'Record the reading' }).click());
  await page.getByRole('link', { name: 'Nomsa Vale' }).click();
  await page.getByLabel('Your water meter shows').selectOption('conductivity');
  await answered(page, () => page.getByRole('button', { name: 'Save', exact: true }).click());
  await page.goto(site);
  await page.getByRole('button', { name: 'read the water' }).click();
  await expect(page.getByText(/100\sµS\/cm/).first()).toBeVisible();
  expect(errors).toEqual([]);
});
