import { expect } from 'chai';
import { z } from 'zod';
import { plainMessage } from './messages.ts';

const says = (schema: z.ZodType, value: unknown): string => {
  const parsed = schema.safeParse(value);
  const issue = parsed.error?.issues[0];
  return issue ? plainMessage(issue) : 'nothing';
};

describe('what is said of a value that cannot be used', () => {
  it('is what it must be, not what a program thinks of it', () => {
    expect(says(z.object({ tilt: z.number() }), {})).to.equal('is missing; give a number');
    expect(says(z.number(), 'steep')).to.equal('must be a number');
    expect(says(z.number().min(0), -1)).to.equal('must be at least 0');
    expect(says(z.number().gt(0), 0)).to.equal('must be more than 0');
    expect(says(z.array(z.number()).min(1), [])).to.equal('must hold at least 1 entry');
    expect(says(z.string().max(3), 'long')).to.equal('must be at most 3 characters long');
    expect(says(z.number().int(), 1.5)).to.equal('must be a whole number');
    expect(says(z.email(), 'nobody')).to.equal('must be an email address, such as name@firm.example');
    expect(says(z.enum(['power', 'current']), 'energy')).to.equal('must be one of power, current');
  });

  it('is the same where a form asks before it sends', () => {
    const asked = (schema: z.ZodType, value: unknown) =>
      schema.safeParse(value, { error: plainMessage }).error?.issues[0]?.message;
    const tilted = z.object({ tilt: z.number() });
    for (const [schema, value] of [
      [tilted, {}],
      [z.number().int(), 1.5],
      [z.number().min(0), -1],
      [z.email(), 'nobody'],
      [z.string().min(1, 'must not be empty'), ''],
    ] as const) {
      expect(asked(schema, value)).to.equal(says(schema, value));
    }
  });

  it('keeps the words of a schema that has its own', () => {
    expect(says(z.string().min(1, 'must not be empty'), '')).to.equal('must not be empty');
  });
});
