import { expect } from 'chai';
import type { Problem } from '../../contract/common.ts';
import { httpTransport, outcomeOf } from './transport.ts';

const problem = (status: number, more: Partial<Problem> = {}): Problem => ({
  type: 'about:blank',
  title: '',
  status,
  detail: 'in words',
  ...more,
});
const at = (path: string) => ({ issues: [{ path, message: '' }] });

describe('a refusal of the server', () => {
  it('is for good where sending the same again would be refused again', () => {
    for (const status of [400, 403, 404, 409, 422])
      expect(outcomeOf(problem(status)).kind, `${status}`).to.equal('refused');
  });
  it('names which of a batch it is about', () => {
    expect(outcomeOf(problem(400, at('entries.7.modules.2')))).to.deep.equal({
      kind: 'refused',
      why: 'in words',
      at: 7,
    });
  });
  it('is for later where the server is at fault or busy, as long as it asks', () => {
    expect(outcomeOf(problem(500)).kind).to.equal('later');
    expect(outcomeOf(problem(503, { retryAfter: 5 }))).to.deep.equal({ kind: 'later', why: 'in words', after: 5000 });
    expect(outcomeOf(problem(429, { retryAfter: 60 }))).to.deep.include({ after: 60_000 });
  });
  it('is for later where a picture did not arrive whole, or the session has changed', () => {
    expect(outcomeOf(problem(400, at('sha256'))).kind).to.equal('later');
    expect(outcomeOf(problem(400, at('upload'))).kind).to.equal('later');
    expect(outcomeOf(problem(403, at('csrf'))).kind).to.equal('later');
  });
  it('waits for the right person, or for a newer page', () => {
    expect(outcomeOf(problem(401)).kind).to.equal('sign-in');
    expect(outcomeOf(problem(403, at('by'))).kind).to.equal('sign-in');
    expect(outcomeOf(problem(426)).kind).to.equal('too-old');
    expect(outcomeOf(problem(413)).kind).to.equal('too-large');
  });
});

describe('who may send', () => {
  const real = globalThis.fetch;
  afterEach(() => {
    globalThis.fetch = real;
  });
  const asked = async (left: boolean) => {
    globalThis.fetch = async () =>
      new Response(JSON.stringify({ person: { id: 'rui' }, csrf: '', now: '2026-11-26T06:00:00Z' }), {
        headers: { 'content-type': 'application/json' },
      });
    return httpTransport({} as never, () => left).who(new AbortController().signal);
  };

  it('is whoever the server has signed in', async () => {
    expect(await asked(false)).to.deep.include({ personId: 'rui' });
  });
  it('is nobody where somebody signed out without a signal and the server has not heard of it', async () => {
    expect(await asked(true)).to.deep.include({ personId: null });
  });
});
