import { randomBytes, randomUUID } from 'node:crypto';
import { expect } from 'chai';
import { Caller, onStage } from '../testing/harness.ts';

describe('private links, whatever they open', () => {
  const { harness, owner } = onStage(() => ({ BEHIND_PROXY: 'yes' }));
  const made = () => randomBytes(32).toString('base64url');
  const from = (address: string, path: string) =>
    new Caller(harness.server.address).send('GET', path, undefined, { 'x-forwarded-for': address });
  const KINDS = [
    (token: string) => `/api/letters/by-link/${token}`,
    (token: string) => `/api/letters/by-link/${token}/paper.pdf`,
    (token: string) => `/api/calls/by-link/${token}`,
    (token: string) => `/api/invitations/by-link/${token}`,
    (token: string) => `/api/reset-links/${token}`,
    (token: string) => `/api/calendar/by-link/${token}/pail.ics`,
  ];

  /** Guesses each kind in turn. @param address of each guess */
  async function guess(times: number, address: (at: number) => string): Promise<number[]> {
    const statuses: number[] = [];
    for (let at = 0; at < times; at += 1)
      statuses.push((await from(address(at), (KINDS[at % KINDS.length] as (token: string) => string)(made()))).status);
    return statuses;
  }

  it('are guessed ten times by one caller, of all kinds together, and then it waits', async () => {
    const statuses = await guess(16, () => '192.0.2.9');
    expect(statuses.slice(0, 10)).to.deep.equal(Array(10).fill(404));
    expect(statuses.slice(10)).to.include(429);
  });

  it('count a network of the newer kind as one caller, whichever of its addresses asks', async () => {
    const statuses = await guess(16, (at) => `2001:db8:7:7:${at + 1}::${at + 1}`);
    expect(statuses.slice(10)).to.include(429);
    expect((await guess(1, () => '2001:db8:7:8::1'))[0], 'another network').to.equal(404);
  });

  it('are open to whoever has one, however much was guessed from where they are', async () => {
    await guess(14, () => '192.0.2.10');
    const id = randomUUID();
    const body = { id, name: 'Sam', email: `sam-${id.slice(0, 8)}@test.example`, role: 'crew' };
    const { token } = await owner.must('POST', '/api/invitations', body);
    expect((await from('192.0.2.10', `/api/invitations/by-link/${token}`)).status).to.equal(200);
  });

  it('say how long to wait, and of what there was too much', async () => {
    await guess(12, () => '192.0.2.11');
    const answers = await Promise.all([1, 2, 3].map(() => from('192.0.2.11', `/api/reset-links/${made()}`)));
    const waiting = answers.find(({ status }) => status === 429);
    expect(waiting?.body.detail).to.match(/^Too many links led nowhere\. Wait \d+ seconds/);
    expect(Number(waiting?.headers.get('retry-after'))).to.be.at.least(1);
  });
});
