import { AppError } from '../errors.ts';

/** What is said while nothing more is tried. @param what there was too much of */
export function tooMany(until: Date, now: Date, what = 'sign-ins have failed'): AppError {
  const seconds = Math.max(1, Math.ceil((until.getTime() - now.getTime()) / 1000));
  const wait = seconds < 90 ? `${seconds} seconds` : `${Math.ceil(seconds / 60)} minutes`;
  return new AppError('too-many', 'Too many attempts', `Too many ${what}. Wait ${wait} and try again.`, {
    retryAfter: seconds,
  });
}
