import { expect } from 'chai';
import fc from 'fast-check';
import { endpointList } from '../../contract/index.ts';
import { arrayBody, inspectionBody, siteBody } from '../../contract/testing/bodies.ts';
import { type Chain, makeJob, onStage } from '../testing/harness.ts';

const RUNS = 2000;

describe('malformed bodies', () => {
  const { harness } = onStage();
  let chain: Chain;
  before(async () => {
    chain = await makeJob(harness.owner);
  });

  const doors = endpointList.filter(([name, { body, upload }]) => body !== undefined && !upload && name !== 'signIn');

  /** Sound bodies to break one field of. */
  const sound: Record<string, () => Record<string, unknown>> = {
    createSite: siteBody,
    createArray: arrayBody,
    recordInspection: inspectionBody,
    addEntries: () => ({ entries: [{ id: chain.siteId, at: '2026-11-24T08:00:00Z', kind: 'paused', reason: 'wind' }] }),
  };

  function address(name: string, path: string): string {
    const ids: Record<string, string> = {
      '/api/sites/:id': chain.siteId,
      '/api/arrays/:id': chain.arrayId,
      '/api/quotes/:id': chain.quoteId,
      '/api/jobs/:id': chain.jobId,
    };
    const own = Object.entries(ids).find(([prefix]) => path.startsWith(prefix))?.[1] ?? chain.planId;
    return name === 'acceptInvitation' ? path.replace(':token', 'x'.repeat(43)) : path.replace(':id', own);
  }

  const nasty = fc.oneof(
    fc.jsonValue(),
    fc.constantFrom(
      '\u0000',
      '\ud800',
      'x'.repeat(5000),
      -1,
      1e308,
      0.1,
      '',
      null,
      [],
      {},
      true,
      '2026-02-30',
      '0000-01-01',
      'not-a-uuid',
    ),
    fc.string({ unit: 'binary' }),
  );

  it(`${RUNS} over all doors: no 5xx, and each refusal is a problem document that names the field`, async function () {
    this.timeout(240_000);
    const arbitrary = fc.record({
      door: fc.nat(doors.length - 1),
      value: nasty,
      field: fc.nat(40),
      whole: fc.boolean(),
    });
    let refused = 0;
    await fc.assert(
      fc.asyncProperty(arbitrary, async ({ door, value, field, whole }) => {
        const [name, endpoint] = doors[door] ?? doors[0] ?? [];
        if (name === undefined || endpoint === undefined) throw new Error('there are doors');
        const body = whole ? value : broken(sound[name]?.() ?? {}, field, value);
        const answer = await harness.owner.send(
          endpoint.method,
          address(name, endpoint.path),
          JSON.stringify(body) ?? 'null',
        );
        expect(answer.status, `${name} ${JSON.stringify(body)?.slice(0, 300)}`).to.be.below(500);
        if (answer.status !== 400) return;
        refused += 1;
        expect(answer.headers.get('content-type')).to.include('application/problem+json');
        expect(answer.body.issues[0].path).to.be.a('string').and.not.equal('');
        expect(answer.body.issues[0].message).to.be.a('string').and.not.equal('');
      }),
      { numRuns: RUNS },
    );
    expect(refused).to.be.above(RUNS / 2);
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

/** A body with one field set to something else. */
function broken(body: Record<string, unknown>, field: number, value: unknown): Record<string, unknown> {
  const keys = Object.keys(body);
  const key = keys[field % Math.max(1, keys.length)];
  return key === undefined ? { version: value } : { ...body, [key]: value };
}
