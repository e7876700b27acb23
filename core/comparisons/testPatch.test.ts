import { expect } from 'chai';
import fc from 'fast-check';
import { filmLoss } from '../modules/filmLoss.ts';
import { type PatchWay, type Strip, type TestPatchInput, testPatch } from './testPatch.ts';

const at = (value: number, tempModule = 40) => ({ value, tempModule });
/** A strip on which a film of `before` g/m2 came down to `after`, beside a neighbour that kept it. */
const strip = (way: PatchWay, before: number, after: number, more: Partial<Strip> = {}): Strip => ({
  way,
  modules: 1,
  minutes: null,
  before: { strip: at(300 * (1 - filmLoss(before))), neighbour: at(300 * (1 - filmLoss(before))) },
  after: { strip: at(290 * (1 - filmLoss(after))), neighbour: at(290 * (1 - filmLoss(before))) },
  ...more,
});
const test = (strips: Strip[], more: Partial<TestPatchInput> = {}) =>
  testPatch({ quantity: 'power', temperatureCoefficient: -0.0035, strips, ...more });

describe('a test patch', () => {
  it('gives the loss by the strip that came cleanest, whatever the sun did between the readings', () => {
    const { loss, atMost } = test([strip('rinse', 3, 1.2), strip('brush', 3, 0)]);
    expect(loss?.mid).to.be.closeTo(filmLoss(3), 1e-9);
    expect(loss?.low).to.be.below(filmLoss(3));
    expect(loss?.high).to.be.above(filmLoss(3));
    expect(atMost).to.equal(null);
  });

  it('says what rain would leave: the mass that the rinse left', () => {
    const { bonded } = test([strip('rinse', 4, 1.6), strip('brush', 4, 0)]);
    expect(bonded?.mid).to.be.closeTo(0.4, 1e-6);
    expect(bonded?.low).to.be.below(0.4);
    expect(bonded?.high).to.be.above(0.4);
  });

  it('says what each way took off', () => {
    const { removed } = test([strip('rinse', 4, 2), strip('brush', 4, 0.4), strip('soap', 4, 0)]);
    expect(removed.map(({ way }) => way)).to.deep.equal(['rinse', 'brush', 'soap']);
    expect(removed[0]?.share.mid).to.be.closeTo(0.5, 1e-6);
    expect(removed[1]?.share.mid).to.be.closeTo(0.9, 1e-6);
    expect(removed[2]?.share.mid).to.equal(1);
  });

  it('says what a rinse leaves nothing of, and what it leaves whole', () => {
    expect(test([strip('rinse', 4, 0), strip('brush', 4, 0)]).bonded?.mid).to.be.closeTo(0, 1e-9);
    expect(test([strip('rinse', 4, 4), strip('brush', 4, 0)]).bonded?.mid).to.be.closeTo(1, 1e-9);
  });

  it('times a module', () => {
    const timed = test([strip('brush', 4, 0, { minutes: 3, modules: 2 }), strip('rinse', 4, 1)]);
    expect(timed.minutesPerModule).to.deep.equal([{ way: 'brush', minutes: 1.5 }]);
  });

  it('has no loss where no strip stands out, and says what it is at most', () => {
    const faint = test([strip('rinse', 0.02, 0.01), strip('brush', 0.02, 0)]);
    expect(faint.loss).to.equal(null);
    expect(faint.atMost).to.be.above(filmLoss(0.02));
    expect(faint.missing[0]?.code).to.equal('patch-not-distinguishable');
  });

  it('does not call it clean where every strip gave less after the wash: it says that a reading is out', () => {
    const worse = test([strip('brush', 1, 4)]);
    expect([worse.loss, worse.atMost]).to.deep.equal([null, null]);
    expect(worse.missing[0]?.code).to.equal('patch-less-after');
  });

  it('has no split without a rinsed strip, nor from a rinsed one alone', () => {
    expect(test([strip('brush', 4, 0)]).bonded).to.equal(null);
    expect(test([strip('brush', 4, 0)]).missing[0]?.code).to.equal('patch-none-rinsed');
    expect(test([strip('rinse', 4, 1)]).bonded).to.equal(null);
    expect(test([strip('rinse', 4, 1)]).missing[0]?.code).to.equal('patch-only-rinsed');
  });

  it('takes a loss that no film can cost for patches, and splits nothing', () => {
    const patchy = strip('brush', 4, 0);
    const dead = { ...patchy, before: { ...patchy.before, strip: at(100) } };
    const found = test([dead, strip('rinse', 4, 1)]);
    expect(found.loss?.mid).to.be.above(0.35);
    expect([found.bonded, found.removed]).to.deep.equal([null, []]);
    expect(found.missing[0]?.code).to.equal('patch-more-than-film');
  });

  it('without a strip has nothing to say', () => {
    expect(test([]).missing.map(({ code }) => code)).to.deep.equal(['patch-no-strip']);
  });

  it('warns of glass that is still cold, of a sun that moved, and of current', () => {
    const wet = strip('brush', 4, 0);
    const cold = { ...wet, after: { strip: at(280, 25), neighbour: at(250, 40) } };
    expect(test([cold]).strips[0]?.warnings[0]).to.deep.equal({
      code: 'patch-temperatures-differ',
      params: { most: 10 },
    });
    const cloud = { ...wet, after: { strip: at(200), neighbour: at(170) } };
    expect(test([cloud]).strips[0]?.warnings[0]?.code).to.equal('patch-sun-changed');
    expect(test([wet], { quantity: 'current' }).strips[0]?.warnings[0]?.code).to.equal('patch-current-not-power');
    expect(test([wet]).strips[0]?.warnings).to.deep.equal([]);
  });

  it('brings glass of another temperature to the same one', () => {
    const warm = strip('brush', 3, 0);
    const factor = (1 - 0.0035 * (32 - 25)) / (1 - 0.0035 * (40 - 25));
    const cooler = { ...warm, after: { ...warm.after, strip: at(warm.after.strip.value * factor, 32) } };
    expect(test([cooler]).loss?.mid).to.be.closeTo(filmLoss(3), 1e-9);
  });

  it('whatever is left, its shares lie between nothing and all, in order', () => {
    const mass = fc.double({ min: 0, max: 10, noNaN: true });
    fc.assert(
      fc.property(mass, mass, mass, (before, rinsed, brushed) => {
        const { bonded, removed } = test([
          strip('rinse', before, Math.min(before, rinsed)),
          strip('brush', before, Math.min(before, brushed)),
        ]);
        for (const { low, mid, high } of [...(bonded ? [bonded] : []), ...removed.map(({ share }) => share)]) {
          expect(low).to.be.within(0, mid);
          expect(high).to.be.within(mid, 1);
        }
      }),
    );
  });
});
