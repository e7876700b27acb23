import { randomUUID } from 'node:crypto';
import { expect } from 'chai';
import { arrayBody, inspectionBody, siteBody } from '../../contract/testing/bodies.ts';
import { MILLISECONDS_PER_DAY } from '../../core/time/utc.ts';
import { testDay, testInstant, testNow } from '../testing/clock.ts';
import { bookJob, type Chain, finishJob, makeJob, onStage } from '../testing/harness.ts';

type Listed = { id?: string; siteId: string; jobId?: string };

describe('the day', () => {
  const { harness, owner } = onStage();
  let chain: Chain;
  before(async () => {
    chain = await makeJob(owner);
  });

  const day = (date: string, caller = owner) => caller.must('GET', `/api/day?date=${date}`);
  const today = () => owner.must('GET', '/api/day');
  const sites = (rows: Listed[]) => rows.map(({ siteId }) => siteId);

  describe('on the axis of a day', () => {
    it('has its jobs with the hours in which the glass is cool, within the light of the day', async () => {
      const { jobs, firstLight, lastLight } = await day('2026-12-01');
      expect(jobs).to.have.length(1);
      expect(jobs[0].cool.length).to.be.at.least(1);
      for (const { from, to } of jobs[0].cool) {
        expect(from).to.be.at.least(firstLight - 0.25);
        expect(to).to.be.at.most(lastLight + 0.25);
        expect(from).to.be.below(to);
      }
    });

    it('says the litres and the road of each job', async () => {
      const [job] = (await day('2026-12-01')).jobs;
      const { water } = await owner.must('GET', `/api/jobs/${chain.jobId}`);
      expect([job.litres, job.travelMinutes, job.modules]).to.deep.equal([water.litres, 40, 20]);
    });

    it('is empty on a day without work, and lit all the same', async () => {
      const empty = await day('2027-06-21');
      expect(empty.jobs).to.deep.equal([]);
      expect(empty.firstLight).to.be.below(empty.lastLight);
    });

    it('has longer light in the summer of the company’s half of the world', async () => {
      const length = async (date: string) => {
        const { firstLight, lastLight } = await day(date);
        return lastLight - firstLight;
      };
      expect(await length('2026-12-21')).to.be.above((await length('2026-06-21')) + 3);
    });

    it('is today at the company where no date is named', async () => {
      const { date, zone } = await today();
      expect(date).to.equal(new Intl.DateTimeFormat('en-CA', { timeZone: zone }).format(testNow()));
    });

    it('is refused for a date that no calendar has', async () => {
      const answer = await owner.send('GET', '/api/day?date=2026-02-30');
      expect([answer.status, answer.body.issues[0].path]).to.deep.equal([400, 'date']);
    });
  });

  describe('ahead', () => {
    it('shows a job two weeks ahead as coming, and how much of its kit is in the van', async () => {
      const before = (await day('2026-11-25')).coming[0];
      expect(before).to.include({ id: chain.jobId, siteId: chain.siteId });
      expect(before.kit.packed).to.equal(0);
      const job = await owner.must('GET', `/api/jobs/${chain.jobId}`);
      const path = `/api/jobs/${chain.jobId}/entries`;
      const pack = (packed: boolean, at: string) =>
        owner.must('POST', path, { entries: [{ id: randomUUID(), at, kind: 'kit', item: job.kit[0].key, packed }] });
      await pack(true, '2026-11-30T18:00:00Z');
      expect((await day('2026-11-25')).coming[0].kit).to.deep.equal({ items: job.kit.length, packed: 1 });
      await pack(false, '2026-11-30T18:05:00Z');
      expect((await day('2026-11-25')).coming[0].kit.packed).to.equal(0);
    });

    it('ends after two weeks, and does not count the day itself', async () => {
      expect((await day('2026-11-17')).coming.map(({ id }: Listed) => id)).to.include(chain.jobId);
      expect((await day('2026-11-16')).coming.map(({ id }: Listed) => id)).not.to.include(chain.jobId);
      expect((await day('2026-12-01')).coming.map(({ id }: Listed) => id)).not.to.include(chain.jobId);
    });
  });

  describe('with what to chase', () => {
    async function jobOn(date: string): Promise<Chain> {
      const made = await makeJob(owner);
      const { version } = await owner.must('GET', `/api/jobs/${made.jobId}`);
      await owner.must('PATCH', `/api/jobs/${made.jobId}`, { version, scheduledFor: date, reason: 'as they asked' });
      return made;
    }

    it('names a job whose day has passed, until it is washed', async () => {
      const late = await jobOn('2026-01-05');
      expect(sites((await today()).chase.late)).to.include(late.siteId);
      await finishJob(owner, late);
      expect(sites((await today()).chase.late)).not.to.include(late.siteId);
    });

    it('names a wash without a signed report, until it is signed', async () => {
      const washed = await jobOn('2026-01-06');
      await finishJob(owner, washed);
      expect(sites((await today()).chase.unsigned)).to.include(washed.siteId);
      const report = await owner.must('POST', `/api/jobs/${washed.jobId}/reports`, { id: randomUUID() });
      await owner.must('POST', `/api/reports/${report.id}/signature`, { name: 'Ada', version: report.version });
      expect(sites((await today()).chase.unsigned)).not.to.include(washed.siteId);
    });

    it('names a quote that is to be followed up by today, and none that was sent just now', async () => {
      const quote = await owner.must('POST', `/api/sites/${chain.siteId}/quotes`, { id: randomUUID() });
      await owner.must('POST', `/api/quotes/${quote.id}/send`, { version: quote.version });
      const waiting = async () => (await today()).chase.quotes.map(({ id }: Listed) => id);
      expect(await waiting()).not.to.include(quote.id);
      const old = randomUUID();
      await harness.sql(
        `insert into quotes (id, site_id, plan_id, number, revision, state, content, created_at, by, sent_at, valid_until, next_on,
           calculation_version, gross, currency)
         select $1, site_id, plan_id, number + 1000, 1, 'sent', content, created_at, by, $3, $4, $5,
           calculation_version, gross, currency
         from quotes where id = $2`,
        [old, quote.id, testInstant(-6 * MILLISECONDS_PER_DAY), testDay(20), testDay(-1)],
      );
      expect(await waiting()).to.include(old);
    });

    it('names a site that nobody has looked at for a year, the longest ago first', async () => {
      const never = siteBody({ name: 'Never seen' });
      const long = siteBody({ name: 'Long not seen' });
      for (const site of [never, long]) {
        await owner.must('POST', '/api/sites', site);
        const array = arrayBody();
        await owner.must('POST', `/api/sites/${site.id}/arrays`, array);
        if (site === long)
          await owner.must(
            'POST',
            `/api/arrays/${array.id}/inspections`,
            inspectionBody({ inspectedAt: '2024-05-01T08:00:00Z' }),
          );
      }
      const { unlooked } = (await today()).chase;
      expect(sites(unlooked)).to.deep.equal([never.id, long.id]);
      expect(unlooked.map(({ lastLook }: { lastLook: string | null }) => lastLook)).to.deep.equal([
        null,
        '2024-05-01T08:00:00.000Z',
      ]);
    });

    it('names an array that a wash is expected to pay for, until one is booked', async () => {
      const site = siteBody({ name: 'Dear dirt', energyBought: 90_000_000, energySold: 90_000_000 });
      const array = arrayBody();
      await owner.must('POST', '/api/sites', site);
      await owner.must('POST', `/api/sites/${site.id}/arrays`, array);
      await owner.must('POST', `/api/arrays/${array.id}/inspections`, inspectionBody());
      const { output } = await owner.must('POST', `/api/arrays/${array.id}/reckonings`, { id: randomUUID() });
      const listed = async () =>
        (await today()).chase.paying.find(({ siteId }: { siteId: string }) => siteId === site.id);
      expect(await listed()).to.include({ arrays: array.name, lookOn: output.lookOn });
      await bookJob(owner, site.id);
      expect(await listed()).to.equal(undefined);
    });

    it('keeps quotes and what is for the desk from the crew', async () => {
      const crew = await harness.as('crew');
      const { chase } = await crew.must('GET', '/api/day');
      expect([chase.quotes, chase.unlooked, chase.paying, chase.unsigned]).to.deep.equal([[], [], [], []]);
    });
  });
});
