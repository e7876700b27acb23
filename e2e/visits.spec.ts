import { visitDates } from '../core/schedule/visitDates.ts';
import { formatDate } from '../words/format.ts';
import { openSite, paperText, plain, signIn, watchConsole } from './support/person.ts';
import { type Browser, expect, type Locator, type Page, test } from './support/stage.ts';

/** Overrules one choice of a plan by what stands in its list or its field. */
async function overrule(page: Page, what: string, instead: string, reason: string): Promise<void> {
  await page.getByRole('button', { name: `Overrule: ${what}`, exact: true }).click();
  const field = page.getByLabel('Instead');
  await ((await field.evaluate((element) => element.tagName)) === 'SELECT'
    ? field.selectOption(instead)
    : field.fill(instead));
  await page.getByLabel('Reason').fill(reason);
  await page.getByRole('dialog').getByRole('button', { name: 'Overrule' }).click();
  await expect(page.getByText(`Overruled: ${reason}`)).toBeVisible({ timeout: 30_000 });
}

const value = (page: Page, label: string): Locator =>
  page.locator('.figure-box').filter({ hasText: label }).locator('.value');

/** A phone of the crew. */
async function phone(browser: Browser) {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
  const page = await context.newPage();
  const errors = watchConsole(page);
  await signIn(page, 'crew@harbourpail.example');
  return { context, page, errors };
}

test.describe
  .serial('a plan of visits', () => {
    test('is overruled in what one cannot do without being asked, and the price follows', async ({ page }) => {
      const errors = watchConsole(page);
      await signIn(page);
      await openSite(page, 'Hoarfrost cold store', 'plan');
      await expect(page.locator('.page-right')).toContainText('from a lift or scaffold');
      const before = plain((await value(page, 'Time of a visit').textContent()) ?? '');
      await overrule(page, 'access', 'from the ground', 'brushed from the dock on both sides');
      await expect(value(page, 'Time of a visit')).not.toHaveText(before);
      await overrule(page, 'pole', '18', 'the long one');
      await expect(page.getByText(/18\sm of pole: over 12\sm cannot be pressed evenly/)).toBeVisible();
      await overrule(page, 'pace', '0.1', 'in a hurry');
      await expect(page.getByText(/quicker than anybody is known to clean one/)).toBeVisible();
      await page.getByRole('button', { name: 'Overrule: pace', exact: true }).click();
      await page.getByRole('button', { name: 'back to the recommendation' }).click();
      await expect(page.getByText(/quicker than anybody is known to clean one/)).toBeHidden({ timeout: 30_000 });
      await overrule(page, 'visits a year', '3', 'as they asked');
      await expect(page.getByText(/^The plan of 3 visits would save/)).toBeVisible();
      expect(errors).toEqual([]);
    });

    test('is sent, accepted as a plan, and becomes a dated job for each visit', async ({ page }) => {
      const errors = watchConsole(page);
      await signIn(page);
      await openSite(page, 'Hoarfrost cold store', 'offer');
      await page.getByRole('button', { name: 'Draft a quote from the plan' }).click();
      await expect(value(page, 'Each of 3 visits a year')).toBeVisible();
      await page.getByRole('button', { name: 'Mark as sent' }).click();
      const address = (await page.getByRole('link', { name: 'the paper (PDF)' }).getAttribute('href')) ?? '';
      const paper = await paperText(page.context(), address);
      expect(paper).toContain('Or a plan of 3 visits a year');
      expect(paper).not.toMatch(/found 3 visits best/);
      expect(paper).not.toContain('Lift or scaffold');
      await page.getByRole('button', { name: 'Accepted: the plan' }).click();
      await expect(page.getByText('Accepted: A plan of 3 visits a year. Go on to Wash.')).toBeVisible();
      await page.goto(page.url().replace(/offer.*$/, 'wash'));
      await page.getByLabel('The quote is accepted. Wash on').fill('4/1/2027');
      await page.getByRole('button', { name: 'Book all 3 visits' }).click();
      const agreed = page.getByRole('region', { name: /^Agreement on quote/ }).first();
      await expect(agreed.getByRole('link')).toHaveCount(3);
      const dates = await agreed.getByRole('link').allTextContents();
      const site = page.url().match(/sites\/([0-9a-f-]+)/)?.[1] ?? '';
      const plans = await (await page.context().request.get(`/api/sites/${site}/plans?limit=1`)).json();
      const due = visitDates('2027-01-04', 3, plans.items[0].output.visits.options[3].days);
      expect(dates).toEqual(due.map((date) => formatDate(date)));
      expect(new Set(dates).size).toBe(3);
      await page.getByLabel('move to').fill('6/1/2027');
      await page.getByRole('button', { name: 'Move', exact: true }).click();
      await expect(agreed.getByRole('link').first()).toHaveText('06/01/2027');
      expect(errors).toEqual([]);
    });

    test('has its first wash on a phone: after a stop the sky is asked for, and a changed one wants a new reading', async ({
      browser,
    }) => {
      const { context, page, errors } = await phone(browser);
      await page.goto('/field');
      await page
        .getByRole('link', { name: /Hoarfrost/ })
        .first()
        .tap();
      await through(page, 'Brief');
      await through(page, 'Arrive');
      await answer(page);
      await page.getByRole('button', { name: 'Begin: Read before' }).tap();
      await page.getByLabel('What is read').selectOption('fixed-voltage');
      await expect(page.locator('.pad-fields button').first()).toContainText('Current');
      await type(page, ['9', '700', '41']);
      await page.getByRole('button', { name: 'Save this reading' }).tap();
      await expect(page.getByText('9.00\u00a0A at 700\u00a0W/m²')).toBeVisible();
      await page.getByRole('button', { name: 'Cannot, or stop here' }).tap();
      await page.getByLabel('Why').fill('rain');
      await page.getByRole('button', { name: 'Stop the job here, go on later' }).tap();
      await page.getByRole('button', { name: 'Go on' }).tap();
      await expect(page.getByText(/^Is the sky as it was when the reading before/)).toBeVisible();
      await page.getByRole('button', { name: 'No', exact: true }).tap();
      await expect(page.getByText(/^Read before again/)).toBeVisible();
      await answer(page);
      await page.getByRole('button', { name: 'Begin: Read before' }).tap();
      await expect(page.getByText('9.00\u00a0A at 700\u00a0W/m²')).toBeHidden();
      await expect(page.getByRole('button', { name: 'Read before: done' })).toHaveCount(0);
      await page.getByLabel('What is read').selectOption('fixed-voltage');
      await type(page, ['8', '620', '38']);
      await page.getByRole('button', { name: 'Save this reading' }).tap();
      await expect(page.getByText(/^Read before again/)).toBeHidden();
      await page.getByRole('button', { name: 'Read before: done' }).tap();
      await expect(page.locator('.verb')).toHaveText('Isolate');
      await expect(page.getByText('Everything is sent.')).toBeVisible();
      expect(errors).toEqual([]);
      await context.close();
    });
  });

async function answer(page: Page): Promise<void> {
  while ((await page.locator('.caution .answers').count()) > 0) {
    const asked = (await page.locator('.caution strong').first().textContent()) ?? '';
    await page.getByRole('button', { name: /^(Yes|Now yes)$/ }).tap();
    await expect(page.locator('.caution').filter({ hasText: asked })).toHaveCount(0);
  }
}

async function through(page: Page, verb: string): Promise<void> {
  await expect(page.locator('.verb')).toHaveText(verb);
  await answer(page);
  await page.getByRole('button', { name: `Begin: ${verb}` }).tap();
  await page.getByRole('button', { name: `${verb}: done` }).tap();
}

async function type(page: Page, values: string[]): Promise<void> {
  for (const [index, digits] of values.entries()) {
    await page.locator('.pad-fields button').nth(index).tap();
    for (const key of digits) await page.locator('.pad').getByRole('button', { name: key, exact: true }).tap();
  }
}
