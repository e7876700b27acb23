import type { z } from 'zod';

const KINDS: Record<string, string> = {
  number: 'a number',
  int: 'a whole number',
  string: 'text',
  boolean: 'true or false',
  object: 'an object',
  array: 'a list',
};

/** What is wrong with a value and what to do, in plain words. @param issue as Zod found it */
export function plainMessage(issue: z.core.$ZodIssue): string {
  if (issue.code === 'invalid_type') {
    const wanted = KINDS[issue.expected] ?? issue.expected;
    return /received undefined$/.test(issue.message) ? `is missing; give ${wanted}` : `must be ${wanted}`;
  }
  if (issue.code === 'too_small' || issue.code === 'too_big') {
    const limit = issue.code === 'too_small' ? issue.minimum : issue.maximum;
    const least = issue.code === 'too_small';
    if (!/^Too (small|big)/.test(issue.message)) return issue.message;
    if (issue.origin === 'array') return `must hold at ${least ? 'least' : 'most'} ${limit} entries`;
    if (issue.origin === 'string') return `must be at ${least ? 'least' : 'most'} ${limit} characters long`;
    const edge = issue.inclusive ? `at ${least ? 'least' : 'most'}` : `${least ? 'more' : 'less'} than`;
    return `must be ${edge} ${limit}`;
  }
  if (issue.code === 'invalid_value') return `must be one of ${issue.values.map(String).join(', ')}`;
  return issue.message;
}
