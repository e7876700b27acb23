import type { Reach } from '../core/reach/reach.ts';
import { answered, compute, expectAccessible, openSite, plain, signIn, watchConsole } from './support/person.ts';
import { expect, type Locator, type Page, test } from './support/stage.ts';

test('a recommendation is overruled for one face, and taken back', async ({ page }) => {
  await signIn(page);
  await openSite(page, 'Pear Tree packing shed', 'plan');
  const sunny = page.getByRole('region', { name: 'Sunny face' });
  await sunny.getByRole('button', { name: 'Overrule: pole, Sunny face' }).click();
  await page.getByLabel('Instead, in m').fill('9,5');
  await page.getByLabel('Reason').fill('hedge along the wall');
  await page.getByRole('dialog').getByRole('button', { name: 'Overrule' }).click();
  await expect(sunny.getByText('Overruled: hedge along the wall')).toBeVisible();
  await expect(sunny.getByText('Recommended was: 3\u00a0m.')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Shaded face' }).getByText('Overruled')).toHaveCount(0);
  await sunny.getByRole('button', { name: 'Overrule: pole, Sunny face' }).click();
  await page.getByRole('button', { name: 'back to the recommendation' }).click();
  await expect(sunny.getByText('Overruled: hedge along the wall')).toHaveCount(0);
});

test('another way is chosen from all of them beside each other, from where it is priced, and taken back', async ({
  page,
}) => {
  await signIn(page);
  await openSite(page, 'Pear Tree packing shed', 'plan');
  const sunny = page.getByRole('region', { name: 'Sunny face' });
  await sunny.getByText('All ways beside each other').focus();
  await page.keyboard.press('Enter');
  const ways = sunny.getByRole('row', { name: /kWh/ });
  await expect(ways).toHaveCount(13);
  await expect(sunny.getByRole('row', { name: /^Rotary head/ })).toContainText('the machine is not ours');
  await expect(sunny.getByRole('row', { name: /Spray line, wiped/ })).toContainText('nobody has said that one is');
  await expect(sunny.getByRole('row', { name: /Spray line, wiped/ }).getByRole('button')).toHaveCount(0);
  const cloth = sunny.getByRole('row', { name: /^Cloth by hand/ });
  const costs = (await cloth.getByRole('cell').nth(3).textContent()) ?? '';
  await cloth.getByRole('button', { name: 'choose' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Choose it and plan again' }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  await page.getByLabel('Reason').fill('the owner asks for it');
  await page.getByRole('dialog').getByRole('button', { name: 'Choose it and plan again' }).click();
  await expect(sunny.getByText('Overruled: the owner asks for it').first()).toBeVisible();
  await expect(cloth).toContainText('chosen');
  await expect(cloth.getByRole('cell').nth(3)).toHaveText(costs);
  await sunny.getByRole('button', { name: 'Overrule: method, Sunny face' }).click();
  await page.getByRole('button', { name: 'back to the recommendation' }).click();
  await expect(cloth).not.toContainText('chosen');
});

const pace = (page: Page): Locator => page.locator('.choice').filter({ hasText: 'Pace' }).first();

test('the owner changes a limit: what it would change is seen, the next plan follows, and the plan before does not', async ({
  page,
}) => {
  const errors = watchConsole(page);
  await signIn(page);
  await openSite(page, 'Low Ferry clinic', 'plan');
  const site = page.url();
  const before = plain((await pace(page).textContent()) ?? '');
  const [, minutes = ''] = before.match(/([\d.]+) min a module/) ?? [];
  expect(Number(minutes)).toBeGreaterThan(0);

  await page.goto('/company');
  await page.getByRole('link', { name: 'Ways and rules' }).click();
  await expect(page.getByText('The house’s rules are used')).toBeVisible();
  await expect(page.getByText(/Nothing yet, in \d+ made-up situations/)).toBeVisible();
  await expectAccessible(page);
  const module = page.getByLabel('A module, fed pole, one storey');
  await module.fill('x');
  await expect(page.getByText('Something above cannot be read yet.')).toBeVisible();
  await module.fill('2,4');
  await page.getByLabel('Longest pole').fill('7');
  await expect(page.getByText(/situations \d+ would be worked otherwise/)).toBeVisible();
  await expect(page.getByRole('row', { name: /A roof at the end of a long pole/ })).toContainText(
    'from a lift or scaffold',
  );
  await page.getByLabel('Longest pole').fill('12');
  await page.getByRole('button', { name: 'Use these from now on' }).click();
  await expect(page.getByText('Why they are changed', { exact: false }).first()).toBeVisible();
  await expect(page.getByText('The house’s rules are used'), 'nothing is saved without a reason').toBeVisible();
  await page.getByLabel('Why they are changed').fill('two of us are new');
  await answered(page, () => page.getByRole('button', { name: 'Use these from now on' }).click());
  await expect(page.getByText(/^Version \d+ is used, by .*two of us are new/)).toBeVisible();

  await page.goto(site);
  await expect(pace(page), 'the plan that was there').toContainText(`${minutes} min a module`);
  await answered(page, () => page.getByRole('button', { name: 'Plan again' }).click());
  await expect(pace(page)).toContainText(`${(2 * Number(minutes)).toFixed(2)} min a module`);

  await page.goto('/rules');
  await module.fill('1.2');
  await page.getByLabel('Why they are changed').fill('back to the house’s');
  await answered(page, () => page.getByRole('button', { name: 'Use these from now on' }).click());
  await page.goto(site);
  await answered(page, () => page.getByRole('button', { name: 'Plan again' }).click());
  await expect(pace(page)).toContainText(`${minutes} min a module`);
  expect(errors).toEqual([]);
});

test('a face under snow is left out of the visit, and the plan says why', async ({ page }) => {
  const errors = watchConsole(page);
  await signIn(page);
  await openSite(page, 'Hollow house', 'plan');
  await expect(pace(page)).toBeVisible();
  await answered(page, async () => {
    await page.getByLabel('Frost and snow').selectOption('snow');
  });
  await expect(page.getByRole('status').filter({ hasText: 'cannot be washed as things stand' })).toContainText(
    'Snow lies on the glass',
  );
  await answered(page, async () => {
    await page.getByLabel('Frost and snow').selectOption('none');
  });
  await expect(page.getByText('cannot be washed as things stand')).toHaveCount(0);
  expect(errors).toEqual([]);
});

test('the section of a face says what a pole reaches, as ./pail compute reach does, and hatches what it does not', async ({
  page,
}) => {
  const errors = watchConsole(page);
  await signIn(page);
  await openSite(page, 'Oakes farmhouse', 'plan');
  await page.getByText('The section, and what a pole reaches').focus();
  await page.keyboard.press('Enter');
  const section = page.locator('.section-part');
  await expect(section.getByRole('img', { name: /^Section: eave at/ })).toBeVisible();
  await expectAccessible(page);
  const said = plain((await section.textContent()) ?? '');
  const [, eave = ''] =
    (await section.getByRole('img').first().getAttribute('aria-label'))?.match(/eave at ([\d.]+)/) ?? [];
  const [, slope = ''] =
    (await section.getByRole('img').first().getAttribute('aria-label'))?.match(/up to ([\d.]+)/) ?? [];
  const [, standOff = ''] = said.match(/Stand ([\d.]+) m off the wall/) ?? [];
  const { poleLength } = compute<Reach>('reach', {
    eaveHeight: Number(eave),
    overhang: 0.5,
    roofTilt: 22,
    standOff: Number(standOff),
    handHeight: 1.5,
    slopeDistance: Number(slope),
    poleMax: 12,
    neck: 0.4,
  });
  const [, shown = ''] = said.match(/From there ([\d.]+) m of pole/) ?? [];
  expect(Math.abs(Number(shown) - (poleLength ?? 0))).toBeLessThan(0.15);
  expect(said).toContain('modules are within reach over the eave');

  await openSite(page, 'Pear Tree packing shed', 'plan');
  const shaded = page.getByRole('region', { name: 'Shaded face' });
  await shaded.getByText('The section, and what a pole reaches').click();
  await expect(shaded.getByText(/30 of 40 modules are out of reach/)).toBeVisible();
  await expect(shaded.locator('title', { hasText: 'out of reach' })).toHaveCount(1);
  expect(errors).toEqual([]);
});

test('squeegeed glass takes harder water: the plan, its price and its kit follow, and it is taken back', async ({
  page,
}) => {
  const errors = watchConsole(page);
  await signIn(page);
  await openSite(page, 'Pear Tree packing shed', 'plan');
  const time = page.locator('.figure-box').filter({ hasText: 'Time of a visit' }).locator('.value');
  const before = plain((await time.textContent()) ?? '');
  await expect(page.locator('.water-row[aria-current]')).toContainText('Osmosis, then resin');
  await page.getByRole('button', { name: 'Overrule: how the glass dries' }).click();
  await page.getByLabel('Instead').selectOption('squeegee');
  await page.getByLabel('Reason').fill('they have windows done so as well');
  await answered(page, () => page.getByRole('dialog').getByRole('button', { name: 'Overrule' }).click());
  await expect(page.getByText('Overruled: they have windows done so as well')).toBeVisible();
  await expect(page.locator('.water-row[aria-current]')).toContainText('As it is');
  await expect(time).not.toHaveText(before);
  await page.getByRole('button', { name: 'Overrule: how the glass dries' }).click();
  await answered(page, () => page.getByRole('button', { name: 'back to the recommendation' }).click());
  await expect(page.locator('.water-row[aria-current]')).toContainText('Osmosis, then resin');
  await expect(time).toHaveText(before);
  expect(errors).toEqual([]);
});
