import type { Knex } from 'knex';

/** Tables of entries that are only added to, with the kinds that theirs may be. */
const LOGS = [
  {
    table: 'job_entries',
    check: 'job_entries_kind_listed',
    kinds: [
      ...['step-started', 'caution', 'step-done', 'cannot', 'kit', 'mark', 'reading', 'no-reading', 'water', 'meter'],
      ...['hands', 'cloth', 'temperatures', 'paused', 'resumed', 'retracted'],
    ],
    told: 'body',
  },
  {
    table: 'kit_entries',
    check: 'kit_entries_kind_check',
    kinds: ['checked', 'calibrated', 'state', 'moved', 'retracted'],
    told: 'told',
  },
  {
    table: 'resin_entries',
    check: 'resin_entries_kind_check',
    kinds: ['set-up', 'reading', 'rotated', 'retracted'],
    told: 'told',
  },
] as const;

/**
 * What is stored by the field's terms: an entry that takes another back is retracted, and what speaks of a loss is evidence.
 * Only the names change; a trigger that keeps evidence as it is stands aside for that long.
 */
export async function up(knex: Knex): Promise<void> {
  for (const { table, check, kinds, told } of LOGS) {
    const listed = kinds.map((kind) => `'${kind}'`).join(', ');
    await knex.raw(`
      alter table ${table} disable trigger user;
      alter table ${table} drop constraint ${check};
      update ${table} set kind = 'retracted', ${told} = jsonb_set(${told}, '{kind}', '"retracted"') where kind = 'struck';
      alter table ${table} add constraint ${check} check (kind in (${listed}));
      alter table ${table} enable trigger user;
    `);
  }
  await knex.raw(`
    alter table reckonings disable trigger user;
    update reckonings set output =
      jsonb_set(output #- '{known,witnesses}', '{known,evidence}', output #> '{known,witnesses}')
      where output #> '{known,witnesses}' is not null;
    alter table reckonings enable trigger user;
  `);
}
