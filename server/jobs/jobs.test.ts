import { randomUUID } from 'node:crypto';
import { expect } from 'chai';
import { foldJob } from '../../core/jobs/progress.ts';
import { MILLISECONDS_PER_DAY } from '../../core/time/utc.ts';
import { testDay, testInstant } from '../testing/clock.ts';
import { type Chain, finishJob, makeJob, onStage, readingEntry } from '../testing/harness.ts';

type Entry = Record<string, unknown>;
type Item = { id: string; scheduledFor: string; state: string };

describe('jobs', () => {
  const { harness, owner } = onStage();

  let minute = 0;
  /** An entry with an id of its own, a minute after the one before. */
  function entry(kind: string, fields: Entry = {}): Entry & { id: string } {
    minute += 1;
    return {
      id: randomUUID(),
      at: new Date(Date.parse('2026-11-01T05:00:00Z') + minute * 60_000).toISOString(),
      kind,
      ...fields,
    };
  }
  const post = (chain: Chain, ...entries: Entry[]) =>
    owner.send('POST', `/api/jobs/${chain.jobId}/entries`, { entries });
  const read = (chain: Chain) => owner.must('GET', `/api/jobs/${chain.jobId}`);

  describe('what happens on one', () => {
    let chain: Chain;
    beforeEach(async () => {
      chain = await makeJob(owner);
    });

    /** Starts the first step with every caution answered yes. */
    async function begin(): Promise<void> {
      const [first] = (await read(chain)).steps;
      const cautions = first.cautions.map(({ key }: { key: string }) =>
        entry('caution', { step: first.key, caution: key, answer: true }),
      );
      const answer = await post(chain, ...cautions, entry('step-started', { step: first.key }));
      expect(answer.status).to.equal(200);
    }

    it('moves it from scheduled to in hand, to paused, and back to in hand', async () => {
      expect((await read(chain)).state).to.equal('scheduled');
      await begin();
      expect((await read(chain)).state).to.equal('in-hand');
      await post(chain, entry('paused', { reason: 'a storm is near' }));
      expect((await read(chain)).state).to.equal('paused');
      await post(chain, entry('resumed'));
      expect((await read(chain)).state).to.equal('in-hand');
    });

    it('is kept under whoever did it, on which device, and from nobody else', async () => {
      const { person } = await owner.must('GET', '/api/session');
      const body = (by: string) => ({ entries: [entry('paused', { reason: 'wind' })], by, device: 'phone-1' });
      const path = `/api/jobs/${chain.jobId}/entries`;
      expect((await owner.send('POST', path, body(person.id))).status).to.equal(200);
      const others = await owner.send('POST', path, body(randomUUID()));
      expect([others.status, others.body.issues[0].path]).to.deep.equal([403, 'by']);
      const rows = await harness.sql('select by, device from job_entries where job_id = $1', [chain.jobId]);
      expect(rows).to.deep.equal([{ by: person.id, device: 'phone-1' }]);
    });

    it('names each module once, and no job takes more than can be read', async () => {
      const twice = await post(chain, entry('mark', { array: chain.arrayId, modules: [0, 1, 0], mark: 'brushed' }));
      expect([twice.status, twice.body.issues[0].path]).to.deep.equal([400, 'entries.0.modules']);
      const all = Array.from({ length: 20 }, (_, index) => index);
      await harness.sql(
        `insert into job_entries (id, job_id, kind, at, body, by, received_at)
         select gen_random_uuid(), $1, 'mark', $3, jsonb_build_object('id', gen_random_uuid(), 'at', $3::timestamptz, 'kind', 'mark',
           'array', $2::text, 'modules', (select jsonb_agg(n) from generate_series(0, 19999) n), 'mark', 'brushed'), id, $3
         from people, generate_series(1, 10) where email = 'owner@test.example'`,
        [chain.jobId, chain.arrayId, testInstant()],
      );
      const over = await post(chain, entry('mark', { array: chain.arrayId, modules: all, mark: 'brushed' }));
      expect([over.status, over.body.issues[0].path]).to.deep.equal([400, 'entries']);
      expect(over.body.detail).to.include('divide the job');
    });

    it('counts the modules that are left, and counts them again when a mark is retracted', async () => {
      const mark = entry('mark', { array: chain.arrayId, modules: [0, 1, 2], mark: 'brushed' });
      await post(chain, mark);
      const left = async () => {
        const { items } = await owner.must('GET', `/api/jobs?site=${chain.siteId}`);
        return items[0].modulesLeft;
      };
      expect(await left()).to.equal(17);
      await post(chain, entry('retracted', { entry: mark.id, reason: 'wrong row' }));
      expect(await left()).to.equal(20);
    });

    it('keeps the retracted entry beside what retracted it, with who wrote both', async () => {
      const mark = entry('mark', { array: chain.arrayId, modules: [4], mark: 'bladed' });
      await post(chain, mark, entry('retracted', { entry: mark.id, reason: 'no blade was used' }));
      const { entries } = await read(chain);
      expect(entries.map(({ kind, by }: { kind: string; by: string }) => [kind, by])).to.deep.equal([
        ['mark', 'Test Owner'],
        ['retracted', 'Test Owner'],
      ]);
    });

    it('folds to the same with the job as all of its entries do, also where one is retracted or comes in late', async () => {
      const at = (minute: number) => ({ at: `2026-11-20T06:${String(minute).padStart(2, '0')}:00.000Z` });
      const mark = entry('mark', { array: chain.arrayId, modules: [0, 1], mark: 'brushed', ...at(10) });
      await post(chain, mark, entry('water', { conductivity: 12, temperature: 18, litres: 60, ...at(11) }));
      await post(chain, { ...readingEntry(chain.arrayId, 4000), ...at(12) });
      await post(chain, entry('mark', { array: chain.arrayId, modules: [2], mark: 'rinsed', ...at(5) }));
      await post(
        chain,
        entry('retracted', { entry: mark.id, reason: 'wrong row', ...at(13) }),
        entry('mark', { array: chain.arrayId, modules: [3], mark: 'brushed', ...at(14) }),
      );
      const [kept] = await harness.sql('select folded, washed_at from jobs where id = $1', [chain.jobId]);
      const { steps, entries } = await read(chain);
      const bare = entries.map(({ by: _, ...rest }: Record<string, unknown>) => rest);
      const { progress, ...counts } = foldJob(steps, bare);
      const { progress: own, ...ownCounts } = kept?.folded as ReturnType<typeof foldJob>;
      expect(ownCounts).to.deep.equal(counts);
      expect([own.done, own.readings.length, own.water.length]).to.deep.equal([progress.done, 1, 1]);
      expect(kept?.washed_at).to.equal('2026-11-20T06:14:00.000Z');
    });

    it('is kept once, whichever of two phones sends it first', async () => {
      const water = entry('water', { conductivity: 12, temperature: 18, litres: 60 });
      const answers = await Promise.all([post(chain, water), post(chain, water), post(chain, water)]);
      expect(answers.map(({ status }) => status)).to.deep.equal([200, 200, 200]);
      expect((await read(chain)).entries).to.have.length(1);
    });

    const refused: [what: string, kind: string, fields: () => Entry, path: string][] = [
      [
        'a mark on an array of another job',
        'mark',
        () => ({ array: randomUUID(), modules: [0], mark: 'rinsed' }),
        'entries.0.array',
      ],
      [
        'a mark on a module that is not there',
        'mark',
        () => ({ array: chain.arrayId, modules: [0, 20], mark: 'rinsed' }),
        'entries.0.modules.1',
      ],
      [
        'a reading of an array of another job',
        'reading',
        () => ({
          when: 'before',
          array: randomUUID(),
          quantity: 'power',
          reading: { value: 1, poaIrradiance: 800, tempModule: 40 },
        }),
        'entries.0.array',
      ],
      ['a step that this job has not', 'step-started', () => ({ step: 'escalate' }), 'entries.0.step'],
      [
        'a caution that its step has not',
        'caution',
        () => ({ step: 'arrive', caution: 'made-up', answer: true }),
        'entries.0.caution',
      ],
      [
        'the retraction of an entry that is not there',
        'retracted',
        () => ({ entry: randomUUID(), reason: 'typed wrongly' }),
        'entries.0.entry',
      ],
    ];
    for (const [what, kind, fields, path] of refused) {
      it(`refuses ${what}, naming the field`, async () => {
        const answer = await post(chain, entry(kind, fields()));
        expect(answer.status).to.equal(400);
        expect(answer.body.issues[0].path).to.equal(path);
        expect((await read(chain)).entries).to.deep.equal([]);
      });
    }

    it('keeps nothing of a batch in which the last entry does not fit', async () => {
      const good = entry('water', { conductivity: 12, temperature: 18 });
      const bad = entry('mark', { array: chain.arrayId, modules: [99], mark: 'rinsed' });
      const answer = await post(chain, good, bad);
      expect(answer.body.issues[0].path).to.equal('entries.1.modules.0');
      expect((await read(chain)).entries).to.deep.equal([]);
    });

    it('stops a step whose caution was answered no until it is answered yes', async () => {
      const step = (await read(chain)).steps.find(({ cautions }: { cautions: unknown[] }) => cautions.length > 0);
      const say = (answer: boolean) =>
        step.cautions.map(({ key }: { key: string }) => entry('caution', { step: step.key, caution: key, answer }));
      await post(chain, ...say(false));
      const stopped = await post(chain, entry('step-done', { step: step.key }));
      expect(stopped.status).to.equal(409);
      expect(stopped.body.detail).to.include(step.cautions[0].key);
      const done = await post(chain, ...say(true), entry('step-done', { step: step.key }));
      expect(done.status).to.equal(200);
    });

    it('asks for a hazard again where the step that asked for it was left out', async () => {
      await post(chain, entry('cannot', { step: 'rinse', reason: 'in a hurry' }));
      const brush = (await read(chain)).steps.find(({ key }: { key: string }) => key === 'brush');
      const say = (key: string) => entry('caution', { step: 'brush', caution: key, answer: true });
      const own = brush.cautions.map(({ key }: { key: string }) => say(key));
      const early = await post(chain, ...own, entry('step-done', { step: 'brush' }));
      expect(early.status).to.equal(409);
      expect(early.body.detail).to.include('thermal');
      const met = brush.touches.map(({ key }: { key: string }) => say(key));
      expect((await post(chain, ...own, ...met, entry('step-done', { step: 'brush' }))).status).to.equal(200);
    });

    it('does not end a step that wets hot glass with cold water, both on record, whatever was answered', async () => {
      const job = await read(chain);
      const yes = job.steps
        .filter(({ key }: { key: string }) => ['arrive', 'rinse'].includes(key))
        .flatMap(({ key: step, cautions }: { key: string; cautions: { key: string }[] }) =>
          cautions.map(({ key }) => entry('caution', { step, caution: key, answer: true })),
        );
      const reading = { value: 4000, poaIrradiance: 850, tempModule: 46 };
      await post(
        chain,
        ...yes,
        entry('reading', { when: 'before', array: chain.arrayId, quantity: 'power', reading }),
        entry('water', { conductivity: 12, temperature: 19 }),
      );
      const held = await post(chain, entry('step-done', { step: 'rinse' }));
      expect([held.status, held.body.title]).to.deep.equal([409, 'The step is stopped']);
      expect(held.body.detail).to.match(/46 °C and water at 19 °C/);
      const done = await post(
        chain,
        entry('temperatures', { glass: 34, water: 19 }),
        entry('step-done', { step: 'rinse' }),
      );
      expect(done.status).to.equal(200);
    });

    it('does not end the wait for dry glass before its minutes are over', async () => {
      const wait = (await read(chain)).steps.find(({ key }: { key: string }) => key === 'dry');
      expect(wait.minutes).to.be.within(11, 60);
      const start = entry('step-started', { step: 'dry' });
      const early = await post(chain, start, entry('step-done', { step: 'dry' }));
      expect(early.status).to.equal(409);
      minute += wait.minutes;
      expect((await post(chain, start, entry('step-done', { step: 'dry' }))).status).to.equal(200);
    });

    it('is written by the crew, who cannot make a job or move one', async () => {
      const crew = await harness.as('crew');
      const kept = await crew.send('POST', `/api/jobs/${chain.jobId}/entries`, {
        entries: [entry('kit', { item: 'bucket', packed: true })],
      });
      expect(kept.status).to.equal(200);
      const job = await read(chain);
      const moved = await crew.send('PATCH', `/api/jobs/${chain.jobId}`, {
        version: job.version,
        scheduledFor: '2026-12-09',
      });
      expect(moved.status).to.equal(403);
    });

    it('does not change what the job was made of, whatever becomes of the array', async () => {
      const { arrays } = await owner.must('GET', `/api/sites/${chain.siteId}`);
      const { id, siteId: _site, ...fields } = arrays[0];
      await owner.must('PUT', `/api/arrays/${id}`, { ...fields, rows: 4 });
      expect((await read(chain)).arrays[0].rows).to.equal(2);
      expect((await post(chain, entry('mark', { array: id, modules: [30], mark: 'rinsed' }))).status).to.equal(400);
    });

    it('ends it when every step is done or marked as not possible', async () => {
      await finishJob(owner, chain);
      const job = await read(chain);
      expect(job.state).to.equal('washed');
      const { items } = await owner.must('GET', `/api/jobs?site=${chain.siteId}`);
      expect(items[0].modulesLeft).to.equal(0);
    });
  });

  describe('on the calendar', () => {
    it('move to another day until they have begun', async () => {
      const chain = await makeJob(owner);
      const { version } = await read(chain);
      const path = `/api/jobs/${chain.jobId}`;
      expect((await owner.must('PATCH', path, { version, scheduledFor: '2026-12-03' })).scheduledFor).to.equal(
        '2026-12-03',
      );
      await finishJob(owner, chain);
      const late = await owner.send('PATCH', path, {
        version: (await read(chain)).version,
        scheduledFor: '2026-12-04',
      });
      expect(late.status).to.equal(409);
      expect((await read(chain)).scheduledFor).to.equal('2026-12-03');
    });

    it('move while they are stopped, and not while they are worked on', async () => {
      const chain = await makeJob(owner);
      const move = async (scheduledFor: string) =>
        owner.send('PATCH', `/api/jobs/${chain.jobId}`, { version: (await read(chain)).version, scheduledFor });
      await post(chain, entry('step-started', { step: 'arrive' }));
      expect((await move('2026-12-08')).status).to.equal(409);
      await post(chain, entry('paused', { reason: 'storm' }));
      const moved = await move('2026-12-08');
      expect([moved.status, moved.body.scheduledFor, moved.body.state]).to.deep.equal([200, '2026-12-08', 'paused']);
    });

    it('do not move for somebody who read them before somebody else moved them', async () => {
      const chain = await makeJob(owner);
      const { version } = await read(chain);
      const path = `/api/jobs/${chain.jobId}`;
      await owner.must('PATCH', path, { version, scheduledFor: '2026-12-03' });
      const late = await owner.send('PATCH', path, { version, scheduledFor: '2026-12-05' });
      expect(late.status).to.equal(409);
      expect([late.body.current.scheduledFor, late.body.asked.scheduledFor]).to.deep.equal([
        '2026-12-03',
        '2026-12-05',
      ]);
    });

    it('are refused a date that no calendar has', async () => {
      const chain = await makeJob(owner);
      const answer = await owner.send('PATCH', `/api/jobs/${chain.jobId}`, { version: 1, scheduledFor: '2026-02-30' });
      expect([answer.status, answer.body.issues[0].path]).to.deep.equal([400, 'scheduledFor']);
    });

    it('are one for each visit of an accepted plan, dated from the first on, and once however often it is asked', async () => {
      const chain = await makeJob(owner, 3);
      const list = async () => (await owner.must('GET', `/api/jobs?site=${chain.siteId}`)).items;
      const first = await list();
      expect(first.map(({ visit }: { visit: number }) => visit)).to.deep.equal([1, 2, 3]);
      expect([first[0].id, first[0].scheduledFor]).to.deep.equal([chain.jobId, '2026-12-01']);
      const days = first.map((job: Item) => Date.parse(job.scheduledFor) / MILLISECONDS_PER_DAY);
      const [plan] = (await owner.must('GET', `/api/sites/${chain.siteId}/plans`)).items;
      const best: number[] = plan.output.visits.options[3].days;
      expect(days.map((day: number) => day - days[0])).to.deep.equal(best.map((day) => day - (best[0] ?? 0)));
      const body = { id: chain.jobId, scheduledFor: '2026-12-01' };
      await owner.must('POST', `/api/quotes/${chain.quoteId}/jobs`, body);
      expect(await list()).to.deep.equal(first);
      const again = await owner.send('POST', `/api/quotes/${chain.quoteId}/jobs`, { ...body, id: randomUUID() });
      expect(again.status).to.equal(409);
      const kept = await harness.sql(
        `select number, due::text, job_id from visits join agreements on agreements.id = agreement_id
         where quote_id = $1 order by number`,
        [chain.quoteId],
      );
      expect(kept.map(({ due }) => due)).to.deep.equal(first.map((job: Item) => job.scheduledFor));
      expect(kept.map(({ job_id }) => job_id)).to.deep.equal(first.map((job: Item) => job.id));
    });

    it('of a plan: the one that is due matters, then the one that was washed, then the next when it is near', async () => {
      const chain = await makeJob(owner, 2);
      const latest = async () => (await owner.must('GET', `/api/sites/${chain.siteId}`)).latest.jobId;
      expect(await latest()).to.equal(chain.jobId);
      await finishJob(owner, chain);
      expect(await latest(), 'washed').to.equal(chain.jobId);
      await harness.sql("update jobs set state = 'reported' where id = $1", [chain.jobId]);
      await harness.sql('update jobs set scheduled_for = $2 where quote_id = $1 and visit = 2', [
        chain.quoteId,
        testDay(180),
      ]);
      expect(await latest(), 'reported, the next half a year away').to.equal(chain.jobId);
      await harness.sql('update jobs set scheduled_for = $2 where quote_id = $1 and visit = 2', [
        chain.quoteId,
        testDay(20),
      ]);
      expect(await latest(), 'the next is near').not.to.equal(chain.jobId);
      const aYearAhead = testDay(340);
      const [quoteId, jobId] = [randomUUID(), randomUUID()];
      const quote = await owner.must('POST', `/api/sites/${chain.siteId}/quotes`, { id: quoteId });
      const sent = await owner.must('POST', `/api/quotes/${quoteId}/send`, { version: quote.version });
      await owner.must('POST', `/api/quotes/${quoteId}/decision`, { version: sent.version, decision: 'accepted' });
      await owner.must('POST', `/api/quotes/${quoteId}/jobs`, { id: jobId, scheduledFor: aYearAhead });
      expect(await latest(), 'booked of a newer quote, a year ahead').to.equal(jobId);
    });

    it('are one for a quote, however often it is asked for', async () => {
      const chain = await makeJob(owner);
      const again = await owner.send('POST', `/api/quotes/${chain.quoteId}/jobs`, {
        id: chain.jobId,
        scheduledFor: '2026-12-01',
      });
      expect(again.status).to.equal(200);
      const second = await owner.send('POST', `/api/quotes/${chain.quoteId}/jobs`, {
        id: randomUUID(),
        scheduledFor: '2026-12-02',
      });
      expect(second.status).to.equal(409);
    });
  });

  describe('in a list', () => {
    const chains: Chain[] = [];
    before(async () => {
      for (const day of ['2027-03-05', '2027-03-01', '2027-03-03']) {
        const chain = await makeJob(owner);
        const { version } = await read(chain);
        await owner.must('PATCH', `/api/jobs/${chain.jobId}`, { version, scheduledFor: day, reason: 'as they asked' });
        chains.push(chain);
      }
      await finishJob(owner, chains[0] as Chain);
    });

    const list = async (query: string): Promise<{ items: Item[]; next: string | null }> =>
      owner.must('GET', `/api/jobs?from=2027-03-01&to=2027-03-31${query}`);

    it('come by their day', async () => {
      const { items } = await list('');
      expect(items.map(({ scheduledFor }) => scheduledFor)).to.deep.equal(['2027-03-01', '2027-03-03', '2027-03-05']);
    });

    it('come in pages without a gap or a double', async () => {
      const days: string[] = [];
      let cursor: string | null = null;
      do {
        const page: Awaited<ReturnType<typeof list>> = await list(`&limit=2${cursor ? `&cursor=${cursor}` : ''}`);
        expect(page.items.length).to.be.at.most(2);
        days.push(...page.items.map(({ scheduledFor }) => scheduledFor));
        cursor = page.next;
      } while (cursor);
      expect(days).to.deep.equal(['2027-03-01', '2027-03-03', '2027-03-05']);
    });

    it('are told apart by whether there is work left', async () => {
      expect((await list('&open=yes')).items).to.have.length(2);
      const { items } = await list('&open=no');
      expect(items.map(({ id, state }) => [id, state])).to.deep.equal([[chains[0]?.jobId, 'washed']]);
    });

    it('are those of one site where one is named', async () => {
      const { items } = await list(`&site=${chains[1]?.siteId}`);
      expect(items.map(({ id }) => id)).to.deep.equal([chains[1]?.jobId]);
    });
  });
});
