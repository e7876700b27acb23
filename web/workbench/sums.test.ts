import { expect } from 'chai';
import { DEFAULT_UNITS } from '../../core/units/quantities.ts';
import { SUMS } from './sums.ts';

const start = (key: string) => {
  const sum = SUMS.find((one) => one.key === key);
  if (!sum) throw new Error(`no sum ${key}`);
  const values = Object.fromEntries(sum.fields.map((field) => [field.key, field.start]));
  return (change: Record<string, number> = {}) => sum.answer({ ...values, ...change }, DEFAULT_UNITS);
};
const shownAs = (answers: { label: string; value: string }[], label: RegExp) =>
  answers.find((one) => label.test(one.label))?.value.replace(/[\u00a0\u202f]/g, ' ');

describe('the sums of the bench', () => {
  for (const sum of SUMS) {
    it(`"${sum.title}" starts within its own ranges and answers at both of their ends`, () => {
      for (const { start: from, min, max } of sum.fields) expect(from).to.be.within(min, max);
      for (const edge of ['min', 'max', 'start'] as const) {
        const values = Object.fromEntries(sum.fields.map((field) => [field.key, field[edge]]));
        const answers = sum.answer(values, DEFAULT_UNITS);
        expect(answers.length).to.be.at.least(1);
        for (const { value } of answers) expect(value).to.not.match(/NaN|Infinity|undefined/);
      }
    });
  }

  it('name gain and loss both', () => {
    const answers = start('gain')();
    expect(shownAs(answers, /^Gain/)).to.equal('12.5 %');
    expect(shownAs(answers, /^Loss/)).to.equal('11.1 %');
  });

  it('tell cooling from cleaning', () => {
    expect(shownAs(start('cooling')(), /Wetting/)).to.equal('5.0 %');
    expect(shownAs(start('cooling')(), /gain/)).to.equal('12.5 %');
  });

  it('say that a pump is too weak, that a pole is too short, and that a jet is too near', () => {
    expect(shownAs(start('spray')({ lift: 40 }), /Water/)).to.match(/cannot lift/);
    expect(shownAs(start('reach')({ pole: 3 }), /reaches/)).to.equal('no');
    const near = start('jet')({ distance: 0.1 }).find(({ label }) => /strip/.test(label));
    expect(near?.note).to.match(/not here/);
  });

  it('find more dust on flat glass than on steep, and none from clean air', () => {
    const loss = (change: Record<string, number>) => Number.parseFloat(shownAs(start('air')(change), /^Loss/) ?? '');
    expect(loss({ tilt: 0 })).to.be.above(loss({ tilt: 60 }));
    expect(loss({ fine: 0, all: 0 })).to.equal(0);
  });

  it('run a spray line more often where more settles, and say when even every day is not enough', () => {
    const every = (dust: number) => shownAs(start('timer')({ dust }), /^Rinse/);
    expect(every(0)).to.match(/never/);
    expect(every(2)).to.equal('every day');
    expect(start('timer')({ dust: 2 })[0]?.note).to.match(/over the limit/);
    expect(start('timer')()[0]?.note).not.to.match(/over the limit/);
  });

  it('show a caution wherever the work can hurt somebody', () => {
    for (const key of ['cooling', 'drying', 'reach', 'jet', 'spray', 'timer'])
      expect(SUMS.find((one) => one.key === key)?.caution ?? '').to.not.equal('');
    expect(JSON.stringify(SUMS)).to.not.match(/\bis safe\b|\bsafe to\b/i);
  });
});
