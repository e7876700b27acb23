import type { Knex } from 'knex';
import * as firstVersion from './001-first-version.ts';
import * as fieldTerms from './002-field-terms.ts';
import * as drawings from './003-drawings.ts';

interface Migration {
  name: string;
  up: (knex: Knex) => Promise<void>;
  down: () => Promise<never>;
}

/** Steps lead forward only: whoever wants to go back puts a backup back. */
const down = (): Promise<never> => Promise.reject(new Error('There is no step back; restore a backup instead.'));

/** Names without an ending, so that the same set runs as source and as a bundle. A step that was taken anywhere stays. */
const MIGRATIONS: Migration[] = [
  { name: '001-first-version', ...firstVersion, down },
  { name: '002-field-terms', ...fieldTerms, down },
  { name: '003-drawings', ...drawings, down },
];

export const migrationSource: Knex.MigrationSource<Migration> = {
  getMigrations: async () => MIGRATIONS,
  getMigrationName: (migration) => migration.name,
  getMigration: async (migration) => migration,
};
