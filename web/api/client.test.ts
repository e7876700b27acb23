import { expect } from 'chai';
import { addressOf, call, keepCsrf, OfflineError, ProblemError } from './client.ts';
import { newId } from './ids.ts';

interface Sent {
  address: string;
  init: RequestInit;
}

/** Answers every call by hand, and keeps what was sent. */
function answering(answer: () => Response): Sent[] {
  const sent: Sent[] = [];
  globalThis.fetch = async (address, init) => {
    sent.push({ address: String(address), init: init ?? {} });
    return answer();
  };
  return sent;
}
const json = (body: unknown, status = 200) =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } });
const failure = (work: Promise<unknown>): Promise<unknown> =>
  work.then(
    () => null,
    (error: unknown) => error,
  );

describe('a call to the server', () => {
  const real = globalThis.fetch;
  afterEach(() => {
    globalThis.fetch = real;
    keepCsrf('');
  });

  it('goes to the address of the contract, with its places filled', async () => {
    const sent = answering(() => json({ id: 'x' }));
    await call('readJob', { params: { id: 'a/b' } });
    expect(sent[0]).to.deep.include({ address: '/api/jobs/a%2Fb' });
    expect(sent[0]?.init.method).to.equal('GET');
  });

  it('leaves out of the query what is not given', () => {
    expect(addressOf('/api/jobs', {}, { site: undefined, open: 'yes', limit: 5 })).to.equal(
      '/api/jobs?open=yes&limit=5',
    );
    expect(addressOf('/api/jobs', {}, { site: undefined })).to.equal('/api/jobs');
  });

  it('says in the query what has signs of its own there', () => {
    expect(addressOf('/api/sites', {}, { search: '100 % & more' })).to.equal('/api/sites?search=100+%25+%26+more');
  });

  it('carries the token of the page when it changes something, and not when it reads', async () => {
    keepCsrf('token');
    const sent = answering(() => json({ kept: [] }));
    await call('addEntries', { params: { id: '1' }, body: { entries: [] } });
    await call('readSession');
    expect(sent.map(({ init }) => new Headers(init.headers).get('x-csrf-token'))).to.deep.equal(['token', null]);
  });

  it('sends what was typed as JSON', async () => {
    const sent = answering(() => json({}));
    await call('signReport', { params: { id: '1' }, body: { name: 'Ada', version: 2 } });
    expect(JSON.parse(String(sent[0]?.init.body))).to.deep.equal({ name: 'Ada', version: 2 });
  });

  it('sends pictures as a form, and leaves out what is not given', async () => {
    const sent = answering(() => json({}));
    const file = new File(['x'], 'roof.jpg', { type: 'image/jpeg' });
    const body = { id: '1', arrayId: '2', role: 'before', caption: '', jobId: undefined } as const;
    await call('addPhoto', { body, files: [file] });
    const form = sent[0]?.init.body as FormData;
    expect([...form.keys()]).to.deep.equal(['id', 'arrayId', 'role', 'caption', 'file']);
    expect((form.get('file') as File).name).to.equal('roof.jpg');
  });

  it('answers nothing where the server has nothing to say', async () => {
    answering(() => new Response(null, { status: 204 }));
    expect(await call('signOut')).to.equal(undefined);
  });

  it('that is refused brings the problem with its fields', async () => {
    const problem = {
      type: 'about:blank',
      title: 'No',
      status: 400,
      detail: 'rows: too many',
      issues: [{ path: 'rows', message: 'too many' }],
    };
    answering(() => json(problem, 400));
    const error = await failure(call('readSession'));
    expect(error).to.be.instanceOf(ProblemError);
    expect((error as ProblemError).problem).to.deep.equal(problem);
  });

  it('that is answered by something else than the server is a problem in plain words', async () => {
    answering(() => new Response('<html>gateway</html>', { status: 502 }));
    const error = await failure(call('readSession'));
    expect((error as ProblemError).problem.status).to.equal(502);
    expect((error as Error).message).not.to.include('JSON');
  });

  it('that does not get through is no failure of the server', async () => {
    globalThis.fetch = () => Promise.reject(new TypeError('fetch failed'));
    const error = await failure(call('readSession'));
    expect(error).to.be.instanceOf(OfflineError);
    expect((error as Error).message).to.include('kept on this device');
  });
});

describe('an id made on the device', () => {
  it('is a random UUID, each time another', () => {
    const ids = Array.from({ length: 50 }, newId);
    for (const id of ids) expect(id).to.match(/^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/);
    expect(new Set(ids).size).to.equal(50);
  });

  it('is one also where the page is not served over https', () => {
    const real = crypto.randomUUID;
    Object.defineProperty(crypto, 'randomUUID', { value: undefined, configurable: true, writable: true });
    try {
      expect(newId()).to.match(/^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/);
    } finally {
      Object.defineProperty(crypto, 'randomUUID', { value: real, configurable: true, writable: true });
    }
  });
});
