import { randomUUID } from 'node:crypto';
import type { Page } from '@playwright/test';
import { cookiesOf } from './cookies.ts';
import { DEMO_OWNER } from './demo.ts';
import { STAGE_PASSWORD } from './stage.ts';

/** The API of a stage, as its owner. */
export async function signedIn(address: string) {
  const answer = await fetch(`${address}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ email: DEMO_OWNER.email, password: STAGE_PASSWORD }),
  });
  const { csrf } = (await answer.json()) as { csrf: string };
  const headers = { cookie: cookiesOf(answer), 'x-csrf-token': csrf };
  return async (method: string, path: string, body?: unknown) => {
    const form = body instanceof FormData;
    const ask = () =>
      fetch(`${address}${path}`, {
        method,
        headers: { ...headers, ...(form || body === undefined ? {} : { 'content-type': 'application/json' }) },
        ...(body === undefined ? {} : { body: form ? body : JSON.stringify(body) }),
      });
    let response = await ask();
    // Who sends more at once than one person's share is told when to come again, and does.
    while (response.status === 503) {
      const seconds = Number(response.headers.get('retry-after') ?? 1);
      await new Promise((resolve) => setTimeout(resolve, seconds * 1000));
      response = await ask();
    }
    if (!response.ok) throw new Error(`${method} ${path}: ${response.status} ${await response.text()}`);
    return response.json();
  };
}
/** Signs somebody of a stage in at its page, and waits until they are in. */
export async function signInAtPage(page: Page, email: string = DEMO_OWNER.email): Promise<void> {
  await page.goto('/sign-in');
  await page.getByLabel('Email').fill(email);
  await page.getByLabel('Password').fill(STAGE_PASSWORD);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.getByRole('navigation', { name: 'Main' }).waitFor();
}
export type Ask = Awaited<ReturnType<typeof signedIn>>;

export const TWO_THOUSAND = 'Two thousand';

/** A face of 2,000 modules at the demo's first site. */
export async function twoThousand(ask: Ask): Promise<{ siteId: string; id: string }> {
  const { items } = (await ask('GET', '/api/sites?limit=1')) as { items: { id: string }[] };
  const siteId = items[0]?.id ?? '';
  const spread = (await ask('GET', `/api/sites/${siteId}`)) as { arrays: Record<string, unknown>[] };
  const { id: _id, siteId: _site, version: _version, ...fields } = spread.arrays[0] ?? {};
  const id = randomUUID();
  const drawing = { origin: { row: 0, column: 0 }, toRidge: null, toEave: null, things: [] };
  const large = { ...fields, id, name: TWO_THOUSAND, rows: 40, columns: 50, missing: [], strings: [], drawing };
  await ask('POST', `/api/sites/${siteId}/arrays`, large);
  return { siteId, id };
}
