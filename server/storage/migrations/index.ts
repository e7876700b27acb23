import type { Knex } from 'knex';
import * as first from './001-first.ts';
import * as drill from './002-drill.ts';
import * as jobState from './003-job-state.ts';
import * as wiring from './004-wiring.ts';
import * as quickLooks from './005-quick-looks.ts';
import * as sheet from './006-sheet.ts';
import * as weather from './007-weather.ts';
import * as photoMarks from './008-photo-marks.ts';
import * as outlook from './009-outlook.ts';
import * as photoModule from './010-photo-module.ts';
import * as secrets from './011-secrets.ts';
import * as backups from './012-backups.ts';
import * as waitingPhotos from './013-waiting-photos.ts';
import * as papers from './014-papers.ts';
import * as accounts from './015-accounts.ts';
import * as devices from './016-devices.ts';
import * as orderAndParts from './017-order-and-parts.ts';
import * as assumed from './018-assumed.ts';
import * as photoFiling from './019-photo-filing.ts';
import * as agreements from './020-agreements.ts';
import * as lookOn from './021-look-on.ts';
import * as ownFigures from './022-own-figures.ts';
import * as cloths from './023-cloths.ts';
import * as columns from './024-columns.ts';
import * as rows from './025-rows.ts';
import * as lists from './026-lists.ts';
import * as imports from './027-imports.ts';
import * as clearSkyIndex from './028-clear-sky-index.ts';
import * as units from './029-units.ts';
import * as rules from './030-rules.ts';
import * as resin from './031-resin.ts';
import * as kit from './032-kit.ts';
import * as safety from './033-safety.ts';
import * as waterSources from './034-water-sources.ts';
import * as fittings from './035-fittings.ts';
import * as visits from './036-visits.ts';
import * as letters from './037-letters.ts';
import * as followingUp from './038-following-up.ts';
import * as calendar from './039-calendar.ts';
import * as taken from './040-taken.ts';
import * as callLinks from './041-call-links.ts';
import * as leftOfVisits from './042-left-of-visits.ts';
import * as sprayLineTaken from './043-spray-line-taken.ts';
import * as sprayLineUp from './044-spray-line-up.ts';
import * as callAnswers from './045-call-answers.ts';
import * as sprayLineDropped from './046-spray-line-dropped.ts';
import * as leftOfFitted from './047-left-of-fitted.ts';
import * as epochs from './048-epochs.ts';

interface Migration {
  name: string;
  up: (knex: Knex) => Promise<void>;
  down: (knex: Knex) => Promise<void>;
}

/** Names without an ending, so that the same set runs as source and as a bundle. */
const MIGRATIONS: Migration[] = [
  { name: '001-first', ...first },
  { name: '002-drill', ...drill },
  { name: '003-job-state', ...jobState },
  { name: '004-wiring', ...wiring },
  { name: '005-quick-looks', ...quickLooks },
  { name: '006-sheet', ...sheet },
  { name: '007-weather', ...weather },
  { name: '008-photo-marks', ...photoMarks },
  { name: '009-outlook', ...outlook },
  { name: '010-photo-module', ...photoModule },
  { name: '011-secrets', ...secrets },
  { name: '012-backups', ...backups },
  { name: '013-waiting-photos', ...waitingPhotos },
  { name: '014-papers', ...papers },
  { name: '015-accounts', ...accounts },
  { name: '016-devices', ...devices },
  { name: '017-order-and-parts', ...orderAndParts },
  { name: '018-assumed', ...assumed },
  { name: '019-photo-filing', ...photoFiling },
  { name: '020-agreements', ...agreements },
  { name: '021-look-on', ...lookOn },
  { name: '022-own-figures', ...ownFigures },
  { name: '023-cloths', ...cloths },
  { name: '024-columns', ...columns },
  { name: '025-rows', ...rows },
  { name: '026-lists', ...lists },
  { name: '027-imports', ...imports },
  { name: '028-clear-sky-index', ...clearSkyIndex },
  { name: '029-units', ...units },
  { name: '030-rules', ...rules },
  { name: '031-resin', ...resin },
  { name: '032-kit', ...kit },
  { name: '033-safety', ...safety },
  { name: '034-water-sources', ...waterSources },
  { name: '035-fittings', ...fittings },
  { name: '036-visits', ...visits },
  { name: '037-letters', ...letters },
  { name: '038-following-up', ...followingUp },
  { name: '039-calendar', ...calendar },
  { name: '040-taken', ...taken },
  { name: '041-call-links', ...callLinks },
  { name: '042-left-of-visits', ...leftOfVisits },
  { name: '043-spray-line-taken', ...sprayLineTaken },
  { name: '044-spray-line-up', ...sprayLineUp },
  { name: '045-call-answers', ...callAnswers },
  { name: '046-spray-line-dropped', ...sprayLineDropped },
  { name: '047-left-of-fitted', ...leftOfFitted },
  { name: '048-epochs', ...epochs },
];

export const migrationSource: Knex.MigrationSource<Migration> = {
  getMigrations: async () => MIGRATIONS,
  getMigrationName: (migration) => migration.name,
  getMigration: async (migration) => migration,
};
