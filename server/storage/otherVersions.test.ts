import { expect } from 'chai';
import { BACK_TO_FIRST_STEP } from '../testing/earlier.ts';
import { bareDatabase, emptyDatabase, makeJob, onStage } from '../testing/harness.ts';
import { type Database, knownMigrations, migrate, openDatabase } from './database.ts';
import { OtherVersion, standingOf } from './otherVersions.ts';

const KNOWN = ['001-first-version', '002-something'];

describe('data of another version', () => {
  it('stand to this one by the steps that they have taken', () => {
    const standing = (steps: readonly string[], oldResults = false) => standingOf(steps, KNOWN, oldResults);
    expect(standing([])).to.equal('known');
    expect(standing(['001-first-version'])).to.equal('known');
    expect(standing(KNOWN)).to.equal('known');
    expect(standing([...KNOWN, '003-later'])).to.equal('newer');
    expect(standing(['001-first', '002-drill'])).to.equal('older');
    expect(standing(['001-first', '048-epochs'])).to.equal('taken-over');
    expect(standing(['001-first', '048-epochs'], true)).to.equal('old-results');
  });

  const stepsIn = (database: Database) => database('schema_migrations').orderBy('id').pluck('name');

  /** Runs the work on a database that says it has taken these steps. */
  async function having(url: string, steps: readonly string[], work: (database: Database) => Promise<void>) {
    const database = openDatabase(url, 2);
    try {
      await migrate(database);
      await database.raw(BACK_TO_FIRST_STEP);
      await database('schema_migrations').delete();
      for (const name of steps)
        await database('schema_migrations').insert({ name, batch: 1, migrationTime: new Date() });
      await work(database);
    } finally {
      await database.destroy();
    }
  }

  const refusal = (database: Database): Promise<unknown> =>
    migrate(database).then(
      () => 'taken',
      (error: unknown) => error,
    );

  for (const { steps, standing, says } of [
    { steps: ['001-first', '031-resin'], standing: 'older', says: 'Start version 0.1.0 on them once' },
    { steps: ['001-first-version', '999-later'], standing: 'newer', says: 'Upgrade this one first' },
  ]) {
    it(`are refused in words where they are ${standing}, and stay as they were`, async () => {
      await having(await emptyDatabase(), steps, async (database) => {
        const error = await refusal(database);
        expect(error).to.be.instanceOf(OtherVersion).and.to.include({ standing });
        expect((error as Error).message).to.include(says);
        expect(await stepsIn(database)).to.deep.equal(steps);
      });
    });
  }

  it('are taken over where the version before has brought them up', async () => {
    await having(await bareDatabase(), ['001-first', '048-epochs'], async (database) => {
      await migrate(database);
      expect(await stepsIn(database)).to.deep.equal(await knownMigrations());
      await migrate(database);
      expect(await stepsIn(database)).to.deep.equal(await knownMigrations());
    });
  });

  describe('with results in them', () => {
    const { harness } = onStage();
    before(async () => {
      await makeJob(harness.owner);
    });

    it('are taken over where these are of a calculation that is read, and refused where they are older', async () => {
      await having(harness.url, ['001-first', '048-epochs'], async (database) => {
        await migrate(database);
        expect(await stepsIn(database)).to.deep.equal(await knownMigrations());
      });
      await having(harness.url, ['001-first', '048-epochs'], async (database) => {
        await database('jobs').update({ calculationVersion: '13' });
        const error = await refusal(database);
        expect(error).to.be.instanceOf(OtherVersion).and.to.include({ standing: 'old-results' });
        expect(await stepsIn(database)).to.deep.equal(['001-first', '048-epochs']);
      });
    });
  });
});
