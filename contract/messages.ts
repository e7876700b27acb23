import type { z } from 'zod';

const KINDS: Record<string, string> = {
  number: 'a number',
  int: 'a whole number',
  string: 'text',
  boolean: 'true or false',
  object: 'an object',
  array: 'a list',
};

const FORMATS: Record<string, string> = {
  email: 'an email address, such as name@firm.example',
  date: 'a date, such as 2026-11-24',
  datetime: 'a time, such as 2026-11-24T08:30:00Z',
  uuid: 'an id',
};

/**
 * What is wrong with a value and what to do, in plain words.
 * @param issue as Zod found it, with its own message; or, on the way to one, without
 */
export function plainMessage(issue: z.core.$ZodIssue | z.core.$ZodRawIssue): string {
  if (issue.code === 'invalid_type') {
    const wanted = KINDS[issue.expected] ?? issue.expected;
    const missing = issue.message ? /received undefined$/.test(issue.message) : issue.input === undefined;
    return missing ? `is missing; give ${wanted}` : `must be ${wanted}`;
  }
  if (issue.code === 'too_small' || issue.code === 'too_big') {
    const limit = issue.code === 'too_small' ? issue.minimum : issue.maximum;
    const least = issue.code === 'too_small';
    if (issue.message && !/^Too (small|big)/.test(issue.message)) return issue.message;
    const many = Number(limit) === 1 ? ['entry', 'character'] : ['entries', 'characters'];
    if (issue.origin === 'array') return `must hold at ${least ? 'least' : 'most'} ${limit} ${many[0]}`;
    if (issue.origin === 'string') return `must be at ${least ? 'least' : 'most'} ${limit} ${many[1]} long`;
    const edge = issue.inclusive ? `at ${least ? 'least' : 'most'}` : `${least ? 'more' : 'less'} than`;
    return `must be ${edge} ${limit}`;
  }
  if (issue.code === 'invalid_value') return `must be one of ${issue.values.map(String).join(', ')}`;
  if (issue.code === 'invalid_format' && !(issue.message && !/^Invalid /.test(issue.message))) {
    const wanted = FORMATS[issue.format];
    if (wanted) return `must be ${wanted}`;
  }
  return issue.message || 'cannot be used as it is';
}
