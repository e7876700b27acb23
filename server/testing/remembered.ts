import { createHash } from 'node:crypto';
import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { deserialize, serialize } from 'node:v8';
import { startWorkers, type Workers } from '../compute/workers.ts';

const ID = /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/g;

/** What is worked out long, and hangs on what it is given alone. */
const REMEMBERED: ReadonlySet<string> = new Set(['reckon', 'makePlan', 'cheaperBeside', 'quickLook']);

/** The same with other ids, in words and in names of parts. */
function renamed(value: unknown, names: ReadonlyMap<string, string>): unknown {
  if (typeof value === 'string') return value.replace(ID, (id) => names.get(id) ?? id);
  if (Array.isArray(value)) return value.map((one) => renamed(one, names));
  if (value === null || typeof value !== 'object' || ArrayBuffer.isView(value)) return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, one]) => [renamed(key, names) as string, renamed(one, names)]),
  );
}

interface Answered {
  ids: string[];
  result: Promise<unknown>;
}

/** Answers that were given already, by whichever process of a run. */
export interface Memory {
  get(question: string): Answered | undefined;
  set(question: string, answered: Answered): void;
  delete(question: string): void;
}

/** What processes of a run share, in files of a folder: each answer is worked out by the first that needs it. */
export function sharedMemory(folder: string): Memory {
  const own = new Map<string, Answered>();
  const fileOf = (question: string) => join(folder, createHash('sha256').update(question).digest('hex'));
  return {
    get: (question) => {
      const file = fileOf(question);
      if (own.has(question) || !existsSync(file)) return own.get(question);
      const { ids, result } = deserialize(readFileSync(file));
      own.set(question, { ids, result: Promise.resolve(result) });
      return own.get(question);
    },
    set: (question, answered) => {
      own.set(question, answered);
      const keep = (result: unknown) => {
        const [file, half] = [fileOf(question), `${fileOf(question)}.${process.pid}`];
        writeFileSync(half, serialize({ ids: answered.ids, result }));
        renameSync(half, file);
      };
      answered.result.then(keep, () => undefined);
    },
    delete: (question) => own.delete(question),
  };
}

/** Remembers answers of threads: the same question under other ids has the same answer under those. */
export function remembering(inner: Workers, known: Memory = new Map<string, Answered>()): Workers {
  const run = async (name: Parameters<Workers['run']>[0], input: unknown): Promise<unknown> => {
    const work = () => inner.run(name, input as never);
    if (!REMEMBERED.has(name)) return work();
    const text = JSON.stringify(input);
    const ids = [...new Set(text.match(ID))];
    const places = new Map(ids.map((id, at) => [id, String(at)]));
    const key = `${name} ${text.replace(ID, (id) => places.get(id) ?? id)}`;
    const before = known.get(key);
    if (before) {
      const names = new Map(before.ids.map((id, at) => [id, ids[at] as string]));
      return renamed(await before.result, names);
    }
    const result = work();
    known.set(key, { ids, result });
    result.catch(() => known.delete(key));
    return result;
  };
  return {
    run: run as Workers['run'],
    of: (person, signal) => remembering(inner.of(person, signal), known),
    close: () => inner.close(),
  };
}

let shared: Workers | null = null;

/** One set of threads for all servers of a process, which end with it. */
export function testWorkers(): Workers {
  const { TEST_REMEMBERED: folder } = process.env;
  shared ??= remembering(
    { ...startWorkers(), close: async () => undefined },
    folder === undefined ? undefined : sharedMemory(folder),
  );
  return shared;
}
