import { MODULE_SIZE } from '../core/assumptions.ts';
import {
  answerCautions,
  answered,
  ask,
  expectAccessible,
  openSite,
  paperText,
  plain,
  signIn,
  toCard,
  watchConsole,
} from './support/person.ts';
import { expect, type Page, test } from './support/stage.ts';

const SITE = 'Gullhaven flats';
const phone = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true };

const openFittings = async (page: Page): Promise<void> => {
  await openSite(page, SITE, 'plan');
  const flat = page.getByRole('region', { name: 'Flat part, puddles' });
  await flat.getByRole('link', { name: /Clips, deterrents|Change what is fitted/ }).click();
  await expect(page.getByRole('button', { name: 'drain clips' })).toBeVisible();
};

test.describe
  .serial('what is fitted against a cause', () => {
    let job = '';

    test('is compared, typed wrong, put right and taken into the plan with the keys', async ({ page }) => {
      const errors = watchConsole(page);
      await signIn(page);
      await openFittings(page);
      await expectAccessible(page);
      // It opens on a kind that has something to do; of the clips its one row without them is the control of the one that has.
      await page.getByRole('button', { name: 'drain clips' }).click();
      await expect(page.getByRole('row', { name: /drain clips/ })).toContainText('no rows are named for it');
      await expect(page.getByText(/Row 1 has it already/)).toBeVisible();
      await page.getByRole('button', { name: 'coating' }).focus();
      await page.keyboard.press('Enter');
      const rows = page.getByRole('textbox', { name: 'On rows' });
      await rows.fill('second');
      await expect(page.getByText('Name the rows that get it, such as 1-2, 4.')).toBeVisible();
      await rows.fill('1-2');
      await expect(page.getByText(/^Every row gets it/)).toBeVisible();
      await rows.fill('2');
      await expect(page.getByText(/^Every row gets it/)).toBeHidden();
      await expect(page.getByText(/From then on no blade, alcohol or stiff bristle/)).toBeVisible();
      const price = page.getByLabel(/Price of a square metre/);
      await price.fill('abc');
      await expect(page.getByText(/A number from 0 to/)).toBeVisible();
      await price.fill('9000');
      await expect(page.getByRole('row', { name: /coating/ })).toContainText('does not pay');
      await price.fill('12,50');
      await expect(page.getByRole('row', { name: /coating/ })).toContainText(/ZAR.*\dpays$/);
      await expect(page.getByRole('button', { name: 'Take it into the plan' })).toBeDisabled();
      await page.getByLabel('Why it is fitted').fill('salt from the quay');
      await answered(page, () => page.getByRole('button', { name: 'Take it into the plan' }).press('Enter'));
      await expect(page.getByText('in the plan')).toBeVisible();
      await page.getByRole('link', { name: SITE }).click();
      const flat = page.getByRole('region', { name: 'Flat part, puddles' });
      await expect(flat.getByText('coating, row 2')).toBeVisible();
      await expect(flat.getByText(/Because: salt from the quay/)).toBeVisible();
      expect(errors).toEqual([]);
    });

    test('is offered once beside the visits, for the same money on the screen, on the paper and by hand', async ({
      page,
    }) => {
      const errors = watchConsole(page);
      await signIn(page);
      await openSite(page, SITE, 'offer');
      await answered(page, () => page.getByRole('button', { name: 'Draft a quote from the plan' }).click());
      const once = page.getByRole('region', { name: 'Fitted once' });
      const area = Math.ceil(9 * MODULE_SIZE.long * MODULE_SIZE.short);
      await expect(once.getByRole('row', { name: /Coating, Flat part/ })).toContainText(`${area} m²`);
      const { body } = await ask<{ items: { id: string; siteId: string }[] }>(page, 'GET', '/api/quotes?limit=1');
      const quoteId = body.items[0]?.id ?? '';
      const { body: quote } = await ask<{
        version: number;
        fittings: { lines: { amount: number; unit: string }[]; net: number; gross: number };
      }>(page, 'GET', `/api/quotes/${quoteId}`);
      const { lines, net, gross } = quote.fittings;
      expect(lines.find(({ unit }) => unit === 'square-metre')?.amount).toBe(area * 1250);
      expect(net).toBe(lines.reduce((sum, { amount }) => sum + amount, 0));
      const shown = plain((await once.getByRole('row', { name: /Fitted, once/ }).textContent()) ?? '');
      expect(shown.replace(/\D/g, '')).toBe(String(gross));
      const paper = await paperText(page.context(), `/api/quotes/${quoteId}/paper.pdf`);
      expect(paper).toContain('Fitted once, on the first visit');
      expect(paper.replace(/\s/g, '')).toContain((gross / 100).toFixed(2));
      await expectAccessible(page);
      await page.getByRole('button', { name: 'Mark as sent' }).click();
      await page.getByRole('checkbox', { name: /^What is fitted once/ }).check();
      await page.getByRole('button', { name: 'Accepted: one visit' }).click();
      await expect(page.getByText('Accepted: One visit, with what is fitted once. Go on to Wash.')).toBeVisible();
      job = crypto.randomUUID();
      const booked = await ask(page, 'POST', `/api/quotes/${quoteId}/jobs`, { id: job, scheduledFor: '2027-03-09' });
      expect(booked.status).toBe(200);
      expect(errors).toEqual([]);
    });

    test('is put up by the crew where it was planned, and stopped where the maker was not asked', async ({
      browser,
    }) => {
      const context = await browser.newContext(phone);
      const field = await context.newPage();
      const errors = watchConsole(field);
      await signIn(field, 'crew@harbourpail.example');
      await field.goto(`/field/${job}`);
      await toCard(field, 'Fit');
      await expect(field.getByText(/on row 2/).first()).toBeVisible();
      await expect(field.getByText(/ZAR/)).toHaveCount(0);
      await field.getByRole('button', { name: 'No', exact: true }).tap();
      await expect(field.getByRole('alert')).toContainText('The step is stopped.');
      await expectAccessible(field);
      await field.getByRole('button', { name: 'Now yes' }).tap();
      await expect(field.getByRole('button', { name: 'Now yes' })).toHaveCount(0);
      await answerCautions(field);
      await field.getByRole('button', { name: 'Begin: Fit' }).tap();
      await field.getByRole('button', { name: 'Fit: done' }).tap();
      await expect(field.locator('.verb')).not.toHaveText('Fit');
      await toCard(field, 'Washed');
      await expect(field.getByText('Everything is sent.')).toBeVisible();
      expect(errors).toEqual([]);
      await context.close();
    });

    test('is asked about at the next look: what is loose is on the safety sheet, and to be fitted again', async ({
      page,
    }) => {
      const errors = watchConsole(page);
      await signIn(page);
      await openSite(page, SITE, 'look');
      const site = page.url().split('/').slice(0, 5).join('/');
      await page.getByRole('button', { name: 'Flat part, puddles' }).click();
      await page.getByRole('button', { name: 'Record an inspection' }).click();
      const clips = page.getByLabel('drain clips on row 1');
      await expect(page.getByLabel('coating on row 2')).toBeVisible();
      await clips.selectOption('loose');
      await page.getByLabel('Loose on rows').fill('none');
      await page.getByRole('button', { name: 'Record what you saw' }).click();
      await expect(page.getByText('Not saved yet.')).toBeVisible();
      await page.getByLabel('Loose on rows').fill('1');
      // What grows there is marked as well, as at every look.
      await page.getByRole('button', { name: 'Mark them on the roof' }).click();
      await page.getByLabel('What', { exact: true }).selectOption('Lichen');
      await page.getByLabel('How it lies').selectOption('at the lower edge');
      await page
        .locator('.marking-roof')
        .getByRole('button', { name: /^Module 12,/ })
        .click();
      await answered(page, () => page.getByRole('button', { name: 'Record what you saw' }).click());
      await expect(page.getByText(/Fitted: .*drain clips loose on row 1/).first()).toBeVisible();
      await page.goto(`${site}/reckon`);
      await page.getByRole('button', { name: 'Flat part, puddles' }).click();
      await answered(page, () => page.getByRole('button', { name: 'Reckon again' }).click());
      await page.goto(`${site}/plan`);
      await answered(page, () => page.getByRole('button', { name: 'Plan again' }).click());
      await page.goto(`${site}/safety`);
      await expect(page.getByText(/Something fitted up there was found loose/)).toBeVisible();
      await expectAccessible(page);
      await openFittings(page);
      await expect(page.getByRole('row', { name: /drain clips/ })).toContainText('9 pieces');
      expect(errors).toEqual([]);
    });
  });
