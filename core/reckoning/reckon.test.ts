import { expect } from 'chai';
import type { RecordedLook } from '../assimilation/looks.ts';
import { valueOfEnergy } from '../quotes/worth.ts';
import { markedLoss } from '../soiling/markedLoss.ts';
import { exampleInspection, exampleReckon as input } from '../testing/exampleReckon.ts';
import { exampleDust } from '../testing/exampleRecords.ts';
import { daysBetween } from '../time/dates.ts';
import { recordsOf } from './asked.ts';
import { reckon } from './reckon.ts';
import type { ReckonInput } from './reckoning.ts';

const reading = { power: 5200, poaIrradiance: 800, tempModule: 45, capped: false, shading: false, wet: false };
const of = (changes: Partial<ReckonInput> = {}) => reckon({ ...input, ...changes });

describe('reckoning the loss of an array', () => {
  const output = of();

  it('values a kilowatt-hour by what is used on the spot and what is sold', () => {
    // 0.7 · 2.85 + 0.3 · 0.95 = 2.28 a kWh, in hundredths
    expect(valueOfEnergy(input.site)).to.be.closeTo(228, 1e-9);
  });

  it('comes out between what the house expects and what the eye sees, and surer than either', () => {
    const { known, lossNow } = output;
    const [eye] = known.evidence;
    const ends = [known.expected.p50, eye?.says?.mid ?? 0].sort((a, b) => a - b);
    expect(lossNow.mid).to.be.within(ends[0] as number, ends[1] as number);
    expect(known.loss.sd).to.be.below(known.expected.sd);
  });

  it('hears a reading, and says what speaks against it', () => {
    const looks = [exampleInspection({ reading })];
    const heard = of({ looks });
    expect(heard.expectation?.shortfall).to.be.closeTo(0.1214, 5e-3);
    expect(heard.known.loss.sd).to.be.below(output.known.loss.sd);
    const capped = of({ looks: [exampleInspection({ reading: { ...reading, capped: true } })] });
    expect(capped.warnings.map(({ code }) => code)).to.deep.equal(['at-limit']);
    expect(capped.known.evidence.find(({ kind }) => kind === 'reading')?.unheard).to.equal('spoilt');
    expect(capped.lossNow).to.deep.equal(output.lossNow);
  });

  it('gives the members to the years ahead, each with a course of weather of its own', () => {
    const members = output.courses.members;
    expect(members).to.have.length(40);
    expect(new Set(members.map(({ course }) => course)).size).to.equal(40);
    expect(output.year.curve[0]?.mid).to.be.closeTo(output.lossNow.mid, 0.02);
  });

  it('keeps what was found beside what was set by hand', () => {
    const overruled = of({ overrides: { lossNow: 0.2, dust: 0.5 } });
    expect(overruled.lossNow).to.deep.equal({ low: 0.2, mid: 0.2, high: 0.2 });
    expect(new Set(overruled.courses.members.map(({ dust }) => dust))).to.deep.equal(new Set([0.5]));
    expect(overruled.recommended).to.deep.equal(output.recommended);
    expect(overruled.year.curve[0]?.mid).to.be.above(0.19);
  });

  it('leaves out a piece of evidence that somebody set aside, and shows it all the same', () => {
    const without = of({ leftOut: ['eye:look'] });
    expect(without.known.evidence[0]?.unheard).to.equal('left-out');
    expect(without.known.loss.p50).to.be.closeTo(without.known.expected.p50, 0.02);
  });

  it('hears what somebody set for the years ahead', () => {
    expect(of({ outlook: { bondingPerDew: 0.3 } }).year.lostEnergy.p50).to.be.above(output.year.lostEnergy.p50);
  });

  it('costs less money where less of the energy is used on the spot', () => {
    const sold = of({ site: { ...input.site, ownUse: 0 } });
    expect(sold.lostValue.p50).to.be.below(output.lostValue.p50);
    expect(sold.year.lostEnergy).to.deep.equal(output.year.lostEnergy);
  });

  it('names the day from which on a wash pays, the sooner the less it costs', () => {
    expect(of({ visitPrice: 1 }).lookOn).to.equal(input.today);
    expect(of({ visitPrice: 1e9 }).lookOn).to.equal(null);
  });

  it('takes a visit for as good as its ways: one that hardly cleans never pays, another one soon', () => {
    const at = (visitWays: ReckonInput['visitWays']) => {
      const { lookOn } = of({ visitPrice: 3000, visitWays });
      return lookOn === null ? Number.POSITIVE_INFINITY : daysBetween(input.today, lookOn);
    };
    expect(at([])).to.equal(Number.POSITIVE_INFINITY);
    expect(at(['wet-blade']))
      .to.be.below(366)
      .and.at.most(at(['robot-dry']));
  });

  it('gives every figure a reason with its value, its formula and its source', () => {
    for (const reason of Object.values(output.reasons)) {
      expect(reason.formula).to.not.equal('');
      expect(reason.source).to.not.equal('');
      expect(reason.value).to.be.a('number');
    }
  });

  it('comes out the same again from what is kept of it, after it has been stored', () => {
    expect(reckon(JSON.parse(JSON.stringify(input)))).to.deep.equal(output);
    expect(recordsOf(input).until).to.equal(input.today);
  });

  it('tells how far it is, and can be given up', () => {
    const told: number[] = [];
    reckon(input, (share) => told.push(share));
    expect(told.at(-1)).to.be.within(0.8, 1);
    const giveUp = () => {
      throw new Error('given up');
    };
    expect(() => reckon(input, giveUp)).to.throw('given up');
  });
});

describe('a reckoning with marks', () => {
  const marks = [{ kind: 'droppings', pattern: 'spots', severity: 'heavy', modules: [0, 1, 2, 3] }] as const;
  const marked = (soils: RecordedLook['soils'] = [exampleDust]) =>
    of({ looks: [exampleInspection({ soils, marks: [...marks] } as Partial<RecordedLook>)] });
  const plain = of();

  it('loses more than without them, and says what they cost string by string', () => {
    const found = marked();
    expect(found.lossNow.mid).to.be.above(plain.lossNow.mid);
    expect(found.marked?.powerLoss.mid).to.be.above(found.marked?.areaLoss ?? 1);
  });

  it('does not count patches twice where they are marked and listed', () => {
    const listed = { kind: 'droppings', where: 'spots', grade: 'plain', share: 0.02, bond: 'soak' } as const;
    expect(marked([exampleDust, listed]).lossNow).to.deep.equal(marked().lossNow);
  });

  it('keeps marks and wiring with the result, from which it comes again', () => {
    const kept = marked().marked;
    if (!kept) throw new Error('nothing is marked');
    expect(markedLoss(kept.wiring, kept.marks).powerLoss).to.deep.equal(kept.powerLoss);
  });

  it('has nothing to say of strings without them', () => {
    expect(plain.marked).to.equal(null);
  });
});
