import type { Client } from 'pg';

/** How large a company is: of what its lists are made, and how many arrays have years of daily energy. */
export interface Size {
  sites: number;
  quotes: number;
  jobs: number;
  metered: number;
  years: number;
}

export const LARGE: Size = { sites: 30_000, quotes: 110_000, jobs: 100_000, metered: 500, years: 10 };
export const SMALL: Size = { sites: 3000, quotes: 11_000, jobs: 10_000, metered: 50, years: 10 };

/** The records of the one site that the others are made after, taken through the application's own endpoints. */
export interface Template {
  siteId: string;
  arrayId: string;
  jobId: string;
  quoteId: string;
}

/** Made-up words that names and places are put together from. */
const FIRST = ['Alder', 'Basalt', 'Cinder', 'Dune', 'Ember', 'Fallow', 'Gannet', 'Heath', 'Iris', 'Juniper', 'Kestrel'];
const SECOND = [
  'barn',
  'cellar',
  'cottage',
  'dairy',
  'depot',
  'house',
  'kiln',
  'loft',
  'mill',
  'school',
  'shed',
  'yard',
];
const LANES = ['Beacon Lane', 'Drover Way', 'Furrow Road', 'Harbour Steps', 'Orchard Row', 'Quarry Hill', 'Weir Walk'];

const words = (list: readonly string[]) => `(array[${list.map((word) => `'${word}'`).join(', ')}])`;
const pick = (list: readonly string[], by: string) => `${words(list)}[1 + (${by}) % ${list.length}]`;

/** An identifier of the usual form, out of a text. */
const uuidOf = (text: string) => `overlay(overlay(md5(${text}) placing '4' from 13) placing '8' from 17)::uuid`;

/** The id of the n-th of a kind: the same at every size, so that two companies can be asked for the same. */
const idOf = (kind: string, n: string) => uuidOf(`'${kind} ' || (${n})`);
export const ID = (kind: string, n: number) => uuidOf(`'${kind} ${n}'`);

/** Rows to be made after one that is there, one for each number `n` from 1, with some columns of their own as SQL. */
interface Copies {
  what: string;
  table: string;
  /** which row or rows are copied, as SQL */
  template: string;
  count: number;
  columns: Record<string, string>;
  /** numbers that are left out make this false */
  where?: string;
}

/** What fills days of a record, which have no template. */
interface Written {
  what: string;
  sql: string;
}

async function insertion(admin: Client, { table, template, count, columns, where = 'true' }: Copies): Promise<string> {
  const { rows } = await admin.query(
    "select column_name as name from information_schema.columns where table_name = $1 and table_schema = 'public' and is_generated = 'NEVER'",
    [table],
  );
  const names: string[] = rows.map(({ name }) => `"${name}"`);
  const values = rows.map(({ name }) => columns[name] ?? `one."${name}"`);
  return `insert into ${table} (${names.join(', ')}) overriding system value select ${values.join(', ')}
    from (select *, row_number() over () as nth from ${table} where ${template}) one, generate_series(1, ${count}) n
    where ${where}`;
}

/** How the k-th of many belongs to the sites: evenly, the newest last. */
const siteOf = (n: string, sites: number) => `(1 + (${n} - 1) % ${sites})`;

/** Days before today on which the n-th of many was: the newest today, the oldest some years ago. */
const daysAgo = (n: string, count: number, span = 1500) => `((${count} - ${n}) * ${span} / ${count})`;

/** Jobs that are still to come, of each hundred; of those that were done, how many nobody has reported. */
const TO_COME = 3;
/** Jobs of one day, at every size: a company ten times as large plans ten times as far ahead, for one office. */
const A_DAY = 20;

/** What a job's state follows from its number: the last ones are to come. */
const stateOf = (count: number) => `case when n > ${count - (count * TO_COME) / 100} then 'scheduled'
  when n % 97 = 0 then 'washed' else 'reported' end`;

/** A paper of each, of a few bytes: where none is, the server would begin to make them. */
const paperOf = (record: string, id: string, count: number): Copies => ({
  what: `papers of each ${record}`,
  table: 'papers',
  template: `number = (select min(number) from papers where ${record}_id is not null)`,
  count,
  columns: {
    id: idOf(`${record} paper`, 'n'),
    [`${record}_id`]: id,
    number: `${record === 'quote' ? 1_000_000 : 2_000_000} + n`,
    bytes: "'\\x25504446'::bytea",
    input: `'{}'::jsonb`,
  },
});

/** What is made, in the order in which it may be. */
function plan(of: Template, size: Size): (Copies | Written)[] {
  const { sites, quotes, jobs, metered, years } = size;
  const dayOf = `case when n > ${jobs - (jobs * TO_COME) / 100}
    then current_date - 10 + (n % ${Math.ceil((jobs * TO_COME) / 100 / A_DAY)})::int else current_date - 30 - ${daysAgo('n', jobs)}::int end`;
  const whenQuoted = `now() - ${daysAgo('n', quotes)} * interval '1 day'`;
  const site = (n: string) => idOf('site', siteOf(n, sites));
  const array = (n: string) => idOf('array', siteOf(n, sites));
  const days = years * 365;
  return [
    {
      what: 'customers',
      table: 'customers',
      template: `id = (select customer_id from sites where id = '${of.siteId}')`,
      count: sites,
      columns: {
        id: idOf('customer', 'n'),
        name: `${pick(FIRST, 'n * 7')} || ' ' || ${pick(FIRST, 'n / 11')} || ' ' || n`,
      },
    },
    {
      what: 'sites',
      table: 'sites',
      template: `id = '${of.siteId}'`,
      count: sites,
      columns: {
        id: idOf('site', 'n'),
        customer_id: idOf('customer', 'n'),
        name: `${pick(FIRST, 'n')} || ' ' || ${pick(SECOND, 'n / 11')} || ' ' || n`,
        place: `${pick(LANES, 'n / 7')} || ' ' || n % 300`,
        latitude: '-33.5 + (n % 100) * 0.01',
      },
    },
    {
      what: 'arrays',
      table: 'arrays',
      template: `id = '${of.arrayId}'`,
      count: sites,
      columns: { id: idOf('array', 'n'), site_id: idOf('site', 'n') },
    },
    {
      what: 'looks',
      table: 'inspections',
      template: `array_id = '${of.arrayId}'`,
      count: sites * 2,
      columns: {
        id: idOf('inspection', 'n'),
        array_id: array('n'),
        inspected_at: `now() - ${daysAgo('n', sites * 2, 800)} * interval '1 day'`,
      },
    },
    {
      what: 'soils',
      table: 'inspection_soils',
      template: `inspection_id in (select id from inspections where array_id = '${of.arrayId}')`,
      count: sites * 2,
      columns: { inspection_id: idOf('inspection', 'n') },
    },
    {
      what: 'reckonings',
      table: 'reckonings',
      template: `array_id = '${of.arrayId}'`,
      count: sites * 2,
      columns: {
        id: idOf('reckoning', 'n'),
        array_id: array('n'),
        inspection_id: idOf('inspection', 'n'),
        at: `now() - ${daysAgo('n', sites * 2, 800)} * interval '1 day'`,
        look_on: `case when n % 50 = 0 then current_date - 10 else current_date + 200 end`,
        entered: '1000000 + n',
      },
    },
    {
      what: 'plans',
      table: 'plans',
      template: `site_id = '${of.siteId}'`,
      count: sites * 2,
      columns: {
        id: idOf('plan', 'n'),
        site_id: site('n'),
        at: `now() - ${daysAgo('n', sites * 2, 800)} * interval '1 day'`,
        entered: '1000000 + n',
      },
    },
    {
      what: 'quotes',
      table: 'quotes',
      template: `id = '${of.quoteId}'`,
      count: quotes,
      columns: {
        id: idOf('quote', 'n'),
        site_id: site('n'),
        plan_id: idOf('plan', `1 + (n - 1) % ${sites * 2}`),
        number: '100000 + n',
        state: `case when n <= ${jobs} then 'accepted' when n % 3 = 0 then 'sent' when n % 3 = 1 then 'declined' else 'expired' end`,
        gross: '20000 + (n * 37) % 90000',
        created_at: whenQuoted,
        sent_at: whenQuoted,
        valid_until: 'current_date + 30',
        entered: '1000000 + n',
      },
    },
    {
      what: 'jobs',
      table: 'jobs',
      template: `id = '${of.jobId}'`,
      count: jobs,
      columns: {
        id: idOf('job', 'n'),
        site_id: site('n'),
        quote_id: idOf('quote', 'n'),
        scheduled_for: dayOf,
        state: stateOf(jobs),
      },
    },
    {
      what: 'arrays of jobs',
      table: 'job_arrays',
      template: `job_id = '${of.jobId}'`,
      count: jobs,
      columns: { job_id: idOf('job', 'n'), array_id: array('n') },
    },
    {
      what: 'entries of jobs',
      table: 'job_entries',
      template: `job_id = '${of.jobId}' and number < (select min(number) + 12 from job_entries where job_id = '${of.jobId}')`,
      count: jobs,
      columns: {
        id: idOf('entry', "n || ' ' || one.number"),
        job_id: idOf('job', 'n'),
        number: '10000000 + n * 100 + one.nth',
      },
    },
    {
      what: 'reports',
      table: 'reports',
      template: `job_id = '${of.jobId}'`,
      count: jobs,
      columns: {
        id: idOf('report', 'n'),
        job_id: idOf('job', 'n'),
        site_id: site('n'),
        gain: '0.02 + (n % 90) * 0.001',
        created_at: `now() - ${daysAgo('n', jobs)} * interval '1 day'`,
        entered: '1000000 + n',
      },
      where: `${stateOf(jobs)} = 'reported'`,
    },
    paperOf('quote', idOf('quote', 'n'), quotes),
    paperOf('report', idOf('report', 'n'), jobs),
    {
      what: 'trail',
      table: 'audit_trail',
      template: `record = 'job' and number = (select min(number) from audit_trail where record = 'job')`,
      count: jobs * 3,
      columns: { number: '10000000 + n', record_id: idOf('job', `1 + (n - 1) % ${jobs}`) },
    },
    {
      what: 'days of energy',
      sql: `insert into energy_days (array_id, day, energy, control)
        select ${idOf('array', 'n')}, current_date - d, (28 + 12 * cos((d % 365) / 58.0)) * 3600000
          * (1 - 0.0004 * (d % 180)) * (0.7 + 0.3 * abs(sin(n * 7919 + d * 104729))), null
        from generate_series(1, ${metered}) n, generate_series(1, ${days}) d`,
    },
    {
      what: 'days of weather',
      sql: `insert into weather_days (site_id, day, rain, temp_air, wind_speed, source)
        select ${idOf('site', 'n')}, current_date - d,
          case when abs(sin(d * 12.9898)) > 0.85 then 8 * abs(sin(d * 78.233)) else 0 end,
          16 + 6 * cos((d % 365) / 58.0), 2.5, 'file'
        from generate_series(1, ${metered}) n, generate_series(1, ${days}) d`,
    },
  ];
}

/** Fills a company with what its template multiplies to. Keys and rules are not asked row by row; they hold by how it is made. */
export async function multiply(admin: Client, of: Template, size: Size, say: (line: string) => void): Promise<void> {
  await admin.query('set session_replication_role = replica');
  for (const part of plan(of, size)) {
    const begun = Date.now();
    const { rowCount } = await admin.query('sql' in part ? part.sql : await insertion(admin, part));
    say(`  ${part.what}: ${rowCount} rows (${((Date.now() - begun) / 1000).toFixed(1)} s)`);
  }
  await admin.query('set session_replication_role = origin');
  // What the database keeps by itself of other rows is told again.
  await admin.query('update sites set name = name');
  await admin.query(`update sites set last_look = (select max(inspected_at) from inspections join arrays on arrays.id = array_id
    where site_id = sites.id)`);
  await admin.query(`update arrays set look_on = newest.look_on, reckoned_at = newest.at from (
    select distinct on (array_id) array_id, look_on, at from reckonings order by array_id, entered desc) newest
    where newest.array_id = arrays.id`);
  await admin.query('vacuum analyze');
}
