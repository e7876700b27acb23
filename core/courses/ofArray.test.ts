import { expect } from 'chai';
import { factorsOf } from '../assimilation/factors.ts';
import { LICHEN_WHERE_SEEN } from '../assumptions.ts';
import { LayeredGlass } from '../soiling/layered.ts';
import { exampleYear } from '../testing/exampleAhead.ts';
import { exampleSoils } from '../testing/examplePlan.ts';
import { type ArrayAhead, atLoss, courseSetup, usualChoices, withChoices, worksUntil } from './ofArray.ts';
import { type CourseMember, parametersOf } from './setup.ts';

const { members: _, horizon: __, bondingPerDew: ___, lichenDensity: ____, puddleFactor: _____, ...place } = exampleYear;
const known: ArrayAhead = {
  ...place,
  rearFraction: 0,
  members: [0.5, 1, 2].map((deposition) => ({
    state: { loose: deposition, bonded: 0.4, droppings: 0.001, lichenRadius: 0, standingLeft: 0.5 },
    factors: factorsOf((name) => (name === 'deposition' ? deposition : 1)),
  })),
  parameters: { lichenDensity: 0, mismatch: 6, standingLoss: 0.1 },
  soils: [exampleSoils.dust],
};
const lossOf = (member: CourseMember) =>
  1 - new LayeredGlass(exampleYear.surfaceTilt, member.parameters, member.initial).soilingRatio();
const setup = (changes: Partial<ArrayAhead> = {}) => {
  const array = { ...known, ...changes };
  return courseSetup(array, usualChoices(array), 1);
};

describe('years ahead of an array', () => {
  it('begin for each member with what it carries, and go on with its own dust', () => {
    const { members } = setup();
    expect(members.map(({ dust }) => dust)).to.deep.equal([0.5, 1, 2]);
    expect(members.map(({ initial }) => initial.loose)).to.deep.equal([0.5, 1, 2]);
    expect(members.map(({ course }) => course)).to.deep.equal([0, 1, 2]);
  });

  it('turn lichen that stands there into colonies that cost the same today and grow', () => {
    const lichen = setup({ soils: [exampleSoils.lichen] });
    const still = setup();
    lichen.members.forEach((member, at) => {
      expect(member.initial.lichenRadius).to.be.above(0);
      expect(member.parameters.lichenDensity).to.equal(LICHEN_WHERE_SEEN);
      expect(lossOf(member)).to.be.closeTo(lossOf(still.members[at] as CourseMember), 1e-9);
    });
    const { members: bare } = setup({ soils: [] });
    for (const { initial, parameters } of bare) {
      const counted = { parameters, initial: { ...initial, lichenRadius: 0.002 } };
      expect(parametersOf({ bondingPerDew: null }, counted).lichenDensity).to.equal(0);
    }
    const dry = { ...lichen, lichenDensity: 0 };
    expect(parametersOf(dry, dry.members[0] as CourseMember).lichenDensity).to.equal(LICHEN_WHERE_SEEN);
  });

  it('have water at the frame where something was seen there, more of it on flat glass', () => {
    const edge = { ...exampleSoils.algae, where: 'lower-edge' } as const;
    const asked = (surfaceTilt: number) => usualChoices({ soils: [edge], climate: 'winter-rain', surfaceTilt }).puddles;
    expect([usualChoices(known).puddles, asked(20), asked(4)]).to.deep.equal(['none', 'some', 'plain']);
    expect(usualChoices({ ...known, climate: 'desert' }).lichen).to.equal('dry');
  });

  it('take what somebody chooses otherwise, and leave the members as they are', () => {
    const base = setup();
    const works = { from: 0, to: 30, surroundings: 'dusty' as const };
    const chosen = withChoices(base, { bondingPerDew: 0.2, puddles: 'plain', lichen: 'dry', works });
    expect([chosen.bondingPerDew, chosen.lichenDensity, chosen.exposure.works]).to.deep.equal([0.2, 0, works]);
    expect(chosen.puddleFactor).to.be.above(base.puddleFactor);
    expect(chosen.members).to.equal(base.members);
  });

  it('lose what is set by hand, whatever a member carries', () => {
    for (const loss of [0, 0.02, 0.1, 0.31, 0.6])
      for (const member of setup({ lossByHand: loss }).members) expect(lossOf(member)).to.be.closeTo(loss, 2e-3);
    expect(new Set(setup({ dustByHand: 0.7 }).members.map(({ dust }) => dust))).to.deep.equal(new Set([0.7]));
  });

  it('lose it also where the glass was found clean', () => {
    const clean = {
      ...(setup().members[0] as CourseMember),
      initial: { loose: 0, bonded: 0, droppings: 0, lichenRadius: 0, standingLeft: 0 },
    };
    expect(lossOf(atLoss(clean, 0.12))).to.be.closeTo(0.12, 2e-3);
  });
});

describe('works next door', () => {
  it('go on from today to their last day, that day included', () => {
    expect(worksUntil('2026-11-21', '2026-11-20')).to.deep.equal({ from: 0, to: 2, surroundings: 'dusty' });
    expect(worksUntil('2027-11-20', '2026-11-20')?.to).to.equal(366);
  });

  it('are none where nobody named any, or they are over', () => {
    expect(worksUntil(undefined, '2026-11-20')).to.equal(undefined);
    expect(worksUntil('2026-11-19', '2026-11-20')).to.equal(undefined);
  });
});
