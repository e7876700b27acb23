import { randomUUID } from 'node:crypto';
import { expect } from 'chai';
import type { Role } from '../../contract/endpoint.ts';
import { endpointList } from '../../contract/index.ts';
import { withoutPrices } from '../../contract/prices.ts';
import { type Caller, type Chain, finishJob, makeJob, onStage } from '../testing/harness.ts';
import { CREW_SEES, NOBODY_SEES } from './answersSeen.ts';

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

describe('answers', function () {
  this.timeout(60_000);
  const { harness, owner } = onStage();
  let chain: Chain;
  let callers: Record<Role, Caller>;
  let places: Record<string, string>;

  before(async () => {
    chain = await makeJob(owner);
    await finishJob(owner, chain);
    const report = randomUUID();
    await owner.must('POST', `/api/jobs/${chain.jobId}/reports`, { id: report });
    callers = { owner, estimator: await harness.as('estimator'), crew: await harness.as('crew') };
    places = {
      '/api/sites/': chain.siteId,
      '/api/arrays/': chain.arrayId,
      '/api/quotes/': chain.quoteId,
      '/api/jobs/': chain.jobId,
      '/api/reports/': report,
      '/api/trail/': chain.quoteId,
      '/api/uploads/': randomUUID(),
    };
  });

  const reads = endpointList.filter(([, { method, file }]) => method === 'GET' && !file);
  const address = (path: string): string => {
    const own = Object.entries(places).find(([prefix]) => path.startsWith(prefix))?.[1] ?? '';
    return path.replace(':id', own).replace(':token', 'x'.repeat(43));
  };

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

  for (const [name, { path, roles, method }] of reads) {
    if (name === 'openapi') continue;
    for (const role of ['owner', 'estimator', 'crew'] as const) {
      if (roles !== 'public' && !roles.includes(role)) continue;
      it(`of ${name} hold for ${role} nothing that is not theirs to see`, async () => {
        const { status, body } = await callers[role].send(method, address(path));
        // On this stage nobody has a link, and no meter is wired in.
        const expected = path.includes(':token') ? 404 : name === 'readMeter' ? 409 : 200;
        expect(status, JSON.stringify(body)).to.equal(expected);
        const names = [...namesIn(body)];
        expect(names.filter((key) => NOBODY_SEES.has(key))).to.deep.equal([]);
        if (role === 'crew') expect(names.filter((key) => !CREW_SEES.has(key))).to.deep.equal([]);
      });
    }
  }

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
