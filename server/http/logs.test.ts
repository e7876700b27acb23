import { once } from 'node:events';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { Writable } from 'node:stream';
import { expect } from 'chai';
import pino from 'pino';
import { pinoHttp } from 'pino-http';
import { openDatabase } from '../storage/database.ts';
import { emptyDatabase } from '../testing/harness.ts';
import { errorForLog, safeAddress } from './logs.ts';

describe('what logs hold of a request', () => {
  it('is its path, without what was searched for', () => {
    expect(safeAddress('/api/sites?search=Ines%20Fell&limit=5')).to.equal('/api/sites');
  });
  it('is no token of a link, wherever it stands', () => {
    const token = 'x'.repeat(43);
    for (const path of [
      `/api/invitations/by-link/${token}`,
      `/api/invitations/by-link/${token}/accept`,
      `/api/reset-links/${token}/password`,
      `/join/${token}`,
      `/reset/${token}?a=1`,
      `/letter/${token}`,
      `/api/letters/by-link/${token}/paper.pdf`,
      `/api/calendar/by-link/${token}/pail.ics`,
      `/API/Letters/BY-LINK/${token}`,
      `/Reset/${token}`,
      `/api/letters/by%2Dlink/${token}/paper.pdf`,
      `//letter//${token}`,
    ]) {
      expect(safeAddress(path), path).to.not.include(token);
    }
  });
  it('leaves the ids of records, which let nobody in', () => {
    expect(safeAddress('/api/sites/00000000-0000-4000-8000-000000000000')).to.match(/0000$/);
  });

  it('is why it could not be answered', async () => {
    const lines: string[] = [];
    const sink = new Writable({
      write: (chunk, _encoding, done) => {
        lines.push(String(chunk));
        done();
      },
    });
    const log = pinoHttp({ logger: pino({}, sink), serializers: { err: errorForLog } });
    const server = createServer((request, response) => {
      log(request, response);
      request.log.warn({ err: new Error('the pool is used up') }, 'asked to come again');
      response.end();
    }).listen(0);
    await once(server, 'listening');
    await fetch(`http://127.0.0.1:${(server.address() as AddressInfo).port}/`);
    server.close();
    expect(lines.join('')).to.include('the pool is used up').and.include('logs.test.ts');
  });

  it('is nothing of what was to be kept, where the database refuses it', async () => {
    const database = openDatabase(await emptyDatabase(), 2);
    const lines: string[] = [];
    const sink = new Writable({
      write: (chunk, _encoding, done) => {
        lines.push(String(chunk));
        done();
      },
    });
    const logger = pino({}, sink);
    try {
      await database('customers')
        .insert({ id: 'not an id', name: 'Ines Fell', email: '', phone: '' })
        .catch((err: unknown) => logger.error({ err }, 'request failed'));
      expect(lines.join('')).to.include('request failed').and.not.include('Ines Fell');
    } finally {
      await database.destroy();
    }
  });
});
