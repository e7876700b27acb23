import { randomUUID } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect } from 'chai';
import { AppError } from '../errors.ts';
import { type Chain, makeJob, onStage } from '../testing/harness.ts';
import { type Database, openDatabase } from './database.ts';
import { hold } from './locks.ts';
import { inTransaction } from './transactions.ts';

describe('what is held', () => {
  const { harness, owner } = onStage();
  let database: Database;
  let chain: Chain;
  before(async () => {
    database = openDatabase(harness.url, 6);
    chain = await makeJob(owner);
  });
  after(() => database.destroy());

  it('is held in one order: whoever asks out of it is told of the mistake, whatever else happens', async () => {
    const wrong = inTransaction({ database }, async (trx) => {
      await hold(trx, 'jobs', [chain.jobId]);
      await hold(trx, 'quotes', [chain.quoteId]);
    });
    expect(String(await wrong.catch((error) => error))).to.include('quotes are held before jobs');
  });

  it('is held once, and may be asked for again', async () => {
    await inTransaction({ database }, async (trx) => {
      await hold(trx, 'quotes', [chain.quoteId]);
      await hold(trx, 'jobs', [chain.jobId]);
      await hold(trx, 'quotes', [chain.quoteId]);
    });
  });

  it('lets the second wait until the first is through', async () => {
    const said: string[] = [];
    const one = (name: string) =>
      inTransaction({ database }, async (trx) => {
        await hold(trx, 'kit', ['2026-12-01']);
        said.push(`${name} in`);
        await trx.raw('select pg_sleep(0.05)');
        said.push(`${name} out`);
      });
    await Promise.all([one('a'), one('b')]);
    expect([said.slice(0, 2), said.slice(2)].map((pair) => pair.join())).to.have.members(['a in,a out', 'b in,b out']);
  });
});

describe('two transactions that stand in each other’s way', () => {
  const { harness, owner } = onStage();
  let database: Database;
  let sites: string[];
  before(async () => {
    database = openDatabase(harness.url, 6);
    sites = [(await makeJob(owner)).siteId, (await makeJob(owner)).siteId];
  });
  after(() => database.destroy());

  /** Writes two rows, the second once the other has written its first. */
  function writer(order: string[], meet: () => Promise<void>, tries: number[]) {
    return inTransaction({ database }, async (trx) => {
      tries.push(1);
      for (const [at, id] of order.entries()) {
        await trx('sites').where({ id }).update({ notes: randomUUID() });
        if (at === 0 && tries.length <= 2) await meet();
      }
    });
  }

  it('are both done: the one that is put out begins again', async () => {
    const tries: number[] = [];
    let here = 0;
    let open: () => void = () => undefined;
    const both = new Promise<void>((resolve) => {
      open = resolve;
    });
    const meet = async () => {
      here += 1;
      if (here === 2) open();
      await both;
    };
    await Promise.all([writer(sites, meet, tries), writer([...sites].reverse(), meet, tries)]);
    expect(tries).to.have.length(3);
  });

  it('begin again three times and no more, and anything else is not tried again', async () => {
    let tries = 0;
    const fails = (error: unknown) =>
      inTransaction({ database }, async () => {
        tries += 1;
        throw error;
      }).catch((thrown) => thrown);
    const deadlock = Object.assign(new Error('deadlock detected'), { code: '40P01' });
    expect(await fails(deadlock)).to.equal(deadlock);
    expect(tries).to.equal(4);
    tries = 0;
    await fails(new AppError('conflict', 'Not at this point', 'no'));
    expect(tries).to.equal(1);
  });
});

describe('the server’s code', () => {
  const folder = join(import.meta.dirname, '..');
  const files = readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.ts') && !/\.test\.ts$|^testing|migrations/.test(name))
    .map((name) => ({ name, text: readFileSync(join(folder, name), 'utf8') }));

  it('opens transactions in one place', () => {
    const opening = files.filter(({ text }) => /\.transaction\(/.test(text)).map(({ name }) => name);
    expect(opening.sort()).to.deep.equal(['storage/database.ts', 'storage/transactions.ts']);
  });

  it('holds what hangs together in one place', () => {
    const holding = files.filter(({ text }) =>
      /from\('(jobs|agreements|visits|reports|letters)'\).*forUpdate|\('(jobs|agreements|visits|reports|letters|photos|arrays)'\)[^;]*forUpdate/.test(
        text,
      ),
    );
    expect(holding.map(({ name }) => name)).to.deep.equal(['inspections/photoStorage.ts']);
  });
});
