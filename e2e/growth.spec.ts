import { expectAccessible, openSite, signIn, watchConsole } from './support/person.ts';
import { expect, type Page, test } from './support/stage.ts';

/** Marks modules with lichen at their lower edge and records the inspection. */
async function lookAndMark(page: Page, modules: number[]): Promise<void> {
  await page.getByRole('button', { name: 'Record an inspection' }).click();
  await page.getByRole('button', { name: 'Mark them on the roof' }).click();
  await page.getByLabel('What', { exact: true }).selectOption('Lichen');
  await page.getByLabel('How it lies').selectOption('at the lower edge');
  const roof = page.locator('.marking-roof');
  for (const module of modules) await roof.getByRole('button', { name: new RegExp(`^Module ${module},`) }).click();
  await page.getByRole('button', { name: 'Record what you saw' }).click();
  await expect(page.getByText('Marked on the roof: Lichen at the lower edge', { exact: false }).first()).toBeVisible();
}

test('two visits stand beside each other: what grew, where, and what a fitting did', async ({ page }) => {
  const errors = watchConsole(page);
  await signIn(page);
  await openSite(page, 'Quill vines office', 'look');
  await page.getByRole('link', { name: /^draw / }).click();
  await page.getByLabel('On rows').fill('1');
  await page.getByLabel('Since').fill('2026-01-10');
  await page.getByRole('button', { name: 'Add it' }).click();
  await page.getByRole('button', { name: 'Save the drawing' }).click();
  await lookAndMark(page, [9, 10]);
  await lookAndMark(page, [10, 11, 16]);
  const growth = page.getByRole('region', { name: 'Growth' });
  await expect(growth.getByText('New on modules 11, 16. Gone from module 9.')).toBeVisible();
  const row = growth.getByRole('row', { name: /Lichen, marked modules/ });
  await expect(row.getByRole('cell').nth(1)).toHaveText('2');
  await expect(row.getByRole('cell').nth(2)).toHaveText('3');
  const clips = growth.getByRole('row', { name: /drain clips/ });
  await expect(clips).toContainText('The two visits lie too near each other to tell.');
  await expect(growth.getByRole('img')).toHaveCount(2);
  await expectAccessible(page);
  expect(errors).toEqual([]);
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

  test('pictures are taken in, and a mark is drawn over one with a thumb', async ({ page }) => {
    const errors = watchConsole(page);
    await signIn(page);
    await openSite(page, 'Gullhaven flats', 'pictures');
    const source = await page.locator('.photo-open img').first().getAttribute('src');
    const bytes = await (await page.request.get(source ?? '')).body();
    await page.getByLabel(/From phone/).setInputFiles([
      { name: 'a.jpg', mimeType: 'image/jpeg', buffer: bytes },
      { name: 'b.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('not a picture') },
    ]);
    await page.getByRole('button', { name: 'Send 2' }).tap();
    await expect(page.getByText('1 saved, 1 not')).toBeVisible();
    await expect(page.getByText(/^b\.jpg: .*must be a JPEG or PNG/)).toBeVisible();
    await page.locator('.photo-open').first().tap();
    await page.getByRole('button', { name: 'Draw a mark over it' }).tap();
    const circle = page.getByRole('application', { name: /Circle over the picture/ });
    await circle.tap();
    await circle.focus();
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('+');
    await page.getByLabel('What it shows').fill('gull perch');
    await page.getByRole('button', { name: 'Save the mark' }).tap();
    await expect(page.getByText('gull perch, drawn by Nomsa Vale')).toBeVisible();
    await page.getByLabel('Caption').fill('Gulls on the ridge');
    await page.getByRole('button', { name: 'Save', exact: true }).tap();
    await expect(page.getByRole('heading', { name: 'Gulls on the ridge' })).toBeVisible();
    await expectAccessible(page);
    await page.getByLabel('Face', { exact: true }).selectOption('North face');
    await page.getByRole('button', { name: 'Save', exact: true }).tap();
    const north = page.getByRole('region', { name: 'North face' });
    await north.getByRole('img', { name: 'Gulls on the ridge' }).tap();
    await page.getByLabel('Put it aside, because').fill('taken twice');
    await page.getByRole('button', { name: 'Put aside' }).tap();
    await expect(page.getByRole('img', { name: 'Gulls on the ridge' })).toHaveCount(0);
    expect(errors.filter((error) => !/400 \(Bad Request\)/.test(error))).toEqual([]);
  });
});
