import { randomUUID } from 'node:crypto';
import { expect } from 'chai';
import { arrayBody, inspectionBody, safetyBody, siteBody } from '../../contract/testing/bodies.ts';
import { bookJob, type Caller, onStage } from '../testing/harness.ts';
import { makeReport, readsOf, type Told } from '../testing/reads.ts';

/** What only the owner knows; odd numbers, so that nothing else is one of them by chance. */
const SECRET = { hour: 15_137, perKm: 1307, margin: 0.2371, floor: 0.0113 };

/** Sites that differ in all that a price is made of. */
const SITES = [
  { rows: 2, columns: 10, travelKm: 31, travelMinutes: 42, storeys: 1 },
  { rows: 5, columns: 14, travelKm: 97, travelMinutes: 81, storeys: 1 },
  { rows: 3, columns: 37, travelKm: 12, travelMinutes: 19, storeys: 1 },
];

/** Every number in an answer, by where it stands. */
function numbersIn(value: unknown, path = '', found = new Map<string, number>()): Map<string, number> {
  if (typeof value === 'number') found.set(path, value);
  else if (value !== null && typeof value === 'object')
    for (const [key, item] of Object.entries(value)) numbersIn(item, `${path}.${key}`, found);
  return found;
}

const isNear = (one: number, other: number, tolerance: number): boolean => Math.abs(one - other) <= tolerance;

/** What a reader could make the margin of, if they had it. */
const factors = (margin: number) => [1 / (1 - margin), margin / (1 - margin), 1 - margin, margin];

describe('what an estimator can work out', () => {
  const { harness, owner } = onStage();
  let told: Told[];
  let estimator: Caller;
  /** of each site all numbers that an estimator reads */
  let read: Map<string, number>[];

  before(async () => {
    const { version: costsVersion } = await owner.must('GET', '/api/company/costs');
    await owner.must('PUT', '/api/company/costs', { ...SECRET, fittings: {}, version: costsVersion });
    const { demo: _demo, ...company } = await owner.must('GET', '/api/company');
    const prices = { ...company.prices, basis: 'cost', consumablesPerModule: 5003, roundTo: 0, minimumCharge: 0 };
    const water = { ...company.water, sourcePer1000: 40_009, boughtPer1000: 1_200_007, osmosisPer1000: 30_011 };
    await owner.must('PUT', '/api/company', { ...company, prices, water });
    told = [];
    for (const { rows, columns, storeys, ...site } of SITES) told.push(await toldOf(site, { rows, columns, storeys }));
    estimator = await harness.as('estimator');
    read = [];
    for (const one of told) read.push(await readAll(estimator, one));
  });

  async function toldOf(site: Record<string, unknown>, array: Record<string, unknown>): Promise<Told> {
    const [made, face] = [siteBody(site), arrayBody(array)];
    await owner.must('POST', '/api/sites', made);
    await owner.must('PUT', `/api/sites/${made.id}/safety`, safetyBody());
    await owner.must('POST', `/api/sites/${made.id}/arrays`, face);
    await owner.must('POST', `/api/arrays/${face.id}/inspections`, inspectionBody());
    await owner.must('POST', `/api/arrays/${face.id}/reckonings`, { id: randomUUID() });
    const booked = await bookJob(owner, made.id, 2);
    return makeReport(owner, { siteId: made.id, arrayId: face.id, arrayIds: [face.id], ...booked });
  }

  /** All that a reader gets of a site: every door, the export, and the two states of a write that comes late. */
  async function readAll(caller: Caller, one: Told): Promise<Map<string, number>> {
    const found = new Map<string, number>();
    for (const { name, endpoint, address } of readsOf(one)) {
      if (endpoint.roles === 'public' || !endpoint.roles.includes('estimator')) continue;
      const { status, body } = await caller.send('GET', address);
      if (status === 200) numbersIn(body, name, found);
    }
    const { items } = await caller.must('GET', `/api/agreements?site=${one.siteId}`);
    const visit = items[0].planned.at(-1);
    const late = { version: visit.version + 7, due: '2027-02-03', reason: 'late' };
    const conflict = await caller.send('POST', `/api/visits/${visit.id}/due`, late);
    expect([conflict.status, Object.keys(conflict.body.current)]).to.deep.equal([
      409,
      [...['version', 'due', 'dueFrom', 'dueTo', 'because']],
    ]);
    numbersIn(conflict.body, 'conflict', found);
    return found;
  }

  it('has no number of the owner’s in it, wherever an estimator reads', async () => {
    const { one } = await owner.must('GET', `/api/quotes/${told[0]?.quoteId}/margin`);
    const secrets = {
      ...SECRET,
      'mark-up': 1 / (1 - SECRET.margin) - 1,
      'what a visit costs': one.cost,
      'what is left of it': one.net - one.cost,
      'its share': one.share,
    };
    for (const [what, secret] of Object.entries(secrets)) {
      const places = [...(read[0] as Map<string, number>)].filter(([, value]) =>
        isNear(value, secret, Math.abs(secret) * 1e-9),
      );
      expect(
        places.map(([path]) => path),
        what,
      ).to.deep.equal([]);
    }
  });

  /** Places that stand in the answers of every site and differ between them, as far as prices are made of them. */
  const varying = (): [path: string, values: number[]][] => {
    const [first, ...others] = read;
    return [...(first as Map<string, number>).keys()]
      .filter((path) => /listPlans|readQuote\.|readCompany|exportSite\.(plans|quotes)/.test(path))
      .filter((path) => !/courses|input\.house|input\.rules|visits\.options|reach|sections|kept|climate/.test(path))
      .filter((path) => others.every((other) => other.has(path)))
      .map((path) => [path, read.map((one) => one.get(path) as number)]);
  };

  it('is no margin by dividing one number by another, the same on every site', () => {
    const money = varying().filter(([, values]) => values.every((value) => Math.abs(value) >= 500));
    expect(money.length).to.be.above(40);
    const known = new Map<string, string>();
    for (const [over, above] of money)
      for (const [under, below] of money)
        for (const factor of factors(SECRET.margin))
          if (above.every((value, at) => isNear(value, factor * (below[at] as number), 1.5)))
            known.set(`${over} / ${under}`, String(factor));
    expect([...known]).to.deep.equal([]);
  });

  it('is no margin by solving for what an hour and what is bought are asked', () => {
    const all = varying();
    const lines = all.filter(([path]) => /one\.lines\.\d+\.amount|priced\.(net|gross)$|one\.(net|gross)$/.test(path));
    const hours = all.filter(([path]) => /minutes|quantity/.test(path));
    const bought = all.filter(([path]) => /waterCost|\.cost$|amount$/.test(path));
    expect(Math.min(lines.length, hours.length, bought.length)).to.be.above(2);
    const solved: string[] = [];
    for (const [line, asked] of lines)
      for (const [hour, spent] of hours)
        for (const [thing, paid] of bought) {
          const [a0, a1, a2] = asked as [number, number, number];
          const [x0, x1, x2] = spent as [number, number, number];
          const [y0, y1, y2] = paid as [number, number, number];
          const determinant = x0 * y1 - x1 * y0;
          if (Math.abs(determinant) < 1e-6 * Math.abs(x0 * y1)) continue;
          const byHour = (a0 * y1 - a1 * y0) / determinant;
          const byThing = (x0 * a1 - x1 * a0) / determinant;
          const holds = isNear(byHour * x2 + byThing * y2, a2, Math.abs(a2) * 2e-4);
          if (holds && factors(SECRET.margin).some((factor) => isNear(byThing, factor, 2e-3)))
            solved.push(`${line} by ${hour} and ${thing}`);
        }
    expect(solved).to.deep.equal([]);
  });
});
