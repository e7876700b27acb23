import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import type { KnownFigures } from '../contract/figures/endpoints.ts';
import {
  compute,
  expectAccessible,
  openFirstPage,
  paperText,
  plain,
  signIn,
  watchConsole,
  writeSafetySheet,
} from './support/person.ts';
import { type BrowserContext, expect, type Page, test } from './support/stage.ts';

/** Figures worked out by hand from the formulas of the design, for the site that this journey types in. */
const BY_HAND = {
  // 0.3437 erf(0.17 · 2^0.8473): a plain film over the whole face
  eye: '11.5 %',
  // 8000 W · 0.8 · (1 − 0.0035 · 20) = 5952 W; 5200 / 5952
  expected: '5952 W',
  shortfall: '12.6 %',
  // 0.65 · 900 µS/cm · 0.1 mm
  residueAsIs: '58.5 mg/m²',
  // 20 modules · 1.2 min · 0.6 · 4 L/min
  litres: '58 L',
  // 94 min · 2 people · 320/h + 30 km · 6.50 + water 10.93 + 20 · 3.50 = 1278.60; tax 15 %
  net: 'ZAR 1278.60',
  tax: 'ZAR 191.79',
  gross: 'ZAR 1470.39',
  // 5580 / 4960 in the same sun and temperature
  gain: '12.5 %',
  loss: '11.1 %',
  // 2 · sqrt(2 (0.005² + 0.0035²) + 0.007²) · 1.125
  uncertainty: '2.5 %',
};

async function pictures(): Promise<string> {
  const folder = mkdtempSync(join(tmpdir(), 'pail-pictures-'));
  for (const [name, background] of [
    ['dirty', '#8a7a55'],
    ['clean', '#22364f'],
  ] as const) {
    const image = sharp({ create: { width: 640, height: 420, channels: 3, background } });
    writeFileSync(join(folder, `${name}.jpg`), await image.jpeg().toBuffer());
  }
  return folder;
}

const figure = (page: Page, label: string) => page.locator('.figure-box').filter({ hasText: label }).locator('.value');

test.describe
  .serial('a job from the call to the proof, typed as a person would', () => {
    let context: BrowserContext;
    let page: Page;
    let errors: string[];
    let siteAddress = '';
    let folder = '';

    test.beforeAll(async ({ browser }) => {
      folder = await pictures();
      context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
      page = await context.newPage();
      errors = watchConsole(page);
      await signIn(page);
      await openFirstPage(page);
    });
    test.afterAll(async () => {
      expect(errors).toEqual([]);
      await context.close();
    });

    test('Site: a caller becomes a customer, a site and an array', async () => {
      await page.keyboard.press('n');
      await page.getByLabel('Name', { exact: true }).first().fill('Ottoline Reed');
      await page.getByLabel('Site', { exact: true }).fill('Reed barn');
      await page.getByLabel('Street and town').fill('Bulrush Lane 2, Merrow');
      await page.getByLabel('Paste coordinates').fill("33°30'S 19°12'E");
      await expect(page.getByLabel('Latitude')).toHaveValue('-33.5');
      await expect(page.getByLabel('Longitude')).toHaveValue('19.2');
      await page.getByLabel('Time zone').fill('Africa/Johannesburg');
      await page.getByLabel('Surroundings').selectOption('farmland');
      await page.getByLabel('Energy bought').fill('2,85');
      await page.getByLabel('Energy sold').fill('0.95');
      await page.getByLabel('Self-consumption').fill('70');
      await page.getByLabel('Water source').selectOption('borehole');
      await page.getByLabel('Run-off goes to').selectOption('drain');
      await page.getByLabel('Drive there and back').fill('30');
      await page.getByLabel('Time there and back').fill('40');
      await page.getByLabel('Rows').fill('2');
      await page.getByLabel('Columns').fill('10');
      await page.getByLabel('Each module').fill('400');
      await page.getByLabel('Tilt').fill('20');
      await page.getByRole('button', { name: 'Save the site' }).click();
      await expect(page.getByRole('heading', { name: 'Reed barn' })).toBeVisible();
      siteAddress = page.url().replace(/\/look$/, '');
      await expect(page.getByText('20 × 400 W, tilt 20°, facing north')).toBeVisible();
      await page.getByRole('button', { name: 'read the water' }).click();
      await page.getByLabel('Conductivity').fill('900');
      await page.getByRole('button', { name: 'Record the reading' }).click();
      await expect(page.getByText('borehole, 900 µS/cm')).toBeVisible();
    });

    test('Look: soil, wipe test, reading, defect and a photograph', async () => {
      await page.getByRole('button', { name: 'Record an inspection' }).click();
      await page.getByRole('button', { name: 'Film over the face' }).click();
      await expect(page.getByRole('status').filter({ hasText: 'lost' })).toContainText('11.5');
      await page.getByLabel('Clean cloth, after wetting').selectOption('clean');
      await page.getByRole('button', { name: 'Add power, irradiance and temperature' }).click();
      await page.getByLabel('Power', { exact: true }).fill('52000');
      await page.getByLabel('Read where').selectOption('dc');
      await page.getByLabel('Irradiance, in the plane').fill('8000');
      await page.getByRole('button', { name: 'it was 800' }).click();
      await expect(page.getByLabel('Irradiance, in the plane')).toHaveValue('800');
      await page.getByLabel('Module temperature').fill('45');
      await expect(page.getByText('More than sky and nameplate allow')).toBeVisible();
      await page.getByRole('button', { name: 'it was 5200' }).click();
      await expect(page.getByLabel('Power', { exact: true })).toHaveValue('5200');
      await expect(page.getByText('More than sky and nameplate allow')).toBeHidden();
      await page.getByRole('button', { name: 'Add a defect' }).click();
      await page.getByLabel('Module number').fill('3');
      await page.getByLabel('Pictures', { exact: true }).setInputFiles(join(folder, 'dirty.jpg'));
      await page.getByLabel('Pictures (JPEG or PNG)').setInputFiles(join(folder, 'dirty.jpg'));
      await page.getByRole('button', { name: 'Record what you saw' }).click();
      await expect(page.getByText('Crack, module 3')).toBeVisible();
      await expect(page.getByAltText('Roof, as found')).toBeVisible();
      const followed = page.getByRole('row').filter({ hasText: 'Crack' });
      await expect(followed.getByAltText('Crack')).toBeVisible();
      const list = (await page.getByRole('link', { name: 'the warranty list (PDF)' }).getAttribute('href')) ?? '';
      const paper = plain(await paperText(page.context(), list));
      for (const words of ['Defects of the modules', 'Crack', '1, 3', 'report to the maker', 'Module 3: Crack'])
        expect(paper).toContain(words);
    });

    test('Reckon: the loss now, against the meter, and over a year', async () => {
      await page.keyboard.press('2');
      await page.getByRole('button', { name: 'Reckon the loss' }).click();
      await expect(figure(page, 'Lost now')).toHaveText(/\d/);
      const item = (name: string) => page.locator('.evidence tr', { has: page.getByRole('button', { name }) });
      expect(plain((await item('The eye').textContent()) ?? '')).toContain(BY_HAND.eye);
      expect(plain((await item('One reading').textContent()) ?? '')).toContain(BY_HAND.shortfall);
      await page.getByRole('button', { name: 'One reading' }).click();
      const opened = page.locator('.evidence-opened');
      await expect(opened).toContainText('Without it');
      expect(plain((await opened.textContent()) ?? '')).toContain(`of the ${BY_HAND.expected} expected`);
      const { expected, shortfall } = compute<{ expected: number; shortfall: number }>('expected', {
        pdc0: 8000,
        gammaPdc: -0.0035,
        poaGlobal: 800,
        tempModule: 45,
        ageYears: 0,
        degradationPerYear: 0.005,
        measured: 5200,
        uncertainty: { repeatability: 0.005, irradiance: 0.03, temperature: 2, nameplate: 0.02, degradation: 0.002 },
      });
      expect(`${Math.round(expected)} W`).toBe(BY_HAND.expected);
      expect(`${(shortfall * 100).toFixed(1)} %`).toBe(BY_HAND.shortfall);
      await page.getByRole('heading', { name: 'A year of days if nobody washes' }).scrollIntoViewIfNeeded();
      await expect(page.locator('.recharts-surface').first()).toBeVisible();
      await figure(page, 'Lost now').click();
      await expect(page.getByRole('dialog')).toContainText('weighed by every source');
      await page.getByRole('button', { name: 'Close' }).click();
      await page.getByRole('button', { name: 'Overrule: dust that settles' }).click();
      await page.getByLabel('Instead').fill('0,8');
      await page.getByRole('dialog').getByRole('button', { name: 'Overrule' }).click();
      await expect(page.getByText('Say why in a few words')).toBeVisible();
      await page.getByLabel('Reason').fill('a hedge on the windward side');
      await page.getByRole('dialog').getByRole('button', { name: 'Overrule' }).click();
      await expect(page.getByText('Overruled: a hedge on the windward side')).toBeVisible();
    });

    test('Plan: water against the finish, method with its reasons, visits', async () => {
      await page.keyboard.press('3');
      await page.getByRole('button', { name: 'Make the plan' }).click();
      await expect(figure(page, 'Water on the glass')).toHaveText(/58/);
      const asIs = plain((await page.locator('tr', { hasText: 'As it is' }).textContent()) ?? '');
      expect(asIs).toContain(BY_HAND.residueAsIs);
      expect(asIs).toContain('missed');
      const { residueSource } = compute<{ residueSource: number }>('water', {
        conductivity: 900,
        targetConductivity: 20,
        waterTemperature: 18,
      });
      expect(`${residueSource.toFixed(1)} mg/m²`).toBe(BY_HAND.residueAsIs);
      await expect(page.locator('tr[aria-current]')).toContainText('Osmosis, then resin');
      await expect(page.getByText('Water-fed pole, two passes')).toBeVisible();
      await page.getByRole('button', { name: 'Overrule: visits a year' }).click();
      await page.getByLabel('Instead').selectOption('2');
      await page.getByLabel('Reason').fill('customer wants spring and autumn');
      await page.getByRole('dialog').getByRole('button', { name: 'Overrule' }).click();
      await expect(page.getByText('Overruled: customer wants spring and autumn')).toBeVisible();
    });

    test('Offer: the price on the screen is the price by hand and in the PDF; a sent quote is frozen', async () => {
      await page.keyboard.press('4');
      await page.getByRole('button', { name: 'Draft a quote from the plan' }).click();
      await expect(page.getByText('One visit, tax included')).toBeVisible();
      const shown = plain((await page.locator('.page-right').textContent()) ?? '');
      for (const amount of [BY_HAND.gross, BY_HAND.net, BY_HAND.tax]) expect(shown).toContain(amount);
      await expect(page.locator('.verdict').first()).toContainText('On these figures the wash');
      await expect(page.locator('.verdict').nth(1)).toContainText('The plan of 2 visits would save');
      await page.getByRole('button', { name: 'Mark as sent' }).click();
      await expect(page.getByRole('button', { name: 'Accepted: one visit' })).toBeVisible();
      await expect(page.getByRole('button', { name: /^Overrule/ })).toHaveCount(0);
      const paper = (await page.getByRole('link', { name: 'the paper (PDF)' }).getAttribute('href')) ?? '';
      const text = await paperText(context, paper);
      for (const amount of [BY_HAND.gross, BY_HAND.net, BY_HAND.tax]) expect(text).toContain(amount);
      for (const verdict of await page.locator('.verdict').allTextContents())
        expect(text).toContain(plain(verdict).trim());
      await page.getByRole('button', { name: 'Accepted: one visit' }).click();
      await expect(page.getByText('Go on to Wash')).toBeVisible();
    });

    test('Wash: at 390 x 844 with touch, step by step', async ({ browser }) => {
      await page.goto(`${siteAddress}/wash`);
      await page.getByLabel('The quote is accepted. Wash on').fill('2026-12-01');
      await page.getByRole('button', { name: 'Book it' }).click();
      const link = await page.getByRole('link', { name: 'Open the cards' }).getAttribute('href');
      const phone = await browser.newContext({
        viewport: { width: 390, height: 844 },
        hasTouch: true,
        isMobile: true,
        storageState: await context.storageState(),
      });
      const field = await phone.newPage();
      const fieldErrors = watchConsole(field);
      await field.goto(link ?? '');
      await workThrough(field, folder);
      await expect(field.getByRole('heading', { name: 'Washed' })).toBeVisible();
      await expect(field.getByText('Everything is sent.')).toBeVisible();
      expect(fieldErrors).toEqual([]);
      await phone.close();
    });

    test('Show: gain and loss by hand, on the screen, in the PDF and from compute are the same', async () => {
      await page.goto(`${siteAddress}/show`);
      await page.getByRole('button', { name: 'Draw up the report' }).click();
      await expect(figure(page, 'Gain, on what it gave dirty')).toHaveText(/12\.5/);
      await expect(figure(page, 'Loss there was')).toHaveText(/11\.1/);
      await expect(figure(page, 'Uncertainty of the gain')).toHaveText(/2\.5/);
      await expect(page.getByText('19 of 20 modules were cleaned.')).toBeVisible();
      await expect(page.getByLabel('The cloth: how much')).toBeVisible();
      const reading = { poaIrradiance: 800, tempModule: 45 };
      const { gain, loss, expandedUncertainty } = compute<{ gain: number; loss: number; expandedUncertainty: number }>(
        'compare',
        {
          quantity: 'power',
          temperatureCoefficient: -0.0035,
          before: { value: 4960, ...reading },
          after: { value: 5580, ...reading },
        },
      );
      expect([gain, loss, expandedUncertainty].map((value) => `${(value * 100).toFixed(1)} %`)).toEqual([
        BY_HAND.gain,
        BY_HAND.loss,
        BY_HAND.uncertainty,
      ]);
      await page.getByLabel('by my hand').check();
      await expect(page.getByRole('button', { name: /^Sign as / })).toBeDisabled();
      const pad = await page.locator('.signature-field canvas').boundingBox();
      const at = (x: number, y: number): [number, number] => [
        (pad?.x ?? 0) + x * (pad?.width ?? 0),
        (pad?.y ?? 0) + y * (pad?.height ?? 0),
      ];
      await page.mouse.move(...at(0.1, 0.5));
      await page.mouse.down();
      for (const step of [0.3, 0.5, 0.7]) await page.mouse.move(...at(step, 0.3 + step / 2), { steps: 4 });
      await page.mouse.up();
      await page.getByRole('button', { name: /^Sign as / }).click();
      await expect(page.getByText(/^Signed by hand by Nomsa Vale, signed in as themselves/)).toBeVisible();
      await expect(page.getByText(/^The paper is kept as it went out/)).toBeVisible();
      const text = await paperText(
        context,
        (await page.getByRole('link', { name: 'the paper (PDF)' }).getAttribute('href')) ?? '',
      );
      expect(text).toContain(`Gain ${BY_HAND.gain} ± ${BY_HAND.uncertainty}`);
      expect(text).toContain(`loss of ${BY_HAND.loss}`);
      expect(text).toContain('1 not reached');
      await page.getByLabel('Amendment').fill('Module 20 was reached a day later.');
      await page.getByLabel('Why').fill('lift came back');
      await page.getByRole('button', { name: 'Add', exact: true }).click();
      await expect(page.getByText('Module 20 was reached a day later.')).toBeVisible();
      await expectAccessible(page);
    });

    test('Look again: the next estimate has heard the wash, and what we know has learned from it', async () => {
      await page.goto(`${siteAddress}/look`);
      await page.getByRole('button', { name: 'Record an inspection' }).click();
      await page.getByRole('button', { name: 'Film over the face' }).click();
      await page.getByRole('button', { name: 'Record what you saw' }).click();
      await page.goto(`${siteAddress}/reckon`);
      await page.getByRole('button', { name: 'Reckon again' }).click();
      const wash = page.locator('.evidence tr', { has: page.getByRole('button', { name: /^A wash, measured/ }) });
      await expect(wash).toBeVisible({ timeout: 30_000 });
      // The pair of the report: 1 - 4960 / 5580, as compute says.
      expect(plain((await wash.textContent()) ?? '')).toContain(BY_HAND.loss);
      const cloth = page.getByRole('button', { name: /^A cloth after a wash/ });
      await cloth.click();
      await expect(page.locator('.evidence-opened')).toContainText('the cloth stayed clean');
      const learned = plain((await page.locator('.notice', { hasText: 'Last time' }).textContent()) ?? '');
      expect(learned).toContain(`measured ${BY_HAND.loss}`);
      expect(learned).toMatch(/This site soils at \d+\.\d times what was assumed/);
      await page.goto(`${siteAddress}/show`);
      await expect(figure(page, 'Loss there was')).toHaveText(/11\.1/);
      await page.getByRole('link', { name: 'What we know' }).click();
      const setUp = page.locator('.known-figures tr', { hasText: 'every job' });
      await setUp.locator('summary').click();
      await expect(setUp.getByRole('link').first()).toBeVisible();
      // 60 L by the meter on 19 modules, of which the house lets expect 1.2 min · 0.6 · 4 L/min each.
      const { figures } = (await (await context.request.get('/api/figures')).json()) as KnownFigures;
      const litres = figures.find(({ key }) => key === 'litres:fed-pole');
      expect(litres?.from.find(({ name }) => name === 'Reed barn')?.value).toBeCloseTo(60 / (19 * 2.88), 6);
      const { value } = compute<{ value: number }>('calibrate', {
        scale: 'log',
        house: { value: 1, sd: 0.4 },
        between: 0.2,
        data: litres?.from.map((one) => ({ value: one.value, sd: one.sd })) ?? [],
      });
      expect(litres?.ours).toBeCloseTo(value, 9);
      await expect(
        page.locator('.known-figures h2', { hasText: 'Litres a module' }).locator('~ table').first(),
      ).toContainText(`${value.toFixed(2)}×`);
    });
  });

/** Answers, types and touches what each card asks for. */
async function workThrough(field: Page, folder: string): Promise<void> {
  let verb = '';
  for (let cards = 0; cards < 21; cards += 1) {
    const heading = field.getByRole('heading', { level: 1 });
    await expect(heading).not.toHaveText(verb === '' ? 'nothing yet' : verb);
    verb = (await heading.textContent()) ?? '';
    if (verb === 'Washed') return;
    if (verb === 'Brief') await writeSafetySheet(field);
    if (verb === 'Arrive') await stopAndGoOn(field);
    while ((await field.locator('.caution .answers').count()) > 0) {
      const asked = await field.locator('.caution strong').first().textContent();
      await field.getByRole('button', { name: 'Yes', exact: true }).tap();
      await expect(field.locator('.caution').filter({ hasText: asked ?? '' })).toHaveCount(0);
    }
    if (verb === 'Rinse') await waitForNearerWater(field);
    await field.getByRole('button', { name: `Begin: ${verb}` }).tap();
    if (verb === 'Wait') {
      await leaveOutTheWait(field);
      continue;
    }
    if (verb === 'Read before') {
      await field.getByLabel('What is read').selectOption('ac');
      await keepReading(field, ['4960', '800', '45']);
      await takePictures(field, folder, 'before');
    }
    if (verb === 'Read after') {
      await typePad(field, ['5580', '800', '45']);
      await expect(field.getByText('Only part of the array was cleaned (95 % of its modules)')).toBeVisible();
      await keepReading(field, ['5580', '800', '45'], 'typed already');
    }
    if (verb === 'Make ready') {
      await typePad(field, ['14', '19']);
      await field.getByRole('button', { name: 'Save this reading' }).tap();
      await expect(field.getByText('14\u00a0µS/cm at')).toBeVisible();
    }
    if (verb === 'Brush') await markModules(field);
    if (verb === 'Wipe test') {
      await sayWhatTheClothShows(field);
      await takePictures(field, folder, 'after');
    }
    if (verb === 'Pack up') {
      await typePad(field, ['60']);
      await field.getByRole('button', { name: 'Save the meter' }).tap();
      await expect(field.getByText('60\u00a0L used, by the meter')).toBeVisible();
    }
    await field.getByRole('button', { name: `${verb}: done` }).tap();
  }
}

/** Glass at 45 and water at 19 are on record: nothing is wetted before both are read nearer. */
async function waitForNearerWater(field: Page): Promise<void> {
  await expect(field.getByText('Do not wet the glass.')).toBeVisible();
  await expect(field.getByRole('button', { name: 'Begin: Rinse' })).toHaveCount(0);
  await typePad(field, ['36', '19']);
  await field.getByRole('button', { name: 'Save both' }).tap();
  await expect(field.getByText('Do not wet the glass.')).toBeHidden();
}

/** The wait shows its minutes and cannot be ticked off at once; it can be left out with a reason. */
async function leaveOutTheWait(field: Page): Promise<void> {
  await expect(field.getByText(/more minutes? to wait/)).toBeVisible();
  await expect(field.getByRole('button', { name: 'Wait: done' })).toHaveCount(0);
  await field.getByRole('button', { name: 'Cannot, or stop here' }).tap();
  await field.getByLabel('Why').fill('dry and warm to the hand');
  await field.getByRole('button', { name: 'This step cannot be done: leave it out' }).tap();
}

/** A slip is put right by the next tap. */
async function sayWhatTheClothShows(field: Page): Promise<void> {
  await field.getByRole('button', { name: 'Some film on it' }).tap();
  await expect(field.getByText('A film is left.')).toBeVisible();
  const clean = field.getByRole('button', { name: 'Stays clean' });
  await clean.tap();
  await expect(clean).toHaveAttribute('aria-pressed', 'true');
  await expect(field.getByText('A film is left.')).toBeHidden();
}

async function stopAndGoOn(field: Page): Promise<void> {
  await field.getByRole('button', { name: 'No', exact: true }).tap();
  await expect(field.getByText('The step is stopped.')).toBeVisible();
  await field.getByRole('button', { name: 'Now yes' }).tap();
  await expect(field.getByText('The step is stopped.')).toBeHidden();
}

async function typePad(field: Page, values: string[]): Promise<void> {
  const fields = field.locator('.pad-fields button');
  for (const [index, value] of values.entries()) {
    await fields.nth(index).tap();
    for (const key of value) await field.locator('.pad').getByRole('button', { name: key, exact: true }).tap();
  }
}

async function keepReading(field: Page, values: string[], typed?: 'typed already'): Promise<void> {
  if (!typed) await typePad(field, values);
  await field.getByRole('button', { name: 'Save this reading' }).tap();
  await expect(field.getByText(`${values[0]}\u00a0W at ${values[1]}\u00a0W/m²`)).toBeVisible();
}

async function markModules(field: Page): Promise<void> {
  await field.getByRole('button', { name: 'whole rows' }).tap();
  await field.getByRole('button', { name: /^Module 1, row 1/ }).tap();
  await expect(field.getByText('10 of 20 still to do')).toBeVisible();
  await field.getByRole('button', { name: 'whole rows' }).tap();
  await field.getByRole('button', { name: 'not reached' }).tap();
  await field.getByRole('button', { name: /^Module 20, row 2/ }).tap();
  await field.getByRole('button', { name: 'brushed', exact: true }).tap();
  await field.getByRole('button', { name: /^All that are left/ }).tap();
  await expect(field.getByText('0 of 20 still to do')).toBeVisible();
}

async function takePictures(field: Page, folder: string, when: 'before' | 'after'): Promise<void> {
  const file = join(folder, when === 'before' ? 'dirty.jpg' : 'clean.jpg');
  for (const label of [`Array ${when}`, `Cloth ${when}`]) {
    await field.getByLabel(label).setInputFiles(file);
    await expect(field.locator('label', { hasText: `${label} ✓` })).toBeVisible();
  }
}
