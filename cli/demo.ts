import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { DateTime } from 'luxon';
import { companyFields, costsFields } from '../contract/company/endpoints.ts';
import type { ImportBundle, ImportedSite } from '../contract/imports/endpoints.ts';
import { addedDays } from '../core/time/dates.ts';
import { MILLISECONDS_PER_DAY } from '../core/time/utc.ts';
import { KIT } from '../demo/kit.ts';
import { MEDIA, READINGS, ROTATED_AGO, SET_UP_AGO, VESSELS } from '../demo/resin.ts';
import { SAFETY } from '../demo/safety.ts';
import { SITES } from '../demo/scenario.ts';
import { asItWas } from '../demo/truth.ts';
import { setUpCompany } from '../server/people/setUp.ts';
import { openDatabase } from '../server/storage/database.ts';
import { sendBundle, untilTakenIn } from './bringIn.ts';
import { cookiesOf } from './cookies.ts';
import { dataFolder, PROJECT } from './folders.ts';

export const DEMO_OWNER = { name: 'Nomsa Vale', email: 'owner@harbourpail.example' };
export const DEMO_CREW = [
  { name: 'Teo Marsh', email: 'estimator@harbourpail.example', role: 'estimator' },
  { name: 'Ada Brook', email: 'crew@harbourpail.example', role: 'crew' },
] as const;

/** The day on which the demo files were written; they are moved so that it falls on today. */
const ANCHOR = Date.UTC(2026, 10, 2);

/** Moves every date and moment of a document by whole days. */
function moved(value: unknown, days: number): unknown {
  if (typeof value === 'string') {
    const match = value.match(/^(\d{4}-\d{2}-\d{2})(T.*)?$/);
    if (!match) return value;
    const date = addedDays(match[1] ?? '', days);
    return `${date}${match[2] ?? ''}`;
  }
  if (Array.isArray(value)) return value.map((item) => moved(item, days));
  if (value !== null && typeof value === 'object') {
    return Object.fromEntries(Object.entries(value).map(([key, item]) => [key, moved(item, days)]));
  }
  return value;
}

/** The demo's password: generated on this machine, kept readable for this account alone. */
function demoPassword(): string {
  if (process.env.PAIL_DEMO_PASSWORD) return process.env.PAIL_DEMO_PASSWORD;
  const file = join(dataFolder(), 'demo-password');
  if (!existsSync(file)) {
    mkdirSync(dataFolder(), { recursive: true, mode: 0o700 });
    writeFileSync(file, `pail-${randomBytes(6).toString('hex')}`, { mode: 0o600 });
  }
  return readFileSync(file, 'utf8').trim();
}

/** Loads the demo scenario once, through the same import that a person's files take. @returns what to tell the person */
export async function loadDemo(databaseUrl: string, address: string): Promise<string> {
  const password = demoPassword();
  const folder = join(PROJECT, 'demo');
  const database = openDatabase(databaseUrl, 2);
  try {
    const read = (file: string): unknown => JSON.parse(readFileSync(join(folder, file), 'utf8'));
    const company = companyFields.parse(read('company.json'));
    const made = await setUpCompany(database, company, { ...DEMO_OWNER, password }, true);
    const loaded = await database('sites').first('id');
    if (made !== null || loaded === undefined) {
      process.stderr.write('Loading the demo company; every figure of it is worked out here ...\n');
      const ask = await signIn(address, DEMO_OWNER.email, password);
      // Before the offers: what a visit leaves is kept as it is accepted.
      await ask('PUT', '/api/company/costs', { ...costsFields.parse(read('costs.json')), version: 1 });
      for (const person of DEMO_CREW) await acceptAs(ask, address, person, password);
      // Whoever looked at a site brings it in, so that the looks are theirs; only an owner may, and so for that long it is one.
      await giveRole(ask, DEMO_CREW[0].email, 'owner');
      const estimator = await signIn(address, DEMO_CREW[0].email, password);
      await Promise.all([importFolder({ owner: ask, estimator }, folder, company.zone), enterResin(ask, company.zone)]);
      await giveRole(ask, DEMO_CREW[0].email, 'estimator');
      await enterKit(ask, company.zone);
    }
  } finally {
    await database.destroy();
  }
  const line = (role: string, email: string) => `  ${role.padEnd(10)} ${email}   ${password}`;
  return [
    'Demo company (made up): sign in as',
    line('owner', DEMO_OWNER.email),
    ...DEMO_CREW.map(({ role, email }) => line(role, email)),
  ].join('\n');
}

/** A signed-in way to the API. */
type Ask = (method: string, path: string, body?: unknown) => Promise<unknown>;

async function signIn(address: string, email: string, password: string): Promise<Ask> {
  const answer = await fetch(`${address}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ email, password }),
  });
  const { csrf } = (await answer.json()) as { csrf: string };
  const cookie = cookiesOf(answer);
  return async (method, path, body) => {
    const form = body instanceof FormData;
    const response = await fetch(`${address}${path}`, {
      method,
      headers: {
        cookie,
        'x-csrf-token': csrf,
        ...(form || body === undefined ? {} : { 'content-type': 'application/json' }),
      },
      ...(body === undefined ? {} : { body: form ? body : JSON.stringify(body) }),
    });
    if (!response.ok) throw new Error(`${method} ${path}: ${await response.text()}`);
    return response.status === 204 ? null : response.json();
  };
}

async function acceptAs(
  ask: Ask,
  address: string,
  person: (typeof DEMO_CREW)[number],
  password: string,
): Promise<void> {
  const id = crypto.randomUUID();
  const { token } = (await ask('POST', '/api/invitations', { id, ...person })) as { token: string };
  const answer = await fetch(`${address}/api/invitations/by-link/${token}/accept`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ password }),
  });
  if (!answer.ok) throw new Error(await answer.text());
}

/** Enters the kit of the demo, and tells what happened to it. */
async function enterKit(ask: Ask, zone: string): Promise<void> {
  const today = DateTime.now().setZone(zone);
  const on = (ago: number) => today.minus({ days: ago }).toFormat('yyyy-MM-dd');
  for (const { boughtAgo, told, ...thing } of KIT) {
    const id = crypto.randomUUID();
    await ask('POST', '/api/kit', { id, ...thing, ...(boughtAgo === null ? {} : { boughtOn: on(boughtAgo) }) });
    for (const { ago, ...entry } of told) {
      const dated = entry.kind === 'checked' || entry.kind === 'calibrated' ? { ...entry, on: on(ago) } : entry;
      const at = today.minus({ days: ago }).toISO();
      await ask('POST', `/api/kit/${id}/entries`, { id: crypto.randomUUID(), at, told: dated });
    }
  }
}

/** Enters the vessels of the demo's van and their log. */
async function enterResin(ask: Ask, zone: string): Promise<void> {
  const at = (ago: number) => DateTime.now().setZone(zone).minus({ days: ago }).toISO();
  const vessels = VESSELS.map((vessel) => ({ id: crypto.randomUUID(), ...vessel }));
  for (const vessel of vessels) await ask('POST', '/api/resin/vessels', vessel);
  const [lead, lag] = vessels.map(({ id }) => ({ vessel: id, ...MEDIA }));
  const told = [
    { ago: SET_UP_AGO, told: { kind: 'set-up', lead, lag, plumbing: 'series' } },
    ...READINGS.map(({ ago, ...reading }) => ({ ago, told: { kind: 'reading', ...reading } })),
    ...ROTATED_AGO.map((ago) => ({ ago, told: { kind: 'rotated', fill: MEDIA } })),
  ].sort((one, other) => other.ago - one.ago);
  for (const entry of told)
    await ask('POST', '/api/resin/entries', { id: crypto.randomUUID(), at: at(entry.ago), told: entry.told });
}

const toldOf = (site: ImportedSite) => SITES.find(({ fields }) => fields.name === site.site.name);

async function giveRole(ask: Ask, email: string, role: string): Promise<void> {
  const { people } = (await ask('GET', '/api/people')) as { people: { id: string; email: string; version: number }[] };
  const person = people.find((one) => one.email === email);
  if (person) await ask('PATCH', `/api/people/${person.id}`, { role, version: person.version });
}

/** Rain, energy and dust hang on the season: they are made for the days before today, not moved there from other days. */
function withRecords(site: ImportedSite, today: string): ImportedSite {
  const told = toldOf(site);
  return told?.truth ? asItWas(site, today, told.truth, told.key.length) : site;
}

/** Imports every file of sites in a folder, and the photographs that they name. */
async function importFolder(asks: Record<'owner' | 'estimator', Ask>, folder: string, zone: string): Promise<void> {
  const today = DateTime.now().setZone(zone).toFormat('yyyy-MM-dd');
  const days = Math.round((Date.parse(`${today}T00:00:00Z`) - ANCHOR) / MILLISECONDS_PER_DAY);
  const files = readdirSync(join(folder, 'sites'))
    .filter((name) => name.endsWith('.json'))
    .sort();
  const read = (file: string | undefined): ImportBundle | null => {
    if (file === undefined) return null;
    const written = moved(JSON.parse(readFileSync(join(folder, 'sites', file), 'utf8')), days) as ImportBundle;
    return { ...written, sites: written.sites.map((site) => withRecords(site, today)) };
  };
  let bundle = read(files[0]);
  for (let at = 0; bundle !== null; at += 1) {
    process.stderr.write(`  site ${at + 1} of ${files.length}\n`);
    const { sites } = bundle;
    const by = sites.map((site) => toldOf(site)?.truth?.by).find((one) => one !== undefined);
    const ask = asks[by ?? 'owner'];
    const id = await sendBundle(ask, files[at] ?? '', bundle, picturesOf(sites, folder));
    // The records of the next are made while the server works on this one.
    bundle = read(files[at + 1]);
    await untilTakenIn(ask, id);
    for (const site of sites) {
      const sheet = SAFETY[toldOf(site)?.key ?? ''];
      const id = crypto.randomUUID();
      if (sheet) await ask('PUT', `/api/sites/${site.id}/safety`, { ...sheet, id, version: 0 });
    }
  }
}

const picturesOf = (sites: readonly ImportedSite[], folder: string): [Blob, string][] =>
  sites
    .flatMap(({ rounds }) => rounds.flatMap(({ photos }) => photos))
    .map(({ file }) => [new Blob([readFileSync(join(folder, 'photos', file))], { type: 'image/jpeg' }), file]);
