import type { BodyOf } from '../../contract/endpoint.ts';
import type { ChecklistsView, checklistEndpoints } from '../../contract/kit/checklists.ts';
import type { Checklist, JobCheck } from '../../core/kit/checklists.ts';
import { CHECKLISTS } from '../../words/en/checklists.ts';
import type { Context } from '../context.ts';
import { late } from '../errors.ts';
import type { Connection } from '../storage/database.ts';
import { inTransaction } from '../storage/transactions.ts';
import { createOnce } from '../storage/writing.ts';
import { checklistAt, insertChecklist, lockChecklists, newestChecklists } from './checklistStorage.ts';

type Endpoints = typeof checklistEndpoints;

/** Every checklist as it stands now: those that came with the product, until somebody has written over them. */
export async function checklistsNow(connection: Connection): Promise<ChecklistsView['lists']> {
  const written = await newestChecklists(connection);
  const came = CHECKLISTS.filter(({ id }) => !written.some((one) => one.id === id));
  return [...came.map((list) => ({ ...list, at: null, by: null })), ...written].sort(
    (one, other) => one.name.localeCompare(other.name) || one.id.localeCompare(other.id),
  );
}

export const readChecklists = async (context: Context): Promise<ChecklistsView> => ({
  lists: await checklistsNow(context.database),
});

/** Writes a checklist anew. Jobs that are booked keep the version that they were booked with. */
export function saveChecklist(
  context: Context,
  listId: string,
  body: BodyOf<Endpoints['saveChecklist']>,
): Promise<ChecklistsView> {
  const { id, version, ...fields } = body;
  return inTransaction(context, async (trx) => {
    await lockChecklists(trx);
    await createOnce(trx, context, 'checklist', { ...body, listId }, async () => {
      const now = (await newestChecklists(trx)).find((one) => one.id === listId);
      if ((now?.version ?? 0) !== version) throw late(now, body);
      const row = { id, listId, version: version + 1, at: context.clock(), by: context.person.id, body: fields };
      await insertChecklist(trx, row);
    });
    return { lists: await checklistsNow(trx) };
  });
}

/** The pictures of checks, by step and key, as the versions had them that the job was booked with. */
export async function picturesOf(
  connection: Connection,
  steps: readonly { key: string; checks?: readonly JobCheck[] }[],
): Promise<Record<string, string>> {
  const known = new Map<string, Checklist | undefined>();
  const found: Record<string, string> = {};
  for (const { key: step, checks = [] } of steps)
    for (const { key, picture } of checks) {
      if (picture === undefined) continue;
      const { list, version } = picture;
      const name = `${list} ${version}`;
      if (!known.has(name)) known.set(name, await checklistAt(connection, list, version));
      const shown = known.get(name)?.steps[picture.step]?.picture;
      if (shown) found[`${step} ${key}`] = shown;
    }
  return found;
}
