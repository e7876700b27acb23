import type { Knex } from 'knex';

/** The version that brings older data up to where this one takes them over. */
export const LIFTING_VERSION = '0.1.0';
/** Its first step and its last; this version has one step in the place of all of them. */
const ITS_STEPS = { first: '001-first', last: '048-epochs' };
/** The oldest calculation whose results are still read. */
const OLDEST_CALCULATION = 14;
const CALCULATED = ['reckonings', 'plans', 'quotes', 'jobs', 'reports'] as const;

export type Standing = 'known' | 'taken-over' | 'older' | 'old-results' | 'newer';

/**
 * How data stand to this version.
 * @param steps of the schema that they have taken, first to last @param oldResults whether older calculations made any
 */
export function standingOf(steps: readonly string[], known: readonly string[], oldResults: boolean): Standing {
  if (steps.every((step) => known.includes(step))) return 'known';
  if (steps[0] !== ITS_STEPS.first) return 'newer';
  if (steps.at(-1) !== ITS_STEPS.last) return 'older';
  return oldResults ? 'old-results' : 'taken-over';
}

/** Why data cannot be used by this version, and what to do. */
export const REFUSED: Record<Exclude<Standing, 'known' | 'taken-over'>, { data: string; backup: string }> = {
  older: {
    data: `The data are of an older Wide Pail. Start version ${LIFTING_VERSION} on them once, then this one again.`,
    backup: `This backup is of an older Wide Pail. Restore it with version ${LIFTING_VERSION}, start that once and back up again.`,
  },
  'old-results': {
    data: `The data hold plans or reports that only version ${LIFTING_VERSION} can read. Keep that version for them.`,
    backup: `This backup holds plans or reports that only version ${LIFTING_VERSION} can read. Restore it there.`,
  },
  newer: {
    data: 'The data are of a newer Wide Pail. Upgrade this one first, then start it again.',
    backup: 'This backup was made by a newer Wide Pail. Upgrade this one first, then restore.',
  },
};

/** Data that this version does not read. */
export class OtherVersion extends Error {
  constructor(readonly standing: keyof typeof REFUSED) {
    super(REFUSED[standing].data);
  }
}

/**
 * Takes over data whose tables are those of the first step, whatever steps they came by.
 * @param known steps of this version, first to last @throws OtherVersion where it does not read them; nothing is changed
 */
export async function takeOver(database: Knex, known: readonly string[]): Promise<void> {
  if (!(await database.schema.hasTable('schema_migrations'))) return;
  const steps: string[] = await database('schema_migrations').orderBy('id').pluck('name');
  const old = steps.at(-1) === ITS_STEPS.last && (await holdsOldResults(database));
  const standing = standingOf(steps, known, old);
  if (standing === 'known') return;
  if (standing !== 'taken-over') throw new OtherVersion(standing);
  await database.raw(
    `with their_steps as (delete from schema_migrations)
     insert into schema_migrations (name, batch, migration_time) values (?, 1, now())`,
    [known[0] ?? ''],
  );
}

async function holdsOldResults(database: Knex): Promise<boolean> {
  const any = CALCULATED.map((table) => `exists (select from ${table} where calculation_version::int < ?)`).join(
    ' or ',
  );
  const { rows } = await database.raw(
    `select ${any} as old`,
    CALCULATED.map(() => OLDEST_CALCULATION),
  );
  return rows[0].old;
}
