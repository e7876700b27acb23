import type { Problem } from '../../contract/common.ts';
import type { BodyInput } from '../../contract/endpoint.ts';
import type { Endpoints } from '../../contract/index.ts';
import { LARGEST_PART } from '../../contract/uploads/parts.ts';
import { call, keepCsrf, OfflineError, ProblemError } from '../api/client.ts';
import type { Outcome, Transport } from '../device/items.ts';
import type { DeviceStore } from '../device/store.ts';
import { addToKept, keepJob } from './dexie.ts';

/** Refusals that stay refusals however often the same is sent. */
const FOR_GOOD = new Set([400, 403, 404, 409, 415, 422]);

/** What a refusal of the server means for what was sent. */
export function outcomeOf({ status, detail, issues = [], retryAfter }: Problem): Outcome {
  const [first] = issues;
  if (status === 401 || first?.path === 'by') return { kind: 'sign-in' };
  if (status === 426) return { kind: 'too-old' };
  if (status === 413) return { kind: 'too-large', why: detail };
  // A picture that did not arrive whole, or a page whose session has changed, is sent again.
  if (['sha256', 'csrf', 'upload'].includes(first?.path ?? '')) return { kind: 'later', why: detail };
  if (FOR_GOOD.has(status)) {
    const at = first?.path.match(/^entries\.(\d+)/)?.[1];
    return { kind: 'refused', why: detail, ...(at === undefined ? {} : { at: Number(at) }) };
  }
  return { kind: 'later', why: detail, ...(retryAfter === undefined ? {} : { after: retryAfter * 1000 }) };
}

async function sending(send: () => Promise<unknown>): Promise<Outcome> {
  try {
    await send();
    return { kind: 'kept' };
  } catch (error) {
    if (error instanceof ProblemError) return outcomeOf(error.problem);
    return error instanceof OfflineError ? { kind: 'unreachable' } : { kind: 'later', why: String(error) };
  }
}

type PictureFields = BodyInput<Endpoints['addPhoto']>;

/** A small picture goes at once; a large one in parts, so that a signal that is lost costs one part and not all of it. */
async function sendPicture(file: Blob, name: string, fields: PictureFields, signal: AbortSignal): Promise<unknown> {
  if (file.size <= LARGEST_PART) {
    return call('addPhoto', { body: fields, files: [new File([file], name, { type: file.type })], signal });
  }
  const upload = fields.id;
  let { received } = await call('readUpload', { params: { id: upload }, signal });
  while (received < file.size) {
    const start = received;
    const raw = file.slice(start, start + LARGEST_PART);
    ({ received } = await call('putPart', { params: { id: upload, start }, raw, signal }));
    // Where the server has no more than before, sending on would not end.
    if (received <= start) throw new OfflineError();
  }
  return call('addPhoto', { body: { ...fields, upload, size: file.size }, signal });
}

/**
 * Sends by the endpoints of the server; jobs that are kept follow what it took.
 * @param left whether somebody signed out here and the server does not know it yet: its session is nobody's then
 */
export const httpTransport = (store: DeviceStore, left: () => boolean): Transport => ({
  async who(signal) {
    try {
      const session = await call('readSession', { signal });
      keepCsrf(session.csrf);
      return { personId: left() ? null : (session.person?.id ?? null), now: session.now };
    } catch {
      return 'unreachable';
    }
  },
  entries: (jobId, items, sentAt, signal) =>
    sending(() => {
      const [first] = items;
      const entries = items.map(({ entry }) => entry);
      const body = { entries, sentAt, device: first?.device ?? '', ...(first?.by ? { by: first.by.id } : {}) };
      return call('addEntries', { params: { id: jobId }, body, signal });
    }),
  photo: ({ fields, name, by, device, sha256 }, file, signal) =>
    sending(() =>
      sendPicture(
        file,
        name,
        { ...fields, device, ...(by ? { by: by.id } : {}), ...(sha256 ? { sha256 } : {}) },
        signal,
      ),
    ),
  async taken(jobId, items) {
    try {
      await keepJob(store, await call('readJob', { params: { id: jobId } }));
    } catch {
      await addToKept(store, jobId, items);
    }
  },
});
