import { expect, test } from '@playwright/test';
import { expectAccessible, plain, signIn, watchConsole } from './support/person.ts';

test('a caller gets a range, becomes a site, and an inspection begins with what was said', async ({ page }) => {
  const errors = watchConsole(page);
  await signIn(page);
  await page.goto('/sites');
  await page.getByRole('link', { name: 'Quick look' }).click();
  await page.getByRole('button', { name: 'Give a ballpark' }).click();
  await expect(page.getByText(/must be|must not be empty/).first()).toBeVisible();
  await page.getByLabel('Caller').fill('Una Larch');
  await page.getByLabel('Telephone').fill('000 555 0199');
  await page.getByLabel('Where').fill('Larch Lane 9');
  await page.getByLabel('Panels').fill('14');
  await page.getByRole('button', { name: 'steep' }).click();
  await page.getByRole('button', { name: 'two years' }).click();
  await page.getByRole('button', { name: 'nothing' }).click();
  await page.getByRole('button', { name: 'plainly dirty' }).click();
  await page.getByRole('button', { name: 'droppings' }).click();
  await expect(page.getByRole('button', { name: 'nothing' })).toHaveAttribute('aria-pressed', 'false');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Give a ballpark' }).click();
  const answer = page.getByRole('region', { name: 'What to say' });
  await expect(answer).toContainText('To say:');
  expect(plain((await answer.textContent()) ?? '')).toMatch(/Una Larch, 14 panels:.*Lost now, perhaps ?\d+\.\d %/);
  await answer.getByRole('button', { name: /^Lost now/ }).click();
  await expect(page.getByRole('dialog')).toContainText('Months since washed');
  await page.keyboard.press('Escape');
  await answer.getByRole('button', { name: 'Create the site' }).click();
  await expect(page.getByLabel('Name').first()).toHaveValue('Una Larch');
  await expect(page.getByLabel('Tilt')).toHaveValue('35');
  await page.getByLabel('Latitude').fill('-33.5');
  await page.getByLabel('Longitude').fill('19');
  await page.getByRole('button', { name: 'Save the site' }).click();
  await page.getByRole('button', { name: 'Go on with the inspection' }).click();
  await expect(page.getByLabel('Notes')).toHaveValue(
    /^By telephone, .*plainly dirty, droppings; washed 24 months ago\.$/,
  );
  const twoYearsAgo = new Date();
  twoYearsAgo.setUTCFullYear(twoYearsAgo.getUTCFullYear() - 2);
  await expect(page.getByLabel('Last washed, if known')).toHaveValue(
    twoYearsAgo.toISOString().slice(0, 10).split('-').reverse().join('/'),
  );
  await expect(page.getByLabel('Kind').nth(1)).toHaveValue('droppings');
  await page.getByRole('button', { name: 'Record what you saw' }).click();
  await expect(page.getByText(/Dust film, plain to see/)).toBeVisible();
  await page.goto('/quick');
  await expect(page.getByText('None.')).toBeVisible();
  expect(errors).toEqual([]);
});

test('a call is kept for whoever rings back, and fits a phone', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await signIn(page);
  await page.goto('/quick');
  await page.getByLabel('Caller').fill('Odo Sedge');
  await page.getByLabel('Panels').fill('8');
  await page.getByRole('button', { name: 'Give a ballpark' }).click();
  await expect(page.getByText('To say:')).toBeVisible();
  await page.reload();
  await expect(page.getByRole('listitem').filter({ hasText: 'Odo Sedge' })).toContainText('8 panels');
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(390);
  await expectAccessible(page);
});
