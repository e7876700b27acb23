import { randomUUID } from 'node:crypto';
import { expect } from 'chai';
import type { Agreement, Sales } from '../../contract/agreements/endpoints.ts';
import { testDay } from '../testing/clock.ts';
import { bookJob, finishJob, makeJob, onStage } from '../testing/harness.ts';

describe('what was sold', () => {
  const { harness, owner } = onStage();
  const sales = (): Promise<Sales> => owner.must('GET', '/api/sales');
  const thisMonth = async () => (await sales()).months.at(-1);

  it('counts what went out, was won and was lost, each number once however often it was revised', async () => {
    const before = await thisMonth();
    const { siteId } = await makeJob(owner);
    const quote = async (id: string, path = `/api/sites/${siteId}/quotes`) => {
      const { version } = await owner.must('POST', path, { id });
      return owner.must('POST', `/api/quotes/${id}/send`, { version });
    };
    const [first, second] = [randomUUID(), randomUUID()];
    const sent = await quote(first);
    const no = { version: sent.version, decision: 'declined', because: 'too dear' };
    await owner.must('POST', `/api/quotes/${first}/decision`, no);
    const lost = await thisMonth();
    expect([lost?.sent, lost?.won, lost?.lost]).to.deep.equal([
      (before?.sent ?? 0) + 2,
      (before?.won ?? 0) + 1,
      (before?.lost ?? 0) + 1,
    ]);
    expect((await sales()).lost[0]).to.deep.include({ id: first, decidedBecause: 'too dear' });
    const revised = await quote(second, `/api/quotes/${first}/revisions`);
    await owner.must('POST', `/api/quotes/${second}/decision`, { version: revised.version, decision: 'accepted' });
    const now = await thisMonth();
    expect([now?.sent, now?.won, now?.lost]).to.deep.equal([
      (before?.sent ?? 0) + 2,
      (before?.won ?? 0) + 2,
      before?.lost ?? 0,
    ]);
  });

  it('has earned what is washed, has agreed all visits of a year, and has ahead what is left', async () => {
    const chain = await makeJob(owner, 3);
    const [agreement]: Agreement[] = (await owner.must('GET', `/api/agreements?site=${chain.siteId}`)).items;
    const price = agreement?.price ?? 0;
    const booked = await sales();
    await finishJob(owner, chain);
    const washed = await sales();
    expect(booked.ahead.gross - washed.ahead.gross).to.equal(price);
    expect(booked.ahead.visits - washed.ahead.visits).to.equal(1);
    const earned = ({ months }: Sales) => months.reduce((sum, month) => sum + month.earned, 0);
    const days = await harness.sql('select scheduled_for::text as day from jobs where id = $1', [chain.jobId]);
    // The wash is booked for December: it is earned once that month is among the twelve.
    const told = washed.months.some(({ month }) => String(days[0]?.day).startsWith(month));
    expect(earned(washed) - earned(booked)).to.equal(told ? price : 0);
    await harness.sql('update jobs set scheduled_for = $2 where id = $1', [chain.jobId, testDay()]);
    expect(earned(await sales()) - earned(booked)).to.equal(price);
    expect((await thisMonth())?.agreed).to.be.at.least(3 * price);
  });

  it('sets hours that were sold against those that a crew was there, and what was left where costs were known', async () => {
    const { version } = await owner.must('GET', '/api/company/costs');
    const costs = { hour: 15_000, perKm: 300, margin: 0.25, floor: null };
    await owner.must('PUT', '/api/company/costs', { ...costs, version });
    const before = await thisMonth();
    const chain = await makeJob(owner);
    const { one } = await owner.must('GET', `/api/quotes/${chain.quoteId}/margin`);
    await finishJob(owner, chain);
    await harness.sql('update jobs set scheduled_for = $2 where id = $1', [chain.jobId, testDay()]);
    const after = await thisMonth();
    const [{ minutes } = { minutes: 0 }] = await harness.sql('select minutes from jobs where id = $1', [chain.jobId]);
    const { site } = await owner.must('GET', `/api/sites/${chain.siteId}`);
    const more = (of: 'hoursSold' | 'hoursTaken' | 'net' | 'cost') => (after?.[of] ?? 0) - (before?.[of] ?? 0);
    expect(more('hoursSold')).to.be.closeTo((Number(minutes) - site.travelMinutes) / 60, 1e-6);
    expect(more('hoursTaken')).to.be.above(0);
    expect([more('net'), more('cost')]).to.deep.equal([one.net, one.cost]);
    const seen = await (await harness.as('estimator')).must('GET', `/api/agreements?site=${chain.siteId}`);
    expect(JSON.stringify(seen)).not.to.match(/"cost"|"net"/);
    const [agreement] = seen.items;
    await owner.must('POST', `/api/agreements/${agreement.id}/visits`, {
      ...{ id: randomUUID(), due: '2027-05-03', reason: 'a dust storm' },
    });
    const kept = await harness.sql('select net, cost from visits where agreement_id = $1', [agreement.id]);
    expect(kept.map(({ net, cost }) => [Number(net), Number(cost)])).to.deep.equal(
      [0, 1].map(() => [one.net, one.cost]),
    );
    await harness.sql('update company set costs = null');
  });

  it('leaves of what was fitted what was asked without its cost, once, with the visit that it came with', async () => {
    const { version } = await owner.must('GET', '/api/company/costs');
    const costs = { hour: 15_000, perKm: 300, margin: 0.25, floor: null, fittings: { 'drain-clip': 1000 } };
    await owner.must('PUT', '/api/company/costs', { ...costs, version });
    const chain = await makeJob(owner);
    const clips = {
      value: [{ kind: 'drain-clip', rows: [0], stands: 'along', each: 3500 }],
      reason: 'water stands there',
    };
    const before = await thisMonth();
    const booked = await bookJob(owner, chain.siteId, 2, { [chain.arrayId]: { fittings: clips } });
    const { planned } = await owner.must('GET', `/api/quotes/${booked.quoteId}/margin`);
    const fitted = planned.additions.find(({ addition }: { addition: string }) => addition === 'fittings');
    await finishJob(owner, { ...chain, ...booked });
    await harness.sql('update jobs set scheduled_for = $2 where id = $1', [booked.jobId, testDay()]);
    const after = await thisMonth();
    const more = (of: 'net' | 'cost') => (after?.[of] ?? 0) - (before?.[of] ?? 0);
    expect(fitted.cost).to.be.above(0);
    expect([more('net'), more('cost')]).to.deep.equal([planned.net + fitted.net, planned.cost + fitted.cost]);
    const { items } = await owner.must('GET', `/api/agreements?site=${chain.siteId}`);
    const agreement = items.find(({ quoteId }: Agreement) => quoteId === booked.quoteId);
    await owner.must('POST', `/api/agreements/${agreement.id}/visits`, {
      ...{ id: randomUUID(), due: '2027-05-03', reason: 'a dust storm' },
    });
    const kept = await harness.sql(
      'select net, cost, fitted_net, fitted_cost from visits where agreement_id = $1 order by number',
      [agreement.id],
    );
    const visit = [planned.net, planned.cost];
    expect(kept.map((row) => Object.values(row).map((amount) => amount && Number(amount)))).to.deep.equal([
      [...visit, fitted.net, fitted.cost],
      ...[1, 2].map(() => [...visit, null, null]),
    ]);
    const exported = async (by: typeof owner): Promise<string> =>
      JSON.stringify((await by.must('GET', `/api/sites/${chain.siteId}/export`)).visits);
    expect(await exported(owner)).to.include(`"fittedCost":${fitted.cost}`);
    expect(await exported(await harness.as('estimator')))
      .to.include(agreement.planned[0].id)
      .and.not.match(/net"|cost"/i);
    await harness.sql('update company set costs = null');
  });

  it('is the owner’s alone to see', async () => {
    for (const role of ['estimator', 'crew'] as const)
      expect((await (await harness.as(role)).send('GET', '/api/sales')).status).to.equal(403);
  });
});
