import { randomUUID } from 'node:crypto';
import { expect } from 'chai';
import { z } from 'zod';
import { AppError } from '../errors.ts';
import { newDatabase } from '../testing/harness.ts';
import { type Database, instantOf, json, openDatabase } from './database.ts';
import { decodeCursor, page } from './paging.ts';
import { createOnce, mustFind, trail, updateVersioned, type Writer } from './writing.ts';

describe('rows', () => {
  let database: Database;
  before(async () => {
    database = openDatabase(await newDatabase(), 4);
  });
  after(() => database.destroy());

  const writer: Writer = { clock: () => new Date('2026-11-24T08:00:00Z'), requestId: 'test', person: null };
  const customer = (name = 'Ines Fell') => ({ id: randomUUID(), name, email: '', phone: '' });
  const insert = (content: ReturnType<typeof customer>) =>
    database.transaction((trx) => createOnce(trx, writer, 'customer', content, () => trx('customers').insert(content)));
  const failure = async (work: Promise<unknown>): Promise<AppError> => {
    const error = await work.then(
      () => null,
      (thrown: unknown) => thrown,
    );
    expect(error).to.be.instanceOf(AppError);
    return error as AppError;
  };

  it('are snake in the database and camel in the code, inside of JSON as they were written', async () => {
    const row = await database('company').first();
    expect(row).to.include.keys('quoteValidDays', 'prices');
    expect(row.prices).to.have.property('hourlyRate');
  });

  it('give an instant the same whichever way it is written', async () => {
    const moments = ['2026-11-24 08:00:00+00', '2026-02-28 23:59:59.5+00', '1999-12-31 10:20:30.123456+00'];
    for (const written of [...moments, '2026-11-24 10:00:00+02', '2026-11-24 13:30:00.25+05:30'])
      expect(instantOf(written), written).to.equal(new Date(written).toISOString());
  });

  it('give instants as ISO text, dates as they are, and counts as numbers', async () => {
    const { rows } = await database.raw(
      "select '2026-11-24 10:00+02'::timestamptz as at, '2026-11-24'::date as day, 7::bigint as n",
    );
    expect(rows[0]).to.deep.equal({ at: '2026-11-24T08:00:00.000Z', day: '2026-11-24', n: 7 });
  });

  it('are planned once over a connection, where they are only read', async () => {
    const alone = openDatabase(await newDatabase(), 1);
    const kept = async (): Promise<string[]> =>
      (await alone.raw('select statement from pg_prepared_statements')).rows.map(
        ({ statement }: { statement: string }) => statement,
      );
    for (const name of ['Ines Fell', 'Ada Brook']) await alone('customers').where({ name }).first();
    await alone('customers').insert(customer());
    await alone('customers').update({ phone: '1' });
    const statements = await kept();
    expect(statements.filter((text) => text.includes('customers'))).to.deep.equal([
      'select * from "customers" where "name" = $1 limit $2',
    ]);
    await alone.destroy();
  });

  it('are read as they are now, though their plan was made before', async () => {
    const alone = openDatabase(await newDatabase(), 1);
    const count = async () => (await alone('customers').where({ name: 'Kept' }).count())[0];
    expect(await count()).to.deep.equal({ count: 0 });
    await alone('customers').insert(customer('Kept'));
    expect(await count()).to.deep.equal({ count: 1 });
    await alone.destroy();
  });

  it('take nothing for a value of JSON as null, not as a word', () => {
    expect(json(undefined)).to.equal('null');
  });

  describe('made with an id of the client', () => {
    it('are made by the first call, and the second one changes nothing', async () => {
      const content = customer();
      expect([await insert(content), await insert(content)]).to.deep.equal([true, false]);
    });

    it('are refused where the id stands for other content', async () => {
      const content = customer();
      await insert(content);
      const error = await failure(insert({ ...content, name: 'Another' }));
      expect([error.kind, error.extra.issues?.[0]?.path]).to.deep.equal(['conflict', 'id']);
    });

    it('leave nothing behind where the insert fails', async () => {
      const content = customer();
      const failed = database.transaction((trx) =>
        createOnce(trx, writer, 'customer', content, () => Promise.reject(new Error('disk'))),
      );
      expect(await failed.catch((error: Error) => error.message)).to.equal('disk');
      expect(await database('creations').where({ id: content.id })).to.deep.equal([]);
      expect(await insert(content)).to.equal(true);
    });
  });

  describe('changed', () => {
    const change = (id: string, version: number, name: string) =>
      database.transaction((trx) =>
        updateVersioned(trx, writer, { table: 'customers', record: 'customer', id, version }, { name }),
      );

    it('count their version up', async () => {
      const content = customer();
      await insert(content);
      await change(content.id, 1, 'Second');
      await change(content.id, 2, 'Third');
      const row = await mustFind<{ name: string; version: number }>(database, 'customers', content.id, 'customer');
      expect([row.name, row.version]).to.deep.equal(['Third', 3]);
    });

    it('late are refused with what stands and what was asked', async () => {
      const content = customer();
      await insert(content);
      await change(content.id, 1, 'Second');
      const error = await failure(change(content.id, 1, 'Late'));
      expect(error.kind).to.equal('conflict');
      expect(error.extra.current).to.include({ name: 'Second', version: 2 });
      expect(error.extra.asked).to.deep.equal({ name: 'Late' });
    });

    it('by two at once are changed by one', async () => {
      const content = customer();
      await insert(content);
      const results = await Promise.allSettled([change(content.id, 1, 'A'), change(content.id, 1, 'B')]);
      expect(results.map(({ status }) => status).sort()).to.deep.equal(['fulfilled', 'rejected']);
    });

    it('and not there are not found', async () => {
      expect((await failure(change(randomUUID(), 1, 'Nobody'))).kind).to.equal('not-found');
      expect((await failure(mustFind(database, 'customers', randomUUID(), 'customer'))).message).to.include('customer');
    });
  });

  it('of the trail go with the change when it is rolled back', async () => {
    const id = randomUUID();
    const rolledBack = database.transaction(async (trx) => {
      await trail(trx, writer, { record: 'customer', id, action: 'change' });
      throw new Error('no');
    });
    await rolledBack.catch(() => undefined);
    expect(await database('audit_trail').where({ recordId: id })).to.deep.equal([]);
  });
});

describe('a page', () => {
  const shape = z.tuple([z.string(), z.number()]);
  const rows = [1, 2, 3].map((n) => ({ name: `row ${n}`, n }));

  it('ends where there is one row more than was asked for, and says where the next begins', () => {
    const { items, next } = page(rows, 2, ({ name, n }) => [name, n]);
    expect(items.map(({ n }) => n)).to.deep.equal([1, 2]);
    expect(decodeCursor(next ?? undefined, shape)).to.deep.equal(['row 2', 2]);
  });

  it('is the last where there is none more', () => {
    expect(page(rows, 3, ({ name }) => [name]).next).to.equal(null);
    expect(page([], 3, () => []).next).to.equal(null);
  });

  it('begins at the beginning without a cursor', () => {
    expect(decodeCursor(undefined, shape)).to.equal(null);
  });

  for (const made of [
    '',
    'x',
    'W10',
    Buffer.from('{"a":1}').toString('base64url'),
    Buffer.from('["a\\u0000",1]').toString('base64url'),
  ]) {
    it(`refuses the made-up cursor "${made}" by the name of the field`, () => {
      expect(() => decodeCursor(made, shape)).to.throw(AppError, /cursor/);
    });
  }
});
