import type { Knex } from 'knex';

/**
 * What lists show stands in columns beside the content that it is taken from; quotes and jobs say by which calculation
 * they were made, so that their content can be read whatever its age.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    alter table quotes disable trigger user;
    alter table quotes add column calculation_version text, add column gross bigint, add column currency text;
    update quotes set gross = (content #>> '{one,gross}')::bigint, currency = content ->> 'currency',
      calculation_version = (select calculation_version from plans where plans.id = quotes.plan_id);
    alter table quotes alter column calculation_version set not null, alter column gross set not null,
      alter column currency set not null;
    alter table quotes enable trigger user;

    alter table jobs add column calculation_version text;
    update jobs set calculation_version = (select calculation_version from quotes where quotes.id = jobs.quote_id);
    alter table jobs alter column calculation_version set not null;

    alter table reports disable trigger user;
    alter table reports add column gain double precision;
    update reports set gain = (case when content #> '{claim}' is not null then content ->> 'claim'
      else content #>> '{arrays,0,comparison,gain}' end)::float8;
    alter table reports enable trigger user;

    update site_climates set climate = jsonb_set(climate, '{name}',
      jsonb_build_object('code', 'written', 'params', jsonb_build_object('text', climate -> 'name')))
      where jsonb_typeof(climate -> 'name') = 'string';
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`
    update site_climates set climate = jsonb_set(climate, '{name}', climate #> '{name,params,text}')
      where climate #> '{name,params,text}' is not null;
    alter table reports drop column gain;
    alter table jobs drop column calculation_version;
    alter table quotes drop column calculation_version, drop column gross, drop column currency;
  `);
}
