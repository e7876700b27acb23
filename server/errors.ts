import type { Problem } from '../contract/common.ts';

/** What kind of failure it is; which number HTTP has for it is the endpoint's to know. */
export type FailureKind =
  | 'bad-input'
  | 'not-signed-in'
  | 'not-yours'
  | 'not-found'
  | 'conflict'
  | 'too-old'
  | 'too-many'
  | 'given-up'
  | 'unavailable';

/** A failure that has an answer for the person who caused it. Use cases throw it; the endpoint turns it into a problem document. */
export class AppError extends Error {
  readonly kind: FailureKind;
  readonly title: string;
  readonly extra: Partial<Problem>;

  constructor(kind: FailureKind, title: string, detail: string, extra: Partial<Problem> = {}) {
    super(detail);
    this.kind = kind;
    this.title = title;
    this.extra = extra;
  }
}

export const notFound = (what: string) =>
  new AppError(
    'not-found',
    'Not found',
    `There is no such ${what}. It may have been entered on another device that has not sent it yet.`,
  );

export const forbidden = (detail: string) => new AppError('not-yours', 'Not yours to do', detail);

/** Input that is well formed but cannot be taken; names the field and what to do. */
export const invalid = (path: string, message: string) =>
  new AppError('bad-input', 'Something has to be put right', `${path}: ${message}`, { issues: [{ path, message }] });

/** Input that may be right and does not look it: it is kept once somebody says that it is right. */
export const doubted = (path: string, message: string, doubts: NonNullable<Problem['doubts']>) =>
  new AppError('bad-input', 'Is that right?', `${path}: ${message}`, { issues: [{ path, message }], doubts });

/** A write that came late: somebody else changed the row since it was read. */
export const late = (current: unknown, asked: unknown) =>
  new AppError(
    'conflict',
    'Changed by somebody else',
    'This was changed since you opened it. Compare both states and save again.',
    {
      current,
      asked,
    },
  );

/** The database cannot be reached or does not answer; it is nobody's input. */
export const unavailable = () =>
  new AppError(
    'unavailable',
    'Not answering just now',
    'The database does not answer. What you typed is kept on this device; it is tried again in a moment.',
    { retryAfter: 5 },
  );

/** More is asked for at once than can be done; nothing was begun. */
export const busy = () =>
  new AppError('unavailable', 'Busy just now', 'Too much is asked for at once. Try again in a moment.', {
    retryAfter: 2,
  });

/** Work that was stopped before it was done; nothing of it is kept. */
export const tookTooLong = (because: 'cancelled' | 'too long') =>
  because === 'cancelled'
    ? new AppError('given-up', 'Given up', 'Whoever asked has gone; nothing was kept.')
    : new AppError(
        'unavailable',
        'Took too long',
        'This takes longer than it may. Ask for less at once, or try again.',
        {
          retryAfter: 30,
        },
      );

/** What a device sends is somebody else's than whoever is signed in. */
export const notTheirs = () =>
  new AppError(
    'not-yours',
    'Somebody else’s',
    'This was done by somebody else. It is taken when that person is signed in.',
    {
      issues: [{ path: 'by', message: 'is not who is signed in' }],
    },
  );

/** A paper that would show empty boxes, said before it goes out. */
export const cannotPrint = (characters: string[]) =>
  new AppError(
    'conflict',
    'Not all of it can be printed',
    `These characters cannot be printed: ${characters.join(' ')}. Write them otherwise, or send it without them.`,
    { issues: [{ path: 'withoutCharacters', message: `cannot print ${characters.join(' ')}` }] },
  );

/** A step out of order, such as changing a sent quote. */
export const outOfOrder = (detail: string) => new AppError('conflict', 'Not at this point', detail);
