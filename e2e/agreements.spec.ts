import { addedDays } from '../core/time/dates.ts';
import { formatDate } from '../words/format.ts';
import { customer, draftOffer, makeLink, PHONE, plannedSite, sendDraft } from './support/offer.ts';
import {
  answered,
  drawSignature,
  expectAccessible,
  paperText,
  plain,
  signIn,
  washThrough,
  watchConsole,
} from './support/person.ts';
import { expect, type Page, test } from './support/stage.ts';

const SITE = 'Larkspur granary';

const GRANARY = {
  ...{ name: SITE, customer: 'Odile Larkspur' },
  array: { name: 'Granary roof', rows: 3, columns: 12, birds: 'roost' },
};

/** Drafts an offer, sends it and makes a link to it. @returns the link */
async function sendOffer(page: Page, siteId: string): Promise<string> {
  await draftOffer(page, siteId);
  return sendDraft(page);
}

async function accept(page: Page, what: RegExp): Promise<void> {
  await page.getByRole('radio', { name: what }).check();
  await page.getByLabel('Your name').fill('Odile Larkspur');
  await page.getByRole('checkbox', { name: /^I have read this offer/ }).check();
  await drawSignature(page);
  await page.getByRole('button', { name: 'Accept the offer' }).click();
}

test.describe
  .serial('an offer behind a private link', () => {
    let siteId = '';

    test('is read, asked about and accepted as a plan on the customer’s phone, and the desk has the evidence', async ({
      page,
      browser,
    }) => {
      const errors = watchConsole(page);
      await signIn(page);
      siteId = await plannedSite(page, { ...GRANARY, visits: 3 });
      const link = await sendOffer(page, siteId);
      const visit = plain((await page.locator('.figure-box').first().locator('.value').textContent()) ?? '');
      const address = (await page.getByRole('link', { name: 'the paper (PDF)' }).getAttribute('href')) ?? '';
      const paper = await paperText(page.context(), address);

      const { context, page: phone, errors: phoneErrors } = await customer(browser);
      await phone.goto(link);
      await expect(phone.getByRole('heading', { level: 1 })).toContainText('Offer');
      await expectAccessible(phone);
      const read = plain((await phone.locator('.letter').textContent()) ?? '');
      expect(read).toContain(visit);
      expect(paper).toContain(visit);
      for (const verdict of await phone.locator('.verdict').allTextContents())
        expect(paper).toContain(plain(verdict).trim());
      for (const amount of read.match(/ZAR [\d ]+\.\d\d/g) ?? []) expect(paper.includes(amount), amount).toBe(true);

      await phone.getByLabel(/^Ask /).fill('Do you bring your own water?');
      await phone.getByRole('button', { name: 'Send the question' }).tap();
      await expect(phone.locator('.messages')).toContainText('Do you bring your own water?');
      await page.goto('/');
      await expect(page.getByText('asks: Do you bring your own water?')).toBeVisible();
      await page.goto(`/sites/${siteId}/offer`);
      await page.getByLabel('Answer').fill('We do, 800 litres of it.');
      await page.getByRole('button', { name: 'Answer' }).click();
      await expect(page.locator('.messages')).toContainText('We do, 800 litres of it.');
      await phone.reload();
      await expect(phone.locator('.messages')).toContainText('We do, 800 litres of it.');

      await phone.getByRole('button', { name: 'Accept the offer' }).tap();
      await expect(phone.getByText('Still missing: what you want, your name, the tick, your signature')).toBeVisible();
      await accept(phone, /^A plan of 3 visits/);
      await expect(phone.getByText('This offer has been accepted.')).toBeVisible();
      await expect(phone.getByRole('button', { name: 'Accept the offer' })).toHaveCount(0);
      expect(phoneErrors).toEqual([]);
      await context.close();

      await page.reload();
      const evidence = page.getByRole('region', { name: 'The customer’s page' });
      await expect(evidence).toContainText('Accepted: A plan of 3 visits a year by Odile Larkspur');
      await expect(evidence.getByRole('img', { name: 'Signature, drawn by hand' })).toBeVisible();
      await expectAccessible(page);
      expect(errors).toEqual([]);
    });

    test('becomes three jobs, of which one is moved, one left out, and one washed and reported', async ({
      page,
      browser,
    }) => {
      const errors = watchConsole(page);
      await signIn(page);
      await page.goto(`/sites/${siteId}/wash`);
      const agreed = page.getByRole('region', { name: /^Agreement on quote/ });
      await expect(agreed.getByText('to be booked')).toHaveCount(3);
      await page.getByLabel(/Wash on$/).fill(formatDate(addedDays(new Date().toISOString().slice(0, 10), 1)));
      await page.getByRole('button', { name: 'Book all 3 visits' }).click();
      await expect(agreed.getByRole('link')).toHaveCount(3);

      const second = agreed.getByRole('row').nth(2);
      const before = (await second.getByRole('link').textContent()) ?? '';
      await agreed.getByRole('button', { name: 'move: visit 2' }).click();
      const dialog = page.getByRole('dialog');
      const day = dialog.getByLabel('Day');
      await day.fill('32/13/2027');
      await dialog.getByRole('button', { name: 'Move it' }).click();
      await expect(dialog.getByText('Type a date')).toBeVisible();
      await day.fill('15/06/2027');
      await dialog.getByRole('button', { name: 'Move it' }).click();
      await expect(dialog.getByText('Say why in a few words')).toBeVisible();
      await dialog.getByLabel('Reason').fill('harvest next door');
      await dialog.getByRole('button', { name: 'Move it' }).click();
      await expect(second.getByRole('link')).toHaveText('15/06/2027');
      expect(before).not.toBe('15/06/2027');
      await expect(second).toContainText('harvest next door');

      await agreed.getByRole('button', { name: 'leave out: visit 3' }).click();
      await dialog.getByLabel(/^Why is it left out/).fill('it rained all month');
      await dialog.getByRole('button', { name: 'Leave it out' }).click();
      await expect(agreed.getByRole('row').nth(3)).toContainText('left out');
      await expect(agreed).toContainText('2 visits left');
      await expectAccessible(page);

      const cards = await agreed.getByRole('row').nth(1).getByRole('link').getAttribute('href');
      const context = await browser.newContext(PHONE);
      const field = await context.newPage();
      const fieldErrors = watchConsole(field);
      await signIn(field, 'crew@harbourpail.example');
      await field.goto(cards ?? '');
      await washThrough(field);
      await expect(field.getByRole('heading', { name: 'Washed' })).toBeVisible();
      await expect(field.getByText('Everything is sent.')).toBeVisible();
      expect(fieldErrors).toEqual([]);
      await context.close();

      await page.goto(`/sites/${siteId}/show`);
      await page.getByRole('button', { name: 'Draw up the report' }).click();
      await page.getByRole('button', { name: /^Sign as/ }).click();
      await expect(page.getByText(/^Signed/).first()).toBeVisible({ timeout: 30_000 });
      await page.goto(`/sites/${siteId}/wash`);
      await expect(agreed.getByRole('row').nth(1)).toContainText('report signed');
      await expect(agreed).toContainText('1 visit left');
      await expect(agreed.getByRole('button', { name: 'Renew for another year' })).toBeVisible();
      expect(errors).toEqual([]);
    });

    test('is accepted once by two tabs, is only read where a newer one stands, and opens nothing once withdrawn', async ({
      page,
      browser,
    }) => {
      await signIn(page);
      siteId = await plannedSite(page, { ...GRANARY, visits: 2 });
      const old = await sendOffer(page, siteId);
      await answered(page, () => page.getByRole('button', { name: 'Next revision' }).click());
      await answered(page, () => page.getByRole('button', { name: 'Mark as sent' }).click());
      const link = await makeLink(page);

      const { context, page: first } = await customer(browser);
      await first.goto(old);
      await expect(first.getByText('A newer offer has taken the place of this one.')).toBeVisible();
      await expect(first.getByRole('button', { name: 'Accept the offer' })).toHaveCount(0);

      const other = await context.newPage();
      await first.goto(link);
      await other.goto(link);
      await accept(first, /^One visit/);
      await expect(first.getByText('This offer has been accepted.')).toBeVisible();
      await accept(other, /^A plan of 2 visits/);
      await expect(other.getByText(/This offer has been accepted\..*One visit/)).toBeVisible();

      await page.reload();
      await page.getByRole('button', { name: 'withdraw it' }).click();
      await expect(page.getByText(/^Withdrawn/)).toBeVisible();
      await first.reload();
      await expect(first.getByText(/it was withdrawn or has run out/)).toBeVisible();
      await first.goto(`${link.slice(0, -3)}abc`);
      await expect(first.getByText(/it was withdrawn or has run out/)).toBeVisible();
      await context.close();
    });
  });
