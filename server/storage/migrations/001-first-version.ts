import type { Knex } from 'knex';
import { agreements } from './001/agreements.ts';
import { backups } from './001/backups.ts';
import { calendar } from './001/calendar.ts';
import { company } from './001/company.ts';
import { documents } from './001/documents.ts';
import { drill } from './001/drill.ts';
import { figures } from './001/figures.ts';
import { imports } from './001/imports.ts';
import { inspections } from './001/inspections.ts';
import { jobs } from './001/jobs.ts';
import { kit } from './001/kit.ts';
import { letters } from './001/letters.ts';
import { people } from './001/people.ts';
import { plans } from './001/plans.ts';
import { quotes } from './001/quotes.ts';
import { reckoning } from './001/reckoning.ts';
import { reports } from './001/reports.ts';
import { rules } from './001/rules.ts';
import { safety } from './001/safety.ts';
import { sites } from './001/sites.ts';
import { storage } from './001/storage.ts';
import { uploads } from './001/uploads.ts';
import { water } from './001/water.ts';
import { weather } from './001/weather.ts';

/** The tables of every room, each after those that it points at. */
const ROOMS = [
  people,
  storage,
  company,
  backups,
  calendar,
  drill,
  figures,
  rules,
  uploads,
  imports,
  sites,
  water,
  weather,
  inspections,
  reckoning,
  plans,
  safety,
  quotes,
  letters,
  jobs,
  agreements,
  kit,
  reports,
  documents,
];

/**
 * The tables as version 0.2.0 found them. Records are evidence: where a row must not change any more, a trigger holds it,
 * not hope.
 */
export async function up(knex: Knex): Promise<void> {
  for (const tables of ROOMS) await knex.raw(tables);
}
