import {
  answered,
  ask,
  compute,
  expectAccessible,
  openFirstPage,
  openSite,
  plain,
  signIn,
  toCard,
  watchConsole,
} from './support/person.ts';
import { expect, test } from './support/stage.ts';

const phone = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true };

test.describe
  .serial('the kit of the company', () => {
    test('is entered by keys and told of: a wrong number is named, a failed check takes the thing out of use', async ({
      page,
    }) => {
      const errors = watchConsole(page);
      await signIn(page);
      await openFirstPage(page);
      await page.getByRole('navigation', { name: 'Main' }).getByRole('link', { name: 'Kit' }).focus();
      await page.keyboard.press('Enter');
      await expect(page.getByRole('button', { name: 'Heron, twelve metres' })).toBeVisible();
      await expectAccessible(page);
      await page.getByRole('button', { name: 'Enter a thing' }).focus();
      await page.keyboard.press('Enter');
      await page.getByLabel('What it is', { exact: true }).selectOption('rotary-head');
      await page.getByLabel('What it is called').fill('Dervish');
      await page.getByLabel('Weight').fill('abc');
      await page.getByRole('button', { name: 'Save', exact: true }).press('Enter');
      await expect(page.getByText('Type a number, such as 12.5').first()).toBeVisible();
      await page.getByLabel('Weight').fill('7,5');
      await page.getByLabel('Price paid').fill('24000');
      await page.getByLabel('Lasts').fill('4');
      await answered(page, () => page.getByRole('button', { name: 'Save', exact: true }).press('Enter'));
      await page.getByRole('button', { name: 'Dervish' }).click();
      await expect(page.getByText('No check is on record.')).toBeVisible();

      await page.getByRole('button', { name: 'It was checked' }).click();
      await page.getByLabel('Found').selectOption('no');
      await page.getByLabel('What was seen').fill('guard cracked');
      await answered(page, () => page.getByRole('button', { name: 'Save', exact: true }).click());
      await expect(page.getByText('Broken: guard cracked')).toBeVisible();
      await page.getByRole('button', { name: 'strike' }).first().click();
      await page.getByLabel('What was wrong with it (kept on record)').fill('the other head');
      await answered(page, () => page.getByRole('button', { name: 'Strike it' }).click());
      await expect(page.getByText('Struck: the other head')).toBeVisible();
      await expect(page.getByText('Broken: guard cracked')).toBeHidden();
      expect(errors).toEqual([]);
    });

    test('says what owning costs against hiring, and from how many days on it is the cheapest', async ({ page }) => {
      await signIn(page);
      await page.goto('/kit');
      await page.getByRole('button', { name: 'Dervish' }).click();
      await page.getByText('Own, hire, or send somebody').click();
      await page.getByLabel('Hire, a day').fill('600');
      await page.getByLabel('Days a year').fill('20');
      await expect(page.getByText('Owning begins to pay at 10 days a year.')).toBeVisible();
      await page.getByLabel('Days a year').fill('4');
      await expect(page.getByText(/^Hiring it is the cheapest at 4 days a year/)).toBeVisible();
    });

    test('is a way of the next plan once it is there, and its checklist is the contractor’s own', async ({ page }) => {
      const errors = watchConsole(page);
      await signIn(page);
      await page.goto('/checklists');
      await page.getByRole('button', { name: 'Rotary head: set up' }).click();
      await page.getByLabel('Step 2', { exact: true }).fill('Pad in the middle, turned once by hand.');
      await page.getByRole('button', { name: 'up', exact: true }).nth(1).click();
      await expect(page.getByLabel('Step 1', { exact: true })).toHaveValue('Pad in the middle, turned once by hand.');
      await page.getByRole('button', { name: 'down', exact: true }).first().click();
      await page.getByRole('button', { name: 'Add a step' }).click();
      await page.getByRole('button', { name: 'Save as version 1' }).click();
      await expect(page.getByText('Not saved yet.')).toBeVisible();
      await page.getByRole('button', { name: 'remove', exact: true }).last().click();
      await expectAccessible(page);
      await answered(page, () => page.getByRole('button', { name: 'Save as version 1' }).click());
      await expect(page.getByText(/^version 1, /)).toBeVisible();

      await openSite(page, 'Thornfield cellar', 'plan');
      await answered(page, () => page.getByRole('button', { name: 'Plan again' }).click());
      await page.getByText('All ways beside each other').first().click();
      const row = page.getByRole('row').filter({ hasText: 'Rotary head' }).first();
      await expect(row).toBeVisible();
      await expect(row).not.toContainText('We do not work this way');
      expect(errors).toEqual([]);
    });

    test('is on one job a day: the second is refused, and the card in the field stops where a check is answered no', async ({
      page,
      browser,
    }) => {
      await signIn(page);
      const robot = crypto.randomUUID();
      await page.goto('/kit');
      await ask(page, 'POST', '/api/kit', { id: robot, kind: 'robot-dry', name: 'Moth', held: 'hired', price: 90_000 });
      const { body: sites } = await ask<{ items: { id: string; name: string }[] }>(page, 'GET', '/api/sites?limit=50');
      const siteId = sites.items.find(({ name }) => name === 'Low Ferry clinic')?.id ?? '';
      const { body: spread } = await ask<{ arrays: { id: string }[] }>(page, 'GET', `/api/sites/${siteId}`);
      const arrays = Object.fromEntries(
        spread.arrays.map(({ id }) => [id, { method: { value: 'robot-dry', reason: 'to try the robot' } }]),
      );
      const book = async (on: string) => {
        const [planId, quoteId, jobId] = [crypto.randomUUID(), crypto.randomUUID(), crypto.randomUUID()];
        await ask(page, 'POST', `/api/sites/${siteId}/plans`, { id: planId, overrides: { arrays } });
        await ask(page, 'POST', `/api/sites/${siteId}/quotes`, { id: quoteId });
        await ask(page, 'POST', `/api/quotes/${quoteId}/send`, { version: 1 });
        await ask(page, 'POST', `/api/quotes/${quoteId}/decision`, { version: 2, decision: 'accepted', choice: 'one' });
        const body = { id: jobId, scheduledFor: on };
        const { status, body: answer } = await ask<{ detail?: string }>(
          page,
          'POST',
          `/api/quotes/${quoteId}/jobs`,
          body,
        );
        return { jobId, status, detail: answer.detail };
      };
      const first = await book('2027-02-10');
      expect(first.status).toBe(200);
      const second = await book('2027-02-10');
      expect(second.status).toBe(409);
      expect(second.detail).toContain('Moth is at');

      const context = await browser.newContext(phone);
      const field = await context.newPage();
      const errors = watchConsole(field);
      await signIn(field, 'crew@harbourpail.example');
      await field.goto(`/field/${first.jobId}`);
      await expect(field.locator('.verb')).toHaveText('Brief');
      await expect(field.getByRole('link', { name: /^Emergency: / })).toBeVisible();
      await expectAccessible(field);
      await field.getByRole('button', { name: 'Kit' }).tap();
      await expect(field.getByText('Moth')).toBeVisible();
      await field.getByRole('button', { name: 'Back' }).tap();
      await toCard(field, 'Set up');
      await field.getByRole('button', { name: 'No', exact: true }).tap();
      await expect(field.getByRole('alert')).toContainText('The step is stopped.');
      await field.getByRole('button', { name: 'Now yes' }).tap();
      await expect(field.getByText('2 of 12')).toBeVisible();
      await field.getByRole('button', { name: 'Done', exact: true }).tap();
      await expect(field.getByText('3 of 12')).toBeVisible();
      expect(errors).toEqual([]);
      await context.close();
    });

    test('is told of by thumb where it lies: the thing stands in the place of the list, and back leads to it', async ({
      browser,
    }) => {
      const context = await browser.newContext(phone);
      const page = await context.newPage();
      const errors = watchConsole(page);
      await signIn(page, 'crew@harbourpail.example');
      await page.goto('/kit');
      await page.getByRole('button', { name: 'Long tank' }).tap();
      await expect(page.getByRole('button', { name: 'Blue hose' })).toBeHidden();
      await expect(page.getByText('Price paid')).toHaveCount(0);
      await page.getByRole('button', { name: 'Its state' }).tap();
      await page.getByLabel('It is').selectOption('broken');
      await page.getByLabel('What was seen').fill('strap torn');
      await answered(page, () => page.getByRole('button', { name: 'Save', exact: true }).tap());
      await expect(page.getByText('Broken: strap torn', { exact: true })).toBeVisible();
      await expectAccessible(page);
      await page.getByRole('button', { name: 'all kit' }).tap();
      await expect(page.getByRole('button', { name: 'Blue hose' })).toBeVisible();
      await expect(page.getByRole('row').filter({ hasText: 'Long tank' })).toContainText('broken');
      expect(errors).toEqual([]);
      await context.close();
    });

    test('leaves the next plan when it is retired, and is there again when it was mended', async ({ page }) => {
      await signIn(page);
      await page.goto('/kit');
      for (const [name, state] of [
        ['Dervish', 'retired'],
        ['Moth', 'retired'],
        ['Long tank', 'good'],
      ] as const) {
        await page.getByRole('button', { name }).click();
        await page.getByRole('button', { name: 'Its state' }).click();
        await page.getByLabel('It is').selectOption(state);
        await answered(page, () => page.getByRole('button', { name: 'Save', exact: true }).click());
      }
      await expect(page.getByRole('row').filter({ hasText: 'Dervish' })).toContainText('retired');
      await expect(page.getByRole('row').filter({ hasText: 'Long tank' })).not.toContainText('broken');
      await openSite(page, 'Thornfield cellar', 'plan');
      await answered(page, () => page.getByRole('button', { name: 'Plan again' }).click());
      await page.getByText('All ways beside each other').first().click();
      const row = page.getByRole('row').filter({ hasText: 'Rotary head' }).first();
      await expect(row).toContainText('the machine is not ours');
    });

    test('has a spray line as a way of its own beside visits: its pipes answer while one types', async ({ page }) => {
      const errors = watchConsole(page);
      await signIn(page);
      await openSite(page, 'School carport', 'plan');
      await page.getByRole('link', { name: 'A spray line beside visits' }).first().click();
      await expect(page.getByText(/^It pays up to a price of /)).toBeVisible();
      const pipe = page.getByRole('img', { name: /^Pipe 1: 48 holes, / });
      await expect(pipe).toBeVisible();
      const told = (await pipe.getAttribute('aria-label')) ?? '';
      const { totalLpm, inletHead } = compute<{ totalLpm: number; inletHead: number }>('spray', {
        orifices: 48,
        spacing: (1.04 + 0.05) / 2,
        orificeDiameter: 0.0015,
        pipeDiameter: 0.02,
        pump: { shutOffHead: 30, maxFlow: 80 },
        riser: { length: 8, diameter: 0.025 },
        lift: 3.5,
      });
      expect(plain(told)).toContain(`${totalLpm.toFixed(1)} L/min`);
      expect(plain(told)).toContain(`${inletHead.toFixed(1)} m of water behind the first hole`);
      await page.getByLabel('Pump or mains, nothing flowing').fill('3');
      await expect(page.getByText('The pump cannot lift the water so high')).toBeVisible();
      await page.getByLabel('Pump or mains, nothing flowing').fill('30');
      await page.getByLabel('Pipes across the face').selectOption('2');
      await expect(page.getByText(/pipe’s valve is closed until/)).toBeVisible();
      await page.getByLabel('The water stands in a tank that gets warm').check();
      await expect(page.getByText(/can carry Legionella/)).toBeVisible();
      await page.getByLabel('The line, put up').fill('9000000');
      await expect(page.getByText(/^The line does not pay here/)).toBeVisible();
      await expectAccessible(page);
      expect(errors).toEqual([]);
    });
  });
