import type { MeterMood } from '../stand-ins/moods.ts';
import { answered, expectAccessible, openFirstPage, signIn, watchConsole } from './support/person.ts';
import { expect, type Page, test } from './support/stage.ts';

/** The meter at the vessels. */
const meterAt = (address: string, page: Page) => {
  const ask = (path: string) => page.request.get(`${address}${path}`);
  return { draw: (litres: number) => ask(`/draw?litres=${litres}`), mood: (is: MeterMood) => ask(`/mood?is=${is}`) };
};

test.describe
  .serial('the resin of the van', () => {
    test('is set up anew by the desk: two vessels, lead and lag, warned of where they stand side by side', async ({
      page,
    }) => {
      const errors = watchConsole(page);
      await signIn(page);
      await openFirstPage(page);
      await page.getByRole('navigation', { name: 'Main' }).getByRole('link', { name: 'Kit' }).click();
      await page.getByRole('navigation', { name: 'Kit' }).getByRole('link', { name: 'Resin' }).click();
      await expect(page.getByRole('img', { name: /^Juniper, lead, .* left; Slate, lag, .* left$/ })).toBeVisible();
      await expect(page.getByRole('row', { name: /^Slate.* to / })).toContainText(/times \(/);
      await page.getByRole('button', { name: 'set up anew' }).click();
      await page.getByRole('button', { name: 'Add the vessel' }).click();
      await expect(page.getByText('Name of a vessel').first()).toBeVisible();
      for (const [name, litres] of [
        ['Blue', '25'],
        ['Grey', '25,0'],
      ] as const) {
        await page.getByLabel('Name of a vessel').fill(name);
        await page.getByLabel('Resin in it').fill(litres);
        await answered(page, () => page.getByRole('button', { name: 'Add the vessel' }).click());
        await expect(page.getByText(new RegExp(`${name}, 25\\sL`))).toBeVisible();
      }
      await page.getByLabel('Plumbed').selectOption('side-by-side');
      await expect(page.getByText('both break through together')).toBeVisible();
      await page.getByLabel('Plumbed').selectOption('series');
      await page.getByLabel('First: the lead').selectOption('Blue');
      await page.getByLabel('Second: the lag').selectOption('Grey');
      await expect(page.getByRole('button', { name: 'Begin the log' })).toBeDisabled();
      await page.getByLabel(/^Both vessels hold fresh resin/).check();
      await expectAccessible(page);
      await answered(page, () => page.getByRole('button', { name: 'Begin the log' }).click());
      await expect(page.getByRole('img', { name: /^Blue, lead, .* left; Grey, lag, .* left$/ })).toBeVisible();
      expect(errors).toEqual([]);
    });

    test('is read by thumb from the meter, typed where it hangs, and asked about where it lies', async ({
      browser,
      stage,
    }) => {
      const context = await browser.newContext({
        viewport: { width: 390, height: 844 },
        hasTouch: true,
        isMobile: true,
      });
      const page = await context.newPage();
      const errors = watchConsole(page);
      await signIn(page, 'crew@harbourpail.example');
      await page.goto('/resin');
      const meter = meterAt(stage.meter, page);
      await meter.draw(300);
      await page.getByRole('button', { name: 'Take a reading' }).tap();
      await page.getByRole('button', { name: 'Ask the meter' }).tap();
      await expect(page.getByLabel('Before the vessels')).toHaveValue('820');
      await page.getByLabel('Water since the last entry').fill('300');
      await answered(page, () => page.getByRole('button', { name: 'Save', exact: true }).tap());
      await expect(page.getByText(/300\sL; before 820/)).toBeVisible();

      await meter.mood('lies');
      await meter.draw(120);
      await page.getByRole('button', { name: 'Take a reading' }).tap();
      await page.getByRole('button', { name: 'Ask the meter' }).tap();
      await expect(page.getByLabel('Water since the last entry'), 'by its counter').toHaveValue('120');
      await page.getByRole('button', { name: 'Save', exact: true }).tap();
      await expect(page.getByText(/^Is that right\? Behind the lead reads/)).toBeVisible();
      await expectAccessible(page);
      await meter.mood('hangs');
      await page.getByRole('button', { name: 'Ask the meter' }).tap();
      await expect(page.getByText('did not answer within 3 seconds')).toBeVisible();
      await page.getByLabel('Between them').fill('1,2');
      await answered(page, () => page.getByRole('button', { name: 'Save', exact: true }).tap());
      await expect(page.getByText(/120\sL; before 820.*between 1[.,]2/)).toBeVisible();
      await meter.mood('well');
      // Refusals that are asked for are told by the browser too.
      expect(errors.filter((one) => !/status of 4(00|09)/.test(one))).toEqual([]);
      await context.close();
    });

    test('is exchanged step by step with the keys, and an entry that was wrong is retracted', async ({ page }) => {
      const errors = watchConsole(page);
      await signIn(page);
      await page.goto('/resin');
      await page.getByRole('button', { name: 'Exchange the lead' }).press('Enter');
      const save = page.getByRole('button', { name: 'It is done: save' });
      const steps = page.getByRole('listitem').getByRole('checkbox');
      await expect(save).toBeDisabled();
      await expect(steps.nth(1)).toBeDisabled();
      for (let at = 0; at < (await steps.count()); at += 1) {
        await steps.nth(at).focus();
        await page.keyboard.press('Space');
      }
      await page.getByLabel('What it cost').fill('2375');
      await answered(page, () => save.press('Enter'));
      await expect(page.getByRole('img', { name: /^Grey, lead, .*; Blue, lag, / })).toBeVisible();
      const charges = page.getByRole('row', { name: /^Blue.* to / });
      await expect(charges).toContainText(/420\sL/);
      await expect(charges).toContainText(/times \(/);

      await page.getByRole('button', { name: 'Take a reading' }).click();
      await page.getByLabel('Water since the last entry').fill('60');
      await answered(page, () => page.getByRole('button', { name: 'Save', exact: true }).click());
      await page.getByRole('button', { name: 'strike' }).first().click();
      await page.getByLabel('What was wrong with it').fill('another van');
      await answered(page, () => page.getByRole('button', { name: 'Strike it' }).click());
      await expect(page.getByText('Struck: another van')).toBeVisible();
      await expectAccessible(page);
      expect(errors).toEqual([]);
    });
  });
