import { expect } from 'chai';
import { RUN_KINDS } from '../../contract/backups/endpoints.ts';
import { PAPER_CAUSES } from '../../contract/documents/papers.ts';
import { ROLES } from '../../contract/endpoint.ts';
import { MEDIA_TYPES } from '../../contract/inspections/endpoints.ts';
import { AGREEMENT_STATES } from '../../core/agreements/states.ts';
import { BIRDS, FINISHES, SURROUNDINGS } from '../../core/assumptions.ts';
import { IMPORT_STATES } from '../../core/imports/states.ts';
import { DEFECT_KINDS, DEFECT_SEVERITIES } from '../../core/inspections/defects.ts';
import { CELL_CUTS, MARK_KINDS, MARK_PATTERNS, ORIENTATIONS, SEVERITIES } from '../../core/inspections/marks.ts';
import { PHOTO_ROLES, PHOTO_STATES } from '../../core/inspections/photoFace.ts';
import { BONDS, GRADES, SOIL_KINDS, WHERES } from '../../core/inspections/soil.ts';
import { ENTRY_KINDS } from '../../core/jobs/progress.ts';
import { JOB_STATES } from '../../core/jobs/states.ts';
import { KIT_ENTRY_KINDS } from '../../core/kit/standing.ts';
import { BRISTLES, HELD, KIT_KINDS } from '../../core/kit/things.ts';
import { CALL_ANSWERS, LETTER_EVENTS } from '../../core/letters/states.ts';
import { QUOTE_ADDITIONS, QUOTE_CHOICES, QUOTE_STATES } from '../../core/quotes/states.ts';
import { REPORT_STATES } from '../../core/reports/signature.ts';
import { COLDS, MOUNTS, RUN_OFFS } from '../../core/rules/input.ts';
import { ELECTRONICS } from '../../core/soiling/markedLoss.ts';
import { READ_SOURCES, WATER_SOURCES } from '../../core/water/plan.ts';
import { RESIN_ENTRY_KINDS } from '../../core/water/resinLog.ts';
import { CLIMATE_KEYS, RECORD_SOURCES } from '../../core/weather/climates.ts';
import { emptyDatabase } from '../testing/harness.ts';
import { type Database, openDatabase } from './database.ts';

/** Lists that the code owns and the database holds to. */
const OWNED: Record<string, readonly string[]> = {
  'agreements.additions': QUOTE_ADDITIONS,
  'agreements.choice': QUOTE_CHOICES,
  'agreements.state': AGREEMENT_STATES,
  'arrays.birds': BIRDS,
  'arrays.cells': CELL_CUTS,
  'arrays.electronics': ELECTRONICS,
  'arrays.mount': MOUNTS,
  'arrays.orientation': ORIENTATIONS,
  'backup_runs.kind': RUN_KINDS,
  'imports.state': IMPORT_STATES,
  'inspection_defects.kind': DEFECT_KINDS,
  'inspection_defects.severity': DEFECT_SEVERITIES,
  'inspection_marks.bond': BONDS,
  'inspection_marks.kind': MARK_KINDS,
  'inspection_marks.pattern': MARK_PATTERNS,
  'inspection_marks.severity': SEVERITIES,
  'inspection_soils.bond': BONDS,
  'inspection_soils.grade': GRADES,
  'inspection_soils.kind': SOIL_KINDS,
  'inspection_soils.lies': WHERES,
  'invitations.role': ROLES,
  'job_entries.kind': ENTRY_KINDS,
  'jobs.state': JOB_STATES,
  'letter_events.kind': LETTER_EVENTS,
  'call_links.answer': CALL_ANSWERS,
  'papers.because': PAPER_CAUSES,
  'people.role': ROLES,
  'kit_entries.kind': KIT_ENTRY_KINDS,
  'kit_things.bristle': BRISTLES,
  'kit_things.held': HELD,
  'kit_things.kind': KIT_KINDS,
  'photos.media_type': MEDIA_TYPES,
  'photos.role': PHOTO_ROLES,
  'photos.state': PHOTO_STATES,
  'plans.cold': COLDS,
  'plans.finish': FINISHES,
  'quotes.additions': QUOTE_ADDITIONS,
  'quotes.choice': QUOTE_CHOICES,
  'quotes.state': QUOTE_STATES,
  'reports.state': REPORT_STATES,
  'resin_entries.kind': RESIN_ENTRY_KINDS,
  'sites.climate': CLIMATE_KEYS,
  'sites.run_off': RUN_OFFS,
  'sites.surroundings': SURROUNDINGS,
  'sites.water_source': WATER_SOURCES,
  'water_readings.source': READ_SOURCES,
  'weather_days.source': RECORD_SOURCES,
};

describe('a list of the code', () => {
  let database: Database;
  let held: Map<string, string[]>;
  before(async () => {
    database = openDatabase(await emptyDatabase(), 2);
    const { rows } = await database.raw(`
      select conrelid::regclass || '.' || attname as column, pg_get_constraintdef(pg_constraint.oid) as condition
      from pg_constraint join pg_attribute on attrelid = conrelid and attnum = conkey[1]
      where contype = 'c' and array_length(conkey, 1) = 1 and (pg_get_constraintdef(pg_constraint.oid) like '%ANY (ARRAY[%'
          or pg_get_constraintdef(pg_constraint.oid) like '%<@ ARRAY[%')`);
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

  it('stands behind every list that the database holds to', () => {
    expect([...held.keys()].sort()).to.deep.equal(Object.keys(OWNED).sort());
  });
});
