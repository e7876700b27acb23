/**
 * Writes the demo scenario: made-up sites of a made-up contractor, as import files and drawn "photographs".
 * Run with: node --import tsx demo/make.ts
 */

import { createHash } from 'node:crypto';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { z } from 'zod';
import { type importBundle, importBundle as schema } from '../contract/imports/endpoints.ts';
import type { planOverrides } from '../contract/methods/endpoints.ts';
import { arrayFields } from '../contract/sites/endpoints.ts';
import { bare } from '../core/findings.ts';
import { lossFromInspection, type Soil } from '../core/inspections/soil.ts';
import { jobSteps } from '../core/jobs/steps.ts';
import { kitList } from '../core/kit/list.ts';
import { chooseMethod } from '../core/planning/choose.ts';
import { type Access, highest } from '../core/reach/access.ts';
import { sectionOf } from '../core/sites/section.ts';
import { seededRandom } from '../core/statistics/random.ts';
import { addedDays } from '../core/time/dates.ts';
import { drawDefect, drawPhoto } from './photos.ts';
import { type DemoArray, type DemoRound, type DemoSite, SITES } from './scenario.ts';

type Bundle = z.input<typeof importBundle>;
type Site = Bundle['sites'][number];
type Round = NonNullable<Site['rounds']>[number];
type Entry = NonNullable<NonNullable<Round['job']>['entries']>[number];

/** Where the files go; another folder to see what would be made. */
const FOLDER = process.argv[2] ?? import.meta.dirname;
const ANCHOR = '2026-11-02';
/** Minutes after which more people come to the brush. */
const MOST_AT_BRUSH = 300;

/** The same name always makes the same id. */
function idOf(name: string): string {
  const hash = createHash('sha256').update(`harbour pail ${name}`).digest('hex');
  return `${hash.slice(0, 8)}-${hash.slice(8, 12)}-4${hash.slice(13, 16)}-a${hash.slice(17, 20)}-${hash.slice(20, 32)}`;
}

const day = (offset: number): string => addedDays(ANCHOR, offset);
const clock = (offset: number, minutes: number): string => {
  const time = new Date(Date.parse(`${day(offset)}T00:00:00+02:00`) + minutes * 60_000);
  return `${new Date(time.getTime() + 7_200_000).toISOString().slice(0, 19)}+02:00`;
};

/** The overrides of a plan, with those of arrays under the ids that their names stand for. */
function overridesOf(site: DemoSite, { plan }: DemoRound): z.input<typeof planOverrides> {
  const { arrays = {}, ...others } = plan?.overrides ?? {};
  const byId = Object.entries(arrays).map(([name, own]) => [idOf(`${site.key} ${name}`), own]);
  return { ...others, ...(byId.length > 0 ? { arrays: Object.fromEntries(byId) } : {}) };
}

function makeSite(site: DemoSite): Site {
  const id = idOf(site.key);
  const arrays = site.arrays.map((array) => ({ ...array.fields, id: idOf(`${site.key} ${array.fields.name}`) }));
  return {
    id,
    customer: { ...site.customer, id: idOf(`customer ${site.customer.name}`) },
    site: site.fields,
    arrays,
    waterReadings: site.water.map(({ dayOffset, ...reading }) => ({
      ...reading,
      id: idOf(`${site.key} water ${dayOffset}`),
      takenAt: clock(dayOffset, 480),
    })),
    rounds: site.rounds.map((round, index) => makeRound(site, round, `${site.key} round ${index}`)),
  };
}

function makeRound(site: DemoSite, round: DemoRound, key: string): Round {
  const arrayId = (array: DemoArray) => idOf(`${site.key} ${array.fields.name}`);
  const looked = site.arrays.filter((_, index) => round.soils[index] !== undefined);
  const inspectionId = (array: DemoArray) => idOf(`${key} inspection ${array.fields.name}`);
  const inspections = looked.map((array) => {
    const index = site.arrays.indexOf(array);
    return {
      id: inspectionId(array),
      arrayId: arrayId(array),
      inspectedAt: clock(round.look, 600 + 12 * index),
      from: round.from ?? ('pole-camera' as const),
      soils: round.soils[index] ?? [],
      marks: round.marks?.[index] ?? [],
      wipeTest: round.wipe ?? ('some' as const),
      defects: round.defects?.[index] ?? [],
      causes: round.causes ?? [],
      reading: round.reading?.[index] ?? null,
      bladeAgreed: round.bladeAgreed ?? false,
      ...(round.fittings?.[index]?.length ? { fittings: round.fittings[index] } : {}),
      notes: round.notes ?? '',
    };
  });
  const photos: NonNullable<Round['photos']> = looked.flatMap((array) => {
    const soils = round.soils[site.arrays.indexOf(array)] ?? [];
    if (!round.photos || soils.length === 0) return [];
    const file = `${createHash('sha256').update(`${key}${array.fields.name}`).digest('hex').slice(0, 10)}.jpg`;
    drawn.push({ file, soils: soils as Soil[], columns: array.fields.columns });
    return [
      {
        id: idOf(`${key} photo ${array.fields.name}`),
        file,
        arrayId: arrayId(array),
        role: 'soil' as const,
        caption: `${array.fields.name}, as found`,
        inspectionId: inspectionId(array),
      },
    ];
  });
  if (round.photos)
    for (const array of looked)
      for (const { kind, module } of round.defects?.[site.arrays.indexOf(array)] ?? []) {
        const file = `${createHash('sha256').update(`${key}${array.fields.name}${kind}${module}`).digest('hex').slice(0, 10)}.jpg`;
        defectsDrawn.push({ file, kind });
        const id = idOf(`${key} defect ${array.fields.name} ${kind} ${module}`);
        const about = { arrayId: arrayId(array), inspectionId: inspectionId(array), role: 'defect' as const, module };
        photos.push({ id, file, ...about, caption: kind.replace('-', ' ') });
      }
  const after = round.look;
  const job = round.job ? makeJob(site, looked, round, key) : undefined;
  if (round.job && round.job.doneSteps === 'all' && round.photos) photos.push(...pairOf(site, looked, round, key));
  return {
    inspections,
    reckonings:
      round.reckoned === false
        ? []
        : looked.map((array) => ({
            id: idOf(`${key} reckoning ${array.fields.name}`),
            arrayId: arrayId(array),
            at: clock(after, 900),
            overrides: {},
          })),
    ...(round.plan
      ? {
          plan: {
            id: idOf(`${key} plan`),
            at: clock(after, 930),
            finish: round.plan.finish,
            overrides: overridesOf(site, round),
          },
        }
      : {}),
    ...(round.quote
      ? {
          quote: {
            id: idOf(`${key} quote`),
            at: clock(after, 960),
            message: round.quote.message ?? '',
            stated: round.quote.stated ?? '',
            ...(round.quote.sent === undefined ? {} : { sentAt: clock(round.quote.sent, 620) }),
            ...(round.quote.decision
              ? {
                  decision: {
                    at: clock(round.quote.decision.day, 700),
                    decision: round.quote.decision.what,
                    choice: round.quote.decision.choice ?? ('one' as const),
                  },
                }
              : {}),
          },
        }
      : {}),
    ...(job ? { job } : {}),
    photos,
  };
}

const defectsDrawn: { file: string; kind: string }[] = [];
const drawn: { file: string; soils: Soil[]; columns: number }[] = [];

function pairOf(site: DemoSite, arrays: DemoArray[], round: DemoRound, key: string) {
  const [array] = arrays;
  if (!array) return [];
  const soils = (round.soils[site.arrays.indexOf(array)] ?? []) as Soil[];
  return (['before', 'after', 'wipe-before', 'wipe-after'] as const).map((role) => {
    const file = `${createHash('sha256').update(`${key}${role}`).digest('hex').slice(0, 10)}.jpg`;
    const dirty = role === 'before' || role === 'wipe-before';
    drawn.push({ file, soils: dirty ? soils : [], columns: role.startsWith('wipe') ? 0 : array.fields.columns });
    return {
      id: idOf(`${key} ${role}`),
      file,
      arrayId: idOf(`${site.key} ${array.fields.name}`),
      role,
      caption: { before: 'Before', after: 'After', 'wipe-before': 'Cloth before', 'wipe-after': 'Cloth after' }[role],
      jobId: idOf(`${key} job`),
    };
  });
}

/** A job as it would have gone: steps in order, cautions answered, marks, readings from the same formulas as the core's. */
function makeJob(site: DemoSite, arrays: DemoArray[], round: DemoRound, key: string): Round['job'] {
  const spec = round.job;
  if (!spec) return undefined;
  const methods = arrays.map((array) =>
    chooseMethod({
      soils: (round.soils[site.arrays.indexOf(array)] ?? []) as Soil[],
      mount: array.fields.mount,
      storeys: array.fields.storeys,
      eaveHeight: array.fields.eaveHeight,
      surfaceTilt: array.fields.tilt,
      ...sectionOf(arrayFields.parse(array.fields)),
      accessByHand: overridesOf(site, round).arrays?.[idOf(`${site.key} ${array.fields.name}`)]?.access?.value as
        | Access
        | undefined,
      modules: array.fields.rows * array.fields.columns,
      runOff: site.fields.runOff,
      waterless: false,
      finish: round.plan?.finish ?? 'output',
      bladeAgreed: round.bladeAgreed ?? false,
    }),
  );
  const rungs = [
    ...new Set(methods.flatMap(({ escalation }) => escalation.filter(({ use }) => use).map(({ rung }) => rung))),
  ];
  const access = methods.map((method) => method.access.choose);
  const steps = jobSteps({
    access: highest(access),
    escalates: rungs.some((rung) => rung !== 'water' && rung !== 'soak'),
    rungs,
    isolate: true,
  });
  const random = seededRandom(spec.day * 7919 + 17);
  let minutes = 330;
  let count = 0;
  const entries: Entry[] = [];
  const add = (entry: Record<string, unknown>, pause = 2) => {
    minutes += pause;
    count += 1;
    entries.push({ id: idOf(`${key} entry ${count}`), at: clock(spec.day, minutes), ...entry } as Entry);
  };
  const kit = kitList({
    way: 'osmosis-resin',
    brush: bare('brush-soft-60'),
    pole: 6,
    litres: 0,
    rungs,
    access: access[0] ?? 'ground',
  });
  for (const { key: item } of kit.slice(0, spec.packed ?? kit.length)) {
    const id = idOf(`${key} kit ${item}`);
    entries.push({ id, at: clock(spec.day - 1, 1080), kind: 'kit', item, packed: true } as Entry);
  }
  const done = spec.doneSteps === 'all' ? steps.length : spec.doneSteps;
  for (const step of steps.slice(0, done)) {
    add({ kind: 'step-started', step: step.key });
    for (const caution of step.cautions)
      add({ kind: 'caution', step: step.key, caution: caution.key, answer: true }, 1);
    if (step.ends === 'before-readings' || step.ends === 'after-readings') {
      for (const array of arrays) {
        const when = step.ends === 'before-readings' ? 'before' : 'after';
        add(
          {
            kind: 'reading',
            when,
            array: idOf(`${site.key} ${array.fields.name}`),
            ...reading(site, round, array, when, random),
          },
          4,
        );
      }
    }
    if (step.ends === 'water') add({ kind: 'water', conductivity: spec.water ?? 14, temperature: 22 });
    if (step.ends === 'modules') {
      const work = arrays.map((array, at) => modulesOf(array).length * (methods[at]?.minutesPerModule ?? 1));
      const people = Math.ceil(work.reduce((all, minutes) => all + minutes, 0) / MOST_AT_BRUSH);
      const slower = 0.9 + 0.25 * seededRandom(spec.day)();
      if (people > 1) add({ kind: 'hands', people }, 1);
      for (const [at, array] of arrays.entries())
        markAll(add, site, array, spec, Math.round((slower * (work[at] ?? 0)) / people));
    }
    add({ kind: 'step-done', step: step.key }, step.key === 'dry' ? 40 : 6);
  }
  const next = steps[done];
  if (next && done > 0) {
    add({ kind: 'step-started', step: next.key });
    for (const caution of next.cautions)
      add({ kind: 'caution', step: next.key, caution: caution.key, answer: true }, 1);
    if (next.ends === 'modules' && spec.partMarked) {
      const [array] = arrays;
      if (array) {
        const modules = modulesOf(array).filter((index) => index < (spec.partMarked ?? 0));
        add({ kind: 'mark', array: idOf(`${site.key} ${array.fields.name}`), modules, mark: 'brushed' }, 25);
      }
    }
  }
  return {
    id: idOf(`${key} job`),
    at: clock(round.quote?.decision?.day ?? round.look, 720),
    scheduledFor: day(spec.day),
    entries,
    ...(spec.report
      ? {
          report: {
            id: idOf(`${key} report`),
            at: clock(spec.day, 960),
            ...(spec.report === 'signed' ? { signedBy: 'Nomsa Vale', signedAt: clock(spec.day + 1, 540) } : {}),
          },
        }
      : {}),
  };
}

/** Places of the modules that are there. */
function modulesOf({ fields }: DemoArray): number[] {
  const holes = new Set(fields.missing);
  return Array.from({ length: fields.rows * fields.columns }, (_, index) => index).filter((index) => !holes.has(index));
}

function markAll(
  add: (entry: Record<string, unknown>, pause?: number) => void,
  site: DemoSite,
  array: DemoArray,
  spec: NonNullable<DemoRound['job']>,
  minutes: number,
) {
  const id = idOf(`${site.key} ${array.fields.name}`);
  const all = modulesOf(array);
  const missed = new Set(spec.notReached ?? []);
  const bladed = new Set(spec.bladed ?? []);
  const brushed = all.filter((index) => !missed.has(index) && !bladed.has(index));
  add({ kind: 'mark', array: id, modules: brushed, mark: 'brushed' }, minutes);
  if (bladed.size > 0) add({ kind: 'mark', array: id, modules: [...bladed], mark: 'bladed' }, 20);
  if (missed.size > 0) add({ kind: 'mark', array: id, modules: [...missed], mark: 'not-reached' }, 1);
}

function reading(site: DemoSite, round: DemoRound, array: DemoArray, when: 'before' | 'after', random: () => number) {
  const modules = array.fields.rows * array.fields.columns - (array.fields.missing?.length ?? 0);
  const loss = lossFromInspection((round.soils[site.arrays.indexOf(array)] ?? []) as Soil[]).mid;
  const poaIrradiance = Math.round(when === 'before' ? 690 + 60 * random() : 820 + 80 * random());
  const tempModule = Math.round((when === 'before' ? 38 + 4 * random() : 43 + 4 * random()) * 10) / 10;
  const share = when === 'before' ? 1 - loss : 0.995 - 0.01 * random();
  const clean = (modules * array.fields.moduleWatts * 0.96 * poaIrradiance) / 1000;
  const value = clean * (1 + array.fields.gammaPdc * (tempModule - 25)) * share * (0.998 + 0.004 * random());
  const limit = array.fields.inverterLimit ?? Number.POSITIVE_INFINITY;
  return {
    quantity: 'power' as const,
    how: 'ac' as const,
    reading: { value: Math.round(Math.min(limit, value)), poaIrradiance, tempModule },
    sensor: true,
    shading: false,
    wet: false,
    capped: false,
  };
}

mkdirSync(join(FOLDER, 'sites'), { recursive: true });
mkdirSync(join(FOLDER, 'photos'), { recursive: true });
for (const [index, site] of SITES.entries()) {
  const bundle: Bundle = { format: 'wide-pail-sites', formatVersion: 1, sites: [makeSite(site)] };
  schema.parse(bundle);
  const name = `${String(index + 1).padStart(2, '0')}-${site.key}.json`;
  writeFileSync(join(FOLDER, 'sites', name), `${JSON.stringify(bundle, null, 1)}\n`);
}
for (const { file, kind } of defectsDrawn) await drawDefect(join(FOLDER, 'photos', file), kind);
for (const photo of drawn) await drawPhoto(join(FOLDER, 'photos', photo.file), photo.soils, photo.columns);
console.log(`${SITES.length} sites, ${drawn.length + defectsDrawn.length} pictures`);
