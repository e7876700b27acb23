import type { Knex } from 'knex';

/** Columns that hold one of a list, with the list; the core owns it. */
const LISTED: [table: string, column: string, values: string[]][] = [
  ['sites', 'climate', ['winter-rain', 'summer-rain', 'all-year-rain', 'desert']],
  ['sites', 'surroundings', ['green', 'town', 'farmland', 'dusty', 'desert']],
  ['sites', 'run_off', ['drain', 'garden', 'rainwater-tank']],
  ['sites', 'water_source', ['tap', 'borehole', 'rain-tank', 'none']],
  ['arrays', 'orientation', ['portrait', 'landscape']],
  ['arrays', 'mount', ['pitched-roof', 'flat-roof', 'ground', 'carport', 'elevated']],
  ['arrays', 'birds', ['none', 'few', 'roost']],
  ['photos', 'role', ['overview', 'soil', 'defect', 'before', 'after', 'wipe-before', 'wipe-after']],
  [
    'job_entries',
    'kind',
    [
      ...['step-started', 'caution', 'step-done', 'cannot', 'kit', 'mark', 'reading', 'no-reading', 'water', 'meter'],
      ...['hands', 'cloth', 'temperatures', 'paused', 'resumed', 'struck'],
    ],
  ],
];

const OPEN = `state in ('scheduled', 'in-hand', 'paused')`;

/** Triggers that keep what follows from other rows: no change of anybody's, and so without a version of its own. */
const FOLLOWING = `
  create function site_words(name text, place text, customer uuid) returns text language sql stable as
    $$ select lower(concat_ws(E'\\n', name, place, (select customers.name from customers where customers.id = customer))) $$;
  create function follow_site() returns trigger language plpgsql as $$
  begin
    new.words := site_words(new.name, new.place, new.customer_id);
    return new;
  end $$;
  create trigger words before insert or update of name, place, customer_id on sites
    for each row execute function follow_site();
  create function follow_customer() returns trigger language plpgsql as $$
  begin
    update sites set words = site_words(name, place, customer_id) where customer_id = new.id;
    return null;
  end $$;
  create trigger words after update of name on customers for each row execute function follow_customer();

  create function follow_look() returns trigger language plpgsql as $$
  begin
    update sites set last_look = greatest(last_look, new.inspected_at) from arrays
      where arrays.id = new.array_id and sites.id = arrays.site_id;
    return null;
  end $$;
  create trigger last_look after insert on inspections for each row execute function follow_look();

  create function follow_reckoning() returns trigger language plpgsql as $$
  begin
    update arrays set look_on = new.look_on, reckoned_at = new.at where id = new.array_id;
    return null;
  end $$;
  create trigger look_on after insert on reckonings for each row execute function follow_reckoning();
`;

/**
 * What lists are asked for stands in columns with an index in their order: words to search a site by, its last look, the
 * day from which on a wash pays, what a reckoning and a plan came to, which arrays a job is of and when it was washed.
 * Amendments and papers name what they belong to by a key that the database holds to.
 */
export async function up(knex: Knex): Promise<void> {
  for (const [table, column, values] of LISTED)
    await knex.raw(
      `alter table ${table} add constraint ${table}_${column}_listed
         check (${column} in (${values.map((value) => `'${value}'`).join(', ')}))`,
    );
  await knex.raw(`
    create extension if not exists pg_trgm;
    alter table sites add column words text not null default '', add column last_look timestamptz;
    alter table arrays add column look_on date, add column reckoned_at timestamptz;
    ${FOLLOWING}
    update sites set words = site_words(name, place, customer_id), last_look = (select max(inspected_at)
      from inspections join arrays on arrays.id = array_id where site_id = sites.id);
    update arrays set look_on = newest.look_on, reckoned_at = newest.at from (
      select distinct on (array_id) array_id, look_on, at from reckonings order by array_id, entered desc
    ) newest where newest.array_id = arrays.id;
    create index sites_words on sites using gin (words gin_trgm_ops);
    create index sites_last_look on sites (last_look nulls first, id);
    create index arrays_look_on on arrays (look_on, site_id) where look_on is not null;

    alter table reckonings disable trigger user;
    alter table reckonings add column loss_now double precision, add column taught jsonb;
    update reckonings set loss_now = (output #>> '{lossNow,mid}')::float8, taught = case
      when jsonb_typeof(output #> '{known,taught}') = 'array' and output #> '{known,taught}' <> '[]' then output #> '{known,taught}' end;
    alter table reckonings alter column loss_now set not null;
    alter table reckonings enable trigger user;
    create index reckonings_taught on reckonings (entered desc) where taught is not null;

    alter table plans disable trigger user;
    alter table plans add column visits integer, add column best_visits integer;
    update plans set visits = (output ->> 'visitsChosen')::integer, best_visits = (output #>> '{visits,best}')::integer;
    alter table plans alter column visits set not null, alter column best_visits set not null;
    alter table plans enable trigger user;

    alter table jobs add column washed_at timestamptz, add column folded jsonb;
    create table job_arrays (
      job_id uuid not null references jobs,
      array_id uuid not null references arrays,
      place integer not null check (place >= 0),
      primary key (job_id, array_id)
    );
    insert into job_arrays
      select jobs.id, (face ->> 'id')::uuid, place - 1
      from jobs, jsonb_array_elements(content -> 'arrays') with ordinality as faces (face, place);
    update jobs set washed_at = (
      select max((body ->> 'at')::timestamptz - clock_gap * interval '1 second') from job_entries
      where job_id = jobs.id and kind = 'mark' and body ->> 'mark' in ('rinsed', 'brushed', 'bladed') and not exists (
        select from job_entries struck where struck.job_id = jobs.id and struck.kind = 'struck'
          and (struck.body ->> 'entry')::uuid = job_entries.id)
    );
    create index job_arrays_array on job_arrays (array_id, job_id);
    create index jobs_open on jobs (scheduled_for, id) where ${OPEN};
    create index jobs_unsigned on jobs (scheduled_for, id) where state = 'washed';
    drop index jobs_site;
    create index jobs_site on jobs (site_id, scheduled_for, id);

    create index quotes_waiting on quotes (sent_at) where state = 'sent';
    drop index quotes_site, quotes_state, reports_site, reckonings_array, inspections_array;
    create index inspections_array on inspections (array_id, inspected_at desc, id desc);

    alter table amendments disable trigger user;
    alter table amendments add column inspection_id uuid references inspections, add column report_id uuid references reports;
    update amendments set inspection_id = case when record = 'inspection' then record_id end,
      report_id = case when record = 'report' then record_id end;
    alter table amendments drop column record, drop column record_id,
      add constraint amendments_one check (num_nonnulls(inspection_id, report_id) = 1);
    alter table amendments enable trigger user;
    create index amendments_inspection on amendments (inspection_id, at) where inspection_id is not null;
    create index amendments_report on amendments (report_id, at) where report_id is not null;

    alter table papers disable trigger user;
    alter table papers add column quote_id uuid references quotes, add column report_id uuid references reports;
    update papers set quote_id = case when record = 'quote' then record_id end,
      report_id = case when record = 'report' then record_id end;
    alter table papers drop column record, drop column record_id,
      add constraint papers_one check (num_nonnulls(quote_id, report_id) = 1);
    alter table papers enable trigger user;
    create index papers_quote on papers (quote_id, number desc) where quote_id is not null;
    create index papers_report on papers (report_id, number desc) where report_id is not null;
  `);
}

/** Puts back the one reference without a key that stood for two. */
const oneReference = (table: string, first: string, second: string) => `
  alter table ${table} disable trigger user;
  alter table ${table} add column record text, add column record_id uuid;
  update ${table} set record = case when ${first}_id is not null then '${first}' else '${second}' end,
    record_id = coalesce(${first}_id, ${second}_id);
  alter table ${table} drop column ${first}_id, drop column ${second}_id, alter column record set not null,
    alter column record_id set not null, add check (record in ('${first}', '${second}'));
  alter table ${table} enable trigger user;
`;

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`
    ${oneReference('papers', 'quote', 'report')}
    create index papers_record on papers (record_id, number desc);
    ${oneReference('amendments', 'inspection', 'report')}
    create index amendments_record on amendments (record_id, at);

    drop index inspections_array, quotes_waiting, jobs_site, jobs_unsigned, jobs_open;
    create index inspections_array on inspections (array_id, inspected_at desc, id);
    create index jobs_site on jobs (site_id, scheduled_for desc);
    create index quotes_site on quotes (site_id, created_at desc, id);
    create index quotes_state on quotes (state, created_at desc, id);
    create index reports_site on reports (site_id, created_at desc);
    create index reckonings_array on reckonings (array_id, at desc, id);
    drop table job_arrays;
    alter table jobs drop column washed_at, drop column folded;
    alter table plans drop column visits, drop column best_visits;
    alter table reckonings drop column loss_now, drop column taught;
    drop trigger look_on on reckonings;
    drop trigger last_look on inspections;
    drop trigger words on customers;
    drop trigger words on sites;
    drop function follow_reckoning, follow_look, follow_customer, follow_site, site_words;
    alter table arrays drop column look_on, drop column reckoned_at;
    alter table sites drop column words, drop column last_look;
    drop extension pg_trgm;
  `);
  for (const [table, column] of LISTED)
    await knex.raw(`alter table ${table} drop constraint ${table}_${column}_listed`);
}
