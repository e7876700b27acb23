import { randomUUID } from 'node:crypto';
import { type Random, seededRandom } from '../../core/statistics/random.ts';
import { Caller, type Chain, type Harness, makeJob, startHarness } from '../../server/testing/harness.ts';
import type { EntryItem, Outcome as Sent, Transport } from '../../web/device/items.ts';
import { createOutbox, type OutboxEngine } from '../../web/outbox/engine.ts';
import { outcomeOf } from '../../web/outbox/transport.ts';
import { handClock, memoryStore } from '../../web/testing/outbox.ts';
import { type Attack, tally } from './attack.ts';

const STEPS = 40;

interface Person {
  id: string;
  name: string;
  caller: Caller;
}

/** The line between a phone and the server, which may be down, hang, or lose the answer after the server has kept it. */
type Line = 'up' | 'down' | 'hangs' | 'loses answers';

/** A phone: what it keeps outlives the page, who is signed in and how good the line is changes. */
function phone(name: string, people: Person[]) {
  const store = memoryStore();
  const clock = handClock(Date.now());
  const state = { line: 'up' as Line, person: people[0] as Person | null };
  const never = () => new Promise<never>(() => undefined);

  async function overTheLine<T>(send: (caller: Caller) => Promise<T>, otherwise: T): Promise<T> {
    if (state.line === 'down') return otherwise;
    if (state.line === 'hangs') return never();
    const done = await send(state.person?.caller ?? new Caller(''));
    return state.line === 'loses answers' ? otherwise : done;
  }

  const transport: Transport = {
    who: () =>
      overTheLine<Awaited<ReturnType<Transport['who']>>>(
        async () => ({ personId: state.person?.id ?? null, now: new Date().toISOString() }),
        'unreachable',
      ),
    entries: (jobId, items) =>
      overTheLine<Sent>(
        async (caller) => {
          const body = { entries: items.map(({ entry }) => entry), by: items[0]?.by?.id, device: name };
          const answer = await caller.send('POST', `/api/jobs/${jobId}/entries`, body);
          return answer.status === 200 ? { kind: 'kept' } : outcomeOf(answer.body);
        },
        { kind: 'unreachable' },
      ),
    photo: async () => ({ kind: 'kept' }),
    taken: async () => undefined,
  };
  const open = (): OutboxEngine => createOutbox({ store, transport, clock });
  return { name, store, clock, state, open, engine: open() };
}

type Phone = ReturnType<typeof phone>;

/** Waits for sending to end; what hangs is given up by the clock of the phone, one request after another. */
async function through(one: Phone, flushed: Promise<void>): Promise<void> {
  let ended = false;
  const end = flushed.finally(() => {
    ended = true;
  });
  while (!ended) {
    await new Promise((resolve) => setTimeout(resolve, 2));
    if (one.state.line === 'hangs') await one.clock.move(30_000);
  }
  await end;
}

/** One schedule: ticks, lines that fail, people who change, a store that is full, pages that are killed. */
async function schedule(random: Random, stage: Harness, people: Person[]) {
  const chain: Chain = await makeJob(stage.owner);
  const phones = [phone('phone-a', people), phone('phone-b', people)];
  const kept: { item: EntryItem; phone: Phone }[] = [];
  const pick = <T>(from: readonly T[]): T => from[Math.floor(random() * from.length)] as T;
  for (let step = 0; step < STEPS; step += 1) {
    const one = pick(phones);
    const what = random();
    if (what < 0.5) {
      const by = one.state.person ?? pick(people);
      const id = randomUUID();
      const item: EntryItem = {
        kind: 'entry',
        id,
        jobId: chain.jobId,
        by: { id: by.id, name: by.name },
        device: one.name,
        entry: { id, at: new Date().toISOString(), kind: 'kit', item: `item-${step}`, packed: true },
      };
      if (await one.engine.add(item)) kept.push({ item, phone: one });
    } else if (what < 0.68) one.state.line = pick(['up', 'down', 'hangs', 'loses answers'] as const);
    else if (what < 0.76) one.state.person = pick([...people, null]);
    else if (what < 0.82) one.store.full = !one.store.full;
    else if (what < 0.9) one.engine = one.open();
    else {
      await through(one, one.engine.flush(true));
    }
    // Whatever hangs is given up by the clock of the phone.
    await one.clock.move(30_000);
  }
  // In the end the line is good, and each person signs in once on each phone.
  for (const one of phones) {
    one.state.line = 'up';
    one.store.full = false;
    await one.clock.move(400_000);
    for (const person of people) {
      one.engine = one.open();
      one.state.person = person;
      await through(one, one.engine.flush(true));
      await through(one, one.engine.flush(true));
    }
  }
  return { chain, kept, phones };
}

/** What two phones keep without a signal arrives once, under whoever did it, whatever happens on the way. */
export const offline: Attack = {
  name: 'offline schedules',
  full: 40,
  small: 4,
  async run(times) {
    const { hold, outcome } = tally();
    const stage = await startHarness({});
    try {
      const people: Person[] = [];
      for (const role of ['crew', 'crew', 'estimator'] as const) {
        const caller = await stage.as(role);
        const { person } = await caller.must('GET', '/api/session');
        people.push({ id: person.id, name: `${person.name} ${people.length}`, caller });
      }
      for (let round = 0; round < times; round += 1) {
        const { chain, kept, phones } = await schedule(seededRandom(1000 + round), stage, people);
        const rows = await stage.sql('select id, by, device from job_entries where job_id = $1', [chain.jobId]);
        for (const { item, phone: one } of kept) {
          const found = rows.filter(({ id }) => id === item.id);
          const where = `schedule ${round}, ${item.id}`;
          hold(found.length === 1, `${where}: there ${found.length} times`);
          hold(found[0]?.by === item.by?.id, `${where}: kept as somebody else's`);
          hold(found[0]?.device === one.name, `${where}: kept as of another device`);
        }
        hold(rows.length === kept.length, `schedule ${round}: ${rows.length} rows of ${kept.length} ticks`);
        for (const one of phones) hold((await one.store.list()).length === 0, `schedule ${round}: something is left`);
      }
    } finally {
      await stage.stop();
    }
    return outcome;
  },
};
