import { expectAccessible, signIn, watchConsole } from './support/person.ts';
import { type Browser, type BrowserContext, expect, type Page, test } from './support/stage.ts';

/** A phone in the hand of the crew, at the first card of a job that nobody has begun. */
async function onTheRoof(browser: Browser): Promise<{ context: BrowserContext; page: Page; errors: string[] }> {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
  const page = await context.newPage();
  const errors = watchConsole(page);
  await signIn(page, 'crew@harbourpail.example');
  await page.goto('/field');
  await page.getByRole('link', { name: /Pear Tree/ }).tap();
  await expect(page.locator('.verb')).toBeVisible();
  return { context, page, errors };
}

/** Ticks the first piece that is not in the van yet; the tick shows as soon as the device has kept it. */
async function pack(page: Page): Promise<void> {
  const id = await page.locator('.kit-line input:not(:checked)').first().getAttribute('id');
  await page.locator(`#${id}`).click();
  await expect(page.locator(`#${id}`)).toBeChecked();
}

async function answerYes(page: Page): Promise<void> {
  while ((await page.locator('.caution .answers').count()) > 0) {
    const asked = (await page.locator('.caution strong').first().textContent()) ?? '';
    await page.getByRole('button', { name: /^(Yes|Now yes)$/ }).tap();
    await expect(page.locator('.caution').filter({ hasText: asked })).toHaveCount(0);
  }
}

test.describe
  .serial('a crew on the roof', () => {
    let context: BrowserContext;
    let page: Page;
    let errors: string[];
    test.beforeAll(async ({ browser }) => {
      ({ context, page, errors } = await onTheRoof(browser));
    });
    test.afterAll(async () => {
      expect(errors).toEqual([]);
      await context.close();
    });

    test('reads the safety sheet before anything else', async () => {
      await expect(page.locator('.verb')).toHaveText('Brief');
      await expect(page.getByText('Packing shed, cold-room side')).toBeVisible();
      await answerYes(page);
      await page.getByRole('button', { name: 'Begin: Brief' }).tap();
      await page.getByRole('button', { name: 'Brief: done' }).tap();
    });

    test('is stopped by a no, and nothing but the answer leads on', async () => {
      await expect(page.locator('.verb')).toHaveText('Arrive');
      await page.getByRole('button', { name: 'No', exact: true }).tap();
      await expect(page.getByRole('alert')).toContainText('The step is stopped.');
      await expect(page.getByRole('button', { name: 'Answer what stands above first' })).toBeDisabled();
      await expectAccessible(page);
      await answerYes(page);
      await page.getByRole('button', { name: 'Begin: Arrive' }).tap();
      await page.getByRole('button', { name: 'Arrive: done' }).tap();
    });

    test('stops for a storm, goes home, and goes on where it stood', async () => {
      await expect(page.locator('.verb')).toHaveText('Read before');
      await page.getByRole('button', { name: 'Cannot, or stop here' }).tap();
      await expect(page.getByRole('button', { name: 'Stop the job here, go on later' })).toBeDisabled();
      await page.getByLabel('Why').fill('lightning');
      await page.getByRole('button', { name: 'Stop the job here, go on later' }).tap();
      await expect(page.locator('.verb')).toHaveText('Stopped');
      await expect(page.getByText('Because: lightning.')).toBeVisible();
      await page.reload();
      await expect(page.locator('.verb')).toHaveText('Stopped');
      await page.getByRole('button', { name: 'Go on' }).tap();
      await expect(page.locator('.verb')).toHaveText('Read before');
    });

    test('cannot call a reading done that was not taken', async () => {
      await page.getByRole('button', { name: 'Begin: Read before' }).tap();
      await expect(page.getByText('No reading kept yet.')).toBeVisible();
      await expect(page.getByRole('button', { name: 'Read before: done' })).toHaveCount(0);
    });

    test('is told of a reading that the sky cannot give, and of a battery that is full, as it is typed', async () => {
      const fields = page.locator('.pad-fields button');
      await page.getByLabel('What is read').selectOption('ac');
      for (const [index, digits] of ['30000', '6000', '40'].entries()) {
        await fields.nth(index).tap();
        for (const key of digits) await page.locator('.pad').getByRole('button', { name: key, exact: true }).tap();
      }
      await expect(page.getByText('the sun gives no more than about')).toBeVisible();
      await page.getByRole('button', { name: 'It was 600\u00a0W/m²' }).tap();
      await expect(page.getByText('More than sky and nameplate allow')).toBeVisible();
      await fields.nth(0).tap();
      await page.getByRole('button', { name: 'Delete' }).tap();
      await expect(page.getByText('More than sky and nameplate allow')).toBeHidden();
      await page.getByLabel('Battery full or export capped').check();
      await expect(page.getByText('is holding the power down')).toBeVisible();
      await page.getByLabel('Battery full or export capped').uncheck();
    });

    test('reads an unwashed neighbour beside it, and takes a clear sky where there is no sensor', async () => {
      await page.getByLabel('With an unwashed neighbour').check();
      await expect(page.locator('.pad-fields button')).toHaveCount(5);
      await expect(page.getByRole('button', { name: 'Save this reading' })).toBeDisabled();
      await page.getByLabel('With an unwashed neighbour').uncheck();
      await page.getByLabel('No sensor: a clear sky is taken').check();
      await expect(page.locator('.pad-fields button')).toHaveCount(2);
      await expect(page.getByText('Clear sky now:')).toBeVisible();
      await page.getByLabel('No sensor: a clear sky is taken').uncheck();
      await page.getByRole('button', { name: 'Save this reading' }).tap();
      await expect(page.getByText('3000\u00a0W at 600\u00a0W/m²')).toBeVisible();
      await page.getByRole('button', { name: 'Strike' }).tap();
      await expect(page.getByText('3000\u00a0W at 600\u00a0W/m²')).toBeHidden();
      for (const [index, digits] of ['3000', '600', '40'].entries()) {
        await page.locator('.pad-fields button').nth(index).tap();
        for (const key of digits) await page.locator('.pad').getByRole('button', { name: key, exact: true }).tap();
      }
      await page.getByLabel('What is read').selectOption('ac');
      await page.getByRole('button', { name: 'Save this reading' }).tap();
      await expect(page.getByText(/^Not read yet: /)).toBeVisible();
      await page.getByLabel('Roof face').selectOption({ index: 1 });
      await page.getByRole('button', { name: /^No reading of / }).tap();
      await page.getByLabel(/^Why is /).fill('its inverter has no display');
      await page.getByRole('button', { name: 'Save why' }).tap();
      await page.getByRole('button', { name: 'Read before: done' }).tap();
    });

    test('leaves a step out with a reason, which the desk sees', async () => {
      await expect(page.locator('.verb')).toHaveText('Isolate');
      await page.getByRole('button', { name: 'Cannot, or stop here' }).tap();
      await page.getByLabel('Why').fill('no access to the inverter');
      await page.getByRole('button', { name: 'This step cannot be done: leave it out' }).tap();
      await expect(page.locator('.verb')).toHaveText('Make ready');
      await expect(page.getByText('Everything is sent.')).toBeVisible();
    });

    test('says row by row what was done, takes it back, and changes the face', async () => {
      await page.getByRole('button', { name: 'Roof' }).tap();
      await page.getByRole('button', { name: 'whole rows' }).tap();
      const first = page.getByRole('button', { name: /^Module 1, row 1/ });
      await first.tap();
      await expect(page.getByText('30 of 40 still to do')).toBeVisible();
      // An outline would be as thick as the drawing is scaled, and hide the modules about it.
      await page.keyboard.press('Shift');
      await expect(first).toBeFocused();
      await expect(first).toHaveCSS('outline-style', 'none');
      await page.getByRole('button', { name: 'Undo the last one' }).tap();
      await expect(page.getByText('40 of 40 still to do')).toBeVisible();
      await page.getByLabel('Roof face').selectOption({ label: 'Sunny face' });
      await expect(page.getByText('60 of 60 still to do')).toBeVisible();
      await page.getByRole('button', { name: 'Back', exact: true }).tap();
    });

    test('packs the kit piece by piece, and the day sees how much is in the van', async () => {
      await page.getByRole('button', { name: 'Kit' }).tap();
      const left = page.getByText(/\d+ of \d+ still to pack/);
      const before = Number((await left.textContent())?.split(' ')[0]);
      await pack(page);
      await expect(left).toContainText(`${before - 1} of`);
      await expectAccessible(page);
    });

    test('keeps what the server refuses on the device when it is put aside', async () => {
      await page.route('**/api/jobs/*/entries', (route) =>
        route.fulfill({
          status: 409,
          contentType: 'application/problem+json',
          body: JSON.stringify({ type: 'about:blank', title: 'No', status: 409, detail: 'The report is signed.' }),
        }),
      );
      await pack(page);
      await expect(page.getByText('1 refused: The report is signed.')).toBeVisible();
      await page.getByRole('button', { name: 'Put aside' }).tap();
      await expect(page.getByText('1 refused and put aside, kept on this device')).toBeVisible();
      await page.getByText('1 refused and put aside').tap();
      await expect(page.locator('details.unsent code')).toContainText('"kind":"kit"');
      await page.unroute('**/api/jobs/*/entries');
      // The browser itself writes a line for an answer of 409; that is what was asked for here.
      errors.splice(0, errors.length, ...errors.filter((line) => !line.includes('409')));
    });
  });
