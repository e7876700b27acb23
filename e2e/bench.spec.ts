import { readFileSync } from 'node:fs';
import type { FrequencyOutput } from '../core/frequency/optimalDays.ts';
import { clearSkyDay } from '../core/modules/clearSkyDay.ts';
import { hourlyYear } from '../core/modules/hourlyYear.ts';
import { epwText } from '../core/testing/epwText.ts';
import type { WaterTreatment } from '../core/water/treatment.ts';
import { parseEpw } from '../core/weather/epw.ts';
import { CLIMATES } from '../core/weather/index.ts';
import { dayName } from '../words/calendar.ts';
import { compute, expectAccessible, openFirstPage, openSite, plain, signIn, watchConsole } from './support/person.ts';
import { expect, test } from './support/stage.ts';

test('a patch laid on the bench loses what ./pail compute string says of the same case', async ({ page }) => {
  const errors = watchConsole(page);
  await signIn(page);
  await openFirstPage(page);
  await page.keyboard.press('b');
  await expect(page.getByRole('heading', { name: 'Workbench' })).toBeVisible();
  const power = page.locator('[data-figure="power"]');
  await expect(power).toHaveText(/^0[.,]00/);
  await page.locator('[data-module="4"][data-row="2"][data-column="3"]').click();
  await expect(power).toHaveText(/^2[.,]8/);
  await page.getByLabel('How far it reaches').selectOption('edge');
  await page.getByLabel('the same on every module').check();
  await page.getByRole('button', { name: 'Lichen' }).click();
  await page.locator('[data-module="0"][data-row="9"][data-column="0"]').click();
  await expect(power).not.toHaveText(/^2[.,]8/);
  await page.getByText('How it is computed').click();
  const written = page.locator('.case');
  await expect(written).toContainText('{');
  const input = JSON.parse((await written.textContent()) ?? '');
  expect(input.patches).toHaveLength(1 + 12 * 6);
  const { electricalLoss, opticalLoss } = compute<{ electricalLoss: number; opticalLoss: number }>('string', input);
  const shown = plain((await power.textContent()) ?? '');
  expect(shown).toBe(`${(electricalLoss * 100).toFixed(2)} %`);
  expect(plain((await page.locator('[data-figure="area"]').textContent()) ?? '')).toBe(
    `${(opticalLoss * 100).toFixed(2)} %`,
  );
  await page.getByRole('button', { name: 'undo' }).click();
  await expect(power).toHaveText(/^2[.,]8/);
  await expectAccessible(page);
  expect(errors).toEqual([]);
});

test('the bench is worked with the keys alone, and the curve stands behind a fold', async ({ page }) => {
  await signIn(page);
  await page.goto('/bench/patch');
  await page.getByRole('application').focus();
  for (const key of ['ArrowRight', 'ArrowRight', 'ArrowDown', 'Enter']) await page.keyboard.press(key);
  await expect(page.locator('[data-figure="power"]')).toHaveText(/^2[.,]8/);
  await expect(page.getByRole('application')).toHaveAccessibleName(/Module 1, row 2, column 3/);
  await page.getByText('The curve behind it').click();
  await expect(page.getByRole('figure', { name: /the highest peak is/ })).toBeVisible();
});

test('a cleaning on the year bench is dragged with the mouse and moved with the keys, and the money follows', async ({
  page,
}) => {
  const errors = watchConsole(page);
  await signIn(page);
  await page.goto('/bench/year');
  const money = page.locator('[data-figure="together"]');
  await expect(money).toBeVisible();
  const cleaning = page.getByRole('slider', { name: 'Cleaning 1' });
  await expect(cleaning).toHaveAttribute('aria-valuetext', '21 Jan');
  const before = await money.textContent();
  const box = (await cleaning.boundingBox()) ?? { x: 0, y: 0, width: 0, height: 0 };
  await page.mouse.move(box.x + box.width / 2, box.y + 10);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 260, box.y + 10, { steps: 8 });
  await page.mouse.up();
  await expect(cleaning).not.toHaveAttribute('aria-valuetext', '21 Jan');
  await expect(money).not.toHaveText(before ?? '');
  const dragged = await cleaning.getAttribute('aria-valuenow');
  const atDrag = await money.textContent();
  for (let press = 0; press < 3; press += 1) await page.keyboard.press('PageUp');
  await expect(cleaning).toHaveAttribute('aria-valuenow', String(Number(dragged) + 21));
  await expect(money).not.toHaveText(atDrag ?? '');
  await page.getByRole('button', { name: 'Place them where they lose least' }).click();
  await expect(page.getByRole('progressbar')).toHaveCount(0);
  await page.getByRole('button', { name: 'Take one away' }).click();
  await expect(page.getByText('No cleaning.')).toBeVisible();
  await expectAccessible(page);
  expect(errors).toEqual([]);
});

test('the bench of how often names the days and the money that ./pail compute frequency names', async ({ page }) => {
  const errors = watchConsole(page);
  await signIn(page);
  await page.goto('/bench/often');
  const bars = page.getByRole('slider', { name: 'Cleanings a year' });
  await expect(bars).toBeVisible();
  await page.getByText('How it is computed').click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: /save this case/ }).click();
  const input = JSON.parse(readFileSync(await (await download).path(), 'utf8'));
  const { options } = compute<FrequencyOutput>('frequency', input);
  const best = options.reduce((least, option) => (option.total < least.total ? option : least));
  await expect(bars).toHaveAttribute('aria-valuenow', String(best.cleans));
  const shown = async () =>
    plain((await page.locator('.bench-picture').textContent()) ?? '').replace(/(?<=\d) (?=\d{3})/g, '');
  expect(await shown()).toContain(`ZAR ${Math.round(best.lostValue)} of it dirt`);
  const drawn = (await bars.boundingBox()) ?? { width: 0 };
  await bars.click({ position: { x: 0.98 * drawn.width, y: 100 } });
  await expect(bars).toHaveAttribute('aria-valuenow', String(options.length - 1));
  await bars.click({ position: { x: 84 + ((best.cleans + 0.5) / options.length) * (drawn.width - 92), y: 100 } });
  await expect(bars).toHaveAttribute('aria-valuenow', String(best.cleans));
  await bars.focus();
  await page.keyboard.press('ArrowRight');
  const more = options[best.cleans + 1];
  await expect(bars).toHaveAttribute('aria-valuenow', String(best.cleans + 1));
  expect(await shown()).toContain(`ZAR ${Math.round(more?.lostValue ?? 0)} of it dirt`);
  expect(await shown()).toContain(more?.days.map(dayName).join(', '));
  await page.getByLabel('One cleaning').fill('99999999');
  await expect(page.getByText('no fixed day of cleaning pays in energy')).toBeVisible();
  await page.getByLabel('Lichen settles').selectOption('damp shade');
  await expect(page.getByText('against growth, whatever the energy says')).toBeVisible();
  await expectAccessible(page);
  expect(errors).toEqual([]);
});

test('the proof bench says which proof could show a gain, which could not, and why', async ({ page }) => {
  await signIn(page);
  await page.goto('/bench/proof');
  await expect(page.locator('.verdict')).toContainText('Noon of two days');
  await expect(page.locator('tr', { hasText: 'Before and after, same visit' })).toContainText('before the wash: under');
  await page.getByLabel('Begins at').fill('10');
  await expect(page.locator('.verdict')).toContainText('Before and after, same visit');
  await page.getByLabel('at its limit around noon').check();
  await page.getByLabel('at its limit at the hour of the wash').check();
  await expect(page.locator('.verdict')).toContainText('No proof here could show');
  await expectAccessible(page);
});

test('a guess is held against the truth, and the rounds are kept with the person', async ({ page }) => {
  await signIn(page, 'crew@harbourpail.example');
  await page.goto('/bench/patch');
  await page.getByRole('button', { name: 'Guess drill' }).click();
  for (let round = 1; round <= 2; round += 1) {
    await page.getByLabel('Power lost, your guess').fill('25');
    await page.getByRole('button', { name: 'Show the truth' }).click();
    await expect(page.locator('.verdict')).toContainText('It loses');
    await expect(page.locator('tr', { hasText: 'Your rounds' })).toContainText(String(round));
    await page.getByRole('button', { name: 'Another' }).click();
  }
  await page.reload();
  await page.getByRole('button', { name: 'Guess drill' }).click();
  await expect(page.locator('tr', { hasText: 'Your rounds' })).toContainText('2');
});

test('the sums answer while one types, and say both gain and loss', async ({ page }) => {
  const errors = watchConsole(page);
  await signIn(page);
  await page.goto('/bench/sums');
  const answer = page.getByRole('region', { name: 'The answer' });
  await expect(answer).toContainText('12.5');
  await expect(answer).toContainText('11.1');
  await page.getByLabel('Power after').fill('3200');
  await expect(answer).toContainText('cannot be told from none');
  await page.getByLabel('Power after').fill('a lot');
  await expect(page.getByText('A number from')).toBeVisible();
  await page.getByRole('button', { name: 'Pole and reach' }).click();
  await page.getByLabel('Standing off the wall').fill('2,5');
  const { poleLength, reachable } = compute<{ poleLength: number; reachable: boolean }>('reach', {
    eaveHeight: 2.8,
    overhang: 0.5,
    roofTilt: 25,
    standOff: 2.5,
    handHeight: 1.4,
    slopeDistance: 2.5,
    poleMax: 9,
    neck: 0.3,
  });
  expect(reachable).toBe(false);
  expect(plain((await answer.textContent()) ?? '')).toContain(`${poleLength.toFixed(1)} m`);
  await expect(page.getByText('Overhead lines')).toBeVisible();
  await page.getByRole('button', { name: 'Jet on glass' }).click();
  const jet = compute<{ force: number; impactPressure: number }>('jet', {
    pressure: 100,
    flow: 9,
    distance: 0.5,
    fanAngle: 25,
  });
  const told = plain((await answer.textContent()) ?? '');
  expect(told).toContain(`${jet.force.toFixed(1)} N`);
  expect(told.replaceAll(' ', '')).toContain(`${Math.round(jet.impactPressure)}Pa`);
  for (const sum of ['Cooling or cleaning', 'Drying', 'Jet on glass', 'Water and resin', 'Spray line']) {
    await page.getByRole('button', { name: sum }).click();
    await expect(answer.locator('.value').first()).not.toHaveText('');
  }
  await expectAccessible(page);
  expect(errors).toEqual([]);
});

test('days pasted from a spreadsheet give the gain that ./pail compute daily-energy gives', async ({ page }) => {
  const site = {
    latitude: -33.5,
    longitude: 19,
    altitude: 200,
    surfaceTilt: 20,
    surfaceAzimuth: 0,
    pdc0: 5000,
    gammaPdc: -0.0035,
    linkeTurbidity: [...CLIMATES['winter-rain'].linkeTurbidity],
  };
  const days = Array.from({ length: 40 }, (_, day) => {
    const date = new Date(Date.UTC(2026, 8, 1 + day)).toISOString().slice(0, 10);
    const sky = day % 4 === 3 ? 0.5 : 1 + 0.006 * Math.sin(day * 5);
    const { energy } = clearSkyDay(site, site, site, date, 20, 1);
    return { date, energy: Number((energy * 0.93 * sky * (1 - 0.001 * day) * (day > 20 ? 1.08 : 1)).toFixed(2)) };
  });
  await signIn(page);
  await page.goto('/bench/sums');
  await page.getByRole('button', { name: 'Gain from daily energy' }).click();
  await page
    .getByLabel('Days, pasted')
    .fill(
      ['Date\tkWh', ...days.map(({ date, energy }) => `${date}\t${String(energy).replace('.', ',')}`), 'total'].join(
        '\n',
      ),
    );
  await expect(page.getByText('40 days read. 1 lines left out: line 42')).toBeVisible();
  await page.getByLabel('Cleaned on').fill(days[20]?.date ?? '');
  const { gain, ci95 } = compute<{ gain: number; ci95: [number, number] }>('daily-energy', {
    site,
    days,
    cleanings: [days[20]?.date],
  });
  expect(gain).toBeGreaterThan(0.07);
  const answer = page.getByRole('region', { name: 'The answer' });
  await expect(answer.locator('.figure-box', { hasText: 'Gain' }).locator('.value')).toHaveText(
    new RegExp(`${(gain * 100).toFixed(1)}`),
  );
  await expect(answer).toContainText((ci95[1] * 100).toFixed(1));
  await page.getByLabel('Cleaned on').fill(days[38]?.date ?? '');
  await expect(answer).toContainText('No gain is stated.');
});

test('a weather file gives the energy of its year; a broken one is refused with its line', async ({ page }) => {
  const errors = watchConsole(page);
  await signIn(page);
  await page.goto('/bench/sums');
  await page.getByRole('button', { name: 'Year from a weather file' }).click();
  const text = epwText();
  const file = (content: string) => ({ name: 'valley.epw', mimeType: 'text/plain', buffer: Buffer.from(content) });
  const input = page.getByLabel('Weather file');
  await input.setInputFiles(file(text.split('\r\n').slice(0, 3000).join('\r\n')));
  await expect(page.getByRole('alert')).toContainText('line 3000: must hold 8760 hours');
  await input.setInputFiles(file('%PDF-1.4 not weather'));
  await expect(page.getByRole('alert')).toContainText('line 1');
  await input.setInputFiles(file(text));
  const answer = page.getByRole('region', { name: 'The answer' });
  await expect(answer).toContainText('Made-up valley');
  const { hours, place } = parseEpw(text);
  const year = (soilingRatio: number) =>
    hourlyYear({
      place,
      surface: { surfaceTilt: 20, surfaceAzimuth: 0 },
      array: { pdc0: 10_000, gammaPdc: -0.0035, pacRated: 8000 },
      hours,
      soilingRatio,
    });
  const [clean, soiled] = [year(1), year(0.92)];
  const shown = plain((await answer.textContent()) ?? '').replace(/(\d) (\d)/g, '$1$2');
  expect(shown).toContain(`${Math.round(clean.used)} kWh`);
  expect(shown).toContain(`${Math.round(clean.used - soiled.used)} kWh`);
  expect(errors).toEqual([]);
});

test('the water bench answers as one types: another source, another finish, squeegeed, and what cannot be a number', async ({
  page,
}) => {
  const errors = watchConsole(page);
  await signIn(page);
  await openSite(page, 'Pear Tree packing shed', 'plan');
  const cost = plain((await page.locator('.water-row.chosen td').last().textContent()) ?? '');
  await page.getByRole('link', { name: 'Try it on the water bench' }).click();
  const answer = page.locator('.verdict');
  await expect(answer).toContainText('Osmosis, then resin');
  expect(plain((await answer.textContent()) ?? ''), 'what the plan says').toContain(cost);
  await expectAccessible(page);

  const source = page.getByLabel('Conductivity');
  await source.fill('250');
  await expect(answer).toContainText('As it is');
  await page.getByLabel('Finish').selectOption('spotless');
  await expect(answer).not.toContainText('As it is');
  await page.getByLabel('Finish').selectOption('output');
  await source.fill('900');
  await expect(answer).toContainText('Osmosis');
  const row = async (way: string) =>
    plain((await page.getByRole('row', { name: new RegExp(`^${way}`) }).textContent()) ?? '');
  const { osmosis, residueSource } = compute<WaterTreatment>('water', {
    conductivity: 900,
    targetConductivity: 20,
    waterTemperature: 18,
    resin: { litres: 25, utilisation: 0.95 },
    osmosis: { rejection: 0.96, recovery: 0.45, permeateFlow25: 300 },
  });
  expect(await row('As it is')).toContain(`${residueSource.toFixed(1)} mg/m²`);
  const litres = Number(await page.getByLabel('Water on the glass').inputValue());
  const minutes = (60 * litres) / (osmosis?.permeateFlow ?? 0);
  await expect(page.getByText(`water in ${minutes.toFixed(0)}`)).toBeVisible();
  await page.getByLabel('The glass is').selectOption('squeegee');
  await expect(answer).toContainText('As it is');
  await expect(page.getByText(/From 1[.,\s]?538\sµS\/cm on/)).toBeVisible();
  await source.fill('much');
  await expect(page.getByText('A number from 0 to 20000')).toBeVisible();
  await expect(answer, 'the last that could be read stands').toContainText('As it is');
  expect(errors).toEqual([]);
});
