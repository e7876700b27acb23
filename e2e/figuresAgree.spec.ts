import type { SolarArray } from '../contract/sites/endpoints.ts';
import { claimOf, type Proved } from '../core/reports/claims.ts';
import { moduleCount } from '../core/sites/layout.ts';
import type { Quantiles } from '../core/statistics/summary.ts';
import { DEFAULT_UNITS } from '../core/units/quantities.ts';
import { formatMoney, formatQuantity } from '../words/format.ts';
import { paperText, plain, signIn, watchConsole } from './support/person.ts';
import { expect, type Page, test } from './support/stage.ts';

/** What the export says, as far as the walk holds it against screens and papers. */
interface Exported {
  arrays: SolarArray[];
  latest: { planId: string | null; quoteId: string | null; jobId: string | null; reportId: string | null };
  reckonings: { arrayId: string; at: string; output: { lossNow: { mid: number } } }[];
  plans: {
    id: string;
    output: {
      visitsChosen: number;
      benefit: Quantiles;
      recoverable: Quantiles;
      priced: { gross: number; minutes: number };
      visits: { options: { visits: number; lostValue: number; cost: number }[] };
    };
  }[];
  quotes: {
    id: string;
    number: number;
    revision: number;
    planId: string;
    content: { one: { gross: number }; planned: { gross: number } | null; visits: number };
  }[];
  jobs: { id: string; scheduledFor: string }[];
  reports: {
    id: string;
    jobId: string;
    content: { washedOn: string; cleaned: number; modules: number; arrays: Proved[] };
  }[];
}

const CURRENCY = 'ZAR';
const STEPS = ['look', 'reckon', 'plan', 'offer', 'wash', 'show'] as const;
type Step = (typeof STEPS)[number];

const amount = (minor: number, digits?: number) =>
  plain(formatMoney(Math.round(minor), CURRENCY, DEFAULT_UNITS, digits));
const share = (value: number) => plain(formatQuantity(value, 'fraction', DEFAULT_UNITS));

/** Every place where a figure stands, held against the one that it should be. */
class Walk {
  compared = 0;
  readonly apart: string[] = [];
  site = '';
  hold(what: string, place: string, found: string, wanted: string): void {
    this.compared += 1;
    if (!found.includes(wanted)) this.apart.push(`${this.site}, ${what}: ${place} says "${found}", not "${wanted}"`);
  }
}

const textOf = async (page: Page, selector: string): Promise<string> => {
  await expect(page.locator(selector).first()).toBeVisible();
  return plain((await page.locator(selector).first().innerText()) ?? '');
};

/** A box of a figure, by a part of its label. */
const boxed = (page: Page, label: string): Promise<string> => textOf(page, `.figure-box:has-text("${label}")`);

/** Turns to a step by the spine, as who works at the desk does, where the site is open already. */
async function openStep(page: Page, siteId: string, step: Step): Promise<string> {
  const onSpine = page.locator(`.spine a[href="/sites/${siteId}/${step}"]`);
  if (await onSpine.isVisible()) await onSpine.click();
  else await page.goto(`/sites/${siteId}/${step}`);
  await expect(page.locator(`.spine a[aria-current][href="/sites/${siteId}/${step}"]`)).toBeVisible();
  await expect(page.locator('.page-right')).not.toContainText('Fetching …');
  return textOf(page, '.page-right');
}

/** Sites with the figures of their six steps, as the list tells them. */
async function listed(page: Page): Promise<{ id: string; name: string; steps: Record<Step, string> }[]> {
  await page.goto('/sites');
  await expect(page.locator('.site-rows tbody tr').first()).toBeVisible();
  const found = [];
  for (const row of await page.locator('.site-rows tbody tr').all()) {
    const name = row.locator('td').first().getByRole('link');
    const figures = (await row.locator('.stand').allInnerTexts()).map((figure) => plain(figure).trim());
    found.push({
      id: ((await name.getAttribute('href')) ?? '').split('/')[2] ?? '',
      name: await name.innerText(),
      steps: Object.fromEntries(STEPS.map((step, at) => [step, figures[at] ?? ''])) as Record<Step, string>,
    });
  }
  return found;
}

async function walkReckon(page: Page, walk: Walk, siteId: string, exported: Exported, onSpine: string) {
  const newest = new Map<string, Exported['reckonings'][number]>();
  for (const reckoning of exported.reckonings) {
    const before = newest.get(reckoning.arrayId);
    if (before === undefined || before.at < reckoning.at) newest.set(reckoning.arrayId, reckoning);
  }
  if (newest.size === 0) return;
  await openStep(page, siteId, 'reckon');
  let [lost, power] = [0, 0];
  for (const array of exported.arrays) {
    const loss = newest.get(array.id)?.output.lossNow.mid;
    if (loss === undefined) continue;
    lost += loss * moduleCount(array) * array.moduleWatts;
    power += moduleCount(array) * array.moduleWatts;
    if (exported.arrays.length > 1) {
      await page.locator('button.roof-head').filter({ hasText: array.name }).click();
      await expect(page.locator('.page-right')).toContainText(`${array.name}: what the dirt costs`);
    }
    walk.hold(`loss of ${array.name}`, 'Reckon', await boxed(page, 'Lost now'), share(loss));
  }
  walk.hold('loss', 'the spine', onSpine, share(lost / power));
}

/** The first of ten years ahead is the year above it. */
async function walkYears(page: Page, walk: Walk, siteId: string, exported: Exported) {
  if (exported.reckonings.length === 0) return;
  await openStep(page, siteId, 'reckon');
  const ahead = page.getByRole('button', { name: 'Look ten years ahead' });
  if (!(await ahead.isVisible())) return;
  const year = plain(await page.locator('.figure-box:has-text("Worth, a year") .value').innerText());
  await ahead.click();
  const first = page.locator('.ahead-table tr', { hasText: 'Worth' }).locator('td').nth(1);
  walk.hold('the first year', 'ten years ahead', plain(await first.innerText()), year.trim());
}

async function walkPlanAndOffer(
  page: Page,
  walk: Walk,
  siteId: string,
  exported: Exported,
  steps: Record<Step, string>,
) {
  const plan = exported.plans.find(({ id }) => id === exported.latest.planId);
  if (plan === undefined) return;
  const { output } = plan;
  const visits = output.visitsChosen;
  const page1 = await openStep(page, siteId, 'plan');
  walk.hold('visits', 'the spine', steps.plan, visits === 0 ? 'no visit pays' : `${visits} visit`);
  walk.hold('visits', 'Plan', plain(page1), `Visits a year ${visits === 0 ? 'none' : visits}`);
  const worth = amount(output.benefit.p50, 0);
  walk.hold('worth of a wash', 'Plan', await boxed(page, 'One wash is worth'), worth);
  const hours = `${Math.floor(output.priced.minutes / 60)} h`;
  walk.hold('time', 'Plan', await boxed(page, 'Time of a visit'), hours);
  const of = (count: number) => output.visits.options.find((option) => option.visits === count);
  const row = plain(
    await page
      .locator('tr.water-row')
      .filter({ has: page.getByRole('cell', { name: /^1( \(best\))?$/ }) })
      .innerText(),
  );
  walk.hold('price of one visit', 'the table of visits', row, amount(output.priced.gross, 0));
  const quote = exported.quotes.find(({ id }) => id === exported.latest.quoteId);
  if (quote === undefined || quote.planId !== plan.id) return;
  const { one, planned, visits: offered } = quote.content;
  const offer = await openStep(page, siteId, 'offer');
  const gross = amount(one.gross);
  walk.hold('price', 'the spine', steps.offer, amount(one.gross, 0));
  walk.hold('price', 'Offer', await boxed(page, 'One visit, tax included'), gross);
  walk.hold('price', 'the plan', amount(output.priced.gross), gross);
  walk.hold('worth of a wash', 'Offer', await boxed(page, 'One wash is worth'), worth);
  const recoverable = plain(formatQuantity(output.recoverable.p50, 'energy', DEFAULT_UNITS));
  walk.hold('energy of a wash', 'Offer', await boxed(page, 'Energy it brings back'), recoverable);
  // Whole hours stand without a fraction.
  const personHours = ((2 * output.priced.minutes) / 60).toFixed(2).replace(/\.00$/, '');
  walk.hold('hours', 'Offer', offer, `${personHours} person-hours`);
  const paper = await paperText(page.context(), `/api/quotes/${quote.id}/paper.pdf`);
  walk.hold('price', 'the paper', paper, gross);
  walk.hold('worth of a wash', 'the paper', paper, `(middle ${amount(output.benefit.p50)})`);
  for (const verdict of await page.locator('.verdict').allInnerTexts())
    walk.hold('verdict', 'the paper', paper, plain(verdict).trim());
  if (planned) {
    walk.hold('visits', 'Offer', offer, `Each of ${offered} visits a year`);
    const saved = (of(0)?.lostValue ?? 0) - (of(offered)?.lostValue ?? 0);
    walk.hold('what the plan saves', 'Offer', await boxed(page, 'visits a year save'), amount(saved, 0));
    const aYear = amount(planned.gross * offered, 0);
    walk.hold('price of the plan', 'Offer', await boxed(page, 'visits a year save'), `and cost ${aYear}`);
    walk.hold('price of the plan', 'the table of visits', amount(of(offered)?.cost ?? 0, 0), aYear);
    walk.hold('price of the plan', 'the paper', paper, amount(planned.gross * offered));
  }
  await page.goto('/quotes');
  // One that waits for its answer stands twice: among those to be followed up, and in the list of all.
  const listedQuote = page.locator('tr', { hasText: `${quote.number}.${quote.revision}` });
  await expect(listedQuote.last()).toBeVisible();
  for (const row of await listedQuote.allInnerTexts()) walk.hold('price', 'the list of quotes', plain(row), gross);
}

async function walkWash(page: Page, walk: Walk, siteId: string, exported: Exported, onSpine: string) {
  if (exported.latest.jobId === null) return;
  const wash = await openStep(page, siteId, 'wash');
  const left = [...wash.matchAll(/(\d+) left/g)].reduce((sum, [, count]) => sum + Number(count), 0);
  if (onSpine !== '') walk.hold('modules left', 'the spine', onSpine, left === 0 ? 'none left' : `${left} left`);
  await page.goto(`/field/${exported.latest.jobId}`);
  await expect(page.locator('.verb')).toBeVisible();
  await page.getByRole('button', { name: 'Roof' }).click();
  for (const array of exported.arrays) {
    const face = page.getByLabel('Roof face');
    if (exported.arrays.length > 1) await face.selectOption({ label: array.name });
    const left = wash.match(new RegExp(`${array.name}.*?(\\d+) left`))?.[1] ?? 'no';
    const onCard = plain(await page.locator('.field').innerText());
    walk.hold(`modules left of ${array.name}`, 'the card', onCard, `${left} of ${moduleCount(array)} still to do`);
  }
}

async function walkShow(page: Page, walk: Walk, siteId: string, exported: Exported, onSpine: string) {
  const report = exported.reports.find(({ id }) => id === exported.latest.reportId);
  if (report === undefined) return;
  const { content } = report;
  const show = await openStep(page, siteId, 'show');
  const paper = await paperText(page.context(), `/api/reports/${report.id}/paper.pdf`);
  await page.goto(`/reports/${report.id}`);
  const letter = await textOf(page, '.letter');
  const cleaned = `${content.cleaned} of ${content.modules} modules were cleaned.`;
  const [year, month, day] = content.washedOn.split('-');
  for (const [place, found] of Object.entries({ Show: show, 'the letter': letter, 'the paper': paper })) {
    walk.hold('modules cleaned', place, found, cleaned);
    walk.hold('day of the wash', place, found.toLowerCase(), `washed ${day}/${month}/${year}`);
    for (const array of content.arrays) {
      const claim = claimOf(array);
      if (!claim.stated) {
        walk.hold('no gain', place, found, 'No gain is stated.');
        continue;
      }
      const { gain, loss, expandedUncertainty } = claim.comparison;
      for (const figure of [gain, loss ?? 0, expandedUncertainty]) walk.hold('gain', place, found, share(figure));
      if (report.jobId === exported.latest.jobId && onSpine !== '')
        walk.hold('gain', 'the spine', onSpine, share(gain));
    }
  }
}

const today = () => new Intl.DateTimeFormat('en-CA', { timeZone: 'Africa/Johannesburg' }).format(new Date());

test('no two places tell different figures of a site of the demo', async ({ page }) => {
  test.setTimeout(600_000);
  const errors = watchConsole(page);
  await signIn(page);
  const walk = new Walk();
  const list = await listed(page);
  const listedOn = today();
  for (const [at, { id, name, steps }] of list.entries()) {
    walk.site = name;
    const exported: Exported = await (await page.context().request.get(`/api/sites/${id}/export`)).json();
    await openStep(page, id, 'look');
    const spine = (await page.locator('.spine a .figure').allInnerTexts()).map((figure) => plain(figure).trim());
    for (const [place, step] of STEPS.entries()) {
      // After midnight every look is a day older than the list said.
      if (step === 'look' && today() !== listedOn) continue;
      walk.hold(step, 'the list', `[${steps[step]}]`, `[${spine[place] ?? ''}]`);
    }
    await walkReckon(page, walk, id, exported, steps.reckon);
    // The core holds the two together for any face; here one sees that the screen shows them so.
    if (at < 2) await walkYears(page, walk, id, exported);
    await walkPlanAndOffer(page, walk, id, exported, steps);
    await walkWash(page, walk, id, exported, steps.wash);
    await walkShow(page, walk, id, exported, steps.show);
  }
  expect(walk.apart).toEqual([]);
  expect(walk.compared).toBeGreaterThan(150);
  expect(errors).toEqual([]);
});
