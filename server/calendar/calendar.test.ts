import { randomBytes, randomUUID } from 'node:crypto';
import { expect } from 'chai';
import ICAL from 'ical.js';
import type { Agreement } from '../../contract/agreements/endpoints.ts';
import { addedDays } from '../../core/time/dates.ts';
import { Caller, makeJob, onStage } from '../testing/harness.ts';
import { feedOf } from './feed.ts';

interface Read {
  uid: string;
  summary: string;
  begins: string;
  ends: string;
  allDay: boolean;
  status: unknown;
  sequence: number;
}

/** What a calendar program makes of a feed. */
function readBack(text: string): Read[] {
  const calendar = new ICAL.Component(ICAL.parse(text));
  expect(calendar.getFirstPropertyValue('version')).to.equal('2.0');
  return calendar.getAllSubcomponents('vevent').map((component) => {
    const event = new ICAL.Event(component);
    return {
      uid: event.uid,
      summary: event.summary,
      begins: event.startDate.toString(),
      ends: event.endDate.toString(),
      allDay: event.startDate.isDate,
      status: component.getFirstPropertyValue('status'),
      sequence: event.sequence,
    };
  });
}

const NOW = new Date('2026-11-28T06:00:00Z');
const wash = {
  ...{ id: 'one', site: 'Fell barn; north, “old”', place: 'Larch Lane 1,\nMerrow', day: '2026-12-01', version: 3 },
  ...{
    begins: Date.parse('2026-12-01T04:30:00Z'),
    minutes: 90,
    modules: 20,
    visit: 1,
    passed: false,
    cancelled: false,
  },
};

describe('a calendar', () => {
  const of = (changes: object) =>
    readBack(feedOf({ firm: 'A firm', washes: [], windows: [], followUps: [], ...changes }, NOW));

  it('has a wash at its cool hour for as long as it takes, whatever its site is called', () => {
    expect(of({ washes: [wash] })).to.deep.equal([
      {
        uid: 'job-one@wide-pail',
        summary: 'Wash: Fell barn; north, “old”',
        begins: '2026-12-01T04:30:00Z',
        ends: '2026-12-01T06:00:00Z',
        allDay: false,
        status: 'CONFIRMED',
        sequence: 10,
      },
    ]);
  });

  it('has it all day where no hour is known, and says where it was called off', () => {
    const [found] = of({ washes: [{ ...wash, begins: null, cancelled: true }] });
    expect(found).to.include({ begins: '2026-12-01', ends: '2026-12-02', allDay: true, status: 'CANCELLED' });
  });

  it('has a higher sequence once its hour is known, once its day is over, and once it is moved to another day', () => {
    const unknown = { ...wash, begins: null };
    const sequences = [unknown, wash, { ...unknown, passed: true }, { ...unknown, version: wash.version + 1 }].map(
      (one) => of({ washes: [one] })[0]?.sequence ?? 0,
    );
    expect(sequences).to.deep.equal([...sequences].sort((one, other) => one - other));
    expect(new Set(sequences).size).to.equal(4);
  });

  it('has a visit to be booked over all days of its window', () => {
    const window = {
      id: 'v',
      site: 'Barn',
      number: 2,
      dueFrom: '2027-03-01',
      dueTo: '2027-03-28',
      cancelled: false,
      version: 1,
    };
    expect(of({ windows: [window] })[0]).to.include({ begins: '2027-03-01', ends: '2027-03-29', status: 'TENTATIVE' });
  });

  it('breaks no line longer than 75 octets', () => {
    const long = feedOf({ firm: 'F', washes: [{ ...wash, site: 'ô'.repeat(200) }], windows: [], followUps: [] }, NOW);
    for (const line of long.split('\r\n')) expect(Buffer.byteLength(line)).to.be.at.most(75);
    expect(readBack(long)[0]?.summary).to.equal(`Wash: ${'ô'.repeat(200)}`);
  });
});

describe('the calendar of somebody', () => {
  const { harness, owner } = onStage();
  const stranger = () => new Caller(harness.server.address);
  const feed = async (token: string) => {
    const { status, body } = await stranger().send('GET', `/api/calendar/by-link/${token}/pail.ics`);
    return { status, text: String(body) };
  };
  const subscribe = async (caller: Caller): Promise<string> =>
    (await caller.must('POST', '/api/session/calendar', {})).token;
  const ofId = (events: readonly Read[], id: string) => events.find(({ uid }) => uid.includes(id));

  it('follows a visit: booked it is on its day, moved on another with a higher sequence, left out it is cancelled', async () => {
    const token = await subscribe(owner);
    const { siteId } = await makeJob(owner, 2);
    const agreement = async (): Promise<Agreement> =>
      (await owner.must('GET', `/api/agreements?site=${siteId}`)).items[0];
    const [first] = (await agreement()).planned;
    const jobId = first?.job?.id ?? '';
    const before = ofId(readBack((await feed(token)).text), jobId);
    expect(before?.begins.slice(0, 10)).to.equal(first?.job?.scheduledFor);
    const due = addedDays(first?.due ?? '', 60);
    await owner.must('POST', `/api/visits/${first?.id}/due`, { version: first?.version, due, reason: 'rain' });
    const moved = ofId(readBack((await feed(token)).text), jobId);
    expect([moved?.uid, moved?.begins.slice(0, 10)]).to.deep.equal([before?.uid, due]);
    expect(moved?.sequence).to.be.above(before?.sequence ?? 0);
    const now = (await agreement()).planned.find(({ id }) => id === first?.id);
    await owner.must('POST', `/api/visits/${now?.id}/skip`, { version: now?.version, reason: 'rain' });
    const left = ofId(readBack((await feed(token)).text), jobId);
    expect([left?.uid, left?.status]).to.deep.equal([before?.uid, 'CANCELLED']);
    expect(left?.sequence).to.be.above(moved?.sequence ?? 0);
  });

  it('has what is to be followed up at the desk, and nothing but washes for the crew', async () => {
    const { siteId } = await makeJob(owner);
    const id = randomUUID();
    const quote = await owner.must('POST', `/api/sites/${siteId}/quotes`, { id });
    await owner.must('POST', `/api/quotes/${id}/send`, { version: quote.version });
    const said = { id: randomUUID(), said: 'Calls back', nextOn: '2027-01-11' };
    await owner.must('POST', `/api/quotes/${id}/follow-ups`, said);
    expect(ofId(readBack((await feed(await subscribe(owner))).text), id)?.begins).to.equal('2027-01-11');
    const crew = readBack((await feed(await subscribe(await harness.as('crew')))).text);
    expect(crew).not.to.deep.equal([]);
    expect(crew.every(({ uid }) => uid.startsWith('job-'))).to.equal(true);
  });

  it('is the same as a file, to whoever is signed in alone', async () => {
    const { status, body } = await owner.send('GET', '/api/calendar.ics');
    expect(status).to.equal(200);
    expect(readBack(String(body)).map(({ uid }) => uid)).to.deep.equal(
      readBack((await feed(await subscribe(owner))).text).map(({ uid }) => uid),
    );
    expect((await stranger().send('GET', '/api/calendar.ics')).status).to.equal(401);
  });

  it('ends with its link, which a new one takes the place of, and with whoever may not sign in any more', async () => {
    const crew = await harness.as('crew');
    const first = await subscribe(crew);
    const second = await subscribe(crew);
    expect([(await feed(first)).status, (await feed(second)).status]).to.deep.equal([404, 200]);
    await crew.must('DELETE', '/api/session/calendar');
    expect((await feed(second)).status).to.equal(404);
    expect(await crew.must('GET', '/api/session/calendar')).to.deep.equal({ madeAt: null });
    const third = await subscribe(crew);
    const { person } = await crew.must('GET', '/api/session');
    const { people } = await owner.must('GET', '/api/people');
    const own = people.find((one: { id: string }) => one.id === person.id);
    await owner.must('PATCH', `/api/people/${person.id}`, { version: own.version, disabled: true });
    expect((await feed(third)).status).to.equal(404);
  });

  it('is not guessed for long', async () => {
    const statuses: number[] = [];
    for (let at = 0; at < 16; at += 1) statuses.push((await feed(randomBytes(32).toString('base64url'))).status);
    expect(statuses.at(-1)).to.equal(429);
  });
});
