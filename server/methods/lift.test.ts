import { expect } from 'chai';
import { planOutput } from '../../contract/methods/results.ts';
import { bare, written } from '../../core/findings.ts';
import { makePlan } from '../../core/methods/plan.ts';
import { CALCULATION_VERSION } from '../../core/reasons.ts';
import { examplePlan } from '../../core/testing/examplePlan.ts';
import { CLIMATES } from '../../core/weather/index.ts';
import { lifted } from './lift.ts';

describe('a stored plan', () => {
  const output = makePlan(examplePlan);
  const newest = { calculationVersion: CALCULATION_VERSION, input: examplePlan, output };

  it('of the newest calculation is as it was stored', () => {
    expect(lifted(newest)).to.deep.equal(newest);
  });

  it('of an old calculation keeps its numbers, and says what it did not have', () => {
    const arrays = output.arrays.map(({ effectiveness: _, ...array }) => {
      const { minutesBecause: __, litresPerModule: ___, ways: ____, ...method } = array.method;
      return { ...array, method, recommended: undefined };
    });
    const { recoverable: unkept, planSaves: unkeptToo, ...kept } = output.reasons;
    const { assumed: _, questions: __, saves: ___, beyondFirst: ____, figures: _____, ...rest } = output;
    const { output: made } = lifted({
      calculationVersion: '3',
      input: { arrays: [{ year: { climate: 'winter-rain' } }], prices: examplePlan.prices },
      output: { ...rest, arrays, reasons: kept },
    }) as { output: typeof output };
    expect(planOutput.safeParse(made).error).to.equal(undefined);
    expect(made.reasons.recoverable).to.deep.include({ value: unkept.value, formula: bare('how-not-kept') });
    expect(made.reasons.planSaves.value).to.equal(unkeptToo.value);
    expect(made.priced).to.deep.equal(output.priced);
    expect(made).to.deep.include({ assumed: [], questions: [], saves: null, beyondFirst: null, figures: 0 });
    for (const { method, recommended } of made.arrays) {
      expect(method).to.deep.include({ minutesBecause: null, litresPerModule: null, ways: [method.method.choose] });
      expect(recommended).to.deep.equal(method);
    }
  });

  it('of calculation 9 keeps its sentences as they were written, and its access by a code', () => {
    const because = 'By the section 6 m of pole reach the far edge; nobody leaves the ground.';
    const told = output.arrays.map((array) => {
      const { brush, access, pole, ...method } = array.method;
      const old = {
        ...method,
        brush: { ...brush, choose: 'soft flagged bristle, 60 cm' },
        access: { choose: 'from the ground', because },
        pole: { ...pole, because },
      };
      return { ...array, method: old, recommended: old };
    });
    const line = { key: 'labour', label: 'Work, set-up and driving, 2 people', quantity: 4.15, unit: 'person-hours' };
    const made = lifted({
      calculationVersion: '9',
      input: { ...examplePlan, overrides: { arrays: { sunny: { access: 'at hand height' } } } },
      overrides: { arrays: { sunny: { access: { value: 'at hand height', reason: 'low' } } } },
      output: {
        ...output,
        arrays: told,
        priced: { ...output.priced, lines: [{ ...line, amount: 100 }] },
        questions: ['18 m of pole: over 12 m cannot be pressed evenly. Is it a lift?'],
        climate: 'Winter-rain valley (made up)',
      },
    }) as { overrides: unknown; output: typeof output };
    const [{ method }] = made.output.arrays as [(typeof output.arrays)[number]];
    expect(method.access).to.deep.equal({ choose: 'ground', because: written(because) });
    expect(method.brush.choose).to.deep.equal(written('soft flagged bristle, 60 cm'));
    expect(made.output.priced.lines).to.deep.equal([
      { ...line, label: written(line.label), unit: 'person-hour', amount: 100, taxRate: 0.15 },
    ]);
    expect(made.output.climate, 'told by its key, so that a customer is not told that it is made up').to.deep.equal(
      bare('climate-winter-rain'),
    );
    expect(planOutput.safeParse(made.output).error).to.equal(undefined);
    expect(made.output.questions[0]?.code).to.equal('written');
    expect(made.overrides).to.deep.equal({ arrays: { sunny: { access: { value: 'hand-height', reason: 'low' } } } });
    expect(made.output.visits).to.deep.equal(output.visits);
  });

  it('of calculation 10 called the clear-sky index of a site’s own climate clearness', () => {
    const { clearSkyIndexDry, clearSkyIndexWet, madeUp: _, ...others } = CLIMATES['winter-rain'];
    const own = { ...others, clearSkyIndexDry, clearSkyIndexWet };
    const stored = { ...others, clearnessDry: clearSkyIndexDry, clearnessWet: clearSkyIndexWet };
    const row = (climate: unknown) => ({
      output,
      input: {
        ...examplePlan,
        arrays: examplePlan.arrays.map((array) => ({ ...array, courses: { ...array.courses, climate } })),
      },
    });
    const inputOf = (climate: unknown) => lifted({ calculationVersion: '10', ...row(climate) }).input;
    expect(inputOf(stored)).to.deep.equal(row(own).input);
    expect(inputOf('winter-rain')).to.deep.equal(row('winter-rain').input);
  });

  it('of calculation 11 does not say what a rung hung on, nor left a face out', () => {
    const bared = output.arrays.map(({ stopped: _, method, ...array }) => {
      const escalation = method.escalation.map(({ conditions: __, modules: ___, ...step }) => step);
      return { ...array, method: { ...method, escalation }, recommended: { ...method, escalation } };
    });
    const made = lifted({ calculationVersion: '11', input: examplePlan, output: { ...output, arrays: bared } });
    expect(planOutput.safeParse(made.output).error).to.equal(undefined);
    const { arrays } = made.output as typeof output;
    expect(arrays.map(({ stopped }) => stopped)).to.deep.equal(arrays.map(() => null));
    expect(arrays[0]?.method.escalation[0]).to.deep.include({ modules: null, conditions: [] });
  });

  it('of calculation 12 fitted nothing', () => {
    const { fittings: _, ...before } = output;
    const made = lifted({ calculationVersion: '12', input: examplePlan, output: before });
    expect((made.output as typeof output).fittings).to.equal(null);
    expect(planOutput.safeParse(made.output).error).to.equal(undefined);
  });

  it('of calculation 13 was charged by the hour at one rate of tax, and kept neither another finish nor its courses', () => {
    const old = ({ taxes: _, ...priced }: typeof output.priced) => ({
      ...priced,
      lines: priced.lines.map(({ taxRate: __, ...line }) => line),
    });
    const { terms: _, spotless: __, worthUpTo: ___, slip: ____, ...before } = output;
    const { taxRate, hourlyRate } = examplePlan.prices;
    const made = lifted({
      calculationVersion: '13',
      input: { ...examplePlan, prices: { taxRate, hourlyRate } },
      output: { ...before, priced: old(output.priced), pricedInPlan: old(output.pricedInPlan) },
    });
    expect(planOutput.safeParse(made.output).error).to.equal(undefined);
    const { priced, spotless, worthUpTo, slip, terms } = made.output as typeof output;
    expect(priced).to.deep.equal(output.priced);
    expect([spotless, worthUpTo, slip, terms.heavyShare]).to.deep.equal([null, null, null, 0]);
    expect((made.input as typeof examplePlan).prices).to.include({ basis: 'hour', roundTo: 0, taxRate, hourlyRate });
  });
});
