import { expect } from 'chai';
import type { z } from 'zod';
import { CREW_SEES } from '../../contract/crewSees.ts';
import type { Role } from '../../contract/endpoint.ts';
import { type EndpointName, endpointList, endpoints } from '../../contract/index.ts';
import { withoutPrices } from '../../contract/prices.ts';
import { NOBODY_SEES, OWNER_SEES } from '../../contract/seen.ts';
import { clockFrom } from '../testing/clock.ts';
import { type Caller, onStage } from '../testing/harness.ts';
import { makeReport, type Read, readsOf, type Told } from '../testing/reads.ts';

/** Tables of the export under another name than in the database. */
const TABLES: Record<string, string> = {
  entries: 'job_entries',
  followUps: 'follow_ups',
  letterEvents: 'letter_events',
};
/** Columns that no export has: what lets in, and what only orders lists. */
const LEFT_OUT = new Set(['letters.token_hash', 'arrays.look_on', 'arrays.reckoned_at']);

/** The columns of each table that leave in the owner's export. */
const exportedTables = (): Record<string, Set<string>> =>
  Object.fromEntries(
    Object.entries(endpoints.exportSite.answer?.shape ?? {}).flatMap(([name, schema]) => {
      const row = (schema as Partial<z.ZodArray<z.ZodObject>>).element?.shape;
      return row ? [[TABLES[name] ?? name, new Set(Object.keys(row))] as const] : [];
    }),
  );

describe('money taken out of an answer', () => {
  it('goes with everything that stands on it, and leaves the rest as it was', () => {
    const answer = {
      site: { name: 'Fell barn', energyBought: 250, ownUse: 0.7 },
      spine: { offer: { state: 'settled', figure: 123_450 }, wash: { state: 'in-hand', figure: 4 } },
      reasons: {
        loss: {
          kind: 'fraction',
          inputs: [
            { kind: 'money', value: 9 },
            { kind: 'count', value: 2 },
          ],
        },
        value: { kind: 'money' },
      },
      lines: [{ amount: 3, label: 'Work' }],
    };
    expect(withoutPrices(answer)).to.deep.equal({
      site: { name: 'Fell barn', ownUse: 0.7 },
      spine: { offer: { state: 'settled', figure: null }, wash: { state: 'in-hand', figure: 4 } },
      reasons: { loss: { kind: 'fraction', inputs: [{ kind: 'count', value: 2 }] } },
      lines: [{ label: 'Work' }],
    });
  });
});

/** The day of the job: by its clock the page of the day has it. */
const DAY_OF_JOB = Date.parse('2026-12-01T09:00:00Z');

describe('answers', function () {
  this.timeout(60_000);
  const { harness, owner } = onStage(undefined, clockFrom(DAY_OF_JOB));
  let chain: Told;
  let callers: Record<Role, Caller>;
  let reads: Map<EndpointName, Read>;

  before(async () => {
    chain = await makeReport(owner);
    callers = { owner, estimator: await harness.as('estimator'), crew: await harness.as('crew') };
    reads = new Map(readsOf(chain).map((read) => [read.name, read]));
  });
  beforeEach(() => harness.forgetTries());

  /** Every name under which something stands in an answer; ids that are names count as one. */
  function namesIn(value: unknown, names = new Set<string>()): Set<string> {
    if (Array.isArray(value)) for (const item of value) namesIn(item, names);
    else if (value !== null && typeof value === 'object') {
      for (const [key, item] of Object.entries(value)) {
        names.add(/^[0-9a-f]{8}-[0-9a-f-]{27}$/.test(key) ? '(id)' : key);
        namesIn(item, names);
      }
    }
    return names;
  }

  /** Names by which something is found that hold no words of a schema: of kinds of soil, ways, items and the like. */
  const OPEN = new Set(['(id)']);

  for (const [name, { roles, method, file }] of endpointList) {
    if (method !== 'GET' || file || name === 'openapi') continue;
    for (const role of ['owner', 'estimator', 'crew'] as const) {
      if (roles !== 'public' && !roles.includes(role)) continue;
      it(`of ${name} hold for ${role} nothing that is not theirs to see`, async () => {
        const { address } = reads.get(name) as Read;
        const { status, body } = await callers[role].send(method, address);
        // On this stage nobody has a link or has brought anything in, and no meter is wired in.
        const absent = address.includes('x'.repeat(43)) || name === 'readImport';
        const expected = absent ? 404 : name === 'readMeter' ? 409 : 200;
        expect(status, JSON.stringify(body)).to.equal(expected);
        const names = [...namesIn(body)];
        expect(names.filter((key) => NOBODY_SEES.has(key))).to.deep.equal([]);
        if (role !== 'owner') expect(names.filter((key) => OWNER_SEES.has(key))).to.deep.equal([]);
        if (role === 'crew' && roles !== 'public')
          expect(names.filter((key) => !CREW_SEES.has(key) && !OPEN.has(key))).to.deep.equal([]);
      });
    }
  }

  it('of the day hold its job, with the hours in which the glass is cool, for the crew too', async () => {
    const { jobs } = await callers.crew.must('GET', '/api/day');
    expect(jobs).to.have.length(1);
    expect(jobs[0].cool[0]).to.have.keys('from', 'to');
  });

  it('of the export hold what visits cost for the owner alone', async () => {
    const visit = async (role: 'owner' | 'estimator') =>
      (await callers[role].must('GET', `/api/sites/${chain.siteId}/export`)).visits[0];
    expect(await visit('owner')).to.include.keys('net', 'cost', 'price');
    expect(await visit('estimator'))
      .to.include.keys('price')
      .and.not.any.keys('net', 'cost', 'fittedNet', 'fittedCost');
  });

  it('of the export have every column of its tables decided: it leaves, or is left out knowingly', async () => {
    const tables = exportedTables();
    const rows = await harness.sql(
      'select table_name as t, column_name as c from information_schema.columns where table_name = any($1)',
      [Object.keys(tables)],
    );
    const camel = (name: string) => name.replace(/_([a-z0-9])/g, (_, letter: string) => letter.toUpperCase());
    const undecided = rows.filter(
      ({ t, c }) => !tables[String(t)]?.has(camel(String(c))) && !LEFT_OUT.has(`${t}.${c}`),
    );
    expect(undecided).to.deep.equal([]);
  });

  it('give the crew what they need on the roof: where, whom to call, marks, defects and cautions', async () => {
    const job = await callers.crew.must('GET', `/api/jobs/${chain.jobId}`);
    expect(job.site.place).to.equal('Larch Lane 1');
    expect(job.customer).to.have.keys('name', 'phone');
    expect(job.steps.some(({ cautions }: { cautions: unknown[] }) => cautions.length > 0)).to.equal(true);
    const { items } = await callers.crew.must('GET', `/api/arrays/${chain.arrayId}/inspections`);
    expect(items[0]).to.include.keys('marks', 'defects', 'soils');
  });

  it('give the desk the prices that the crew does not read', async () => {
    const { site, spine } = await callers.estimator.must('GET', `/api/sites/${chain.siteId}`);
    expect(site.energyBought).to.be.a('number');
    expect(spine.offer.figure).to.be.a('number');
    const { spine: crews } = await callers.crew.must('GET', `/api/sites/${chain.siteId}`);
    expect(crews.offer).to.deep.equal({ state: spine.offer.state, figure: null });
  });
});
