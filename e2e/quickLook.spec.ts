import { dateIn } from '../core/time/calendar.ts';
import { monthsBefore } from '../core/time/dates.ts';
import { expectAccessible, plain, signIn, watchConsole } from './support/person.ts';
import { expect, test } from './support/stage.ts';

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
  const twoYearsAgo = monthsBefore(dateIn(new Date(), 'Africa/Johannesburg'), 24);
  await expect(page.getByLabel('Last washed, if known')).toHaveValue(twoYearsAgo.split('-').reverse().join('/'));
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

test('a telephone quote takes fewer than fifteen fields and taps, goes out as a link, and comes back as a wish for a look', async ({
  page,
  browser,
}) => {
  const errors = watchConsole(page);
  await signIn(page);
  await page.goto('/quick');
  let touched = 0;
  const type = async (label: string, text: string) => {
    touched += 1;
    await page.getByLabel(label).fill(text);
  };
  const press = async (name: string) => {
    touched += 1;
    await page.getByRole('button', { name, exact: true }).click();
  };
  await type('Caller', 'Wren Alder');
  await type('Telephone', '000 555 0142');
  await type('Where', 'Alder Row 3');
  await type('Panels', '24');
  await press('two');
  await press('somebody gets up');
  await press('two years');
  await press('plainly dirty');
  await press('droppings');
  await press('Give a ballpark');
  const told = page.getByRole('region', { name: 'What to say' });
  await expect(told).toContainText(/One visit would cost from ZAR\s.* to ZAR\s.*, tax included, and be worth from ZAR/);
  const said = plain((await told.locator('p', { hasText: 'One visit would cost' }).textContent()) ?? '');
  await press('Send it as a link');
  const link = await page.getByLabel(/^Send this to the caller/).inputValue();
  expect(touched).toBeLessThan(15);
  await expect(page.getByRole('listitem').filter({ hasText: 'Wren Alder' })).toContainText('link not opened yet');

  await page.getByLabel('Caller', { exact: true }).fill('Bram Sedge');
  await page.getByLabel('Panels').fill('9');
  await page.getByRole('button', { name: 'Give a ballpark' }).click();
  await expect(told).toContainText('Bram Sedge, 9 panels');
  await expect(page.getByLabel(/^Send this to the caller/)).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Send it as a link' })).toBeVisible();

  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  const phoneErrors = watchConsole(phone);
  await phone.goto(link);
  const read = plain((await phone.locator('.headline').textContent()) ?? '');
  for (const amount of said.match(/ZAR [\d ]+/g) ?? []) expect(read).toContain(amount.trim());
  await expect(phone.getByText('This is no offer.')).toBeVisible();
  expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBe(390);
  await expectAccessible(phone);
  // Fetched and drawn it is as a preview has it; read it is once somebody does something on it.
  const calls = page.getByRole('listitem').filter({ hasText: 'Wren Alder' });
  await page.reload();
  await expect(calls).toContainText('link not opened yet');
  const noted = phone.waitForResponse((response) => response.url().endsWith('/reading'));
  await phone.mouse.move(100, 300);
  await noted;
  await page.reload();
  await expect(calls).toContainText('link read');
  await phone.getByLabel('Anything we should know').fill('The dog is friendly');
  await phone.getByRole('button', { name: 'Please come and look' }).click();
  await expect(phone.getByText('Thank you. We will telephone')).toBeVisible();
  await page.goto('/');
  await expect(page.getByRole('listitem').filter({ hasText: 'Wren Alder' })).toContainText(
    'wants somebody to look, 000 555 0142: The dog is friendly',
  );
  await phone.goto(`${link.slice(0, -3)}xyz`);
  await expect(phone.getByText(/not found|replaced or has run out/i).first()).toBeVisible();
  expect(errors).toEqual([]);
  expect(phoneErrors.filter((text) => !text.includes('404'))).toEqual([]);
});
