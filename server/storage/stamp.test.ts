import { expect } from 'chai';
import { emptyDatabase } from '../testing/harness.ts';
import { type Database, openDatabase } from './database.ts';
import { stampOf } from './stamp.ts';

describe('the stamp of some rows', () => {
  let database: Database;
  before(async () => {
    database = openDatabase(await emptyDatabase(), 2);
  });
  after(() => database.destroy());

  const of = (...values: [string, number][]) =>
    stampOf(
      database,
      database.from(
        database.raw(
          `(values ${values.map(() => '(?::text, ?::int)').join(', ')}) as given(word, number)`,
          values.flat(),
        ),
      ),
    );

  it('is the same for the same rows in any order, and another where one of them differs', async () => {
    const stamp = await of(['a', 1], ['b', 2]);
    expect(await of(['b', 2], ['a', 1])).to.equal(stamp);
    for (const other of [await of(['a', 1]), await of(['a', 1], ['b', 3]), await of(['a', 2], ['b', 1])])
      expect(other).not.to.equal(stamp);
  });

  it('is one of its own where there are none', async () => {
    expect(await stampOf(database, database('people'))).to.match(/^[0-9a-f]{32}$/);
  });
});
