import { readFileSync } from 'node:fs';
import { pinch } from './support/fingers.ts';
import { expectAccessible, openSite, signIn, watchConsole } from './support/person.ts';
import { expect, type Page, test } from './support/stage.ts';

/** A site of one's own with one array, entered by its form. */
async function newSite(page: Page, name: string): Promise<void> {
  await page.goto('/sites/new');
  await page.getByLabel('Name', { exact: true }).first().fill('Imke Barrow');
  await page.getByLabel('Site', { exact: true }).fill(name);
  await page.getByLabel('Paste coordinates').fill('-33.5, 19');
  await page.getByLabel('Rows').fill('3');
  await page.getByLabel('Columns').fill('6');
  await page.getByRole('button', { name: 'Save the site' }).click();
  await page.waitForURL(/\/sites\/[0-9a-f-]{36}/);
}

const drawing = (page: Page) => page.getByRole('application', { name: 'Drawing of the face' });
const said = (page: Page) => page.locator('.drawing-said');

/** Where a place of the drawing lies on the screen, told by the cursor that stands on it. */
async function cursorAt(page: Page): Promise<{ x: number; y: number; width: number; height: number }> {
  const box = await page.locator('.drawing-cursor').boundingBox();
  if (box === null) throw new Error('the cursor is not drawn');
  return box;
}

/** A thumb on the place of the cursor, wherever the page has been moved to by then. */
async function tapCursor(page: Page): Promise<void> {
  await page.locator('.drawing-cursor').scrollIntoViewIfNeeded();
  const { x, y, width, height } = await cursorAt(page);
  await page.touchscreen.tap(x + width / 2, y + height / 2);
}

test('a face is drawn with keys alone, marked with keys alone, and read', async ({ page }) => {
  const errors = watchConsole(page);
  await signIn(page);
  await newSite(page, 'Barrow barn');
  await page.getByRole('link', { name: /^draw / }).press('Enter');
  await drawing(page).focus();
  await expect(said(page)).toHaveText('Row 1, column 1: a module');
  const press = async (...keys: string[]) => {
    for (const key of keys) await page.keyboard.press(key);
  };
  await press('Delete');
  await expect(said(page)).toHaveText('Choose modules first.');
  await press('Control+a', 'Delete', 'Space');
  await expect(said(page)).toHaveText('1 module laid');
  await press('ArrowRight', 'Enter', 'ArrowRight', 'Space', 'ArrowDown', 'Space');
  await press('Shift+ArrowUp');
  await expect(said(page)).toHaveText('2 modules chosen');
  await press('Alt+ArrowRight');
  await expect(said(page)).toHaveText('2 modules moved');
  await press('Control+z', 'Control+Shift+z');
  await expect(said(page)).toHaveText('Done again');
  await page.getByRole('button', { name: 'Obstacle' }).press('Enter');
  await drawing(page).focus();
  await press('Escape', 'ArrowDown', 'ArrowDown', 'ArrowDown', 'Enter');
  await expect(page.locator('.thing')).toHaveCount(1);
  await page.getByLabel('What it is').fill('roof window');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Save the drawing' }).press('Enter');
  const roof = page.getByRole('img', { name: 'Roof: 2 rows of 4 modules' });
  await expect(roof).toBeVisible();
  await expect(roof.getByText('roof window', { exact: true }).first()).toBeAttached();
  await page.getByRole('button', { name: 'Record an inspection' }).press('Enter');
  await page.getByRole('button', { name: 'Mark them on the roof' }).press('Enter');
  const first = page.locator('.marking-roof').getByRole('button', { name: /^Module 1,/ });
  await first.focus();
  await press('Enter', 'Tab', 'Enter');
  await expect(page.getByText('Droppings in spots, plain: 2 modules')).toBeVisible();
  expect(errors).toEqual([]);
});

test('modules are drawn, chosen, dragged, copied and pasted with the mouse', async ({ page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  const errors = watchConsole(page);
  await signIn(page);
  await newSite(page, 'Barrow stable');
  await page.getByRole('link', { name: /^draw / }).click();
  const home = await cursorAt(page);
  const across = home.width * 0.97;
  const middle = (row: number, column: number) =>
    [home.x + home.width / 2 + column * across, home.y + home.height / 2 + row * home.height * 0.98] as const;
  const drag = async (from: readonly [number, number], to: readonly [number, number]) => {
    await page.mouse.move(...from);
    await page.mouse.down();
    await page.mouse.move(...to, { steps: 5 });
    await page.mouse.up();
  };
  await drag(middle(0, 6), middle(1, 7));
  await expect(said(page)).toHaveText('4 modules laid');
  await expect(page.getByText('22 modules')).toBeVisible();
  await page.getByRole('button', { name: 'Choose', exact: true }).click();
  await drag(middle(0, 6), middle(1, 7));
  await expect(said(page)).toHaveText('4 modules chosen');
  await drag(middle(0, 6), middle(1, 6));
  await expect(said(page)).toHaveText('4 modules moved');
  await drawing(page).focus();
  await page.keyboard.press('Control+c');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Control+v');
  await expect(said(page)).toHaveText('4 modules laid');
  await page.getByRole('button', { name: 'Make a string' }).click();
  await expect(said(page)).toHaveText('String 1: 4 modules');
  await page.getByLabel('Inverter that the chosen strings end in').fill('Shed');
  await page.getByRole('button', { name: 'Assign inverter' }).click();
  await page.getByRole('button', { name: 'at each module', exact: true }).click();
  await expect(page.getByText('4 modules, ends in Shed, electronics at each module')).toBeVisible();
  const kept = page.url();
  await page.reload();
  await expect(page.getByText('This is what you drew before')).toBeVisible();
  await expect(page.getByText('26 modules')).toBeVisible();
  expect(page.url()).toBe(kept);
  await page.getByRole('button', { name: 'go back to what is on record' }).click();
  await expect(page.getByText('18 modules')).toBeVisible();
  await expect(page.getByText('This is what you drew before')).toHaveCount(0);
  await page.getByRole('button', { name: 'All', exact: true }).click();
  await page.getByRole('button', { name: 'Copy' }).click();
  for (let step = 0; step < 5; step += 1) await drawing(page).press('ArrowDown');
  await page.getByRole('button', { name: 'Paste' }).click();
  await expect(said(page)).toHaveText('18 modules laid');
  await page.getByRole('button', { name: 'Save the drawing' }).click();
  await expect(page.getByText(/^36 × /)).toBeVisible();
  expect(errors).toEqual([]);
});

test('a drawing goes out as JSON and CSV and comes back the same; a wrong file changes nothing', async ({ page }) => {
  await signIn(page);
  await openSite(page, 'Oakes farmhouse', 'look');
  await page.getByRole('link', { name: /^draw / }).click();
  const saved = async (format: string) => {
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: `Save as ${format}` }).click();
    return readFileSync(await (await download).path(), 'utf8');
  };
  const [json, csv] = [await saved('JSON'), await saved('CSV')];
  const count = JSON.parse(json).array.rows * JSON.parse(json).array.columns - JSON.parse(json).array.missing.length;
  expect(csv.trim().split('\n')).toHaveLength(count + 1);
  const read = async (name: string, text: string) =>
    page.getByLabel('Read a drawing').setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });
  for (const [name, text] of [
    ['roof.csv', 'row,column\n1,1\n1,0\n'],
    ['roof.csv', 'x'.repeat(2_000_000)],
    ['roof.json', '{"format":'],
    ['roof.json', json.replace('"tilt":', '"tilted":')],
    ['roof.json', `[${'['.repeat(50_000)}`],
  ] as const) {
    await read(name, text);
    await expect(page.getByText('Nothing was taken of this file.')).toBeVisible();
    await expect(page.getByText(`${count} modules`)).toBeVisible();
  }
  await read('roof.csv', 'row,column\n1,1\n1,0\n');
  await expect(page.getByText('line 3: column must be a whole number from 1 to 400')).toBeVisible();
  await read('roof.csv', 'row,column,string\n1,1,Left\n1,2,Left\n');
  await expect(said(page)).toHaveText('2 modules read');
  await read('roof.json', json);
  await expect(said(page)).toHaveText(`${count} modules read`);
  expect(JSON.parse(await saved('JSON'))).toEqual(JSON.parse(json));
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

  test('a face is drawn with a thumb', async ({ page }) => {
    const errors = watchConsole(page);
    await signIn(page);
    await newSite(page, 'Barrow shed');
    await page.getByRole('link', { name: /^draw / }).tap();
    await tapCursor(page);
    await expect(said(page)).toHaveText('1 module taken away');
    await page.getByRole('button', { name: 'Undo' }).tap();
    await page.getByRole('button', { name: 'All', exact: true }).tap();
    await page.getByRole('button', { name: 'Move right' }).tap();
    await expect(said(page)).toHaveText('18 modules moved');
    // Two fingers make it larger, and draw nothing.
    const cursor = page.locator('.drawing-cursor');
    const width = async () => (await cursor.boundingBox())?.width ?? 0;
    const before = await width();
    await pinch(page, page.locator('.drawing-canvas'), 1.6);
    await expect.poll(width).toBeGreaterThan(1.4 * before);
    await expect(said(page)).toHaveText('18 modules moved');
    await page.getByRole('button', { name: 'Usual size' }).tap();
    await expect.poll(width).toBeCloseTo(before, 0);
    await page.getByRole('button', { name: 'Standing place' }).tap();
    await tapCursor(page);
    await expect(page.locator('.thing')).toHaveCount(1);
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Save the drawing' }).tap();
    await expect(page.getByRole('img', { name: 'Roof: 3 rows of 6 modules' })).toBeVisible();
    expect(errors).toEqual([]);
  });
});
