import type { BodyOf } from '../../contract/endpoint.ts';
import type { RulesInUse, rulesEndpoints } from '../../contract/rules/endpoints.ts';
import type { MethodRules } from '../../core/rules/rules.ts';
import type { Context } from '../context.ts';
import { late } from '../errors.ts';
import type { Connection } from '../storage/database.ts';
import { inTransaction } from '../storage/transactions.ts';
import { createOnce } from '../storage/writing.ts';
import { insertRules, lockRules, newestRules } from './storage.ts';

type Endpoints = typeof rulesEndpoints;

/** The rules that plans go by from now on: the house's, or ours where somebody changed them. */
export const rulesNow = async (connection: Connection): Promise<MethodRules> => (await newestRules(connection)).rules;

export const readRules = (context: Context): Promise<RulesInUse> => newestRules(context.database);

/** Changes the rules: a new version. What was planned before keeps those that it went by. */
export function changeRules(context: Context, body: BodyOf<Endpoints['changeRules']>): Promise<RulesInUse> {
  const { id, version, reason, ...rules } = body;
  return inTransaction(context, async (trx) => {
    await lockRules(trx);
    await createOnce(trx, context, 'rules', body, async () => {
      const before = await newestRules(trx);
      if (before.rules.version !== version) throw late(before.rules, { ...rules, version });
      const next = { id, version: version + 1, at: context.clock(), by: context.person.id, reason, rules };
      await insertRules(trx, next);
    });
    return newestRules(trx);
  });
}
