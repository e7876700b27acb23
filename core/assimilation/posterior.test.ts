import { expect } from 'chai';
import fc from 'fast-check';
import { EFFECTIVENESS } from '../assumptions.ts';
import { CLEAN_GLASS, LayeredGlass } from '../soiling/layered.ts';
import { normalDraw, seededRandom } from '../statistics/random.ts';
import { mean } from '../statistics/summary.ts';
import { FACTORS, PRIOR_SPREAD } from './factors.ts';
import type { Observation } from './observed.ts';
import { type Assimilation, assimilate } from './posterior.ts';
import { predictor } from './predict.ts';

const DAYS = 60;

/** Two months in a town, rain once in a while, nothing seen. */
function unseen(seed: number, days = DAYS): Assimilation {
  const random = seededRandom(seed);
  const series = (value: () => number) => Array.from({ length: days }, value);
  return {
    surfaceTilt: 20,
    parameters: { lichenDensity: 0, mismatch: 8 },
    initial: CLEAN_GLASS,
    days: {
      rain: series(() => (random() < 0.08 ? 12 * random() : 0)),
      dew: series(() => 0.4),
      deposition: series(() => 0.012),
      droppings: series(() => 5e-5),
    },
    cleanings: [],
    observations: [],
  };
}

/** A truth drawn from what the house expects, and what evidence would say of it. */
function truth(seed: number) {
  const random = seededRandom(seed * 7 + 1);
  const logs = FACTORS.map((name) => PRIOR_SPREAD[name] * normalDraw(random));
  const history = unseen(seed);
  const told = (observations: Omit<Observation, 'value'>[]) => {
    const asked = observations.map((one) => ({ ...one, value: 1 }));
    const seen = predictor({ ...history, observations: asked })(logs);
    return asked.map((one, at) => {
      const on = (seen.observations[at] as number) + one.sigma * normalDraw(random);
      return { ...one, value: one.kind === 'film' || one.kind === 'cover' ? Math.exp(on) : on };
    });
  };
  return { history, loss: predictor(history)(logs).loss, told };
}

const last = DAYS - 1;
const eye = { kind: 'film', day: last, sigma: Math.log(1.7) } as const;
const reading = { kind: 'loss', day: last, sigma: 0.035 } as const;
const patch = { kind: 'loss', day: last, sigma: 0.01 } as const;

describe('one estimate from all that is known', () => {
  it('is what the house expects where nobody has seen anything', () => {
    const { parameters, effective } = assimilate(unseen(1));
    for (const name of FACTORS.filter((one) => one !== 'removal')) {
      expect(parameters[name].mean, name).to.be.closeTo(0, 0.08 * PRIOR_SPREAD[name]);
      expect(parameters[name].sd / PRIOR_SPREAD[name], name).to.be.closeTo(1, 0.08);
    }
    expect(effective).to.be.above(500);
  });

  it('does not doubt what a way takes off unless that is asked for', () => {
    expect(assimilate(unseen(1)).parameters.removal).to.deep.equal({ mean: 0, sd: 0 });
    expect(assimilate({ ...unseen(1), prior: { removal: 0.7 } }).parameters.removal.sd).to.be.closeTo(0.7, 0.06);
  });

  it('is the same again with the same seed, and nearly with another', () => {
    const asked = { ...unseen(2), observations: [{ ...reading, value: 0.1 }] };
    expect(assimilate(asked)).to.deep.equal(assimilate(asked));
    const { loss } = assimilate(asked);
    expect(assimilate({ ...asked, seed: 9 }).loss.mean).to.be.closeTo(loss.mean, 0.2 * loss.sd);
  });

  it('does not take the same piece of evidence for two', () => {
    const once = { ...unseen(3), observations: [{ ...patch, value: 0.12 }] };
    const twice = { ...once, observations: [...once.observations, ...once.observations] };
    const [one, two] = [assimilate(once), assimilate(twice)];
    expect(two.loss).to.deep.equal(one.loss);
    expect(two.surprises.map(({ z }) => z)).to.deep.equal([one.surprises[0]?.z, one.surprises[0]?.z]);
  });

  it('grows no wider with a piece of evidence more, on the mean of many arrays', () => {
    const arrays = [1, 2, 3, 4].map(truth);
    const spreads = (evidence: Omit<Observation, 'value'>[]) =>
      mean(arrays.map(({ history, told }) => assimilate({ ...history, observations: told(evidence) }).loss.sd));
    const [none, read, measured] = [[], [eye, reading], [eye, reading, patch]].map(spreads) as number[];
    expect(read).to.be.below(none as number);
    expect(measured).to.be.below(read as number);
  });

  it('comes near the truth with a test patch, whatever the eye says', () => {
    for (const seed of [11, 12, 13]) {
      const { history, loss, told } = truth(seed);
      const observations = told([eye, patch]);
      expect(Math.abs(assimilate({ ...history, observations }).loss.mean - loss)).to.be.below(0.04);
    }
  });

  it('is not carried off by one wild piece of evidence, and names it', () => {
    const { history, told } = truth(21);
    const sober = told([eye, patch, { ...patch, day: last - 3 }, { ...patch, day: last - 6 }]);
    const wild = { ...reading, value: (sober[1]?.value as number) + 0.6 };
    const [without, all] = [sober, [...sober, wild]].map((observations) => assimilate({ ...history, observations }));
    expect(all?.loss.mean).to.be.closeTo(without?.loss.mean as number, 0.01);
    expect(all?.surprises.at(-1)?.z).to.be.above(4);
    for (const { z } of all?.surprises.slice(0, -1) ?? []) expect(Math.abs(z)).to.be.below(3);
  });

  it('has members that are as likely as each other and tell of the glass on the last day', () => {
    const { members, loss } = assimilate({ ...unseen(4), observations: [{ ...reading, value: 0.1 }], members: 100 });
    expect(members).to.have.length(100);
    expect(mean(members.map((member) => member.loss))).to.be.closeTo(loss.mean, 0.1 * loss.sd);
    const [member] = members;
    const { parameters } = unseen(4);
    const glass = new LayeredGlass(
      20,
      { ...parameters, mismatch: 8 * (member?.factors.mismatch ?? 0) },
      {
        ...CLEAN_GLASS,
        ...member?.state,
      },
    );
    expect(1 - glass.soilingRatio()).to.be.closeTo(member?.loss as number, 1e-12);
  });

  it('is never dirtier for more rain on record', () => {
    const factors = fc.array(fc.double({ min: -1.5, max: 1.5, noNaN: true }), { minLength: 8, maxLength: 8 });
    fc.assert(
      fc.property(factors, fc.nat(DAYS - 1), fc.double({ min: 0, max: 40, noNaN: true }), (logs, day, more) => {
        const dry = unseen(5);
        const rain = Array.from(dry.days.rain, (mm, at) => mm + (at === day ? more : 0));
        const wet = { ...dry, days: { ...dry.days, rain } };
        expect(predictor(wet)(logs).loss).to.be.at.most(predictor(dry)(logs).loss + 1e-12);
      }),
    );
  });

  it('never lets a washed array begin the next day dirtier', () => {
    const share = fc.double({ min: 0, max: 1, noNaN: true });
    const ways = fc.constantFrom(...Object.values(EFFECTIVENESS));
    fc.assert(
      fc.property(ways, share, fc.double({ min: 0, max: 8, noNaN: true }), share, (way, washed, mass, covered) => {
        const parameters = { lichenDensity: 50, mismatch: 8, standingLoss: 0.1 };
        const initial = { loose: mass, bonded: mass / 3, droppings: covered / 20, lichenRadius: 0.01 };
        const glass = new LayeredGlass(20, parameters, initial);
        const before = glass.soilingRatio();
        glass.clean(way, washed);
        expect(glass.soilingRatio()).to.be.at.least(before - 1e-12);
      }),
    );
  });
});
