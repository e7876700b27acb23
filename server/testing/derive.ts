import { randomUUID } from 'node:crypto';
import { arrayBody, inspectionBody, safetyBody, siteBody } from '../../contract/testing/bodies.ts';
import { bookJob, type Caller } from './harness.ts';
import { makeReport, readsOf, type Told } from './reads.ts';

/** What only the owner of a firm knows that charges by cost and margin. */
export interface Secret {
  hour: number;
  perKm: number;
  margin: number;
  floor: number;
}

/** Sites that differ in all that a price is made of. */
const SITES = [
  { site: { travelKm: 31, travelMinutes: 42 }, array: { rows: 2, columns: 10 } },
  { site: { travelKm: 97, travelMinutes: 81 }, array: { rows: 5, columns: 14 } },
  { site: { travelKm: 12, travelMinutes: 19 }, array: { rows: 3, columns: 37 } },
];

/** A company that charges by cost and margin, with three sites that were taken to their reports. */
export async function secretiveCompany(owner: Caller, secret: Secret): Promise<Told[]> {
  const { version } = await owner.must('GET', '/api/company/costs');
  await owner.must('PUT', '/api/company/costs', { ...secret, fittings: {}, version });
  const { demo: _demo, ...company } = await owner.must('GET', '/api/company');
  const prices = { ...company.prices, basis: 'cost', consumablesPerModule: 5003, roundTo: 0, minimumCharge: 0 };
  const water = { ...company.water, sourcePer1000: 40_009, boughtPer1000: 1_200_007, osmosisPer1000: 30_011 };
  await owner.must('PUT', '/api/company', { ...company, prices, water });
  const told: Told[] = [];
  for (const { site, array } of SITES) {
    const [made, face] = [siteBody(site), arrayBody(array)];
    await owner.must('POST', '/api/sites', made);
    await owner.must('PUT', `/api/sites/${made.id}/safety`, safetyBody());
    await owner.must('POST', `/api/sites/${made.id}/arrays`, face);
    await owner.must('POST', `/api/arrays/${face.id}/inspections`, inspectionBody());
    await owner.must('POST', `/api/arrays/${face.id}/reckonings`, { id: randomUUID() });
    const booked = await bookJob(owner, made.id, 2);
    told.push(await makeReport(owner, { siteId: made.id, arrayId: face.id, arrayIds: [face.id], ...booked }));
  }
  return told;
}

export type Numbers = Map<string, number>;

/** Every number in an answer, by where it stands. */
function numbersIn(value: unknown, path: string, found: Numbers): void {
  if (typeof value === 'number') found.set(path, value);
  else if (value !== null && typeof value === 'object')
    for (const [key, item] of Object.entries(value)) numbersIn(item, `${path}.${key}`, found);
}

/** All numbers that a role reads of a site: at every endpoint, in the export, and in the two states of a write that comes late. */
export async function readAll(caller: Caller, role: 'estimator' | 'crew', told: Told): Promise<Numbers> {
  const found: Numbers = new Map();
  for (const { name, endpoint, address } of readsOf(told)) {
    if (endpoint.roles === 'public' || !endpoint.roles.includes(role)) continue;
    const { status, body } = await caller.send('GET', address);
    if (status === 200) numbersIn(body, name, found);
  }
  if (role === 'crew') return found;
  const { planned } = await caller.must('GET', `/api/agreements/${told.agreementId}`);
  const visit = planned.at(-1);
  const late = { version: visit.version + 7, due: '2027-02-03', reason: 'late' };
  const conflict = await caller.send('POST', `/api/visits/${visit.id}/due`, late);
  if (conflict.status !== 409) throw new Error(`A late write was answered ${conflict.status}`);
  numbersIn(conflict.body, 'conflict', found);
  return found;
}

const isNear = (one: number, other: number, tolerance: number): boolean => Math.abs(one - other) <= tolerance;

/** What a reader could make the margin of, if they had it. */
const factors = (margin: number) => [1 / (1 - margin), margin / (1 - margin), 1 - margin, margin];

/** Places at which a number stands that only the owner knows. */
export const placesOf = (read: Numbers, secret: number): string[] =>
  [...read].filter(([, value]) => isNear(value, secret, Math.abs(secret) * 1e-9)).map(([path]) => path);

/** Places that stand in the answers of every site, as far as prices are made of them, with what stands there. */
export function common(read: readonly Numbers[]): [path: string, values: number[]][] {
  const [first = new Map<string, number>(), ...others] = read;
  return [...first.keys()]
    .filter((path) => /listPlans|readQuote\.|readCompany|exportSite\.(plans|quotes)/.test(path))
    .filter((path) => !/courses|input\.house|input\.rules|visits\.options|reach|sections|kept|climate/.test(path))
    .filter((path) => others.every((other) => other.has(path)))
    .map((path) => [path, read.map((one) => one.get(path) as number)]);
}

/** Two numbers of which one over the other is the margin in some form, the same on every site. */
export function dividing(read: readonly Numbers[], margin: number): string[] {
  const money = common(read).filter(([, values]) => values.every((value) => Math.abs(value) >= 500));
  const known: string[] = [];
  for (const [over, above] of money)
    for (const [under, below] of money)
      if (
        factors(margin).some((factor) => above.every((value, at) => isNear(value, factor * (below[at] as number), 1.5)))
      )
        known.push(`${over} / ${under}`);
  return known;
}

/** What is asked, as so much an hour and so much for what is bought: where that holds on a third site, and tells the margin. */
export function solving(read: readonly Numbers[], margin: number): string[] {
  const all = common(read);
  const lines = all.filter(([path]) => /one\.lines\.\d+\.amount|priced\.(net|gross)$|one\.(net|gross)$/.test(path));
  const hours = all.filter(([path]) => /minutes|quantity/.test(path));
  const bought = all.filter(([path]) => /waterCost|\.cost$|amount$/.test(path));
  if (Math.min(lines.length, hours.length, bought.length) < 3) throw new Error('There is nothing to solve for.');
  const solved: string[] = [];
  for (const [line, [a0 = 0, a1 = 0, a2 = 0]] of lines)
    for (const [hour, [x0 = 0, x1 = 0, x2 = 0]] of hours)
      for (const [thing, [y0 = 0, y1 = 0, y2 = 0]] of bought) {
        const determinant = x0 * y1 - x1 * y0;
        if (Math.abs(determinant) < 1e-6 * Math.abs(x0 * y1)) continue;
        const byHour = (a0 * y1 - a1 * y0) / determinant;
        const byThing = (x0 * a1 - x1 * a0) / determinant;
        const holds = isNear(byHour * x2 + byThing * y2, a2, Math.abs(a2) * 2e-4);
        if (holds && factors(margin).some((factor) => isNear(byThing, factor, 2e-3)))
          solved.push(`${line} by ${hour} and ${thing}`);
      }
  return solved;
}
