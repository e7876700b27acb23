import { randomUUID } from 'node:crypto';
import type { ImportRecord } from '../contract/imports/endpoints.ts';

type Ask = (method: string, path: string, body?: unknown) => Promise<unknown>;

/** Sends a file of sites with its pictures. @returns the id under which it waits */
export async function sendBundle(
  ask: Ask,
  name: string,
  bundle: unknown,
  pictures: Iterable<[Blob, string]> = [],
): Promise<string> {
  const id = randomUUID();
  const form = new FormData();
  form.append('id', id);
  form.append('name', name);
  form.append('bundle', JSON.stringify(bundle));
  for (const [bytes, name] of pictures) form.append('file', bytes, name);
  await ask('POST', '/api/imports', form);
  return id;
}

/** Waits until a file is in; one that was refused is an error with its reason. */
export async function untilTakenIn(ask: Ask, id: string): Promise<void> {
  for (;;) {
    const { state, refusal } = (await ask('GET', `/api/imports/${id}`)) as ImportRecord;
    if (state === 'done') return;
    if (state === 'refused') throw new Error(`The import was refused: ${refusal?.path}: ${refusal?.message}`);
    await new Promise((resolve) => setTimeout(resolve, 40));
  }
}
