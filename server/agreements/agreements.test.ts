import { randomUUID } from 'node:crypto';
import { expect } from 'chai';
import type { Agreement } from '../../contract/agreements/endpoints.ts';
import { addedDays, daysBetween } from '../../core/time/dates.ts';
import { testInstant } from '../testing/clock.ts';
import { type Chain, finishJob, makeJob, onStage } from '../testing/harness.ts';

describe('an accepted quote', () => {
  const { harness, owner } = onStage();

  const agreedOn = async (siteId: string): Promise<Agreement> =>
    (await owner.must('GET', `/api/agreements?site=${siteId}`)).items[0];
  const again = (agreement: Agreement): Promise<Agreement> => owner.must('GET', `/api/agreements/${agreement.id}`);
  /** One visit of an agreement, by its number. */
  const numbered = (agreement: Agreement, number: number) => {
    const found = agreement.planned.find((one) => one.number === number);
    if (!found) throw new Error(`no visit ${number}`);
    return found;
  };
  const visit = (agreement: Agreement, number: number, what: string, body: object) => {
    const { id, version } = numbered(agreement, number);
    return owner.send('POST', `/api/visits/${id}/${what}`, { version, ...body });
  };
  const states = ({ planned }: Agreement) => planned.map(({ state }) => state);
  const jobOf = (id: string) => owner.must('GET', `/api/jobs/${id}`);

  /** A quote that is sent; of a plan of so many visits. */
  async function accepted(visits: number): Promise<{ chain: Chain; quoteId: string; agreement: Agreement }> {
    const chain = await makeJob(owner);
    const quoteId = randomUUID();
    const overrides = visits > 1 ? { visits: { value: visits, reason: 'as agreed' } } : {};
    await owner.must('POST', `/api/sites/${chain.siteId}/plans`, { id: randomUUID(), overrides });
    const quote = await owner.must('POST', `/api/sites/${chain.siteId}/quotes`, { id: quoteId });
    const sent = await owner.must('POST', `/api/quotes/${quoteId}/send`, { version: quote.version });
    const choice = visits > 1 ? 'planned' : 'one';
    await owner.must('POST', `/api/quotes/${quoteId}/decision`, {
      version: sent.version,
      decision: 'accepted',
      choice,
    });
    return { chain, quoteId, agreement: await agreedOn(chain.siteId) };
  }

  it('is an agreement at once, with a window and a price for each visit, before anything is booked', async () => {
    const { quoteId, agreement } = await accepted(3);
    const quote = await owner.must('GET', `/api/quotes/${quoteId}`);
    expect(agreement).to.deep.include({ quoteId, choice: 'planned', visits: 3, standing: 'running' });
    expect(states(agreement)).to.deep.equal(['due', 'due', 'due']);
    expect(agreement.planned.map(({ price }) => price)).to.deep.equal(Array(3).fill(quote.planned.gross));
    expect(agreement.left).to.deep.equal({ visits: 3, gross: 3 * quote.planned.gross });
    for (const { due, dueFrom, dueTo } of agreement.planned) expect(dueFrom <= due && due <= dueTo).to.equal(true);
    expect((await accepted(1)).agreement).to.deep.include({ visits: 1, choice: 'one' });
  });

  it('that was declined is none', async () => {
    const chain = await makeJob(owner);
    const quoteId = randomUUID();
    const quote = await owner.must('POST', `/api/sites/${chain.siteId}/quotes`, { id: quoteId });
    const sent = await owner.must('POST', `/api/quotes/${quoteId}/send`, { version: quote.version });
    await owner.must('POST', `/api/quotes/${quoteId}/decision`, { version: sent.version, decision: 'declined' });
    const { items } = await owner.must('GET', `/api/agreements?site=${chain.siteId}`);
    expect(items.map((one: Agreement) => one.quoteId)).to.deep.equal([chain.quoteId]);
  });

  it('has its visits booked apart as they fall due, once all are asked for', async () => {
    const { quoteId, agreement } = await accepted(3);
    await owner.must('POST', `/api/quotes/${quoteId}/jobs`, { id: randomUUID(), scheduledFor: '2027-03-01' });
    const booked = await again(agreement);
    expect(states(booked)).to.deep.equal(['booked', 'booked', 'booked']);
    const apart = ({ planned }: Agreement) => planned.map(({ due }) => daysBetween(planned[0]?.due ?? '', due));
    expect(apart(booked)).to.deep.equal(apart(agreement));
    expect(booked.planned.map(({ job }) => job?.scheduledFor)).to.deep.equal(booked.planned.map(({ due }) => due));
  });

  it('has one visit booked alone, within its window without a word and outside of it with a reason', async () => {
    const { agreement } = await accepted(3);
    const second = numbered(agreement, 2);
    const book = (scheduledFor: string, more = {}) =>
      owner.send('POST', `/api/visits/${second.id}/jobs`, { id: randomUUID(), scheduledFor, ...more });
    const outside = addedDays(second.dueTo, 1);
    const refused = await book(outside);
    expect([refused.status, refused.body.issues[0].path]).to.deep.equal([400, 'reason']);
    const { body } = await book(outside, { reason: 'they are away' });
    expect(states(body)).to.deep.equal(['due', 'booked', 'due']);
    expect(numbered(body, 2).because).to.equal('they are away');
    expect((await book(second.due)).status, 'booked already').to.equal(409);
    const job = await jobOf(numbered(body, 2).job?.id ?? '');
    expect([job.visit, job.scheduledFor]).to.deep.equal([2, outside]);
  });

  it('has a visit booked once, however often it is sent', async () => {
    const { agreement } = await accepted(1);
    const first = numbered(agreement, 1);
    const body = { id: randomUUID(), scheduledFor: first.due };
    const answers = await Promise.all([1, 2, 3].map(() => owner.send('POST', `/api/visits/${first.id}/jobs`, body)));
    expect(answers.map(({ status }) => status)).to.deep.equal([200, 200, 200]);
    const rows = await harness.sql('select id from jobs where quote_id = $1', [agreement.quoteId]);
    expect(rows).to.deep.equal([{ id: body.id }]);
  });

  describe('whose visits are booked', () => {
    let agreement: Agreement;
    let chain: Chain;
    beforeEach(async () => {
      chain = await makeJob(owner, 3);
      agreement = await agreedOn(chain.siteId);
    });

    it('has one moved, with its window and its job', async () => {
      const second = numbered(agreement, 2);
      const to = addedDays(second.due, 40);
      const { body } = await visit(agreement, 2, 'due', { due: to, reason: 'harvest next door' });
      expect(numbered(body, 2)).to.deep.include({
        due: to,
        dueFrom: addedDays(second.dueFrom, 40),
        dueTo: addedDays(second.dueTo, 40),
        because: 'harvest next door',
      });
      expect((await jobOf(second.job?.id ?? '')).scheduledFor).to.equal(to);
    });

    it('has its job moved within what was agreed, and with a reason outside of it', async () => {
      const second = numbered(agreement, 2);
      const path = `/api/jobs/${second.job?.id}`;
      const move = async (scheduledFor: string, more = {}) =>
        owner.send('PATCH', path, { version: (await jobOf(second.job?.id ?? '')).version, scheduledFor, ...more });
      expect((await move(second.dueTo)).status).to.equal(200);
      const refused = await move(addedDays(second.dueTo, 1));
      expect([refused.status, refused.body.issues[0].path]).to.deep.equal([400, 'reason']);
      expect((await move(addedDays(second.dueTo, 1), { reason: 'storm' })).status).to.equal(200);
      expect(numbered(await again(agreement), 2).because).to.equal('storm');
    });

    it('has one left out: its job is called off, stands on no day and costs nothing', async () => {
      const second = numbered(agreement, 2);
      const { body } = await visit(agreement, 2, 'skip', { reason: 'it rained for a month' });
      expect(states(body)).to.deep.equal(['booked', 'skipped', 'booked']);
      expect(body.left).to.deep.equal({ visits: 2, gross: 2 * agreement.price });
      expect((await jobOf(second.job?.id ?? '')).state).to.equal('cancelled');
      const { jobs } = await owner.must('GET', `/api/day?date=${second.job?.scheduledFor}`);
      expect(jobs.map(({ id }: { id: string }) => id)).not.to.include(second.job?.id);
      expect((await visit(body, 2, 'skip', { reason: 'again' })).status).to.equal(409);
    });

    it('has one that was left out taken up again and booked anew', async () => {
      const left = (await visit(agreement, 2, 'skip', { reason: 'by mistake' })).body;
      const { body } = await visit(left, 2, 'resume', {});
      expect([numbered(body, 2).state, numbered(body, 2).because]).to.deep.equal(['due', '']);
      const { id, due } = numbered(body, 2);
      const booked = await owner.must('POST', `/api/visits/${id}/jobs`, { id: randomUUID(), scheduledFor: due });
      expect(states(booked)).to.deep.equal(['booked', 'booked', 'booked']);
    });

    it('has one added at the price that was agreed', async () => {
      const body = { id: randomUUID(), due: '2027-02-01', reason: 'the gulls are back' };
      await owner.must('POST', `/api/agreements/${agreement.id}/visits`, body);
      const more = await owner.must('POST', `/api/agreements/${agreement.id}/visits`, body);
      expect(more.planned).to.have.length(4);
      const own = more.planned.find(({ id }: { id: string }) => id === body.id);
      expect(own).to.deep.include({ number: 4, price: agreement.price, added: true, because: body.reason });
    });

    it('knows what is washed: it is neither moved nor left out, and less is left', async () => {
      await finishJob(owner, chain);
      const now = await again(agreement);
      expect(states(now)).to.deep.equal(['done', 'booked', 'booked']);
      expect(now.left.visits).to.equal(2);
      expect((await visit(now, 1, 'skip', { reason: 'late' })).status).to.equal(409);
      expect((await visit(now, 1, 'due', { due: '2027-05-05', reason: 'late' })).status).to.equal(409);
    });

    it('leaves nothing out that the crew has begun', async () => {
      const entries = [{ id: randomUUID(), at: testInstant(), kind: 'step-started', step: 'arrive' }];
      await owner.must('POST', `/api/jobs/${chain.jobId}/entries`, { entries });
      expect((await visit(agreement, 1, 'skip', { reason: 'no' })).status).to.equal(409);
      expect((await jobOf(chain.jobId)).state).to.equal('in-hand');
      expect(states(await again(agreement))).to.deep.equal(['booked', 'booked', 'booked']);
    });

    it('takes what a crew without a signal did on a job that was called off meanwhile', async () => {
      const second = numbered(agreement, 2);
      await visit(agreement, 2, 'skip', { reason: 'not known on the roof' });
      const send = (kind: string, more: object) => {
        const entries = [{ id: randomUUID(), at: testInstant(), kind, ...more }];
        return owner.must('POST', `/api/jobs/${second.job?.id}/entries`, { entries });
      };
      await send('kit', { item: 'hoses', packed: true });
      expect((await jobOf(second.job?.id ?? '')).state).to.equal('cancelled');
      await send('step-started', { step: 'arrive' });
      expect((await jobOf(second.job?.id ?? '')).state).to.equal('in-hand');
      expect(numbered(await again(agreement), 2).state).to.equal('booked');
    });

    it('is renewed once its last visit is to come, on the same days of the next year', async () => {
      const renew = (now: Agreement) =>
        owner.send('POST', `/api/agreements/${agreement.id}/renewal`, { version: now.version });
      expect((await renew(agreement)).status, 'three are left').to.equal(409);
      let now: Agreement = agreement;
      for (const number of [1, 2]) now = (await visit(now, number, 'skip', { reason: 'rain' })).body;
      const { body } = await renew(now);
      expect(body.planned).to.have.length(6);
      const [first, fourth] = [numbered(body, 1), numbered(body, 4)];
      expect(fourth.due.slice(4)).to.equal(first.due.slice(4));
      expect(fourth).to.deep.include({ state: 'due', price: agreement.price });
      expect((await renew(now)).status, 'read before').to.equal(409);
    });

    it('ends early with a reason: what is left is left out, and its jobs are called off', async () => {
      await finishJob(owner, chain);
      const now = await again(agreement);
      const body = { version: now.version, reason: 'they have sold the house' };
      const ended: Agreement = await owner.must('POST', `/api/agreements/${agreement.id}/cancel`, body);
      expect(ended).to.deep.include({ state: 'cancelled', standing: 'cancelled', because: body.reason });
      expect(states(ended)).to.deep.equal(['done', 'skipped', 'skipped']);
      expect(ended.left).to.deep.equal({ visits: 0, gross: 0 });
      for (const number of [2, 3])
        expect((await jobOf(numbered(now, number).job?.id ?? '')).state).to.equal('cancelled');
      const more = { id: randomUUID(), due: '2027-02-01', reason: 'after all' };
      expect((await owner.send('POST', `/api/agreements/${agreement.id}/visits`, more)).status).to.equal(409);
      const { items } = await owner.must('GET', `/api/agreements?site=${chain.siteId}&running=no`);
      expect(items.map(({ id }: Agreement) => id)).to.deep.equal([agreement.id]);
    });

    it('ends early without what a crew has begun, which is finished', async () => {
      const entries = [{ id: randomUUID(), at: testInstant(), kind: 'step-started', step: 'arrive' }];
      await owner.must('POST', `/api/jobs/${chain.jobId}/entries`, { entries });
      const body = { version: agreement.version, reason: 'moved away' };
      const ended: Agreement = await owner.must('POST', `/api/agreements/${agreement.id}/cancel`, body);
      expect(states(ended)).to.deep.equal(['booked', 'skipped', 'skipped']);
      await finishJob(owner, chain);
      expect(states(await again(agreement))).to.deep.equal(['done', 'skipped', 'skipped']);
    });

    it('leaves each change in the trail, with who and why', async () => {
      const second = numbered(agreement, 2);
      await visit(agreement, 2, 'due', { due: addedDays(second.due, 3), reason: 'wind' });
      const { items } = await owner.must('GET', `/api/trail/${second.id}`);
      expect(items[0].change).to.include({ because: 'wind' });
    });
  });

  it('that nobody has booked is on the list of what to chase, until it is', async () => {
    const { chain, quoteId } = await accepted(1);
    const chased = async () =>
      (await owner.must('GET', '/api/day')).chase.visits.map(({ siteId }: { siteId: string }) => siteId);
    expect(await chased()).to.include(chain.siteId);
    await owner.must('POST', `/api/quotes/${quoteId}/jobs`, { id: randomUUID(), scheduledFor: '2026-12-09' });
    expect(await chased()).not.to.include(chain.siteId);
  });

  it('is nobody’s to change but the desk’s', async () => {
    const chain = await makeJob(owner, 2);
    const agreement = await agreedOn(chain.siteId);
    const crew = await harness.as('crew');
    expect((await crew.send('GET', `/api/agreements/${agreement.id}`)).status).to.equal(403);
    const { id, version } = numbered(agreement, 2);
    expect((await crew.send('POST', `/api/visits/${id}/skip`, { version, reason: 'x' })).status).to.equal(403);
  });
});
