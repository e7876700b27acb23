import { createHash } from 'node:crypto';
import { type Request, type Response, Router } from 'express';
import { z } from 'zod';
import type { Endpoint, Role } from '../../contract/endpoint.ts';
import { endpointList } from '../../contract/index.ts';
import { seenBy } from '../../contract/seen.ts';
import { CONTRACT_HEADER, OLDEST_CONTRACT } from '../../contract/version.ts';
import { createFairQueue } from '../compute/fairQueue.ts';
import type { Services, SignedIn } from '../context.ts';
import { AppError, forbidden, invalid } from '../errors.ts';
import type { FileAnswer, Handler, Handlers, RequestContext } from '../handlers.ts';
import { mustStand } from '../people/epochs.ts';
import { networkOf } from '../people/network.ts';
import type { Connection } from '../storage/database.ts';
import { inTurns } from './inTurns.ts';
import { bodyReader, type Spool, senders, uploaded } from './intake.ts';
import { inputProblem } from './problems.ts';
import { refusals } from './refusals.ts';
import { CSRF_HEADER, personIdOf, sessionDoor } from './session.ts';

/** Files are worked on one after another: hashing and storing them must leave room for other pages. */
const FILES = { atOnce: 1, atOnceOfOne: 1, mostWaiting: 200, mostOfOne: 100, timeLimit: 600_000 };

/** Mounts the endpoints of the contract, those without a session or the others: role, then schema, then use case, then answer. */
export function contractRouter(services: Services, handlers: Handlers, spool: Spool, sessionless: boolean): Router {
  const router = Router();
  const [sending, bench] = [senders(), inTurns(createFairQueue(FILES))];
  const noteRefusal = refusals(services);
  for (const [name, endpoint] of endpointList) {
    if ((endpoint.sessionless === true) !== sessionless) continue;
    const method = endpoint.method.toLowerCase() as 'get' | 'post' | 'patch' | 'put' | 'delete';
    const handler = handlers[name] as unknown as Handler<Endpoint>;
    router[method](
      endpoint.path,
      async (request, _response, next) => {
        await admit(services, endpoint, request, noteRefusal);
        next();
      },
      ...(endpoint.upload ? [sending] : []),
      bodyReader(endpoint, spool),
      ...(endpoint.upload ? [bench] : []),
      async (request, response) => answer(services, endpoint, handler, request, response),
    );
  }
  return router;
}

const OPENS_NOTHING = new Set(['GET', 'HEAD']);

const outOfDate = () =>
  new AppError('not-yours', 'Not yours to do', 'The page is out of date. Load it again and repeat what you did.', {
    issues: [{ path: 'csrf', message: 'is not that of this session' }],
  });

/** A page so old that what it sends would be misread. */
function refuseTooOld(request: Request): void {
  const said = request.get(CONTRACT_HEADER);
  if (said !== undefined && !(Number(said) >= OLDEST_CONTRACT)) {
    throw new AppError(
      'too-old',
      'Too old',
      'This page is older than the server understands. Load it again; what you typed is kept.',
    );
  }
}

/** Who is asking, whether they may, and that the request was made by our own page. */
async function admit(
  services: Services,
  endpoint: Endpoint,
  request: Request,
  noteRefusal: ReturnType<typeof refusals>,
): Promise<void> {
  const fetchSite = request.get('sec-fetch-site');
  const changes = !OPENS_NOTHING.has(endpoint.method);
  refuseTooOld(request);
  if (changes && fetchSite !== undefined && fetchSite !== 'same-origin' && fetchSite !== 'none') {
    throw forbidden('This request came from another page. Open Wide Pail itself and try again.');
  }
  const person = endpoint.sessionless || personIdOf(request, services.clock()) === null ? null : request.person;
  request.person = person ?? null;
  if (endpoint.sessionless) return;
  if (endpoint.roles === 'public') return;
  if (person === null)
    throw new AppError(
      'not-signed-in',
      'Not signed in',
      'Sign in and try again. What you typed is kept on this device.',
    );
  if (!endpoint.roles.includes(person.role)) {
    await noteRefusal(person, endpoint, String(request.id));
    throw forbidden(`This is for ${endpoint.roles.join(' and ')}; you are signed in as ${person.role}.`);
  }
  if (person.mustSetUpFactor && !endpoint.beforeFactor)
    throw forbidden('Your company asks for a second factor. Set yours up first; everything else opens then.');
  if (changes && request.get(CSRF_HEADER) !== request.session.csrf) {
    throw outOfDate();
  }
}

async function answer(
  services: Services,
  endpoint: Endpoint,
  handler: Handler<Endpoint>,
  request: Request,
  response: Response,
) {
  const input = {
    params: parse(endpoint.params, request.params),
    query: parse(endpoint.query, request.query),
    body: parse(endpoint.body, endpoint.raw ? undefined : request.body),
    files: uploaded(request),
    raw: Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0),
    session: sessionDoor(request, response, services.clock),
  };
  const gone = new AbortController();
  response.once('close', () => {
    if (!response.writableFinished) gone.abort();
  });
  const context = {
    ...services,
    workers: services.workers.of(request.person?.id ?? networkOf(request.ip ?? ''), gone.signal),
    person: request.person,
    ...(request.person && { stands: (connection: Connection) => mustStand(connection, request.person as SignedIn) }),
    requestId: String(request.id),
    address: request.ip ?? '',
  } as RequestContext;
  const result = await handler(context, input as Parameters<typeof handler>[1]);
  // Somebody else has answered meanwhile: the database was given up on.
  if (response.headersSent) return;
  if (result === undefined) response.status(204).end();
  else if (isFile(result)) sendFile(response, result);
  else response.json(seenBy(readerOf(endpoint, request), answerFor(endpoint, request.person?.role), result));
}

/** As whom somebody reads: who comes by a link reads as nobody, whoever else they may be. */
const readerOf = ({ roles }: Endpoint, { person }: Request): Role | null =>
  roles === 'public' ? null : (person?.role ?? null);

/** What of an answer a role may have. An endpoint that says nothing of its answer gives none. */
const answerFor = ({ answer, answers = {} }: Endpoint, role: Role | undefined): z.ZodType =>
  (role && answers[role]) ?? answer ?? NOTHING;
const NOTHING = z.object({});

const isFile = (result: unknown): result is FileAnswer =>
  typeof result === 'object' && result !== null && 'bytes' in result && Buffer.isBuffer(result.bytes);

function sendFile(response: Response, file: FileAnswer): void {
  response.setHeader('Content-Disposition', `inline; filename="${file.name}"`);
  // Express answers 304 where the sum is that which the browser has; who may not see them any more gets no answer at all.
  if (file.cache !== 'never')
    response.setHeader('ETag', `"${createHash('sha1').update(file.bytes).digest('base64url')}"`);
  response.setHeader('Cache-Control', file.cache === 'never' ? 'no-store' : 'private, no-cache');
  response.type(file.type).send(file.bytes);
}

/** Parses once, at the endpoint. Text that no database can keep is refused with the name of its field. */
function parse(schema: z.ZodType | undefined, value: unknown): unknown {
  if (schema === undefined) return undefined;
  const parsed = schema.safeParse(value ?? {});
  if (!parsed.success) throw inputProblem(parsed.error);
  refuseBrokenText(parsed.data, []);
  return parsed.data;
}

function refuseBrokenText(value: unknown, path: (string | number)[]): void {
  if (typeof value === 'string') {
    if (value.includes('\u0000') || !value.isWellFormed()) {
      throw invalid(path.join('.') || 'body', 'holds characters that are not text; take them out');
    }
  } else if (Array.isArray(value)) {
    for (const [index, item] of value.entries()) refuseBrokenText(item, [...path, index]);
  } else if (value !== null && typeof value === 'object') {
    for (const [key, item] of Object.entries(value)) {
      refuseBrokenText(key, [...path, key]);
      refuseBrokenText(item, [...path, key]);
    }
  }
}
