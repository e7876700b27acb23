import type { BodyOf } from '../../contract/endpoint.ts';
import type { Plan } from '../../contract/methods/endpoints.ts';
import type { SafetyView, safetyEndpoints } from '../../contract/methods/safety.ts';
import type { SolarArray } from '../../contract/sites/endpoints.ts';
import { usedRungs } from '../../core/planning/plan.ts';
import type { PlanInput } from '../../core/planning/visit.ts';
import { hazardsOf, lackingOnSheet, type SafetyFacts } from '../../core/rules/safety.ts';
import type { Context } from '../context.ts';
import { late } from '../errors.ts';
import { hasLoose } from '../inspections/fittings.ts';
import { newestPlan } from '../plans/storage.ts';
import { arraysOfSite, readSite } from '../sites/storage.ts';
import type { Connection } from '../storage/database.ts';
import { inTransaction } from '../storage/transactions.ts';
import { createOnce } from '../storage/writing.ts';
import { insertSafety, lastSafety, lockSafety, newestSafety } from './storage.ts';

type Endpoints = typeof safetyEndpoints;

/** What of the work bears on safety: by its plan; before there is one by how the faces lie. */
export function safetyFacts(plan: Plan | undefined, arrays: readonly SolarArray[]): SafetyFacts {
  const done = plan?.output.arrays.filter(({ stopped }) => stopped === null) ?? [];
  const input = plan?.input as unknown as PlanInput | undefined;
  return {
    access: plan
      ? [
          ...done.map(({ method }) => method.access.choose),
          ...(plan.output.fittings?.access ? (['lift'] as const) : []),
        ]
      : arrays.map(({ mount }) => (mount === 'ground' ? 'hand-height' : mount === 'flat-roof' ? 'lift' : 'ground')),
    tilt: Math.max(0, ...arrays.map(({ tilt }) => tilt)),
    wet: plan === undefined || plan.output.water.litres > 0,
    ways: done.flatMap(({ method }) => method.ways),
    rungs: usedRungs(done),
    droppings: input?.arrays.some(({ method }) => method.soils.some(({ kind }) => kind === 'droppings')) ?? false,
    cold: plan?.cold ?? 'none',
    isolate: plan?.output.isolate ?? true,
  };
}

/** The safety sheet of a site as it stands, for some work there. */
export async function safetyOf(connection: Connection, siteId: string, facts: SafetyFacts): Promise<SafetyView> {
  const written = await newestSafety(connection, siteId);
  const sheet = written?.sheet ?? null;
  const last = sheet ?? (await lastSafety(connection));
  return {
    sheet,
    version: written?.version ?? 0,
    at: written?.at ?? null,
    by: written?.by ?? null,
    hazards: hazardsOf(facts, sheet, { loose: await hasLoose(connection, siteId) }),
    lacking: lackingOnSheet(facts, sheet),
    usual: { competent: last?.competent ?? '', emergencyNumber: last?.emergencyNumber ?? '' },
  };
}

export async function readSafety(
  context: Context,
  siteId: string,
  connection: Connection = context.database,
): Promise<SafetyView> {
  await readSite(connection, siteId);
  const facts = safetyFacts(await newestPlan(connection, siteId), await arraysOfSite(connection, siteId));
  return safetyOf(connection, siteId, facts);
}

export function writeSafety(
  context: Context,
  siteId: string,
  body: BodyOf<Endpoints['writeSafety']>,
): Promise<SafetyView> {
  const { id, version, ...sheet } = body;
  return inTransaction(context, async (trx) => {
    await readSite(trx, siteId);
    await lockSafety(trx, siteId);
    await createOnce(trx, context, 'safety sheet', { ...body, siteId }, async () => {
      const now = await newestSafety(trx, siteId);
      if ((now?.version ?? 0) !== version) throw late(now, body);
      const row = { id, siteId, version: version + 1, at: context.clock(), by: context.person.id, sheet };
      await insertSafety(trx, row);
    });
    return readSafety(context, siteId, trx);
  });
}
