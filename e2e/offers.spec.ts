import { customer, draftOffer, plannedSite, sendDraft } from './support/offer.ts';
import {
  answered,
  ask,
  drawSignature,
  expectAccessible,
  paperText,
  plain,
  signIn,
  watchConsole,
} from './support/person.ts';
import { expect, type Page, test } from './support/stage.ts';

test('where no wash pays the customer reads that a rinse of their own does, and nothing is hidden without a reason', async ({
  page,
  browser,
}) => {
  const errors = watchConsole(page);
  await signIn(page);
  const siteId = await plannedSite(page, {
    ...{ name: 'Sallow shed', customer: 'Tamsin Reed', array: { rows: 2, columns: 4 } },
    look: { soils: [{ kind: 'dust', where: 'whole-face', grade: 'faint', share: 1, bond: 'dry' }] },
  });
  await draftOffer(page, siteId);
  const instead = page.getByRole('region', { name: 'What is cheaper' });
  const best =
    'By these figures you are better off with something else than this wash: rinse it yourself from the ground, at dawn.';
  await expect(page.locator('.verdict').first()).toContainText('does not pay for itself in energy');
  await expect(instead).toContainText(best);
  await expectAccessible(page);

  await instead.getByRole('button', { name: 'leave out: A line of pipe that sprays by itself' }).click();
  await page.getByRole('button', { name: 'Leave it out' }).click();
  await expect(page.getByText('Say why in a few words')).toBeVisible();
  await page.getByRole('dialog').getByRole('textbox').fill('no pump on the farm');
  await answered(page, () => page.getByRole('button', { name: 'Leave it out' }).click());
  await expect(instead).toContainText(
    'Not shown to the customer: A line of pipe that sprays by itself. no pump on the farm',
  );
  await page.reload();
  await expect(instead).toContainText('no pump on the farm');

  const link = await sendDraft(page);
  await expect(instead.getByRole('button', { name: /^leave out/ })).toHaveCount(0);
  const { page: phone, errors: phoneErrors } = await customer(browser);
  await phone.goto(link);
  await expect(phone.getByText(best)).toBeVisible();
  await expect(phone.getByText('Stay on the ground: no ladder, no roof.').first()).toBeVisible();
  await expect(phone.getByText('A line of pipe that sprays by itself')).toHaveCount(0);
  await expect(phone.getByText('no pump on the farm')).toHaveCount(0);
  expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBe(390);
  await expectAccessible(phone);

  const address = (await page.getByRole('link', { name: 'the paper (PDF)' }).getAttribute('href')) ?? '';
  const paper = await paperText(page.context(), address);
  const squeezed = (text: string) => text.replaceAll(/\s/g, '');
  expect(squeezed(paper)).toContain(squeezed(best));
  for (const said of (await phone.locator('.cheaper td.number').allInnerTexts()).flatMap((cell) => cell.split('\n'))) {
    expect(squeezed(paper), said).toContain(squeezed(said));
  }
  interface Exported {
    quotes: { content: { one: { gross: number }; cheaper: { leftOut: { reason: string }[] } } }[];
  }
  const { body } = await ask<Exported>(page, 'GET', `/api/sites/${siteId}/export`);
  expect(body.quotes[0]?.content.cheaper.leftOut[0]?.reason).toBe('no pump on the farm');
  expect(squeezed(plain(paper))).toContain((Number(body.quotes[0]?.content.one.gross) / 100).toFixed(2));

  await phone.getByRole('radio', { name: 'No, thank you' }).check();
  await phone.getByLabel('Your name').fill('Tamsin Reed');
  await phone.getByLabel('What speaks against it').fill('I rinse it myself');
  await phone.getByRole('button', { name: 'Decline the offer' }).tap();
  await expect(phone.getByText('This offer has been declined.')).toBeVisible();
  await page.goto(`/sites/${siteId}/offer`);
  await expect(page.getByText('Declined: I rinse it myself')).toBeVisible();
  expect([errors, phoneErrors]).toEqual([[], []]);
});

test('the owner sets costs and a price by the module with a deposit; the customer takes the spotless finish, and the deposit is noted', async ({
  page,
  browser,
}) => {
  const errors = watchConsole(page);
  await signIn(page);
  await page.goto('/company');
  await page.getByLabel('Charged', { exact: true }).selectOption('by the module');
  await answeredWith(page, 'Save', 'must be over 0 where the work is charged by the module');
  await page.getByLabel('One module, all in').fill('38');
  await page.getByLabel('Deposit on acceptance').fill('30');
  await page.getByRole('button', { name: 'another rate of tax on some lines' }).click();
  await page.getByLabel('Another rate of tax, 1').fill('0');
  await answeredWith(page, 'Save', 'must name at least one line');
  await page.getByRole('checkbox', { name: 'Travel' }).check();
  await answered(page, () => page.getByRole('button', { name: 'Save', exact: true }).click());
  await page.getByLabel('An hour of one person', { exact: true }).fill('140');
  await page.getByLabel('A kilometre', { exact: true }).fill('3');
  await answered(page, () => page.getByRole('button', { name: 'Save the costs' }).click());
  await expectAccessible(page);

  const siteId = await plannedSite(page, {
    ...{ name: 'Teasel mill', customer: 'Tamsin Reed' },
    water: { source: null, takenAt: '2026-11-20T07:00:00Z', conductivity: 150, temperature: 18 },
  });
  await draftOffer(page, siteId);
  await expect(
    page.getByRole('cell', { name: 'Washing, with water and all that is used up', exact: true }),
  ).toBeVisible();
  await expect(page.getByText(/^What it leaves you: ZAR/)).toBeVisible();
  await page.getByText(/^What it leaves you/).click();
  const onTop = page.getByRole('row', { name: /^Spotless finish/ });
  await expect(page.getByRole('columnheader', { name: 'It costs you' }).first()).toBeVisible();
  await expect(onTop.getByRole('cell').last()).toHaveText(/^ZAR/);
  await expectAccessible(page);
  const link = await sendDraft(page);
  const { page: phone, errors: phoneErrors } = await customer(browser);
  await phone.goto(link);
  await phone.getByRole('radio', { name: /^One visit/ }).check();
  const tick = phone.getByRole('checkbox', { name: /^I have read this offer/ });
  const before = plain((await phone.locator('label', { hasText: /^I have read this offer/ }).innerText()) ?? '');
  await phone.getByRole('checkbox', { name: /^Spotless finish/ }).check();
  await expect(phone.locator('label', { hasText: /^I have read this offer/ })).not.toHaveText(before);
  await phone.getByLabel('Your name').fill('Tamsin Reed');
  await tick.check();
  await expect(phone.getByText(/of that is asked for now, the rest as it is done/)).toBeVisible();
  await drawSignature(phone);
  await phone.getByRole('button', { name: 'Accept the offer' }).tap();
  await expect(phone.getByText(/One visit, with spotless finish/)).toBeVisible();
  await page.goto('/');
  await expect(page.getByRole('listitem').filter({ hasText: 'Teasel mill' }).first()).toContainText('deposit of ZAR');
  await page.goto(`/sites/${siteId}/wash`);
  await expect(page.getByText(/^Deposit of ZAR\s.* has not come yet/)).toBeVisible();
  await answered(page, () => page.getByRole('button', { name: 'it came today' }).click());
  await expect(page.getByText(/^Deposit of ZAR\s.* came/)).toBeVisible();

  await page.goto('/company');
  await page.getByLabel('Charged', { exact: true }).selectOption('by the hour');
  await page.getByLabel('Deposit on acceptance').fill('0');
  await page.getByRole('button', { name: 'no such rate' }).click();
  await answered(page, () => page.getByRole('button', { name: 'Save', exact: true }).click());
  expect([errors, phoneErrors]).toEqual([[], []]);
});

test('a spray line that the customer takes is chased until it is up, drawn where it lies, and a way of the next plan', async ({
  page,
  browser,
}) => {
  const errors = watchConsole(page);
  await signIn(page);
  const siteId = await plannedSite(page, {
    ...{ name: 'Bracken loft', customer: 'Ilse Tarn', array: { rows: 4, columns: 6 }, visits: 3 },
    look: { soils: [{ kind: 'dust', where: 'whole-face', grade: 'thick', share: 1, bond: 'dry' }] },
  });
  const unknown = page.getByText('Only where a line is fitted over the modules; nobody has said that one is.');
  await page.goto(`/sites/${siteId}/plan`);
  await page.getByText('All ways beside each other').click();
  await expect(unknown.first()).toBeVisible();

  await draftOffer(page, siteId);
  await expect(page.getByRole('button', { name: 'Offer it on top' })).toBeDisabled();
  await page.getByLabel('A spray line, put up, before tax').fill('4000');
  await answered(page, () => page.getByRole('button', { name: 'Offer it on top' }).click());
  await expect(page.getByText(/^Offered on top: a spray line, put up once, ZAR/)).toBeVisible();
  const link = await sendDraft(page);

  const { page: phone, errors: phoneErrors } = await customer(browser);
  await phone.goto(link);
  const rows = phone.locator('.cheaper tbody');
  await expect(rows.nth(0)).toContainText('One visit by us');
  await expect(rows.nth(1)).toContainText(/A plan of 3 visits a year by us.*each, tax included/s);
  await expect(phone.locator('.letter table.row-cards')).toHaveCount(1);
  await phone.getByRole('radio', { name: /^A plan of 3 visits/ }).check();
  await phone.getByRole('checkbox', { name: /^A line of pipe that sprays/ }).check();
  await phone.getByLabel('Your name').fill('Ilse Tarn');
  await phone.getByRole('checkbox', { name: /^I have read this offer/ }).check();
  await drawSignature(phone);
  await phone.getByRole('button', { name: 'Accept the offer' }).tap();
  await expect(phone.getByText(/A plan of 3 visits a year, with a spray line/)).toBeVisible();

  await page.goto('/');
  const waits = page.getByRole('listitem').filter({ hasText: 'a spray line was agreed and is not up' });
  await expect(waits).toContainText('Bracken loft');
  await waits.getByRole('link').click();
  await page.getByRole('button', { name: 'it is not wanted any more' }).click();
  const why = page.getByRole('dialog');
  await why.getByLabel(/^Why not/).fill('the pump is too loud');
  await answered(page, () => why.getByRole('button', { name: 'Do without it' }).click());
  await expect(page.getByText(/not wanted any more: the pump is too loud/)).toBeVisible();
  await answered(page, () => page.getByRole('button', { name: 'it is wanted after all' }).click());
  await page.getByRole('button', { name: 'note that it is up' }).click();
  const asks = page.getByRole('dialog');
  await expectAccessible(page);
  await asks.getByRole('checkbox').uncheck();
  await asks.getByRole('button', { name: 'Draw it' }).click();
  await expect(asks.getByText('Tick at least one face')).toBeVisible();
  await asks.getByRole('checkbox').check();
  await answered(page, () => asks.getByRole('button', { name: 'Draw it' }).click());
  await expect(page.getByText(/^Its spray line has been up since/)).toBeVisible();
  await page.getByRole('button', { name: 'put that right' }).click();
  await expect(asks.getByRole('checkbox')).toBeChecked();
  await asks.getByLabel('Up since').fill('2026-11-02');
  await answered(page, () => asks.getByRole('button', { name: 'Draw it' }).click());
  await expect(page.getByText(/^Its spray line has been up since 02\/11\/2026/)).toBeVisible();
  await expect(
    page
      .getByRole('img', { name: /^Roof: 4 rows/ })
      .locator('text', { hasText: 'spray line' })
      .first(),
  ).toBeVisible();
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'To chase' })).toBeVisible();
  await expect(waits).toHaveCount(0);

  await page.goto(`/sites/${siteId}/plan`);
  await answered(page, () => page.getByRole('button', { name: 'Plan again' }).click());
  await page.getByText('All ways beside each other').click();
  await expect(unknown).toHaveCount(0);
  expect([errors, phoneErrors]).toEqual([[], []]);
});

/** Presses a button and waits for what the form says against it. */
async function answeredWith(page: Page, button: string, words: string): Promise<void> {
  await page.getByRole('button', { name: button, exact: true }).click();
  await expect(page.getByText(words).first()).toBeVisible();
}
