/**
 * What is measured with the whole application running: a frame drawn over 500 of 2,000 modules, the demo's largest roof
 * reckoned on a worker, 60 pictures of 12 megapixels at once, and an import of 100 of them in one file form. Prints a
 * table; nothing here is a test.
 */

import { randomUUID } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { chromium, type Page } from '@playwright/test';
import sharp from 'sharp';
import type { Mark } from '../core/inspections/marks.ts';
import { clearSkyDay } from '../core/modules/clearSkyDay.ts';
import type { ReckonInput } from '../core/reckoning/reckoning.ts';
import { quantile } from '../core/statistics/summary.ts';
import { exampleInspection, exampleReckon } from '../core/testing/exampleReckon.ts';
import { addedDays } from '../core/time/dates.ts';
import { startWorkers } from '../server/compute/workers.ts';
import { sendBundle, untilTakenIn } from './bringIn.ts';
import { BROWSER_FLAGS } from './browser.ts';
import { ensureChromium } from './debian.ts';
import { PROJECT } from './folders.ts';
import { type Stage, setStage } from './stage.ts';
import { type Ask, signedIn, signInAtPage, TWO_THOUSAND, twoThousand } from './stageSession.ts';

/** Rounds in which the worker warms up, and those that count. */
const WARM = 2;
const MEASURED = 5;
const PICTURES = 60;
const IMPORTED = 100;

const line = (what: string, found: string, wanted: string, holds: boolean): void =>
  console.log(`${what.padEnd(62)}${found.padStart(14)}   ${wanted.padEnd(18)}${holds ? 'holds' : 'DOES NOT HOLD'}`);

/** Memory of a process, MB, as the system counts it. */
const memoryOf = (pid: number): number =>
  Number(readFileSync(`/proc/${pid}/status`, 'utf8').match(/VmRSS:\s+(\d+)/)?.[1] ?? 0) / 1024;

/** The most memory that a process takes from now until it is asked, MB. */
function watchMemory(pid: number): () => number {
  let most = memoryOf(pid);
  const watch = setInterval(() => {
    most = Math.max(most, memoryOf(pid));
  }, 50);
  return () => {
    clearInterval(watch);
    return most;
  };
}

/** Does something on a page while the browser counts what blocked it for over 50 ms. */
async function unblocked(page: Page, what: string, act: () => Promise<void>): Promise<void> {
  await page.evaluate(() => {
    const found: number[] = [];
    Object.assign(window, { blocked: found });
    new PerformanceObserver((list) => found.push(...list.getEntries().map(({ duration }) => duration))).observe({
      type: 'longtask',
    });
  });
  await act();
  const blocked: number[] = await page.evaluate(() => (window as unknown as { blocked: number[] }).blocked);
  const worst = Math.max(0, ...blocked);
  line(what, worst === 0 ? 'none' : `${worst.toFixed(0)} ms`, 'no frame > 50 ms', worst <= 50);
}

/** A frame drawn over 500 modules. */
async function drag(page: Page, what: string, from: [number, number], to: [number, number]): Promise<void> {
  await page.mouse.move(...from);
  await page.mouse.down();
  await unblocked(page, `drag over 500 of 2,000 modules, ${what}`, () => page.mouse.move(...to, { steps: 40 }));
  await page.mouse.up();
}

/** What would be without one piece of evidence, worked out beside the page. */
async function withoutEvidence(page: Page, ask: Ask): Promise<void> {
  const { items } = (await ask('GET', '/api/sites?limit=100')) as { items: { id: string; name: string }[] };
  const cellar = items.find(({ name }) => name.includes('cellar'));
  await page.goto(`/sites/${cellar?.id}/reckon`);
  const energy = page.getByRole('button', { name: /^Daily energy/ });
  await energy.waitFor();
  // Until the pictures of the page are drawn.
  await page.waitForTimeout(3000);
  await unblocked(page, 'the answer without one item, 420 modules, two years', async () => {
    await energy.click();
    await page.locator('.evidence-opened strong').waitFor({ timeout: 60_000 });
  });
}

async function dragging({ server }: Stage, ask: Ask): Promise<void> {
  const { siteId, id } = await twoThousand(ask);
  const browser = await chromium.launch({ executablePath: ensureChromium(), args: BROWSER_FLAGS });
  try {
    const page = await browser.newPage({ baseURL: server.address, viewport: { width: 1280, height: 800 } });
    await signInAtPage(page);
    await page.goto(`/sites/${siteId}/drawing/${id}`);
    const canvas = page.locator('.drawing-canvas');
    await canvas.waitFor();
    const box = (await canvas.boundingBox()) ?? { x: 0, y: 0, width: 0, height: 0 };
    await drag(page, 'drawing', [box.x + 70, box.y + 90], [box.x + 70 + 25 * 17, box.y + box.height - 40]);
    await page.goto(`/sites/${siteId}/look`);
    await page.getByRole('button', { name: TWO_THOUSAND }).click();
    await page.getByRole('button', { name: 'Record an inspection' }).click();
    await page.getByRole('button', { name: 'Mark them on the roof' }).click();
    const roof = page.locator('.marking-roof');
    await roof.scrollIntoViewIfNeeded();
    const view = (await roof.boundingBox()) ?? { x: 0, y: 0, width: 0, height: 0 };
    await page.waitForTimeout(1500);
    await drag(page, 'marking', [view.x + 40, view.y + 80], [view.x + view.width - 30, view.y + view.height - 30]);
    await withoutEvidence(page, ask);
  } finally {
    await browser.close();
  }
}

/** Rain and energy of every day of two years: dust that a rain each fortnight takes off, and a cloud on every third day. */
function twoYears(): Pick<ReckonInput, 'rain' | 'energy'> {
  const { site, array, today } = exampleReckon;
  const place = { ...site, linkeTurbidity: 3 };
  const surface = { surfaceTilt: array.tilt, surfaceAzimuth: array.azimuth };
  const pdc0 = 420 * array.moduleWatts;
  const days = Array.from({ length: 730 }, (_, at) => {
    const date = addedDays(today, at - 730);
    const clear = clearSkyDay(place, surface, { pdc0, gammaPdc: array.gammaPdc }, date, 20, 1).energy;
    return { date, energy: clear * (1 - 0.002 * (at % 14)) * (at % 3 === 0 ? 0.6 : 1), rain: at % 14 === 0 ? 12 : 0 };
  });
  return {
    rain: Object.fromEntries(days.map(({ date, rain }) => [date, rain])),
    energy: { site: { ...place, ...surface, pdc0, gammaPdc: array.gammaPdc }, days, cleanings: [] },
  };
}

async function reckoning(): Promise<void> {
  const workers = startWorkers();
  const modules = Array.from({ length: 420 }, (_, index) => index);
  const marks: Mark[] = [
    { kind: 'droppings', pattern: 'spots', severity: 'plain', modules: modules.filter((index) => index % 3 === 0) },
    { kind: 'lichen', pattern: 'lower-edge', severity: 'plain', modules: modules.filter((index) => index % 5 === 0) },
  ];
  const strings = Array.from({ length: 21 }, (_, at) => ({
    name: `String ${at + 1}`,
    modules: modules.slice(at * 20, at * 20 + 20),
  }));
  const input: ReckonInput = {
    ...exampleReckon,
    array: {
      ...exampleReckon.array,
      modules: 420,
      wiring: {
        rows: 14,
        columns: 30,
        missing: [],
        orientation: 'portrait',
        cells: 'whole',
        electronics: 'string',
        strings,
      },
    },
    looks: [exampleInspection({ marks })],
    ...twoYears(),
  };
  try {
    const took: number[] = [];
    for (let round = 0; round < WARM + MEASURED; round += 1) {
      const start = performance.now();
      await workers.run('reckon', input);
      if (round >= WARM) took.push(performance.now() - start);
    }
    const middle = quantile(took, 0.5);
    line(
      '420 modules, 21 strings, 224 marks, two years of rain and energy',
      `${middle.toFixed(0)} ms`,
      'at most 2000 ms',
      middle <= 2000,
    );
    console.log(`  on a warm worker, the middle of ${MEASURED}; from ${Math.min(...took).toFixed(0)} ms on`);
  } finally {
    await workers.close();
  }
}

/** A picture of 12 megapixels as a camera makes them: some 4 MB, no two alike. */
async function picture(seed: number): Promise<Buffer> {
  const noise = Buffer.alloc(400 * 300 * 3);
  for (let at = 0; at < noise.length; at += 1) noise[at] = (at * 31 + seed * 7919 + ((at * at) >> 7)) & 255;
  return sharp(noise, { raw: { width: 400, height: 300, channels: 3 } })
    .resize(4000, 3000)
    .jpeg({ quality: 92 })
    .toBuffer();
}

async function pictures({ server }: Stage, ask: Ask): Promise<void> {
  const { items } = (await ask('GET', '/api/sites?limit=1')) as { items: { id: string }[] };
  const siteId = items[0]?.id ?? '';
  const spread = (await ask('GET', `/api/sites/${siteId}`)) as { arrays: { id: string }[] };
  const arrayId = spread.arrays[0]?.id ?? '';
  const files: Buffer[] = [];
  for (let seed = 0; seed < PICTURES; seed += 1) files.push(await picture(seed));
  const mostMemory = watchMemory(server.child.pid ?? 0);
  let busy = true;
  const others: number[] = [];
  const asking = (async () => {
    while (busy) {
      const start = performance.now();
      await ask('GET', `/api/sites/${siteId}`);
      others.push(performance.now() - start);
      await new Promise((resolve) => setTimeout(resolve, 40));
    }
  })();
  const start = performance.now();
  await Promise.all(
    files.map((file) => {
      const form = new FormData();
      for (const [key, value] of Object.entries({ id: randomUUID(), arrayId, role: 'overview' }))
        form.append(key, value);
      form.append('file', new Blob([new Uint8Array(file)], { type: 'image/jpeg' }), 'roof.jpg');
      return ask('POST', '/api/photos', form);
    }),
  );
  const taken = performance.now() - start;
  for (let waiting = true; waiting; ) {
    await new Promise((resolve) => setTimeout(resolve, 500));
    const { items: photos } = (await ask('GET', `/api/sites/${siteId}/photos?limit=100`)) as {
      items: { state: string }[];
    };
    waiting = photos.some(({ state }) => state === 'waiting');
  }
  const prepared = performance.now() - start;
  busy = false;
  await asking;
  const most = mostMemory();
  const sorted = others.sort((a, b) => a - b);
  const p95 = sorted[Math.floor(sorted.length * 0.95)] ?? 0;
  const size = files.reduce((sum, { length }) => sum + length, 0) / PICTURES / 1e6;
  console.log(
    `${PICTURES} pictures of 12 megapixels, ${size.toFixed(1)} MB each: taken in ${(taken / 1000).toFixed(1)} s, prepared after ${(prepared / 1000).toFixed(1)} s`,
  );
  line(
    `meanwhile other requests (${others.length}), 95th percentile`,
    `${p95.toFixed(0)} ms`,
    'at most 200 ms',
    p95 <= 200,
  );
  line('meanwhile memory of the server, most', `${most.toFixed(0)} MB`, 'at most 600 MB', most <= 600);
}

/** One site of the demo, entered as a further one with many pictures, all in one form. */
async function oneImport({ server }: Stage, ask: Ask): Promise<void> {
  const file = readdirSync(join(PROJECT, 'demo/sites')).find((name) => name.includes('kiosk')) ?? '';
  const text = readFileSync(join(PROJECT, 'demo/sites', file), 'utf8');
  const renamed = new Map<string, string>();
  const bundle = JSON.parse(
    text.replace(/[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}/g, (id) => {
      renamed.set(id, renamed.get(id) ?? randomUUID());
      return renamed.get(id) ?? id;
    }),
  );
  const [site] = bundle.sites;
  site.rounds = [{ inspections: site.rounds[0].inspections, photos: [] }];
  const [inspection] = site.rounds[0].inspections;
  let size = 0;
  const files: [Blob, string][] = [];
  for (let seed = 0; seed < IMPORTED; seed += 1) {
    const bytes = await picture(1000 + seed);
    const name = `roof-${seed}.jpg`;
    site.rounds[0].photos.push({
      id: randomUUID(),
      file: name,
      arrayId: inspection.arrayId,
      inspectionId: inspection.id,
      role: 'overview',
      caption: '',
    });
    files.push([new Blob([new Uint8Array(bytes)]), name]);
    size += bytes.length / 1e6;
  }
  const mostMemory = watchMemory(server.child.pid ?? 0);
  const start = performance.now();
  await untilTakenIn(ask, await sendBundle(ask, file, bundle, files));
  const took = performance.now() - start;
  const most = mostMemory();
  line(
    `${IMPORTED} pictures in one import, ${size.toFixed(0)} MB, ${(took / 1000).toFixed(1)} s: memory of the server`,
    `${most.toFixed(0)} MB`,
    'at most 600 MB',
    most <= 600,
  );
}

ensureChromium();
await reckoning();
const stage = await setStage();
try {
  const ask = await signedIn(stage.server.address);
  await dragging(stage, ask);
  await pictures(stage, ask);
  await oneImport(stage, ask);
} finally {
  await stage.strike();
}
process.exit(0);
