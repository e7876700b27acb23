import { expect } from 'chai';
import { z } from 'zod';
import { shapedAs } from './shapedAs.ts';

interface Worked {
  litres: number;
  ways: readonly { name: 'rinse' | 'brush'; minutes: number | null }[];
}
const way = z.object({ name: z.enum(['rinse', 'brush']), minutes: z.number().nullable() });
const whole = z.object({ litres: z.number(), ways: z.array(way) });

/** The compiler is the test of the refusals: a line under `ts-expect-error` that compiled would be an error of its own. */
describe('a schema of what the core works out', () => {
  it('is taken where both know the same fields', () => {
    expect(shapedAs<Worked>()(whole).parse({ litres: 3, ways: [] })).to.deep.equal({ litres: 3, ways: [] });
  });

  it('is refused where it forgets a field, which it would drop in silence', () => {
    const short = z.object({ litres: z.number(), ways: z.array(way.omit({ minutes: true })) });
    // @ts-expect-error ways[].minutes is not in the schema
    const schema = shapedAs<Worked>()(short);
    expect(schema.parse({ litres: 3, ways: [{ name: 'rinse', minutes: 2 }] }).ways).to.deep.equal([{ name: 'rinse' }]);
  });

  it('is refused where it asks for a field that the core does not know', () => {
    // @ts-expect-error the core has no price
    const schema = shapedAs<Worked>()(whole.extend({ price: z.number() }));
    expect(schema.safeParse({ litres: 3, ways: [] }).success).to.equal(false);
  });

  it('is refused where a value of the core is none of its own', () => {
    // @ts-expect-error brush is not in the list
    const schema = shapedAs<Worked>()(whole.extend({ ways: z.array(way.extend({ name: z.enum(['rinse']) })) }));
    expect(schema.safeParse({ litres: 3, ways: [{ name: 'brush', minutes: null }] }).success).to.equal(false);
  });
});
