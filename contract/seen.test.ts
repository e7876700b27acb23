import { expect } from 'chai';
import { z } from 'zod';
import { CREW_DOES_NOT_SEE, CREW_SEES } from './crewSees.ts';
import { endpointList } from './index.ts';
import { namesIn, openTo, seenBy } from './seen.ts';

const job = z.object({
  id: z.string(),
  site: z.object({ name: z.string() }).nullable(),
  kit: z.record(z.string(), z.object({ packed: z.boolean() })),
  steps: z.array(
    z.discriminatedUnion('kind', [
      z.object({ kind: z.literal('mark'), modules: z.array(z.number()) }),
      z.object({ kind: z.literal('reading'), value: z.number().optional() }),
    ]),
  ),
});

describe('what leaves the server', () => {
  it('is what the schema of its endpoint names, at any depth, and nothing else of a row', () => {
    const row = {
      id: 'a',
      passwordHash: 'x',
      net: 12,
      site: { name: 'Fell barn', cost: 3 },
      kit: { 'pole-12': { packed: true, boughtFor: 3 } },
      steps: [
        { kind: 'mark', modules: [1, 2], cost: 4 },
        { kind: 'reading', value: 3, modules: [9] },
      ],
    };
    expect(seenBy('owner', job, row)).to.deep.equal({
      id: 'a',
      site: { name: 'Fell barn' },
      kit: { 'pole-12': { packed: true } },
      steps: [
        { kind: 'mark', modules: [1, 2] },
        { kind: 'reading', value: 3 },
      ],
    });
    expect(seenBy('owner', job, { ...row, site: null })).to.include({ site: null });
  });

  it('goes through optional, nullable, defaulted, piped, lazy and joined schemas', () => {
    const deep = z.object({ a: z.number() });
    const shapes: z.ZodType[] = [
      z.object({ it: deep.optional() }),
      z.object({ it: deep.nullable().default(null) }),
      z.object({ it: z.preprocess((value) => value, deep) }),
      z.object({ it: z.lazy(() => deep) }),
      z.object({ it: z.intersection(deep, z.object({ a: z.number() })) }),
      z.object({ it: z.union([z.string(), deep]) }),
      z.object({ it: deep.readonly() }),
      z.object({ it: deep.refine(() => true) }),
    ];
    for (const [at, shape] of shapes.entries())
      expect(seenBy('owner', shape, { it: { a: 1, b: 2 }, c: 3 }), String(at)).to.deep.equal({ it: { a: 1 } });
  });

  it('keeps of what fits none of several shapes whole all that any of them names', () => {
    const either = z.union([
      z.object({ a: z.number(), b: z.number() }),
      z.object({ a: z.number(), c: z.object({ d: z.number() }) }),
    ]);
    const older = { a: 1, c: { d: 2, e: 3 }, f: 4, b: 'no number' };
    expect(seenBy('owner', either, older)).to.deep.equal({ a: 1, c: { d: 2 } });
    expect(seenBy('owner', either, { a: 1, f: 4 })).to.deep.equal({ a: 1 });
  });

  it('may name itself within itself', () => {
    interface Branch {
      name: string;
      branches: Branch[];
    }
    const branch: z.ZodType<Branch> = z.object({ name: z.string(), branches: z.array(z.lazy(() => branch)) });
    const tree = { name: 'a', secret: 1, branches: [{ name: 'b', branches: [], secret: 2 }] };
    expect(seenBy('owner', branch, tree)).to.deep.equal({ name: 'a', branches: [{ name: 'b', branches: [] }] });
  });

  it('has no margin in it for anybody but the owner, also where a schema leaves it open', () => {
    const open = z.object({ input: z.record(z.string(), z.unknown()) });
    const plan = { input: { prices: { markUp: 0.3, hourlyRate: 5, floor: 0.2 } } };
    expect(seenBy('owner', open, plan)).to.deep.equal(plan);
    expect(seenBy('estimator', open, plan)).to.deep.equal({ input: { prices: { hourlyRate: 5 } } });
    expect(openTo('estimator', { version: 2, margin: 0.3 })).to.deep.equal({ version: 2 });
    expect(openTo(null, { tokenHash: 'x', version: 2 })).to.deep.equal({ version: 2 });
  });

  it('has for the crew no name that nobody gave them, also where it is no price', () => {
    const shape = z.object({ site: z.string(), newSecret: z.string(), gross: z.number() });
    expect(seenBy('crew', shape, { site: 'a', newSecret: 'b', gross: 3 })).to.deep.equal({ site: 'a' });
  });

  it('keeps an instant that is no text yet', () => {
    const at = new Date(0);
    expect(openTo('owner', { at })).to.deep.equal({ at });
  });
});

describe('the names of all that the crew is answered', () => {
  const names = new Set<string>();
  for (const [, { roles, answer, answers }] of endpointList) {
    if (roles === 'public' || !roles.includes('crew')) continue;
    const own = answers?.crew ?? answer;
    if (own) namesIn(own, new Set(), names);
  }

  it('are each decided: theirs, or left out knowingly', () => {
    const undecided = [...names].filter((name) => !CREW_SEES.has(name) && !CREW_DOES_NOT_SEE.has(name));
    expect(undecided.sort()).to.deep.equal([]);
  });

  it('are on one list, and none on it is named nowhere', () => {
    expect([...CREW_DOES_NOT_SEE].filter((name) => CREW_SEES.has(name))).to.deep.equal([]);
    expect([...CREW_DOES_NOT_SEE].filter((name) => !names.has(name))).to.deep.equal([]);
  });
});
