import type { Endpoint } from '../../contract/endpoint.ts';
import type { Services } from '../context.ts';
import { inTransaction } from '../storage/transactions.ts';
import { trail } from '../storage/writing.ts';

/** The same refusal of the same person stands in the trail once in so many ms, so that nobody can fill it by asking. */
const AGAIN_AFTER = 60_000;
const MOST_REMEMBERED = 1000;

/** Notes in the trail who asked at an endpoint that is not for their role. */
export function refusals(services: Pick<Services, 'database' | 'clock'>) {
  const noted = new Map<string, number>();
  return async (
    person: { id: string; role: string },
    { method, path }: Pick<Endpoint, 'method' | 'path'>,
    requestId: string,
  ): Promise<void> => {
    const endpoint = `${method} ${path}`;
    const key = `${person.id} ${endpoint}`;
    const now = services.clock().getTime();
    if (now - (noted.get(key) ?? Number.NEGATIVE_INFINITY) < AGAIN_AFTER) return;
    if (noted.size >= MOST_REMEMBERED) noted.clear();
    noted.set(key, now);
    await inTransaction(services, (trx) =>
      trail(
        trx,
        { clock: services.clock, requestId, person },
        { record: 'person', id: person.id, action: 'refused', change: { endpoint, role: person.role } },
      ),
    );
  };
}
