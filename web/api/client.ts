import type { Problem } from '../../contract/common.ts';
import type { AnswerOf, BodyInput, ParamsOf, QueryOf } from '../../contract/endpoint.ts';
import { endpointTable } from '../../contract/endpointTable.ts';
import type { EndpointName, Endpoints } from '../../contract/index.ts';
import { CONTRACT_HEADER, CONTRACT_VERSION } from '../../contract/version.ts';
import { earlyAnswers } from './early.ts';

/** A refusal of the server, with the fields it names. */
export class ProblemError extends Error {
  readonly problem: Problem;
  constructor(problem: Problem) {
    super(problem.detail);
    this.problem = problem;
  }
}

/** The server cannot be reached: nothing was sent, nothing is lost. */
export class OfflineError extends Error {
  constructor() {
    super('The server cannot be reached. What you typed is kept on this device; try again when there is a signal.');
  }
}

type Given<T> = [T] extends [never] ? unknown : T;
/** Time after which an ordinary request is given up, ms; a large upload says its own. */
const GIVEN_UP_AFTER = 60_000;

export interface CallInput<K extends EndpointName> {
  params?: Given<ParamsOf<Endpoints[K]>>;
  query?: Partial<Given<QueryOf<Endpoints[K]>>>;
  body?: Given<BodyInput<Endpoints[K]>>;
  files?: File[];
  /** the bytes of the body, at endpoints that take them as they are */
  raw?: Blob;
  /** gives the request up */
  signal?: AbortSignal;
}

const early = earlyAnswers();

let csrf = '';
/** Keeps the token that writes have to carry; it comes with the session. */
export const keepCsrf = (token: string): void => {
  csrf = token;
};

export function addressOf(path: string, params: object = {}, query: object = {}): string {
  const filled = path.replace(/:(\w+)/g, (_, name: string) =>
    encodeURIComponent(String((params as Record<string, unknown>)[name])),
  );
  const search = new URLSearchParams();
  for (const [key, value] of Object.entries(query)) if (value !== undefined) search.set(key, String(value));
  const tail = search.toString();
  return tail === '' ? filled : `${filled}?${tail}`;
}

/** Calls an endpoint of the server by its name in the contract. */
export async function call<K extends EndpointName>(name: K, input: CallInput<K> = {}): Promise<AnswerOf<Endpoints[K]>> {
  const endpoint = endpointTable[name];
  const headers: Record<string, string> = { [CONTRACT_HEADER]: String(CONTRACT_VERSION) };
  if (endpoint.method !== 'GET') headers['x-csrf-token'] = csrf;
  let body: BodyInit | undefined;
  if (endpoint.upload) {
    const form = new FormData();
    for (const [key, value] of Object.entries(input.body ?? {}))
      if (value !== undefined) form.append(key, String(value));
    for (const file of input.files ?? []) form.append('file', file, file.name);
    body = form;
  } else if (input.raw !== undefined) {
    headers['content-type'] = 'application/octet-stream';
    body = input.raw;
  } else if (input.body !== undefined) {
    headers['content-type'] = 'application/json';
    body = JSON.stringify(input.body);
  }
  const givenUp = AbortSignal.timeout(endpoint.upload ? 10 * GIVEN_UP_AFTER : GIVEN_UP_AFTER);
  let response: Response;
  try {
    const address = addressOf(endpoint.path, input.params as object, input.query);
    if (endpoint.method !== 'GET') early.close();
    const answered = endpoint.method === 'GET' ? early.take(address) : undefined;
    response = await (answered ??
      fetch(address, {
        method: endpoint.method,
        headers,
        signal: input.signal ? AbortSignal.any([input.signal, givenUp]) : givenUp,
        ...(body === undefined ? {} : { body }),
      }));
  } catch {
    throw new OfflineError();
  }
  if (response.ok) return (response.status === 204 ? undefined : await response.json()) as AnswerOf<Endpoints[K]>;
  const problem: Problem = await response.json().catch(() => ({
    type: 'about:blank',
    title: 'No answer',
    status: response.status,
    detail: 'The server did not answer as it should. Try again in a moment.',
  }));
  throw new ProblemError(problem);
}
