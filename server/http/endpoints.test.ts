import { expect } from 'chai';
import { endpointList } from '../../contract/index.ts';
import { CONTRACT_HEADER, CONTRACT_VERSION, OLDEST_CONTRACT } from '../../contract/version.ts';
import { Caller, onStage } from '../testing/harness.ts';

const filled = (path: string): string =>
  path
    .replace(':token', 'x'.repeat(43))
    .replace(':size', 'thumbnail')
    .replace(/:\w+/g, '00000000-0000-4000-8000-000000000000');

describe('the endpoints of the server', () => {
  const { harness } = onStage();
  const callers: Partial<Record<'estimator' | 'crew', Caller>> = {};

  before(async () => {
    callers.estimator = await harness.as('estimator');
    callers.crew = await harness.as('crew');
  });

  for (const [name, endpoint] of endpointList) {
    if (endpoint.roles === 'public') continue;
    const allowed = endpoint.roles;
    it(`${name} asks for a sign-in`, async () => {
      const answer = await new Caller(harness.server.address).send(endpoint.method, filled(endpoint.path));
      expect(answer.status).to.equal(401);
    });
    for (const role of ['estimator', 'crew'] as const) {
      if (allowed.includes(role)) continue;
      it(`${name} is not for ${role}`, async () => {
        const answer = await callers[role]?.send(endpoint.method, filled(endpoint.path));
        expect(answer?.status).to.equal(403);
        expect(answer?.body.detail).to.include(role);
      });
    }
  }

  it('are all in the contract, each with its role, and with a schema for whatever comes in', () => {
    for (const [name, endpoint] of endpointList) {
      const parameters = endpoint.path.match(/:\w+/g)?.length ?? 0;
      expect(endpoint.roles === 'public' || endpoint.roles.length > 0, name).to.equal(true);
      expect(parameters > 0 ? endpoint.params : true, `${name} params`).to.not.equal(undefined);
      const writes = ['POST', 'PUT', 'PATCH'].includes(endpoint.method);
      expect(writes && !endpoint.raw ? endpoint.body : true, `${name} body`).to.not.equal(undefined);
    }
  });

  it('tell a page that is too old to load itself again, and understand the oldest that is not', async () => {
    const asked = (contract: number | string) =>
      harness.owner.send('GET', '/api/sites', undefined, { [CONTRACT_HEADER]: String(contract) });
    for (const tooOld of [OLDEST_CONTRACT - 1, 0, 'none']) {
      const answer = await asked(tooOld);
      expect([answer.status, answer.body.detail], String(tooOld)).to.deep.equal([
        426,
        'This page is older than the server understands. Load it again; what you typed is kept.',
      ]);
    }
    for (const known of [OLDEST_CONTRACT, CONTRACT_VERSION]) expect((await asked(known)).status).to.equal(200);
  });

  it('have no neighbour that is not in the contract', async () => {
    for (const path of ['/api/nothing', '/api/sites/x/y/z', '/api/../api/secret']) {
      const answer = await harness.owner.send('GET', path);
      expect(answer.status).to.equal(404);
      expect(answer.headers.get('content-type')).to.include('application/problem+json');
    }
  });

  it('note in the trail who asked at an endpoint that is not theirs, once however often they ask', async () => {
    const nosy = await harness.as('crew');
    for (let times = 0; times < 3; times += 1) await nosy.send('GET', '/api/company');
    await nosy.send('GET', '/api/quotes');
    const { person } = await nosy.must('GET', '/api/session');
    const rows = await harness.sql(
      "select change from audit_trail where action = 'refused' and record_id = $1 order by number",
      [person.id],
    );
    expect(rows.map(({ change }) => change)).to.deep.equal([
      { endpoint: 'GET /api/company', role: 'crew' },
      { endpoint: 'GET /api/quotes', role: 'crew' },
    ]);
  });

  it('refuse a write without the token of the page', async () => {
    const bare = await new Caller(harness.server.address).signIn();
    bare.keepCsrf('wrong');
    expect((await bare.send('DELETE', '/api/session')).status).to.equal(403);
  });

  it('refuse a write from another page', async () => {
    const answer = await harness.owner.send('DELETE', '/api/session', undefined, { 'sec-fetch-site': 'cross-site' });
    expect(answer.status).to.equal(403);
  });

  it('give every request an id', async () => {
    const answer = await harness.owner.send('GET', '/api/health');
    expect(answer.headers.get('x-request-id')).to.match(/^[0-9a-f-]{36}$/);
  });

  it('are described in OpenAPI 3.1, every one of them', async () => {
    const { body } = await harness.owner.send('GET', '/api/openapi.json');
    expect(body.openapi).to.equal('3.1.0');
    const described = Object.values(body.paths as Record<string, Record<string, { operationId: string }>>)
      .flatMap((item) => Object.values(item))
      .map(({ operationId }) => operationId);
    expect(described.sort()).to.deep.equal(endpointList.map(([name]) => name).sort());
  });

  it('say whether the process runs and is ready', async () => {
    expect((await harness.owner.send('GET', '/api/health')).body).to.deep.equal({ status: 'ok' });
    expect((await harness.owner.send('GET', '/api/ready')).body).to.deep.equal({ status: 'ready' });
  });
});
