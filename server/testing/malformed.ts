import fc from 'fast-check';
import { endpointList } from '../../contract/index.ts';
import { arrayBody, inspectionBody, siteBody } from '../../contract/testing/bodies.ts';
import type { Caller, Chain } from './harness.ts';

/** Endpoints that take a body. Signing in is left out: what it answers to guesses is held by tests of its own. */
const endpoints = endpointList.filter(([name, { body, upload }]) => body !== undefined && !upload && name !== 'signIn');

/** Sound bodies to break one field of. */
const sound: Record<string, (chain: Chain) => Record<string, unknown>> = {
  createSite: () => siteBody(),
  createArray: () => arrayBody(),
  recordInspection: () => inspectionBody(),
  addEntries: ({ siteId }) => ({
    entries: [{ id: siteId, at: '2026-11-24T08:00:00Z', kind: 'paused', reason: 'wind' }],
  }),
};

function addressOf(path: string, chain: Chain): string {
  const ids: Record<string, string> = {
    '/api/sites/:id': chain.siteId,
    '/api/arrays/:id': chain.arrayId,
    '/api/quotes/:id': chain.quoteId,
    '/api/jobs/:id': chain.jobId,
  };
  const own = Object.entries(ids).find(([prefix]) => path.startsWith(prefix))?.[1] ?? chain.planId;
  return path.replace(':token', 'x'.repeat(43)).replace(':id', own);
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
    '9999-12-31T23:59:59Z',
    'not-a-uuid',
  ),
  fc.string({ unit: 'binary' }),
);

/** An endpoint, and what is to be wrong at it. */
export const malformedCase = fc.record({
  which: fc.nat(endpoints.length - 1),
  value: nasty,
  field: fc.nat(40),
  whole: fc.boolean(),
});
type Case = typeof malformedCase extends fc.Arbitrary<infer T> ? T : never;

/** Sends a malformed body. @returns what is wrong with the answer, or null; and whether it was a refusal */
export async function sendMalformed(caller: Caller, chain: Chain, { which, value, field, whole }: Case) {
  const [name, endpoint] = endpoints[which] ?? [];
  if (name === undefined || endpoint === undefined) throw new Error('there are endpoints');
  const body = whole ? value : broken(sound[name]?.(chain) ?? {}, field, value);
  const text = JSON.stringify(body) ?? 'null';
  const answer = await caller.send(endpoint.method, addressOf(endpoint.path, chain), text);
  const where = `${name} ${text.slice(0, 300)}`;
  // A queue that is full says so; nothing else may break.
  if (answer.status >= 500) return { wrong: `${where}: ${answer.status}`, refused: false };
  if (answer.status !== 400) return { wrong: null, refused: false };
  const [issue] = answer.body?.issues ?? [];
  const named =
    answer.headers.get('content-type')?.includes('application/problem+json') && issue?.path && issue.message;
  return { wrong: named ? null : `${where}: refused without the name of a field`, refused: true };
}

/** A body with one field set to something else. */
function broken(body: Record<string, unknown>, field: number, value: unknown): Record<string, unknown> {
  const keys = Object.keys(body);
  const key = keys[field % Math.max(1, keys.length)];
  return key === undefined ? { version: value } : { ...body, [key]: value };
}
