import { randomUUID } from 'node:crypto';
import { endpointList } from '../../contract/index.ts';
import { NOBODY_SEES } from '../../contract/seen.ts';
import { Caller, makeJob, startHarness } from '../../server/testing/harness.ts';
import { type Attack, tally } from './attack.ts';

const PRICES = /"(energyBought|energySold|gross|net|worth|lostValue|valuePerKWh|prices|amount)":/;

/** Every endpoint, as every role and as nobody, with ids that are there, of something else, made up, or no ids at all. */
export const roles: Attack = {
  name: 'endpoints by role and id',
  full: 6,
  // Each endpoint by role is held by server/http/endpoints.test.ts, what is answered by answers.test.ts.
  small: 0,
  async run(times) {
    const { hold, outcome } = tally();
    const stage = await startHarness({});
    try {
      const chain = await makeJob(stage.owner);
      const people = {
        owner: stage.owner,
        estimator: await stage.as('estimator'),
        crew: await stage.as('crew'),
        nobody: new Caller(stage.server.address),
      };
      const ids = [chain.siteId, chain.arrayId, chain.quoteId, chain.jobId, randomUUID(), 'x', '../people', '%00'];
      // Going out is left out: it would end the session that the others of this role are asked with.
      const endpoints = endpointList.filter(([name]) => !['signOut', 'endSession'].includes(name));
      for (let round = 0; round < times; round += 1) {
        for (const [name, { method, path, roles: allowed }] of endpoints) {
          for (const [role, caller] of Object.entries(people)) {
            const id = ids[(round + path.length) % ids.length] ?? '';
            const address = path.replace(/:token/, 'y'.repeat(43)).replace(/:\w+/g, encodeURIComponent(id));
            const { status, body } = await caller.send(method, address, method === 'GET' ? undefined : {});
            const where = `${name} as ${role} on ${id}: ${status}`;
            hold(status < 500, where);
            if (allowed !== 'public' && role === 'nobody') hold(status === 401 || status === 400, where);
            else if (allowed !== 'public' && !allowed.includes(role as 'crew'))
              hold(status === 403 || status === 400, where);
            const text = Buffer.isBuffer(body) ? '' : (JSON.stringify(body) ?? '');
            if (role === 'crew' && status === 200 && name !== 'openapi') hold(!PRICES.test(text), `${where}: a price`);
            const leaked = [...NOBODY_SEES].find((key) => text.includes(`"${key}":`));
            if (status === 200 && name !== 'openapi' && method === 'GET')
              hold(leaked === undefined, `${where}: ${leaked}`);
          }
        }
      }
    } finally {
      await stage.stop();
    }
    return outcome;
  },
};
