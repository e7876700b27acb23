import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import type { EndpointName } from '../../contract/index.ts';
import { arrayBody, inspectionBody, safetyBody } from '../../contract/testing/bodies.ts';
import { seededRandom } from '../../core/statistics/random.ts';
import { testDay, testInstant } from '../../server/testing/clock.ts';
import {
  type Answer,
  bookJob,
  Caller,
  type Chain,
  finishJob,
  type Harness,
  makeJob,
  readingEntry,
  startHarness,
} from '../../server/testing/harness.ts';
import { type Attack, tally } from './attack.ts';

/** What a pair acts on, as far as it needs it: all of one site. */
interface World {
  owner: Caller;
  stranger: () => Caller;
  siteId: string;
  arrayId: string;
  /** an offer that waits, its link, and what a customer reads by it */
  offer: { quoteId: string; letterId: string; token: string; sha256: string };
  /** an agreement of three visits, all booked */
  agreement: { id: string; chain: Chain; visitId: string; photoId: string };
  /** the report of a job that is washed */
  report: { id: string; jobId: string; photoId: string };
  person: { id: string };
}
type Part = 'offer' | 'agreement' | 'report' | 'person';

interface Act {
  name: EndpointName;
  /** what it changes for good, so that the next pair needs another one */
  needs: readonly Part[];
  /** reads what it has to name, and gives what sends it: of two both have read before either acts */
  ready: (world: World) => Promise<() => Promise<Answer>>;
  /** where it is shut in the state that the pair begins in, and opens with what the other does */
  shut?: true;
}

const HAND = [
  [
    [0.1, 0.1],
    [0.5, 0.2],
    [0.9, 0.1],
  ],
];
const reason = 'as they asked';
const id = () => randomUUID();

/** An endpoint at which a body is sent that names a version, which is read first. */
const versioned = (
  name: EndpointName,
  needs: readonly Part[],
  read: (world: World) => string,
  version: (body: Answer['body'], world: World) => number,
  send: (world: World, version: number, body: Answer['body']) => [method: string, path: string, body: object],
): Act => ({
  name,
  needs,
  ready: async (world) => {
    const body = await world.owner.must('GET', read(world));
    const [method, path, content] = send(world, version(body, world), body);
    return () => world.owner.send(method, path, content);
  },
});

/** One face of a site that was read whole. */
const faceOf = ({ arrays }: Answer['body'], arrayId: string) => arrays.find(({ id }: { id: string }) => id === arrayId);

/** An endpoint at which something is added, under an id of its own. */
const added = (
  name: EndpointName,
  needs: readonly Part[],
  send: (world: World) => [method: string, path: string, body: object],
): Act => ({
  name,
  needs,
  ready: async (world) => {
    const [method, path, content] = send(world);
    return () => world.owner.send(method, path, content);
  },
});

/** An endpoint that is shut as things stand when a pair begins. */
const shut = (act: Act): Act => ({ ...act, shut: true });

/** An endpoint that a customer comes to by a link. */
const byLink = (name: EndpointName, path: string, body: (world: World) => object): Act => ({
  name,
  needs: ['offer'],
  ready: async (world) => {
    const content = body(world);
    return () => world.stranger().send('POST', `/api/letters/by-link/${world.offer.token}${path}`, content);
  },
});

const quote = ({ offer }: World) => `/api/quotes/${offer.quoteId}`;
const agreed = ({ agreement }: World) => `/api/agreements/${agreement.id}`;
const visitIn = (body: Answer['body'], { agreement }: World) =>
  body.planned.find((one: { id: string }) => one.id === agreement.visitId).version as number;
const ownVersion = ({ version }: Answer['body']): number => version;
const photoOf = (part: 'agreement' | 'report') => (world: World) => world[part].photoId;

const VISITS: Act[] = [
  versioned('moveVisit', ['agreement'], agreed, visitIn, ({ agreement }, version) => [
    ...(['POST', `/api/visits/${agreement.visitId}/due`, { version, due: testDay(40), reason }] as const),
  ]),
  versioned('skipVisit', ['agreement'], agreed, visitIn, ({ agreement }, version) => [
    ...(['POST', `/api/visits/${agreement.visitId}/skip`, { version, reason }] as const),
  ]),
  shut(
    versioned('resumeVisit', ['agreement'], agreed, visitIn, ({ agreement }, version) => [
      ...(['POST', `/api/visits/${agreement.visitId}/resume`, { version }] as const),
    ]),
  ),
  shut(
    added('bookVisit', ['agreement'], ({ agreement }) => [
      ...(['POST', `/api/visits/${agreement.visitId}/jobs`, { id: id(), scheduledFor: testDay(20), reason }] as const),
    ]),
  ),
  added('addVisit', ['agreement'], (world) => [
    'POST',
    `${agreed(world)}/visits`,
    { id: id(), due: testDay(90), reason },
  ]),
  shut(
    versioned('renewAgreement', ['agreement'], agreed, ownVersion, (world, version) => [
      ...(['POST', `${agreed(world)}/renewal`, { version }] as const),
    ]),
  ),
  versioned('cancelAgreement', ['agreement'], agreed, ownVersion, (world, version) => [
    ...(['POST', `${agreed(world)}/cancel`, { version, reason }] as const),
  ]),
  versioned('noteDeposit', ['agreement'], agreed, ownVersion, (world, version) => [
    ...(['POST', `${agreed(world)}/deposit`, { version, on: testDay() }] as const),
  ]),
  shut(
    added('scheduleJob', ['agreement'], ({ agreement }) => [
      ...(['POST', `/api/quotes/${agreement.chain.quoteId}/jobs`, { id: id(), scheduledFor: testDay(30) }] as const),
    ]),
  ),
  versioned(
    'moveJob',
    ['agreement'],
    ({ agreement }) => `/api/jobs/${agreement.chain.jobId}`,
    ownVersion,
    ({ agreement }, version) => [
      ...(['PATCH', `/api/jobs/${agreement.chain.jobId}`, { version, scheduledFor: testDay(33), reason }] as const),
    ],
  ),
  added('addEntries', ['agreement'], ({ agreement, arrayId }) => [
    ...(['POST', `/api/jobs/${agreement.chain.jobId}/entries`, { entries: [readingEntry(arrayId, 4100)] }] as const),
  ]),
];

const OFFERS: Act[] = [
  versioned('decideQuote', ['offer'], quote, ownVersion, (world, version) => [
    ...(['POST', `${quote(world)}/decision`, { version, decision: 'accepted', choice: 'one' }] as const),
  ]),
  added('reviseQuote', ['offer'], (world) => ['POST', `${quote(world)}/revisions`, { id: id() }]),
  added('followUpQuote', ['offer'], (world) => [
    'POST',
    `${quote(world)}/follow-ups`,
    { id: id(), said: 'soon', nextOn: null },
  ]),
  added('makeLetter', ['offer'], (world) => ['POST', `${quote(world)}/letters`, { id: id() }]),
  added('withdrawLetter', ['offer'], ({ offer }) => ['POST', `/api/letters/${offer.letterId}/withdraw`, {}]),
  added('answerLetter', ['offer'], ({ offer }) => [
    ...(['POST', `/api/letters/${offer.letterId}/messages`, { id: id(), text: 'An hour.' }] as const),
  ]),
  byLink('noteLetterRead', '/reading', () => ({})),
  byLink('askByLetter', '/messages', () => ({ id: id(), text: 'How long?' })),
  byLink('decideByLetter', '/decision', ({ offer }) => ({
    ...{ id: id(), decision: 'accepted', choice: 'one', name: 'A. Customer', agreed: true },
    ...{ strokes: HAND, sha256: offer.sha256 },
  })),
];

/** A picture of a job that is open, and of one that is signed meanwhile. */
const pictures = (part: 'agreement' | 'report'): Act[] => {
  const photo = photoOf(part);
  const versionOf = (body: Answer['body'], world: World) =>
    body.items.find((one: { id: string }) => one.id === photo(world))?.version ?? 1;
  const listed = ({ siteId }: World) => `/api/sites/${siteId}/photos?limit=100`;
  return [
    versioned('changePhoto', [part], listed, versionOf, (world, version) => [
      ...(['PATCH', `/api/photos/${photo(world)}`, { version, arrayId: world.arrayId, caption: 'the ridge' }] as const),
    ]),
    versioned('removePhoto', [part], listed, versionOf, (world, version) => [
      ...(['POST', `/api/photos/${photo(world)}/removal`, { version, reason }] as const),
    ]),
    added('markPhoto', [part], (world) => [
      ...([
        'POST',
        `/api/photos/${photo(world)}/marks`,
        { id: id(), kind: 'circle', x: 0.5, y: 0.5, radius: 0.1, label: 'here' },
      ] as const),
    ]),
  ];
};

const REPORTS: Act[] = [
  shut(added('draftReport', ['report'], ({ report }) => ['POST', `/api/jobs/${report.jobId}/reports`, { id: id() }])),
  versioned(
    'signReport',
    ['report'],
    ({ report }) => `/api/reports/${report.id}`,
    ownVersion,
    ({ report }, version) => [...(['POST', `/api/reports/${report.id}/signature`, { version }] as const)],
  ),
  shut(
    added('amendReport', ['report'], ({ report }) => [
      ...(['POST', `/api/reports/${report.id}/amendments`, { id: id(), text: 'It was pollen.', reason }] as const),
    ]),
  ),
  added('addEntries', ['report'], ({ report, arrayId }) => [
    ...(['POST', `/api/jobs/${report.jobId}/entries`, { entries: [readingEntry(arrayId, 4200, 'after')] }] as const),
  ]),
];

const site = ({ siteId }: World) => `/api/sites/${siteId}`;
const SITES: Act[] = [
  versioned(
    'changeSite',
    [],
    site,
    ({ site: { version } }) => version,
    (world, version, { site: own, customer }) => {
      const { id: _id, customerId: _customerId, version: _version, ...fields } = own;
      return ['PUT', site(world), { ...fields, customer, version, notes: id() }];
    },
  ),
  versioned(
    'changeArray',
    [],
    site,
    // Earlier pairs have put up more faces beside it.
    (spread, { arrayId }) => faceOf(spread, arrayId).version,
    ({ arrayId }, version, spread) => {
      const { id: _id, siteId: _siteId, version: _version, ...fields } = faceOf(spread, arrayId);
      return ['PUT', `/api/arrays/${arrayId}`, { ...fields, version }];
    },
  ),
  added('createArray', [], (world) => [
    'POST',
    `${site(world)}/arrays`,
    arrayBody({ name: `Face ${id().slice(0, 6)}` }),
  ]),
  added('recordInspection', [], ({ arrayId }) => ['POST', `/api/arrays/${arrayId}/inspections`, inspectionBody()]),
  added('addWaterReading', [], (world) => [
    ...([
      'POST',
      `${site(world)}/water-readings`,
      { id: id(), conductivity: 300, temperature: 18, takenAt: testInstant() },
    ] as const),
  ]),
  versioned(
    'writeSafety',
    [],
    (world) => `${site(world)}/safety`,
    ownVersion,
    (world, version) => [...(['PUT', `${site(world)}/safety`, safetyBody({ version })] as const)],
  ),
  added('draftQuote', [], (world) => ['POST', `${site(world)}/quotes`, { id: id() }]),
];

const personVersion = ({ people }: Answer['body'], { person }: World): number =>
  people.find((one: { id: string }) => one.id === person.id).version;
const PEOPLE: Act[] = [
  versioned(
    'changePerson',
    ['person'],
    () => '/api/people',
    personVersion,
    ({ person }, version) => [...(['PATCH', `/api/people/${person.id}`, { version, role: 'estimator' }] as const)],
  ),
  versioned(
    'changePerson',
    ['person'],
    () => '/api/people',
    personVersion,
    ({ person }, version) => [...(['PATCH', `/api/people/${person.id}`, { version, disabled: true }] as const)],
  ),
  added('makeResetLink', ['person'], ({ person }) => ['POST', `/api/people/${person.id}/reset-links`, { id: id() }]),
  added('dropFactorOf', ['person'], ({ person }) => ['DELETE', `/api/people/${person.id}/second-factor`, {}]),
];

/** Endpoints that share tables, a room each; every one of a room meets every one of it, itself too. */
const ROOMS: readonly (readonly Act[])[] = [
  [...VISITS, ...pictures('agreement')],
  OFFERS,
  [...REPORTS, ...pictures('report')],
  [...SITES, ...VISITS.slice(0, 2), ...OFFERS.slice(0, 2)],
  PEOPLE,
];

/** What holds in the database whatever was done at once; each finds what breaks it. */
const INVARIANTS: Record<string, string> = {
  'one revision of a number is accepted': `select number from quotes where state = 'accepted' group by number having count(*) > 1`,
  'an accepted quote is one agreement': `select q.id from quotes q left join agreements a on a.quote_id = q.id
    where q.state = 'accepted' group by q.id having count(a.id) <> 1`,
  'an agreement is of an accepted quote': `select a.id from agreements a join quotes q on q.id = a.quote_id where q.state <> 'accepted'`,
  'nothing is accepted after it was withdrawn': `select e.id from letter_events e join letters l on l.id = e.letter_id
    where e.kind = 'accepted' and l.withdrawn_at < e.at`,
  'a job is done as one visit':
    'select job_id from visits where job_id is not null group by job_id having count(*) > 1',
  'every open job of an agreement is that of a visit': `select j.id from jobs j join agreements a on a.quote_id = j.quote_id
    where j.state in ('scheduled', 'paused', 'in-hand') and not exists (select from visits v where v.job_id = j.id)`,
  'a visit that was left out has no job to come': `select v.id from visits v join jobs j on j.id = v.job_id
    where v.skipped_at is not null and j.state = 'scheduled'`,
  'an agreement that was ended has no job to come': `select j.id from jobs j join visits v on v.job_id = j.id
    join agreements a on a.id = v.agreement_id where a.state = 'cancelled' and j.state = 'scheduled'`,
  'visits of an agreement have a number each':
    'select agreement_id from visits group by agreement_id, number having count(*) > 1',
  'a signed report is of a job that is reported, and the other way round': `select r.id from reports r join jobs j on j.id = r.job_id
    where (r.state = 'signed') <> (j.state = 'reported')`,
  'a job has one report': 'select job_id from reports group by job_id having count(*) > 1',
  'no picture is added or filed after the signature': `select p.id from photos p join reports r on r.job_id = p.job_id
    where r.state = 'signed' and p.recorded_at > r.signed_at`,
};

/** Makes what a pair needs anew, on one site. */
function worlds(stage: Harness) {
  const { owner } = stage;
  let standing: Chain;
  let picture: Buffer;
  const parts: { [P in Part]: () => Promise<World[P]> } = {
    async offer() {
      const quoteId = id();
      const { version } = await owner.must('POST', `/api/sites/${standing.siteId}/quotes`, { id: quoteId });
      const { paper } = await owner.must('POST', `/api/quotes/${quoteId}/send`, { version });
      const { id: letterId, token } = await owner.must('POST', `/api/quotes/${quoteId}/letters`, { id: id() });
      return { quoteId, letterId, token, sha256: paper.sha256 };
    },
    async agreement() {
      const chain = { ...standing, ...(await bookJob(owner, standing.siteId, 3)) };
      const { items } = await owner.must('GET', `/api/agreements?site=${standing.siteId}&limit=1`);
      const [{ id: agreementId, planned }] = items;
      const visitId = planned.find(({ job }: { job: { id: string } | null }) => job?.id === chain.jobId).id;
      return { id: agreementId, chain, visitId, photoId: await photo(chain.jobId) };
    },
    async report() {
      const chain = { ...standing, ...(await bookJob(owner, standing.siteId)) };
      const photoId = await photo(chain.jobId);
      await finishJob(owner, chain, false);
      const report = id();
      await owner.must('POST', `/api/jobs/${chain.jobId}/reports`, { id: report });
      return { id: report, jobId: chain.jobId, photoId };
    },
    async person() {
      const caller = await stage.as('crew');
      return { id: (await caller.must('GET', '/api/session')).person.id };
    },
  };
  /** A site taken as far as a job, by a company that asks for a deposit. */
  async function standOnce(): Promise<Chain> {
    const { demo: _demo, ...company } = await owner.must('GET', '/api/company');
    await owner.must('PUT', '/api/company', { ...company, prices: { ...company.prices, depositShare: 0.3 } });
    return makeJob(owner);
  }
  async function photo(jobId: string): Promise<string> {
    const [form, own] = [new FormData(), id()];
    for (const [key, value] of Object.entries({ id: own, arrayId: standing.arrayId, jobId, role: 'soil' }))
      form.append(key, value);
    form.append('file', new Blob([new Uint8Array(picture)]), 'roof.jpg');
    await owner.must('POST', '/api/photos', form);
    return own;
  }
  return async (needs: readonly Part[]): Promise<World> => {
    standing ??= await standOnce();
    picture ??= await sharp({ create: { width: 40, height: 20, channels: 3, background: '#446688' } })
      .jpeg()
      .toBuffer();
    const { siteId, arrayId } = standing;
    const made: Partial<World> = { owner, stranger: () => new Caller(stage.server.address), siteId, arrayId };
    for (const part of new Set(needs)) Object.assign(made, { [part]: await parts[part]() });
    return made as World;
  };
}

/** Every pair of endpoints of a room, each with itself too. */
function pairsOf(rooms: readonly (readonly Act[])[]): [Act, Act][] {
  return rooms.flatMap((acts) => acts.flatMap((one, at) => acts.slice(at).map((other): [Act, Act] => [one, other])));
}

/** Two endpoints that change the same things at once: each answers, none with a mistake of ours, and what must hold holds. */
export const pairs: Attack = {
  name: 'pairs of endpoints at once',
  full: pairsOf(ROOMS).length,
  small: 2,
  async run(times) {
    const { hold, outcome } = tally();
    const stage = await startHarness({});
    const world = worlds(stage);
    const random = seededRandom(29);
    const all = pairsOf(ROOMS);
    const chosen =
      times >= all.length
        ? all
        : Array.from({ length: times }, () => all[Math.floor(random() * all.length)] as [Act, Act]);
    try {
      for (const [one, other] of chosen) {
        const where = `${one.name} and ${other.name}`;
        const own = await world([...one.needs, ...other.needs]);
        const sends = [await one.ready(own), await other.ready(own)];
        const answers = await Promise.all(sends.map((send) => send()));
        for (const { status, body } of answers)
          hold(status < 500, `${where}: ${status} ${JSON.stringify(body).slice(0, 200)}`);
        // Of two that are open each may be first; the other may find that it came too late.
        const open = !one.shut || !other.shut;
        const said = answers.map(({ status, body }) => `${status} ${body?.detail ?? ''}`).join(' / ');
        hold(
          answers.some(({ status }) => status < 300) === open,
          `${where}: ${open ? 'none' : 'one'} was taken: ${said}`,
        );
        for (const [what, sql] of Object.entries(INVARIANTS)) {
          const rows = await stage.sql(sql);
          hold(rows.length === 0, `${where}: ${what}: ${JSON.stringify(rows.slice(0, 2))}`);
        }
      }
    } finally {
      await stage.stop();
    }
    return outcome;
  },
};
