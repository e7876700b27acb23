import type { Transaction } from './database.ts';

/**
 * What hangs together, in the one order in which it is held. Who holds something further down asks for nothing further up in the
 * same transaction: so no two wait for each other, whichever endpoint they came by.
 */
const ORDER = [
  'uploads',
  'letters',
  'quotes',
  'agreements',
  'visits',
  'jobs',
  'reports',
  'photos',
  'arrays',
  'kit',
] as const;
export type Held = (typeof ORDER)[number];

/** What is no row of a table is held by its name: the parts that somebody is sending, and the kit of a day. */
const NAMED: ReadonlySet<Held> = new Set(['uploads', 'kit']);

/** What each transaction holds: of what kind the last was, and all by kind and name. */
const holding = new WeakMap<Transaction, { reached: number; held: Set<string> }>();

/**
 * Holds rows, or what goes by a name, until the transaction ends; those that it holds already are held once.
 * @param names ids of the rows, or the names @throws where it comes out of order, which is a mistake in the code
 */
export async function hold(trx: Transaction, what: Held, names: readonly string[]): Promise<void> {
  const own = holding.get(trx) ?? { reached: 0, held: new Set<string>() };
  holding.set(trx, own);
  const wanted = [...new Set(names)].filter((name) => !own.held.has(`${what} ${name}`)).sort();
  if (wanted.length === 0) return;
  const place = ORDER.indexOf(what);
  if (place < own.reached) throw new Error(`${what} are held before ${ORDER[own.reached]}, not after them.`);
  own.reached = place;
  for (const name of wanted) own.held.add(`${what} ${name}`);
  if (NAMED.has(what))
    for (const name of wanted)
      await trx.raw('select pg_advisory_xact_lock(hashtext(?), hashtext(?))', [`held ${what}`, name]);
  else await trx.raw('select id from ?? where id = any(?) order by id for update', [what, wanted]);
}
