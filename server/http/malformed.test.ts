import { randomUUID } from 'node:crypto';
import { expect } from 'chai';
import fc from 'fast-check';
import { type Chain, makeJob, onStage } from '../testing/harness.ts';
import { malformedCase, sendMalformed } from '../testing/malformed.ts';

const RUNS = 2000;

describe('malformed bodies', () => {
  const { harness } = onStage();
  let chain: Chain;
  before(async () => {
    chain = await makeJob(harness.owner);
  });

  it(`${RUNS} over all endpoints: no 5xx, and each refusal is a problem document that names the field`, async function () {
    this.timeout(240_000);
    let refused = 0;
    await fc.assert(
      fc.asyncProperty(malformedCase, async (made) => {
        const { wrong, refused: was } = await sendMalformed(harness.owner, chain, made);
        expect(wrong).to.equal(null);
        if (was) refused += 1;
      }),
      { numRuns: RUNS },
    );
    expect(refused).to.be.above(RUNS / 2);
  });

  it('forms that are cut off, have no boundary, or are no forms at all are refused, and nothing breaks', async () => {
    const boundary = 'multipart/form-data; boundary=x';
    const bodies: [string, string][] = [
      [boundary, '--x\r\nContent-Disposition: form-data; name="id"\r\n\r\nhalf'],
      [boundary, '--x\r\nContent-Disposition: form-data; name="file"; filename="a.jpg"\r\n\r\nhalf'],
      [boundary, 'no form'],
      ['multipart/form-data', '--x\r\n\r\n--x--'],
      ['text/plain', 'hello'],
    ];
    for (const path of ['/api/photos', '/api/imports', `/api/sites/${chain.siteId}/rain`]) {
      for (const [type, body] of bodies) {
        const answer = await harness.owner.send('POST', path, body, { 'content-type': type });
        expect(answer.status, `${path} ${type} ${body.slice(0, 40)}`).to.be.within(400, 422);
      }
    }
  });

  it('totals below nothing are refused, and the quote stays as it was', async () => {
    const quote = await harness.owner.must('POST', `/api/sites/${chain.siteId}/quotes`, { id: randomUUID() });
    const overrule = [{ key: 'other', label: 'Too kind', amount: -1_000_000_000, reason: 'a friend' }];
    const answer = await harness.owner.send('PATCH', `/api/quotes/${quote.id}`, { version: quote.version, overrule });
    expect([answer.status, answer.body.issues[0].path]).to.deep.equal([400, 'overrule']);
    expect((await harness.owner.must('GET', `/api/quotes/${quote.id}`)).one).to.deep.equal(quote.one);
  });

  it('text that is not JSON is refused by name', async () => {
    const answer = await harness.owner.send('POST', '/api/sites', '{"id":');
    expect(answer.status).to.equal(400);
    expect(answer.body.issues[0].path).to.equal('body');
  });

  it('a made-up cursor, id or query is refused by name', async () => {
    const cases: [string, string][] = [
      ['/api/sites?cursor=abc', 'cursor'],
      ['/api/sites?limit=1000', 'limit'],
      ['/api/quotes?state=lost', 'state'],
      ['/api/quotes/xyz', 'id'],
      ['/api/day?date=2026-13-01', 'date'],
      ['/api/sites?search=%00', 'search'],
    ];
    for (const [path, field] of cases) {
      const answer = await harness.owner.send('GET', path);
      expect(answer.status, path).to.equal(400);
      expect(answer.body.issues[0].path, path).to.equal(field);
    }
  });
});
