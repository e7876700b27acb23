import { tapsBeforeKills } from '../cli/attack/taps.ts';
import { signIn } from './support/person.ts';
import { expect, test } from './support/stage.ts';

test.use({ serviceWorkers: 'allow' });

test('what was typed and not sent is there again after the browser was killed', async ({ browser }) => {
  const first = await browser.newContext();
  const page = await first.newPage();
  await signIn(page);
  await page.goto('/sites/new');
  await page.getByLabel('Site', { exact: true }).fill('Half a barn');
  await page.getByLabel('Tilt').fill('17,5');
  const kept = () =>
    page.evaluate(() => {
      const key = Object.keys(localStorage).find((name) => /^pail\.draft\..+\.new-site$/.test(name));
      return key === undefined ? '' : localStorage.getItem(key);
    });
  await expect.poll(kept).toContain('17.5');
  const left = await first.storageState();
  await first.close();
  const second = await browser.newContext({ storageState: left });
  const again = await second.newPage();
  await again.goto('/sites/new');
  await expect(again.getByLabel('Site', { exact: true })).toHaveValue('Half a barn');
  await expect(again.getByLabel('Tilt')).toHaveValue('17.5');
  await expect(again.getByText('had not sent yet')).toBeVisible();
  await second.close();
});

test('without a signal the crew goes on, sees what is not sent, and it goes by itself later', async ({ browser }) => {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
  const page = await context.newPage();
  await signIn(page, 'crew@harbourpail.example');
  await page.goto('/field');
  await page.getByRole('link', { name: /Oakes farmhouse/ }).tap();
  await expect(page.getByRole('heading', { name: 'Brush' })).toBeVisible();
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready;
  });
  await context.setOffline(true);
  await page.getByRole('button', { name: /^Module 12, row 2/ }).tap();
  await page.getByRole('button', { name: /^Module 13, row 2/ }).tap();
  await expect(page.getByText('2 not sent yet: kept on this device.')).toBeVisible();
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Brush' })).toBeVisible();
  await expect(page.getByText('2 not sent yet: kept on this device.')).toBeVisible();
  await context.setOffline(false);
  await expect(page.getByText('Everything is sent.')).toBeVisible();
  await page.reload();
  await expect(page.getByRole('button', { name: /^Module 12, row 2, brushed/ })).toBeVisible();
  await context.close();
});

test('a tap that the screen says is kept is there after the browser was killed at that moment', async ({ baseURL }) => {
  const { tried, broken } = await tapsBeforeKills(baseURL ?? '', 4);
  expect(broken).toEqual([]);
  expect(tried).toBe(4);
});

test('a late change is refused with both states, and what was typed stays', async ({ browser }) => {
  const context = await browser.newContext();
  const [one, two] = [await context.newPage(), await context.newPage()];
  await signIn(one);
  for (const page of [one, two]) {
    await page.goto('/sites');
    await page.getByRole('link', { name: 'Quill vines office', exact: true }).click();
    await page.getByRole('button', { name: 'change the site' }).click();
  }
  await one.getByLabel('Notes').fill('gate code from the office');
  await one.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(one.getByText('gate code from the office')).toBeVisible();
  await two.getByLabel('Notes').fill('dog in the yard');
  await two.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(two.getByText('Changed by somebody else')).toBeVisible();
  await expect(two.getByLabel('Notes')).toHaveValue('dog in the yard');
  await context.close();
});
