import { methodRules, type RulesInUse } from '../../contract/rules/endpoints.ts';
import { HOUSE_RULES, type MethodRules } from '../../core/rules/rules.ts';
import { withPerson } from '../people/names.ts';
import { type Connection, json, type Transaction } from '../storage/database.ts';

const HOUSE: RulesInUse = { at: null, by: null, reason: null, rules: HOUSE_RULES };

/** The newest rules; the house's at version 0. */
export async function newestRules(connection: Connection): Promise<RulesInUse> {
  const row = await withPerson(connection('method_rules'), 'method_rules.by')
    .orderBy('version', 'desc')
    .first('method_rules.version', 'method_rules.at', 'method_rules.reason', 'method_rules.rules', 'people.name as by');
  if (row === undefined) return HOUSE;
  const { version, rules, ...rest } = row;
  return { ...rest, rules: methodRules.parse({ ...withNewRules(rules), version }) };
}

/** Rules that were stored before there was a way, a refusal or a limit have the house's for it. */
function withNewRules(stored: Partial<MethodRules>): MethodRules {
  return {
    ...HOUSE_RULES,
    ways: { ...HOUSE_RULES.ways, ...stored.ways },
    refusals: { ...HOUSE_RULES.refusals, ...stored.refusals },
    limits: { ...HOUSE_RULES.limits, ...stored.limits },
  };
}

/** Keeps rules under the next version. Those that were made meanwhile hold its number, and these are refused. */
export const insertRules = (
  trx: Transaction,
  { rules, ...row }: { id: string; version: number; at: Date; by: string; reason: string; rules: unknown },
): Promise<unknown> => trx('method_rules').insert({ ...row, rules: json(rules) });

/** Holds all rules until the transaction ends, so that one version is made after the other. */
export const lockRules = (trx: Transaction): Promise<unknown> =>
  trx.raw(`select pg_advisory_xact_lock(hashtext('method_rules'))`);
