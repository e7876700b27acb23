import { readFileSync } from 'node:fs';
import type { StringOutput } from '../core/modules/string.ts';
import { pinch } from './support/fingers.ts';
import { compute, expectAccessible, openSite, plain, signIn, watchConsole } from './support/person.ts';
import { expect, type Page, test } from './support/stage.ts';

/** Saves the case of each marked string and holds what the table says of it against `./pail compute string`. */
async function expectStringsAsComputed(page: Page, electronics: 'string' | 'module' = 'string'): Promise<number> {
  const rows = page.locator('.strings-table tbody tr', { has: page.getByRole('button', { name: /^Save the case/ }) });
  await expect(rows.first()).toBeVisible();
  const count = await rows.count();
  for (let at = 0; at < count; at += 1) {
    const row = rows.nth(at);
    const download = page.waitForEvent('download');
    await row.getByRole('button', { name: /^Save the case/ }).click();
    const input = JSON.parse(readFileSync(await (await download).path(), 'utf8'));
    const { pmp, pmpClean, pmpModuleLevel, opticalLoss } = compute<StringOutput>('string', input);
    const lost = 1 - (electronics === 'module' ? pmpModuleLevel : pmp) / pmpClean;
    const shown = plain((await row.textContent()) ?? '');
    expect(shown).toContain(`${(opticalLoss * 100).toFixed(2)} %`);
    expect(shown).toContain(`${(lost * 100).toFixed(1)} %`);
  }
  return count;
}

test('touches that come quicker than the drawing can follow all count', async ({ page }) => {
  const errors = watchConsole(page);
  await signIn(page);
  await openSite(page, 'Hollow house', 'look');
  await page.getByRole('button', { name: 'Record an inspection' }).click();
  await page.getByRole('button', { name: 'Mark them on the roof' }).click();
  const modules = page.locator('.marking-roof').getByRole('button', { name: /^Module \d+,/ });
  await expect(modules.nth(3)).toBeVisible();
  await modules.evaluateAll((all) => {
    for (const module of all.slice(0, 4))
      (module as unknown as SVGElement).dispatchEvent(new MouseEvent('click', { bubbles: true }));
  });
  await expect(page.getByText('Droppings in spots, plain: 4 modules')).toBeVisible();
  await page.getByRole('button', { name: 'Discard' }).click();
  expect(errors).toEqual([]);
});

test('strings are wired, patches are marked, and each string costs what ./pail compute string says', async ({
  page,
}) => {
  const errors = watchConsole(page);
  await signIn(page);
  await openSite(page, 'Hollow house', 'look');
  await page.getByRole('button', { name: 'strings', exact: true }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Modules in a string').fill('7');
  await dialog.getByRole('button', { name: 'Wire row by row' }).click();
  await dialog.getByRole('button', { name: /^Module 1, row 1, no mark, string 1/ }).click();
  await expect(dialog.getByRole('button', { name: 'Module 1, row 1, no mark', exact: true })).toBeVisible();
  await dialog.getByRole('button', { name: 'Module 1, row 1, no mark', exact: true }).press('Enter');
  await expectAccessible(page);
  await dialog.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(dialog).toHaveCount(0);
  await page.getByRole('button', { name: 'Record an inspection' }).click();
  await page.getByRole('button', { name: 'Film over the face' }).click();
  await page.getByRole('button', { name: 'Mark them on the roof' }).click();
  const roof = page.locator('.marking-roof');
  await roof.getByRole('button', { name: 'Module 3, row 1, no mark' }).click();
  await page.getByLabel('What', { exact: true }).selectOption('Lichen');
  await page.getByLabel('How it lies').selectOption('at the lower edge');
  await page.getByRole('button', { name: /^heavy/ }).click();
  await page.getByLabel('Tap marks').selectOption('its row');
  const second = roof.getByRole('button', { name: /row 2/ }).first();
  await second.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText(/^Lichen at the lower edge, heavy: \d+ modules/)).toBeVisible();
  await expect(page.getByText('Droppings in spots, plain: 1 module')).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Record what you saw' }).click();
  await expect(page.getByText(/Marked on the roof: Droppings in spots, plain: 1 module; Lichen/)).toBeVisible();
  await page.getByRole('link', { name: /^Reckon/ }).click();
  await page.getByRole('button', { name: /^Reckon (again|the loss)$/ }).click();
  await expect(page.getByRole('heading', { name: 'Marked patches, by string' })).toBeVisible();
  expect(await expectStringsAsComputed(page)).toBeGreaterThan(0);
  await expectAccessible(page);
  expect(errors).toEqual([]);
});

test('a frame drawn with the mouse marks all modules under it', async ({ page }) => {
  await signIn(page);
  await openSite(page, 'Quill vines office', 'look');
  await page.getByRole('button', { name: 'Record an inspection' }).click();
  await page.getByRole('button', { name: 'Mark them on the roof' }).click();
  const roof = page.locator('.marking-roof');
  await roof.scrollIntoViewIfNeeded();
  const middle = async (module: number) => {
    const box = (await roof.locator(`[data-module="${module}"]`).boundingBox()) ?? { x: 0, y: 0, width: 0, height: 0 };
    return [box.x + box.width / 2, box.y + box.height / 2] as const;
  };
  const columns = Number((await roof.getByRole('group').getAttribute('aria-label'))?.match(/of (\d+) modules/)?.[1]);
  await page.mouse.move(...(await middle(0)));
  await page.mouse.down();
  await page.mouse.move(...(await middle(columns + 2)), { steps: 6 });
  await page.mouse.up();
  await expect(page.getByText('Droppings in spots, plain: 6 modules')).toBeVisible();
  await page.mouse.click(...(await middle(1)));
  await expect(page.getByText('Droppings in spots, plain: 5 modules')).toBeVisible();
});

test('single cells are marked where they change the price, with keys alone', async ({ page }) => {
  const errors = watchConsole(page);
  await signIn(page);
  await openSite(page, 'Hollow house', 'look');
  await page.getByRole('button', { name: 'Record an inspection' }).press('Enter');
  await page.getByRole('button', { name: 'Mark them on the roof' }).press('Enter');
  await page.getByLabel('How it lies').selectOption('on single cells');
  await page.getByLabel('It comes off').selectOption('needs soaking');
  await page.getByRole('button', { name: /^heavy/ }).press('Enter');
  await page.locator('.marking-roof').getByRole('button', { name: 'Module 2, row 1, no mark' }).press('Enter');
  await page.getByRole('button', { name: 'Cell row 4, column 2' }).press('Enter');
  await page.getByRole('button', { name: 'Cell row 4, column 3' }).press(' ');
  await expect(page.getByText('Droppings on single cells, heavy, needs soaking: 2 cells of module 2')).toBeVisible();
  await expect(page.getByText(/^About \d/)).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Record what you saw' }).click();
  await page.getByRole('link', { name: /^Reckon/ }).click();
  await page.getByRole('button', { name: /^Reckon (again|the loss)$/ }).click();
  await expect(page.getByText(/module 2: alone gives/)).toBeVisible();
  expect(await expectStringsAsComputed(page)).toBe(1);
  expect(errors).toEqual([]);
});

test('five arrays of the demo lose by string what ./pail compute string says', async ({ page }) => {
  await signIn(page);
  const arrays = [
    { site: 'Gullhaven flats', array: 'East face' },
    { site: 'Gullhaven flats', array: 'North face', electronics: 'module' as const },
    { site: 'Gullhaven flats', array: 'Flat part, puddles' },
    { site: 'Pear Tree packing shed', array: 'Shaded face' },
    { site: 'Clover Bank dairy', array: null },
  ];
  for (const { site, array, electronics } of arrays) {
    await openSite(page, site, 'reckon');
    if (array) await page.getByRole('button', { name: new RegExp(`^${array}`) }).click();
    expect(await expectStringsAsComputed(page, electronics), `${site} ${array}`).toBeGreaterThan(0);
  }
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test('a thumb marks what lies on the roof, and the page stays as wide as the screen', async ({ page }) => {
    const errors = watchConsole(page);
    await signIn(page, 'crew@harbourpail.example');
    await openSite(page, 'Tidal museum', 'look');
    await page.getByRole('button', { name: 'Record an inspection' }).tap();
    await page.getByRole('button', { name: 'Mark them on the roof' }).tap();
    await page.getByLabel('Tap marks').selectOption('the whole face');
    const module = page.locator('.marking-roof').getByRole('button').first();
    await module.tap();
    await expect(page.getByText(/^Droppings in spots, plain: \d+ modules/)).toBeVisible();
    await expect(page.getByText(/^About \d/)).toBeVisible();
    const box = await module.locator('.module').boundingBox();
    expect(box?.width ?? 0).toBeGreaterThanOrEqual(44);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(390);
    await page.getByRole('button', { name: 'Record what you saw' }).tap();
    await expect(page.getByText(/Marked on the roof: Droppings in spots, plain: \d+ modules\./).first()).toBeVisible();
    await expectAccessible(page);
    expect(errors).toEqual([]);
  });

  test('two fingers make the roof larger and smaller, and mark nothing; one finger still marks', async ({ page }) => {
    const errors = watchConsole(page);
    await signIn(page, 'crew@harbourpail.example');
    await openSite(page, 'Hollow house', 'look');
    await page.getByRole('button', { name: 'Record an inspection' }).tap();
    await page.getByRole('button', { name: 'Mark them on the roof' }).tap();
    const roof = page.locator('.marking-roof');
    const module = roof.getByRole('button', { name: /^Module 5,/ });
    const width = async () => (await module.locator('.module').boundingBox())?.width ?? 0;
    await module.scrollIntoViewIfNeeded();
    const before = await width();
    await pinch(page, roof, 2);
    await expect.poll(width).toBeGreaterThan(1.8 * before);
    await pinch(page, roof, 0.2);
    await expect.poll(width).toBeLessThan(0.9 * before);
    const whole = await roof.evaluate((box) => box.scrollWidth - box.clientWidth);
    expect(whole).toBeLessThanOrEqual(1);
    await expect(page.getByText('Nothing marked yet.')).toBeVisible();
    await page.getByRole('button', { name: 'Larger' }).tap();
    await page.getByRole('button', { name: 'Usual size' }).tap();
    await expect.poll(width).toBeCloseTo(before, 0);
    await module.tap();
    await expect(page.getByText('Droppings in spots, plain: 1 module')).toBeVisible();
    await page.getByRole('button', { name: 'Discard' }).tap();
    expect(errors).toEqual([]);
  });
});
