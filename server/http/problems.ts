import type { NextFunction, Request, Response } from 'express';
import type { ZodError } from 'zod';
import type { Problem } from '../../contract/common.ts';
import { plainMessage } from '../../contract/messages.ts';
import { openTo } from '../../contract/seen.ts';
import { AppError, type FailureKind, unavailable } from '../errors.ts';

/** What HTTP calls a failure. */
const STATUS: Record<FailureKind, number> = {
  'bad-input': 400,
  'not-signed-in': 401,
  'not-yours': 403,
  'not-found': 404,
  conflict: 409,
  'too-old': 426,
  'too-many': 429,
  'given-up': 499,
  unavailable: 503,
};

export const PROBLEM_TYPE = 'application/problem+json';

/** RFC 9457 document of anything that went wrong. What is not known to us is a 500 that says nothing of its inside. */
export function problemOf(error: unknown): Problem {
  if (error instanceof AppError) {
    return {
      type: 'about:blank',
      title: error.title,
      status: STATUS[error.kind],
      detail: error.message,
      ...error.extra,
    };
  }
  if (isUnreachable(error)) return problemOf(unavailable());
  const { status, type, code } = error as { status?: number; type?: string; code?: string };
  if (type === 'entity.parse.failed') return simple(400, 'Not JSON', 'The body must be JSON.', 'body');
  if (type === 'entity.too.large' || code === 'LIMIT_FILE_SIZE') {
    return simple(413, 'Too large', 'This is too large. Send less, or a smaller picture.', 'body');
  }
  if (MALFORMED_FORM.test((error as Error | undefined)?.message ?? ''))
    return simple(400, 'Something has to be put right', 'The form cannot be read; send it again.', 'body');
  if (code?.startsWith('LIMIT_'))
    return simple(400, 'Something has to be put right', 'Send one file, in the field called file.', 'file');
  if (code === '23505')
    return simple(409, 'Already there', 'Something with the same name or id is already kept.', 'id');
  if (code === '23503')
    return simple(400, 'Something has to be put right', 'A record that this refers to is not there.', 'id');
  if (code?.startsWith('22') && code.length === 5) {
    return simple(400, 'Something has to be put right', 'A value cannot be kept as it is.', 'body');
  }
  if (status !== undefined && status >= 400 && status < 500) {
    return simple(status, 'Something has to be put right', 'The request cannot be read.', 'body');
  }
  return {
    type: 'about:blank',
    title: 'Something broke here',
    status: 500,
    detail:
      'It is not your doing, and what was kept before is still kept. Try again; if it stays, give the number below.',
  };
}

/** What the reader of forms says of one that is cut off or no form at all. */
const MALFORMED_FORM = /Unexpected end of (form|file|multipart)|Malformed part header|Multipart: Boundary not found/;

/**
 * Classes of PostgreSQL's own codes (connection, resources, operator's orders, a statement, a lock or an idle transaction that
 * took too long, two that stood in each other's way until no try was left) and what its client says of the line.
 */
const UNREACHABLE_CODES = /^(08|53|57P0|57014|55P03|25P0[34]|40001|40P01|ECONN|EPIPE|ETIMEDOUT)/;
const UNREACHABLE_WORDS =
  /Connection (terminated|ended|error)|connection error and is not queryable|timeout exceeded when trying to connect|Query read timeout|Timeout acquiring|timeout expired|Client was closed|already complete/;

function isUnreachable(error: unknown): boolean {
  const { code, message = '' } = (error ?? {}) as { code?: unknown; message?: string };
  return (typeof code === 'string' && UNREACHABLE_CODES.test(code)) || UNREACHABLE_WORDS.test(message);
}

function simple(status: number, title: string, message: string, path: string): Problem {
  return { type: 'about:blank', title, status, detail: `${path}: ${message}`, issues: [{ path, message }] };
}

/** Bad input, every field named. */
export function inputProblem(error: ZodError): AppError {
  const issues = error.issues
    .slice(0, 50)
    .map((issue) => ({ path: issue.path.join('.') || 'body', message: plainMessage(issue) }));
  const detail = issues.map(({ path, message }) => `${path}: ${message}`).join('; ');
  return new AppError('bad-input', 'Something has to be put right', detail.slice(0, 1000), { issues });
}

/** Both states of a write that came late, as whoever sent it may see them. */
function asSeen({ person }: Request, problem: Problem): Problem {
  const reader = person?.role ?? null;
  const { current, asked } = problem;
  return {
    ...problem,
    ...(current === undefined ? {} : { current: openTo(reader, current) }),
    ...(asked === undefined ? {} : { asked: openTo(reader, asked) }),
  };
}

export function answerProblems(error: unknown, request: Request, response: Response, next: NextFunction): void {
  if (response.headersSent) {
    next(error);
    return;
  }
  const problem = asSeen(request, { ...problemOf(error), instance: `urn:request:${String(request.id)}` });
  if (problem.status === 503) request.log.warn({ err: error }, 'asked to come again');
  else if (problem.status >= 500) request.log.error({ err: error }, 'request failed');
  if (problem.retryAfter !== undefined) response.setHeader('Retry-After', String(problem.retryAfter));
  response.status(problem.status).type(PROBLEM_TYPE).send(JSON.stringify(problem));
}
