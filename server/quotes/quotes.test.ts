import { randomUUID } from 'node:crypto';
import { expect } from 'chai';
import { UNNAMED_COMPANY } from '../../contract/company/endpoints.ts';
import { MILLISECONDS_PER_DAY } from '../../core/time/utc.ts';
import { openDatabase } from '../storage/database.ts';
import { testTime } from '../testing/clock.ts';
import { type Chain, makeJob, onStage } from '../testing/harness.ts';
import { nextQuoteNumber } from './storage.ts';
import { expireQuotes } from './useCases.ts';

interface QuoteLike {
  id: string;
  version: number;
}
interface Line {
  key: string;
  label: string;
  amount: number;
  reason: string;
}

describe('quotes', () => {
  const { harness, owner } = onStage();
  let chain: Chain;
  before(async () => {
    chain = await makeJob(owner);
  });

  const draft = (words: Record<string, unknown> = {}) =>
    owner.must('POST', `/api/sites/${chain.siteId}/quotes`, { id: randomUUID(), ...words });
  const send = (quote: QuoteLike) => owner.must('POST', `/api/quotes/${quote.id}/send`, { version: quote.version });
  const change = (quote: QuoteLike, changes: Record<string, unknown>) =>
    owner.send('PATCH', `/api/quotes/${quote.id}`, { version: quote.version, ...changes });
  const decide = (quote: QuoteLike, decision: Record<string, unknown>) =>
    owner.send('POST', `/api/quotes/${quote.id}/decision`, { version: quote.version, ...decision });
  const revise = (quote: QuoteLike) => owner.send('POST', `/api/quotes/${quote.id}/revisions`, { id: randomUUID() });
  const read = (quote: QuoteLike) => owner.must('GET', `/api/quotes/${quote.id}`);
  const sum = (lines: Line[]) => lines.reduce((total, line) => total + line.amount, 0);
  const overruleVisits = (visits: number) =>
    owner.must('POST', `/api/sites/${chain.siteId}/plans`, {
      id: randomUUID(),
      overrides: { visits: { value: visits, reason: 'asked for' } },
    });

  describe('as drafts', () => {
    it('need a plan', async () => {
      const { body } = await owner.send('POST', '/api/sites', {
        ...(await owner.must('GET', `/api/sites/${chain.siteId}`)).site,
        id: randomUUID(),
        customer: { id: randomUUID(), name: 'Una Quoted' },
      });
      const answer = await owner.send('POST', `/api/sites/${body.site.id}/quotes`, { id: randomUUID() });
      expect(answer.status).to.equal(409);
      expect(answer.body.detail).to.include('Plan');
    });

    it('add up: lines to net, net and tax to gross', async () => {
      const { one } = await draft();
      expect(sum(one.lines)).to.equal(one.net);
      expect(one.net + one.tax).to.equal(one.gross);
      expect(one.tax).to.equal(Math.round(one.net * 0.15));
    });

    it('say what the wash is worth as a range, and whether it pays', async () => {
      const { benefit, one } = await draft();
      expect(benefit.worth.p10).to.be.at.most(benefit.worth.p90);
      const wanted =
        benefit.worth.p10 >= one.gross ? 'pays' : benefit.worth.p90 >= one.gross ? 'may-pay' : 'does-not-pay';
      expect(benefit.verdict).to.equal(wanted);
    });

    it('keep the reason of an overruled line, and totals and verdict follow', async () => {
      const quote = await draft();
      const overrule = [{ key: 'labour', label: 'Work', amount: 1, reason: 'neighbour’s rate' }];
      const { body: changed } = await change(quote, { overrule });
      const line = changed.one.lines.find(({ key }: Line) => key === 'labour');
      expect(line).to.include({ amount: 1, reason: 'neighbour’s rate' });
      expect(changed.one.gross).to.be.below(quote.one.gross);
      expect(sum(changed.one.lines)).to.equal(changed.one.net);
    });

    it('take lines of one’s own beside the computed ones', async () => {
      const quote = await draft();
      const own = (label: string, amount: number) => ({ key: 'other', label, amount, reason: 'agreed' });
      const { body: changed } = await change(quote, { overrule: [own('Gutter', 20_000), own('Key handling', 5000)] });
      expect(changed.one.net - quote.one.net).to.equal(25_000);
      expect(changed.one.lines).to.have.length(quote.one.lines.length + 2);
    });

    it('do not take a line overruled without a reason', async () => {
      const overrule = [{ key: 'labour', label: 'Work', amount: 1, reason: '' }];
      const answer = await change(await draft(), { overrule });
      expect([answer.status, answer.body.issues[0].path]).to.deep.equal([400, 'overrule.0.reason']);
    });

    it('take no half cents', async () => {
      const overrule = [{ key: 'labour', label: 'Work', amount: 100.5, reason: 'half' }];
      const answer = await change(await draft(), { overrule });
      expect([answer.status, answer.body.issues[0].path]).to.deep.equal([400, 'overrule.0.amount']);
    });

    it('keep the words to the customer as they are typed', async () => {
      const quote = await draft({ message: 'Good day', stated: 'after harvest' });
      const { body: changed } = await change(quote, { message: 'Good morning' });
      expect([changed.message, changed.stated]).to.deep.equal(['Good morning', 'after harvest']);
    });

    it('are not changed by somebody who read them before a change', async () => {
      const quote = await draft();
      await change(quote, { message: 'first' });
      const late = await change(quote, { message: 'late' });
      expect(late.status).to.equal(409);
      expect((await read(quote)).message).to.equal('first');
    });

    it('are changed as they are, not revised', async () => {
      expect((await revise(await draft())).status).to.equal(409);
    });

    it('offer a plan of visits with its discount, from two a year on', async () => {
      await overruleVisits(1);
      expect((await draft()).planned).to.equal(null);
      await overruleVisits(4);
      const { planned, one, visits, benefit } = await draft();
      expect([visits, planned.net < one.net, sum(planned.lines)]).to.deep.equal([4, true, planned.net]);
      expect(benefit.planCosts).to.equal(planned.gross * 4);
    });
  });

  it('are drawn up from the plan that was made last, also where the clock was set back meanwhile', async () => {
    await overruleVisits(5);
    // What a clock that is a day behind would have written.
    const { items } = await owner.must('GET', `/api/sites/${chain.siteId}/plans?limit=1`);
    await harness.sql('alter table plans disable trigger user');
    await harness.sql("update plans set at = at - interval '1 day' where id = $1", [items[0].id]);
    await harness.sql('alter table plans enable trigger user');
    const quote = await draft();
    expect([quote.planId, quote.visits]).to.deep.equal([items[0].id, 5]);
    expect((await owner.must('GET', `/api/sites/${chain.siteId}`)).latest.planId).to.equal(items[0].id);
  });

  describe('in two revisions', () => {
    /** Two revisions that the customer holds: what a late phone and an early desk could both decide. */
    async function bothSent(): Promise<[QuoteLike, QuoteLike]> {
      const first = await send(await draft());
      const second = await send((await revise(first)).body);
      await harness.sql('alter table quotes disable trigger user');
      await harness.sql("update quotes set state = 'sent', version = version + 1 where id = $1", [first.id]);
      await harness.sql('alter table quotes enable trigger user');
      return [await read(first), second];
    }

    it('are accepted in one of them, however many decide at once', async () => {
      for (let race = 0; race < 20; race += 1) {
        const answers = await Promise.all((await bothSent()).map((quote) => decide(quote, { decision: 'accepted' })));
        expect(answers.map(({ status }) => status).sort()).to.deep.equal([200, 409]);
      }
    }).timeout(120_000);

    it('are not accepted in one while the next is sent: either it stands, or it is superseded', async () => {
      const first = await send(await draft());
      const second = (await revise(first)).body;
      const [accepted, sent] = await Promise.all([
        decide(first, { decision: 'accepted' }),
        owner.send('POST', `/api/quotes/${second.id}/send`, { version: second.version }),
      ]);
      expect([accepted.status, sent.status].sort()).to.deep.equal([200, 409]);
    });

    it('are held to one by the database itself', async () => {
      const [first, second] = await bothSent();
      await decide(first, { decision: 'accepted' });
      const refused = await harness
        .sql("update quotes set state = 'accepted' where id = $1", [second.id])
        .catch((error: Error) => error.message);
      expect(refused).to.match(/quotes_one_accepted/);
    });
  });

  describe('sent', () => {
    it('are frozen, in the program and in the database', async () => {
      const sent = await send(await draft());
      expect((await change(sent, { message: 'cheaper' })).status).to.equal(409);
      const refused = await harness
        .sql("update quotes set content = '{}' where id = $1", [sent.id])
        .catch((error: Error) => error.message);
      expect(refused).to.match(/frozen/);
    });

    it('stand for as many days as the company says', async () => {
      const { quoteValidDays } = await owner.must('GET', '/api/company');
      const sent = await send(await draft());
      const days = (Date.parse(sent.validUntil) - Date.parse(sent.sentAt.slice(0, 10))) / MILLISECONDS_PER_DAY;
      expect(days).to.be.within(quoteValidDays, quoteValidDays + 1);
    });

    it('go out under the name of the company, and not before it has one', async () => {
      const quote = await draft();
      const named = async (name: string) => {
        const { demo: _demo, ...company } = await owner.must('GET', '/api/company');
        await owner.must('PUT', '/api/company', { ...company, name });
        return company.name;
      };
      const before = await named(UNNAMED_COMPANY);
      const { status, body } = await owner.send('POST', `/api/quotes/${quote.id}/send`, { version: quote.version });
      expect([status, body.detail]).to.deep.equal([
        409,
        'Your company has no name yet, and its name stands on the offer. Give it one under Company first.',
      ]);
      await named(before);
      expect((await send(quote)).state).to.equal('sent');
    });

    it('are sent once', async () => {
      const quote = await draft();
      const path = `/api/quotes/${quote.id}/send`;
      const answers = await Promise.all([1, 2, 3].map(() => owner.send('POST', path, { version: quote.version })));
      expect(answers.map(({ status }) => status).sort()).to.deep.equal([200, 409, 409]);
    });

    it('are followed by the next revision, which supersedes them when it is sent', async () => {
      const first = await send(await draft());
      const { body: second } = await revise(first);
      expect([second.number, second.revision, second.state]).to.deep.equal([first.number, 2, 'draft']);
      expect((await read(first)).state).to.equal('sent');
      await send(second);
      expect((await read(first)).state).to.equal('superseded');
    });

    it('get a revision each, also when two people revise at once', async () => {
      const first = await send(await draft());
      const made = await Promise.all([revise(first), revise(first)]);
      expect(made.map(({ body }) => body.revision).sort()).to.deep.equal([2, 3]);
    });

    it('leave their figures alone when prices change', async () => {
      const sent = await send(await draft());
      const { demo: _demo, ...company } = await owner.must('GET', '/api/company');
      const prices = { ...company.prices, hourlyRate: company.prices.hourlyRate + 1000 };
      await owner.must('PUT', '/api/company', { ...company, prices });
      expect((await read(sent)).one).to.deep.equal(sent.one);
    });
  });

  describe('decided', () => {
    it('are accepted after they were sent, and not before', async () => {
      const quote = await draft();
      expect((await decide(quote, { decision: 'accepted' })).status).to.equal(409);
      const { body } = await decide(await send(quote), { decision: 'accepted' });
      expect([body.state, body.choice]).to.deep.equal(['accepted', 'one']);
    });

    it('as declined have no choice, and become no job', async () => {
      const { body } = await decide(await send(await draft()), { decision: 'declined' });
      expect([body.state, body.choice]).to.deep.equal(['declined', null]);
      const answer = await owner.send('POST', `/api/quotes/${body.id}/jobs`, {
        id: randomUUID(),
        scheduledFor: '2026-12-02',
      });
      expect(answer.status).to.equal(409);
    });

    it('take the plan of visits where one was offered', async () => {
      await overruleVisits(3);
      const planned = await decide(await send(await draft()), { decision: 'accepted', choice: 'planned' });
      expect(planned.body.choice).to.equal('planned');
      await overruleVisits(0);
      const without = await decide(await send(await draft()), { decision: 'accepted', choice: 'planned' });
      expect(without.status).to.equal(409);
    });

    it('are decided once, whoever is first', async () => {
      const sent = await send(await draft());
      const answers = await Promise.all([
        decide(sent, { decision: 'accepted' }),
        decide(sent, { decision: 'declined' }),
      ]);
      expect(answers.map(({ status }) => status).sort()).to.deep.equal([200, 409]);
    });

    it('as accepted stand, and are not revised', async () => {
      const { body } = await decide(await send(await draft()), { decision: 'accepted' });
      expect((await revise(body)).status).to.equal(409);
    });

    it('become a job, once', async () => {
      const answer = await owner.send('POST', `/api/quotes/${chain.quoteId}/jobs`, {
        id: randomUUID(),
        scheduledFor: '2026-12-02',
      });
      expect(answer.status).to.equal(409);
    });
  });

  it('are numbered without a gap or a double, however many are drafted at once and however many of them fail', async () => {
    const [{ last } = { last: 0 }] = await harness.sql('select max(number)::int as last from quotes');
    const taken = (await draft()).id;
    const other = await makeJob(owner);
    const answers = await Promise.all(
      Array.from({ length: 20 }, (_, at) =>
        // Every fourth asks under an id that stands for a quote of another site, and is refused.
        at % 4 === 3
          ? owner.send('POST', `/api/sites/${other.siteId}/quotes`, { id: taken })
          : owner.send('POST', `/api/sites/${chain.siteId}/quotes`, { id: randomUUID() }),
      ),
    );
    const statuses = answers.map(({ status }) => status);
    expect(statuses.filter((status) => status === 200)).to.have.length(15);
    const rows = await harness.sql('select number from quotes where number > $1 order by number', [last]);
    const first = Number(last) + 1;
    expect(rows.map(({ number }) => number)).to.deep.equal(rows.map((_, at) => first + at));
  });

  it('give the number of a draft that was not kept to the next', async () => {
    const database = openDatabase(harness.url, 2);
    const given: number[] = [];
    await database
      .transaction(async (trx) => {
        given.push(await nextQuoteNumber(trx));
        throw new Error('not kept');
      })
      .catch(() => undefined);
    await database.destroy();
    expect((await draft()).number).to.equal(given[0]);
  });

  describe('that wait for their answer', () => {
    const follow = (quote: QuoteLike, body: object) =>
      owner.send('POST', `/api/quotes/${quote.id}/follow-ups`, { id: randomUUID(), nextOn: null, ...body });
    const following = async (): Promise<{ id: string; nextOn: string | null; said: string; expiring: boolean }[]> =>
      (await owner.must('GET', '/api/quotes/following')).items;

    it('are followed up five days after they went out, until somebody says otherwise', async () => {
      const sent = await send(await draft());
      const shown = await read(sent);
      const on = (at: string) => Date.parse(`${at.slice(0, 10)}T00:00:00Z`) / MILLISECONDS_PER_DAY;
      expect(on(shown.nextOn) - on(shown.sentAt)).to.be.within(4, 6);
      await follow(sent, { said: 'They want to ask their neighbour', nextOn: '2027-01-15' });
      expect((await read(sent)).nextOn).to.equal('2027-01-15');
      const own = (await following()).find(({ id }) => id === sent.id);
      expect(own).to.include({ nextOn: '2027-01-15', said: 'They want to ask their neighbour', expiring: false });
    });

    it('keep all that was said, the last first, once however often it is sent', async () => {
      const sent = await send(await draft());
      const body = { id: randomUUID(), said: 'No answer', nextOn: '2026-12-20' };
      for (let times = 0; times < 2; times += 1) await follow(sent, body);
      const { body: kept } = await follow(sent, { said: 'Wants it in spring' });
      expect(kept.items.map(({ said }: { said: string }) => said)).to.deep.equal(['Wants it in spring', 'No answer']);
      expect((await read(sent)).nextOn).to.equal(null);
    });

    it('leave the list once they are decided, and are not followed up after', async () => {
      const sent = await send(await draft());
      const { body } = await decide(sent, { decision: 'declined', because: 'too dear' });
      expect(body.decidedBecause).to.equal('too dear');
      expect((await following()).map(({ id }) => id)).not.to.include(sent.id);
      expect((await follow(sent, { said: 'Again?' })).status).to.equal(409);
      const { items } = await owner.must('GET', '/api/quotes?state=declined');
      expect(items[0]).to.include({ id: sent.id, decidedBecause: 'too dear' });
    });

    it('ask for words, and for a date of the calendar', async () => {
      const sent = await send(await draft());
      expect((await follow(sent, { said: ' ' })).body.issues[0].path).to.equal('said');
      expect((await follow(sent, { said: 'x', nextOn: '2026-02-30' })).body.issues[0].path).to.equal('nextOn');
    });
  });

  describe('whose day has passed', () => {
    async function expireIn(days: number): Promise<number> {
      const database = openDatabase(harness.url, 1);
      const expired = await expireQuotes({ database, clock: () => new Date(testTime(days * MILLISECONDS_PER_DAY)) });
      await database.destroy();
      return expired;
    }

    it('expire, with a row in the trail, and are not accepted any more', async () => {
      const sent = await send(await draft());
      await expireIn(40);
      const expired = await read(sent);
      expect(expired.state).to.equal('expired');
      const { items } = await owner.must('GET', `/api/trail/${sent.id}`);
      expect(items[0]).to.include({ action: 'expire', by: null });
      expect((await decide(expired, { decision: 'accepted' })).status).to.equal(409);
    });

    it('expire once, and no others with them', async () => {
      const sent = await send(await draft());
      await expireIn(20);
      expect((await read(sent)).state).to.equal('sent');
      expect(await expireIn(40)).to.be.at.least(1);
      expect(await expireIn(40)).to.equal(0);
    });
  });

  describe('in a list', () => {
    it('come last first, and by state', async () => {
      const sent = await send(await draft());
      const made = await draft();
      const all = (await owner.must('GET', '/api/quotes')).items;
      expect(all.slice(0, 2).map(({ id }: QuoteLike) => id)).to.deep.equal([made.id, sent.id]);
      const { items } = await owner.must('GET', '/api/quotes?state=sent');
      expect(items[0]).to.include({ id: sent.id, gross: sent.one.gross, currency: 'ZAR' });
      expect(new Set(items.map(({ state }: { state: string }) => state))).to.deep.equal(new Set(['sent']));
    });

    it('come in pages without a gap or a double', async () => {
      const all = (await owner.must('GET', '/api/quotes?limit=100')).items.map(({ id }: QuoteLike) => id);
      const paged: string[] = [];
      let cursor: string | null = null;
      do {
        const page: { items: QuoteLike[]; next: string | null } = await owner.must(
          'GET',
          `/api/quotes?limit=7${cursor ? `&cursor=${encodeURIComponent(cursor)}` : ''}`,
        );
        paged.push(...page.items.map(({ id }) => id));
        cursor = page.next;
      } while (cursor);
      expect(paged).to.deep.equal(all);
    });

    it('are those of one site where one is named', async () => {
      const other = await makeJob(owner);
      const { items } = await owner.must('GET', `/api/quotes?site=${other.siteId}`);
      expect(items.map(({ id }: QuoteLike) => id)).to.deep.equal([other.quoteId]);
    });
  });
});
