import { expect } from 'chai';
import { makePlan } from '../planning/plan.ts';
import type { PlanInput } from '../planning/visit.ts';
import { CHEAPER, type CheaperChoice } from '../quotes/cheaper.ts';
import { examplePlan, exampleSoils } from '../testing/examplePlan.ts';
import { type CheaperInput, cheaperChoices, leftByPlan } from './choices.ts';

const output = makePlan(examplePlan);
const RAIN = [
  { date: '2026-11-29', rain: 9, rainChance: 0.2 },
  { date: '2026-11-30', rain: 2, rainChance: 0.9 },
  { date: '2026-12-01', rain: 8, rainChance: 0.7 },
];
const DUST = exampleSoils.dust;
const asked = (plan: PlanInput = examplePlan, changes: Partial<CheaperInput> = {}): CheaperInput => ({
  plan,
  forecast: RAIN,
  fittings: {},
  ...changes,
});
const choices = cheaperChoices(asked(), output);
const named = (key: CheaperChoice['key'], all = choices): CheaperChoice => {
  const found = all.find((one) => one.key === key);
  if (!found) throw new Error(`no ${key}`);
  return found;
};
/** The example with something changed about each of its faces. */
const withFaces = (changes: Partial<PlanInput['arrays'][number]['method']>): PlanInput => ({
  ...examplePlan,
  arrays: examplePlan.arrays.map((array) => ({ ...array, method: { ...array.method, ...changes } })),
});
const notOf = (key: CheaperChoice['key'], plan: PlanInput) =>
  named(key, cheaperChoices(asked(plan), makePlan(plan))).not.map(({ code }) => code);

describe('what may stand in the place of a wash', () => {
  it('is each of the choices once, the least first', () => {
    expect(choices.map(({ key }) => key)).to.deep.equal(CHEAPER);
  });

  it('saves and costs nothing where nothing is done, and where rain is waited for, which comes anyway', () => {
    for (const key of ['nothing', 'rain'] as const)
      expect(named(key)).to.deep.include({ saves: { p10: 0, p50: 0, p90: 0, mean: 0 }, once: 0, yearly: 0, washes: 0 });
  });

  it('waits for the first rain that is likely and enough, which leaves what is stuck', () => {
    expect(named('rain').notes[0]?.params).to.deep.equal({ date: '2026-12-01', rain: 8, chance: 0.7 });
    expect(named('rain').leaves).to.be.within(leftByPlan(output), 1);
    const dry = cheaperChoices(asked(examplePlan, { forecast: RAIN.slice(0, 2) }), output);
    expect(named('rain', dry).not[0]?.code).to.equal('cheaper-no-rain');
    const unknown = cheaperChoices(asked(examplePlan, { forecast: null }), output);
    expect(named('rain', unknown).not[0]?.code).to.equal('cheaper-no-forecast');
  });

  it('leaves more on the glass by a rinse from the ground than by a wash, and saves less', () => {
    const [rinse, kit] = [named('rinse'), named('own-kit')];
    expect(rinse.leaves).to.be.above(leftByPlan(output));
    expect(rinse.saves.p50).to.be.within(1, kit.saves.p50);
    expect(rinse.hazards.map(({ code }) => code)).to.include.members([
      'hazard-hot-glass',
      'hazard-stay-down',
      'hazard-hard-water',
    ]);
  });

  const cannot: [what: string, changes: Partial<PlanInput['arrays'][number]['method']>, code: string][] = [
    ['in frost', { cold: 'frost' }, 'cheaper-frost'],
    ['on cracked glass', { cracked: 1 }, 'cheaper-cracked'],
    ['over an edge that no hose reaches', { eaveHeight: 14, storeys: 4 }, 'cheaper-out-of-reach'],
    ['without water', { waterless: true, waterLimit: 0 }, 'cheaper-no-water'],
  ];
  for (const [what, changes, code] of cannot)
    it(`is no rinse ${what}`, () => expect(notOf('rinse', withFaces(changes))).to.include(code));

  it('costs half a wash a year every second year, and saves less than one each year', () => {
    const every = named('every-second-year');
    expect(every.washes).to.equal(0.5);
    const everyYear = (output.visits.options[1]?.savedEnergy.mean ?? 0) * examplePlan.valuePerKWh;
    expect(every.saves.mean).to.be.below(everyYear);
    expect(every.saves.mean).to.be.above(0);
  });

  it('has no fitting where nothing of its cause is, and none priced where nobody has', () => {
    for (const key of ['drain-clip', 'deterrent', 'coating'] as const) {
      expect(named(key).not.map(({ code }) => code)).to.deep.equal(['cheaper-no-cause']);
      expect(named(key).once).to.equal(null);
    }
  });

  it('is one’s own kit only where nobody has to leave the ground, at a price that nobody knows', () => {
    const onLift = examplePlan.arrays.some(({ method }) => method.accessByHand === 'lift');
    expect(onLift).to.equal(true);
    expect(named('own-kit').not.map(({ code }) => code)).to.deep.equal(['cheaper-out-of-reach']);
    const faces = withFaces({ accessByHand: undefined, bladeAgreed: false, soils: [DUST] });
    const [sunny] = faces.arrays;
    const low = { ...faces, arrays: sunny ? [sunny] : [] };
    expect(notOf('own-kit', low)).to.deep.equal([]);
    expect(named('own-kit').once).to.equal(null);
  });

  it('lets what grows go on growing where nothing is done to it', () => {
    expect(named('nothing').hazards.map(({ code }) => code)).to.deep.equal(['hazard-grows']);
    const dust = withFaces({ soils: [DUST] });
    expect(named('nothing', cheaperChoices(asked(dust), makePlan(dust))).hazards).to.deep.equal([]);
  });
});
