import { randomBytes, randomUUID } from 'node:crypto';
import { expect } from 'chai';
import type { Letter, LetterLink } from '../../contract/letters/endpoints.ts';
import { MOST_ASKED } from '../../core/letters/states.ts';
import { dateIn } from '../../core/time/calendar.ts';
import { testDay, testInstant, testNow } from '../testing/clock.ts';
import { Caller, makeJob, onStage } from '../testing/harness.ts';
import { textOfPdf } from '../testing/pdf.ts';

/** A line across the field. */
const HAND = [
  [
    [0.1, 0.1],
    [0.5, 0.2],
    [0.9, 0.1],
  ],
];

describe('the private link to an offer', () => {
  const { harness, owner } = onStage();
  let siteId: string;
  before(async () => {
    ({ siteId } = await makeJob(owner));
    const overrides = { visits: { value: 3, reason: 'as they asked' } };
    await owner.must('POST', `/api/sites/${siteId}/plans`, { id: randomUUID(), overrides });
  });

  /** Somebody who is not signed in. */
  const stranger = () => new Caller(harness.server.address);
  async function sent(words: object = {}): Promise<{ id: string; version: number }> {
    const id = randomUUID();
    const { version } = await owner.must('POST', `/api/sites/${siteId}/quotes`, { id, ...words });
    return owner.must('POST', `/api/quotes/${id}/send`, { version });
  }
  async function linked(words: object = {}) {
    const quote = await sent(words);
    const { id, token } = await owner.must('POST', `/api/quotes/${quote.id}/letters`, { id: randomUUID() });
    return { quoteId: quote.id, letterId: id as string, token: token as string, quote };
  }
  const path = (token: string, more = '') => `/api/letters/by-link/${token}${more}`;
  const read = (token: string): Promise<Letter> => stranger().must('GET', path(token));
  const yes = (letter: Letter, changes: object = {}) => ({
    ...{ id: randomUUID(), decision: 'accepted', choice: 'planned', name: 'A. Customer', agreed: true },
    ...{ strokes: HAND, sha256: letter.sha256, ...changes },
  });
  const decide = (token: string, body: object) => stranger().send('POST', path(token, '/decision'), body);
  const links = async (quoteId: string): Promise<LetterLink[]> =>
    (await owner.must('GET', `/api/quotes/${quoteId}/letters`)).items;
  const agreements = async (quoteId: string) =>
    harness.sql('select id, visits from agreements where quote_id = $1', [quoteId]);

  it('opens what went out, to whoever has it and without a sign-in', async () => {
    const { token, quoteId } = await linked({ message: 'Dear customer' });
    const letter = await read(token);
    const quote = await owner.must('GET', `/api/quotes/${quoteId}`);
    expect(letter.content).to.deep.include({ message: 'Dear customer', one: quote.one, planned: quote.planned });
    expect([letter.number, letter.closed, letter.answered]).to.deep.equal([quote.number, null, null]);
    expect(letter.sha256).to.equal(quote.paper.sha256);
    expect(letter.roofs[0]?.soils).not.to.deep.equal([]);
  });

  it('says when it went out by the calendar of its site, on the page as on the paper', async () => {
    const [before] = await harness.sql('select zone from sites where id = $1', [siteId]);
    // It is another day there than by UTC, whatever the hour.
    const zone = testNow().getUTCHours() < 11 ? 'Etc/GMT+12' : 'Pacific/Kiritimati';
    await harness.sql('update sites set zone = $2 where id = $1', [siteId, zone]);
    const { token, quoteId } = await linked();
    const { sentAt } = await owner.must('GET', `/api/quotes/${quoteId}`);
    const [year, month, day] = dateIn(sentAt, zone).split('-');
    expect(`${year}-${month}-${day}`).not.to.equal(sentAt.slice(0, 10));
    const { body } = await owner.send('GET', `/api/quotes/${quoteId}/paper.pdf`);
    expect(await textOfPdf(body)).to.include(`Sent ${day}/${month}/${year}`);
    expect((await read(token)).units).to.include({ zone });
    await harness.sql('update sites set zone = $2 where id = $1', [siteId, before?.zone]);
  });

  it('tells neither why the desk set a line by hand, nor what it left out and why', async () => {
    const id = randomUUID();
    const draft = await owner.must('POST', `/api/sites/${siteId}/quotes`, { id });
    const changed = await owner.must('PATCH', `/api/quotes/${id}`, {
      version: draft.version,
      overrule: [{ key: 'labour', label: '', amount: 90_000, reason: 'they haggle' }],
      leaveOut: [{ key: 'rinse', reason: 'they would never' }],
    });
    expect(JSON.stringify(changed)).to.include('they haggle').and.to.include('they would never');
    await owner.must('POST', `/api/quotes/${id}/send`, { version: changed.version });
    const { token } = await owner.must('POST', `/api/quotes/${id}/letters`, { id: randomUUID() });
    const { content } = await read(token);
    expect(JSON.stringify(content)).not.to.match(/they haggle|they would never|"rinse"/);
    expect(content.cheaper?.choices.length).to.equal(changed.cheaper.choices.length - 1);
    expect(content.one.lines.find(({ key }) => key === 'labour')?.amount).to.equal(90_000);
  });

  it('shows the figures of its paper, which is the one that went out', async () => {
    const { token, quoteId } = await linked();
    const { content } = await read(token);
    const paper = await stranger().send('GET', path(token, '/paper.pdf'));
    const own = await owner.send('GET', `/api/quotes/${quoteId}/paper.pdf`);
    expect(Buffer.compare(paper.body, own.body)).to.equal(0);
    const digits = (await textOfPdf(paper.body)).replaceAll(/[^0-9]/g, '');
    for (const amount of [content.one.gross, content.one.tax, content.planned?.gross ?? 0])
      expect(digits).to.include(String(amount));
  });

  it('tells nothing of anybody else, nor of what is the house’s own', async () => {
    const other = await makeJob(owner);
    const { token } = await linked();
    const text = JSON.stringify(await read(token));
    const { site } = await owner.must('GET', `/api/sites/${other.siteId}`);
    for (const hidden of [other.siteId, other.quoteId, site.customerId, 'tokenHash', 'email', 'phone'])
      expect(text).not.to.include(hidden);
    expect(text).not.to.include(token);
  });

  it('is kept as a hash alone, and shown once', async () => {
    const quote = await sent();
    const body = { id: randomUUID() };
    const first = await owner.must('POST', `/api/quotes/${quote.id}/letters`, body);
    const again = await owner.must('POST', `/api/quotes/${quote.id}/letters`, body);
    expect(Buffer.from(first.token, 'base64url')).to.have.length(32);
    expect(again.token).to.equal(null);
    const rows = await harness.sql('select * from letters where id = $1', [body.id]);
    expect(rows).to.have.length(1);
    expect(JSON.stringify(await links(quote.id))).not.to.include(first.token);
    const trail = await owner.must('GET', `/api/trail/${body.id}`);
    expect(JSON.stringify(trail)).not.to.include(first.token);
  });

  it('is made to what waits for its answer, and by the desk', async () => {
    const id = randomUUID();
    await owner.must('POST', `/api/sites/${siteId}/quotes`, { id });
    const draft = await owner.send('POST', `/api/quotes/${id}/letters`, { id: randomUUID() });
    expect(draft.status).to.equal(409);
    const crew = await harness.as('crew');
    expect((await crew.send('POST', `/api/quotes/${id}/letters`, { id: randomUUID() })).status).to.equal(403);
    expect((await crew.send('GET', `/api/quotes/${id}/letters`)).status).to.equal(403);
  });

  it('notes when a person reads it, once for a reading', async () => {
    const { token, quoteId } = await linked();
    const reading = () => stranger().must('POST', path(token, '/reading'), {});
    expect((await links(quoteId))[0]?.opened).to.equal(null);
    await reading();
    await reading();
    expect((await links(quoteId))[0]?.opened?.times).to.equal(1);
  });

  it('is not read by a preview: asking for it, its head or its paper notes nothing', async () => {
    const { token, quoteId } = await linked();
    for (const method of ['GET', 'HEAD'])
      for (const more of ['', '/paper.pdf'])
        expect((await stranger().send(method, path(token, more), undefined, { purpose: 'prefetch' })).status).to.equal(
          200,
        );
    expect((await links(quoteId))[0]?.opened).to.equal(null);
  });

  it('takes as many questions a day as it says, however many come at once', async () => {
    const { token, quoteId } = await linked();
    const ask = () => stranger().send('POST', path(token, '/messages'), { id: randomUUID(), text: 'How long?' });
    const answers = await Promise.all(Array.from({ length: 3 * MOST_ASKED.aDay }, ask));
    expect(answers.filter(({ status }) => status === 200)).to.have.length(MOST_ASKED.aDay);
    expect((await links(quoteId))[0]?.messages).to.have.length(MOST_ASKED.aDay);
  });

  it('is accepted or withdrawn: nothing is accepted after it was withdrawn', async () => {
    for (let round = 0; round < 8; round += 1) {
      const { token, quoteId, letterId } = await linked();
      const letter = await read(token);
      const [accepted, withdrawn] = await Promise.all([
        decide(token, yes(letter)),
        owner.send('POST', `/api/letters/${letterId}/withdraw`, {}),
      ]);
      expect(withdrawn.status).to.equal(200);
      expect(accepted.status).to.be.oneOf([200, 404]);
      expect((await agreements(quoteId)).length).to.equal(accepted.status === 200 ? 1 : 0);
      const [order] = await harness.sql(
        `select (select withdrawn_at from letters where id = $1) <
          (select at from letter_events where letter_id = $1 and kind = 'accepted') as late`,
        [letterId],
      );
      expect(order?.late ?? false, 'accepted after it was withdrawn').to.equal(false);
    }
  });

  describe('accepted', () => {
    it('makes the offer an agreement, with what shows who accepted what', async () => {
      const { token, quoteId } = await linked();
      const letter = await read(token);
      const { body } = await decide(token, yes(letter));
      expect([body.closed, body.answered.choice, body.answered.name]).to.deep.equal([
        'accepted',
        'planned',
        'A. Customer',
      ]);
      expect((await agreements(quoteId)).map(({ visits }) => visits)).to.deep.equal([3]);
      const [link] = await links(quoteId);
      expect(link?.answered).to.deep.include({ sha256: letter.sha256, strokes: HAND, decision: 'accepted' });
      expect(link?.answered?.seenAt).to.equal(link?.opened?.first);
      expect(link?.answered?.from).to.match(/\d/);
    });

    it('is accepted once: of two tabs one is told that it has been, and a repeated answer changes nothing', async () => {
      const { token, quoteId } = await linked();
      const letter = await read(token);
      const answer = yes(letter);
      const both = await Promise.all([decide(token, answer), decide(token, yes(letter, { choice: 'one' }))]);
      expect(both.map(({ status }) => status).sort()).to.deep.equal([200, 409]);
      expect(await agreements(quoteId)).to.have.length(1);
      const won = both[0]?.status === 200 ? answer : null;
      if (won) expect((await decide(token, won)).status).to.equal(200);
      expect(await agreements(quoteId)).to.have.length(1);
    });

    it('asks for name, tick and hand, each by its field', async () => {
      const { token } = await linked();
      const letter = await read(token);
      const refused = async (changes: object) => {
        const { status, body } = await decide(token, yes(letter, changes));
        return [status, body.issues?.[0].path];
      };
      expect(await refused({ name: ' ' })).to.deep.equal([400, 'name']);
      expect(await refused({ agreed: false })).to.deep.equal([400, 'agreed']);
      expect(await refused({ strokes: [] })).to.deep.equal([400, 'strokes']);
      expect((await read(token)).closed).to.equal(null);
    });

    it('is not taken for another paper than the one that was read', async () => {
      const { token, quoteId } = await linked();
      const other = yes(await read(token), { sha256: 'a'.repeat(64) });
      expect((await decide(token, other)).status).to.equal(409);
      expect(await agreements(quoteId)).to.deep.equal([]);
    });

    it('is not taken after its day, and says so', async () => {
      const { token, quoteId } = await linked();
      const letter = await read(token);
      await harness.sql('alter table quotes disable trigger frozen_quotes');
      await harness.sql('update quotes set valid_until = $2 where id = $1', [quoteId, testDay(-3)]);
      await harness.sql('alter table quotes enable trigger frozen_quotes');
      expect((await read(token)).closed).to.equal('expired');
      expect((await decide(token, yes(letter))).status).to.equal(409);
      expect(await agreements(quoteId)).to.deep.equal([]);
    });

    it('is not taken where a newer revision stands, whose link is another', async () => {
      const { token, quoteId } = await linked();
      const letter = await read(token);
      const next = randomUUID();
      const revision = await owner.must('POST', `/api/quotes/${quoteId}/revisions`, { id: next });
      await owner.must('POST', `/api/quotes/${next}/send`, { version: revision.version });
      expect((await read(token)).closed).to.equal('superseded');
      expect((await decide(token, yes(letter))).status).to.equal(409);
      const fresh = await owner.must('POST', `/api/quotes/${next}/letters`, { id: randomUUID() });
      const { closed, revision: shown } = await read(fresh.token);
      expect([closed, shown]).to.deep.equal([null, 2]);
      expect((await decide(fresh.token, yes(letter))).status, 'the old paper by the new link').to.equal(409);
    });
  });

  it('is declined with a reason, and no agreement comes of it', async () => {
    const { token, quoteId } = await linked();
    const { sha256 } = await read(token);
    const no = { id: randomUUID(), decision: 'declined', name: 'A. Customer', sha256 };
    expect((await decide(token, { ...no, reason: '' })).body.issues[0].path).to.equal('reason');
    const { body } = await decide(token, { ...no, reason: 'too dear' });
    expect([body.closed, body.answered.reason]).to.deep.equal(['declined', 'too dear']);
    expect((await links(quoteId))[0]?.answered?.reason).to.equal('too dear');
    expect(await agreements(quoteId)).to.deep.equal([]);
  });

  it('takes questions, which wait on the day’s list until they are answered', async () => {
    const { token, letterId } = await linked();
    const ask = (text: string, id = randomUUID()) => stranger().send('POST', path(token, '/messages'), { id, text });
    const id = randomUUID();
    await ask('Do you bring your own water?', id);
    const { body } = await ask('Do you bring your own water?', id);
    expect(body.messages).to.have.length(1);
    const waiting = async () =>
      (await owner.must('GET', '/api/day')).chase.asked.map(({ text }: { text: string }) => text);
    expect(await waiting()).to.include('Do you bring your own water?');
    await owner.must('POST', `/api/letters/${letterId}/messages`, { id: randomUUID(), text: 'We do.' });
    expect(await waiting()).not.to.include('Do you bring your own water?');
    expect((await read(token)).messages.map(({ by, text }) => [by, text])).to.deep.equal([
      ['customer', 'Do you bring your own water?'],
      ['firm', 'We do.'],
    ]);
  });

  it('takes no flood of them', async () => {
    const { token } = await linked();
    const statuses: number[] = [];
    for (let at = 0; at < 22; at += 1)
      statuses.push(
        (await stranger().send('POST', path(token, '/messages'), { id: randomUUID(), text: `${at}?` })).status,
      );
    expect(statuses.filter((status) => status === 200)).to.have.length(20);
    expect(statuses.slice(20)).to.deep.equal([429, 429]);
  });

  describe('attacked', () => {
    it('opens nothing once it is withdrawn, to read or to answer', async () => {
      const { token, letterId, quoteId } = await linked();
      const letter = await read(token);
      await owner.must('POST', `/api/letters/${letterId}/withdraw`, {});
      await owner.must('POST', `/api/letters/${letterId}/withdraw`, {});
      expect((await stranger().send('GET', path(token))).status).to.equal(404);
      expect((await stranger().send('GET', path(token, '/paper.pdf'))).status).to.equal(404);
      expect((await decide(token, yes(letter))).status).to.equal(404);
      expect(await agreements(quoteId)).to.deep.equal([]);
    });

    it('opens nothing once it has run out', async () => {
      const { token, letterId } = await linked();
      await harness.sql('update letters set expires_at = $2 where id = $1', [letterId, testInstant(-60_000)]);
      expect((await stranger().send('GET', path(token))).status).to.equal(404);
    });

    it('is not another one by a letter of it, nor by its hash or its id', async () => {
      const { token, letterId } = await linked();
      const [row] = await harness.sql("select encode(token_hash, 'hex') as hash from letters where id = $1", [
        letterId,
      ]);
      const tampered = `${token.slice(0, -2)}${token.endsWith('AA') ? 'BB' : 'AA'}`;
      for (const wrong of [tampered, String(row?.hash), letterId, `${token}A`])
        expect((await stranger().send('GET', path(wrong))).status, wrong).to.be.oneOf([404, 429]);
    });

    it('lets nobody guess for long, and keeps nobody out who has it', async () => {
      const { token } = await linked();
      const guess = () => stranger().send('GET', path(randomBytes(32).toString('base64url')));
      const statuses: number[] = [];
      for (let at = 0; at < 16; at += 1) statuses.push((await guess()).status);
      expect(statuses.at(-1)).to.equal(429);
      expect((await read(token)).closed).to.equal(null);
    });

    it('takes no answer that another page sends', async () => {
      const { token, quoteId } = await linked();
      const letter = await read(token);
      const answer = await fetch(`${harness.server.address}${path(token, '/decision')}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', 'sec-fetch-site': 'cross-site' },
        body: JSON.stringify(yes(letter)),
      });
      expect(answer.status).to.equal(403);
      expect(await agreements(quoteId)).to.deep.equal([]);
    });

    it('opens its own offer alone: an answer names that one’s paper, and no other is touched', async () => {
      const [mine, other] = [await linked(), await linked()];
      const theirs = await read(other.token);
      expect((await decide(mine.token, yes(theirs))).status).to.equal(409);
      expect((await read(other.token)).closed).to.equal(null);
      expect((await read(mine.token)).closed).to.equal(null);
    });

    it('leaves an answer that stands as it is in the database', async () => {
      const { token } = await linked();
      await decide(token, yes(await read(token)));
      const change = harness.sql("update letter_events set body = '{}' where kind = 'accepted'");
      expect(
        await change.then(
          () => 'taken',
          (error: Error) => error.message,
        ),
      ).not.to.equal('taken');
    });
  });
});
