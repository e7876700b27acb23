import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setImmediate } from 'node:timers/promises';
import { expect } from 'chai';
import type { Workers } from '../compute/workers.ts';
import { type Memory, remembering, sharedMemory } from './remembered.ts';

/** Threads that say what they were given, and count how often they were asked. */
function counting(known?: Memory) {
  const asked: unknown[] = [];
  const inner = {
    run: async (_name: string, input: unknown) => {
      asked.push(input);
      return { said: input };
    },
    of: () => inner,
    close: async () => undefined,
  } as unknown as Workers;
  return { asked, workers: remembering(inner, known) };
}
const ask = (workers: Workers, name: string, input: unknown): Promise<unknown> =>
  workers.run(name as 'reckon', input as never);

describe('threads that remember', () => {
  it('work the same out once under other ids, and answer under those', async () => {
    const { asked, workers } = counting();
    const [one, other] = [randomUUID(), randomUUID()];
    await ask(workers, 'reckon', { id: one, seen: { [`eye:${one}`]: 3 } });
    const answer = await ask(workers.of('somebody'), 'reckon', { id: other, seen: { [`eye:${other}`]: 3 } });
    expect(answer).to.deep.equal({ said: { id: other, seen: { [`eye:${other}`]: 3 } } });
    expect(asked).to.have.length(1);
  });

  it('work out anew what is asked otherwise, and what is not only figures', async () => {
    const { asked, workers } = counting();
    const id = randomUUID();
    await ask(workers, 'reckon', { id, tilt: 20 });
    await ask(workers, 'reckon', { id, tilt: 21 });
    await ask(workers, 'makePlan', { id, tilt: 20 });
    for (let times = 0; times < 2; times += 1) await ask(workers, 'renderPaper', { id });
    expect(asked).to.have.length(5);
  });

  it('hear what another process of the run has worked out, under their own ids', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'pail-remembered-'));
    try {
      const [here, there] = [counting(sharedMemory(folder)), counting(sharedMemory(folder))];
      const [one, other] = [randomUUID(), randomUUID()];
      await ask(here.workers, 'reckon', { id: one, lost: [1, 2] });
      await setImmediate();
      const answer = await ask(there.workers, 'reckon', { id: other, lost: [1, 2] });
      expect(answer).to.deep.equal({ said: { id: other, lost: [1, 2] } });
      expect([here.asked.length, there.asked.length]).to.deep.equal([1, 0]);
    } finally {
      rmSync(folder, { recursive: true });
    }
  });
});
