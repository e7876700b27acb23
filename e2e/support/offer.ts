import { randomUUID } from 'node:crypto';
import { type Browser, expect, type Page } from '@playwright/test';
import { arrayBody, inspectionBody, safetyBody, siteBody } from '../../contract/testing/bodies.ts';
import { answered, ask, watchConsole } from './person.ts';

/** A customer's phone. */
export const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true };

/** The customer on a phone, who is not signed in anywhere. */
export async function customer(browser: Browser) {
  const context = await browser.newContext(PHONE);
  const page = await context.newPage();
  return { context, page, errors: watchConsole(page) };
}

interface PlannedSite {
  name: string;
  customer: string;
  array?: Record<string, unknown>;
  /** what the look says otherwise than usual */
  look?: Record<string, unknown>;
  /** a reading of its water */
  water?: Record<string, unknown>;
  /** visits a year, where they want so many */
  visits?: number;
}

/** A site that is looked at, reckoned and planned, as the desk leaves it before it offers anything. @returns its id */
export async function plannedSite(page: Page, asked: PlannedSite): Promise<string> {
  const customer = { id: randomUUID(), name: asked.customer, email: '', phone: '' };
  const site = siteBody({ name: asked.name, customer });
  const array = arrayBody(asked.array);
  const must = async (path: string, body: object, method = 'POST') =>
    expect((await ask(page, method, path, body)).status, path).toBe(200);
  await must('/api/sites', site);
  await must(`/api/sites/${site.id}/safety`, safetyBody(), 'PUT');
  await must(`/api/sites/${site.id}/arrays`, array);
  if (asked.water) await must(`/api/sites/${site.id}/water-readings`, { id: randomUUID(), ...asked.water });
  await must(`/api/arrays/${array.id}/inspections`, inspectionBody(asked.look));
  await must(`/api/arrays/${array.id}/reckonings`, { id: randomUUID() });
  const overrides = asked.visits === undefined ? {} : { visits: { value: asked.visits, reason: 'as they asked' } };
  await must(`/api/sites/${site.id}/plans`, { id: randomUUID(), overrides });
  return site.id;
}

/** Drafts an offer of a site that is planned. */
export async function draftOffer(page: Page, siteId: string): Promise<void> {
  await page.goto(`/sites/${siteId}/offer`);
  await answered(page, () => page.getByRole('button', { name: 'Draft a quote from the plan' }).click());
}

/** Sends the draft that is open and makes a link to it. @returns the link */
export async function sendDraft(page: Page): Promise<string> {
  await answered(page, () => page.getByRole('button', { name: 'Mark as sent' }).click());
  return makeLink(page);
}

/** Makes a private link to the offer that is open. @returns the link */
export async function makeLink(page: Page): Promise<string> {
  await page.getByRole('button', { name: 'Make a private link' }).click();
  return page.getByLabel(/^Send this to the customer/).inputValue();
}
