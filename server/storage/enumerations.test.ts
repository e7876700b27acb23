import { expect } from 'chai';
import { ROLES } from '../../contract/endpoint.ts';
import { FINISHES } from '../../core/assumptions.ts';
import { JOB_STATES } from '../../core/jobs/states.ts';
import { QUOTE_CHOICES, QUOTE_STATES } from '../../core/quotes/states.ts';
import { REPORT_STATES } from '../../core/reports/signature.ts';
import { emptyDatabase } from '../testing/harness.ts';
import { type Database, openDatabase } from './database.ts';

/** Lists that the code owns and the database holds to. */
const OWNED: Record<string, readonly string[]> = {
  'invitations.role': ROLES,
  'jobs.state': JOB_STATES,
  'people.role': ROLES,
  'plans.finish': FINISHES,
  'quotes.choice': QUOTE_CHOICES,
  'quotes.state': QUOTE_STATES,
  'reports.state': REPORT_STATES,
};

describe('a list of the code', () => {
  let database: Database;
  let held: Map<string, string[]>;
  before(async () => {
    database = openDatabase(await emptyDatabase(), 2);
    const { rows } = await database.raw(`
      select conrelid::regclass || '.' || attname as column, pg_get_constraintdef(pg_constraint.oid) as condition
      from pg_constraint join pg_attribute on attrelid = conrelid and attnum = conkey[1]
      where contype = 'c' and array_length(conkey, 1) = 1 and pg_get_constraintdef(pg_constraint.oid) like '%ANY (ARRAY[%'`);
    held = new Map(
      rows.map(({ column, condition }: { column: string; condition: string }) => [
        column,
        [...condition.matchAll(/'([^']*)'::text/g)].map(([, value]) => value ?? ''),
      ]),
    );
  });
  after(() => database.destroy());

  for (const [column, list] of Object.entries(OWNED)) {
    it(`is what the database holds to: ${column}`, () => {
      expect([...(held.get(column) ?? [])].sort()).to.deep.equal([...list].sort());
    });
  }
});
