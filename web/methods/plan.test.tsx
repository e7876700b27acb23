import { expect } from 'chai';
import type { Plan } from '../../contract/methods/endpoints.ts';
import { pricesOfChange } from '../../core/frequency/prices.ts';
import { makePlan } from '../../core/planning/plan.ts';
import type { PlanInput } from '../../core/planning/visit.ts';
import { compareWays } from '../../core/planning/ways.ts';
import { examplePlan } from '../../core/testing/examplePlan.ts';
import { addedDays, dayOfYear } from '../../core/time/dates.ts';
import { METHOD_WORDS } from '../../words/en/ways.ts';
import { formatDate } from '../../words/format.ts';
import { inEnglish } from '../../words/testing/inEnglish.ts';
import { VisitsTable } from '../frequency/VisitsTable.tsx';
import { count, markup, read } from '../testing/markup.tsx';
import { MethodPart } from './MethodPart.tsx';
import { WaterPart } from './WaterPart.tsx';
import { WaysTable } from './Ways.tsx';

function planned(overrides: Plan['overrides'] = {}, changes: Partial<PlanInput> = {}): Plan {
  const input = { ...examplePlan, ...changes };
  return {
    id: 'plan',
    siteId: 'site',
    at: '2026-11-24T08:00:00Z',
    by: 'Test Owner',
    calculationVersion: '1',
    finish: 'output',
    cold: 'none',
    overrides,
    input: {},
    output: makePlan(input),
  };
}
const props = (plan: Plan, desk = true) => ({ plan, busy: false, onOverrule: desk ? () => undefined : undefined });

describe('the water of a plan', () => {
  const plan = planned();

  it('has each way beside the others, with what it leaves, whether that keeps the finish, and its cost', () => {
    const text = read(<WaterPart {...props(plan)} />);
    for (const way of ['As it is', 'Resin', 'Osmosis, then resin', 'Bought in']) expect(text).to.include(way);
    expect(text)
      .to.match(/mg\/m²/)
      .and.match(/µS\/cm/)
      .and.match(/ZAR/);
  });

  it('says "missed" for every way that does not keep the finish, and "kept" for the others', () => {
    const html = markup(<WaterPart {...props(plan)} />);
    const kept = plan.output.water.options.filter(({ meetsFinish }) => meetsFinish).length;
    expect(count(html, />kept</)).to.equal(kept);
    expect(count(html, />missed</)).to.equal(plan.output.water.options.length - kept);
  });

  it('points out the one that is taken', () => {
    expect(count(markup(<WaterPart {...props(plan)} />), /aria-current/)).to.equal(1);
  });

  it('keeps the reason in sight where it was overruled, with what had been recommended', () => {
    const overruled = planned(
      { waterWay: { value: 'bought', reason: 'resin spent' } },
      { overrides: { waterWay: 'bought' } },
    );
    const text = read(<WaterPart {...props(overruled)} />);
    expect(text).to.include('Overruled: resin spent').and.include('Recommended was:');
  });

  it('is not overruled by those who only read', () => {
    expect(read(<WaterPart {...props(plan)} />)).to.include('overrule');
    expect(read(<WaterPart {...props(plan, false)} />)).not.to.include('overrule');
  });
});

describe('the method of a plan', () => {
  it('stands for each face under its name', () => {
    const html = markup(<MethodPart {...props(planned())} />);
    expect(html).to.include('aria-label="Sunny face"').and.include('aria-label="Shaded face"');
  });

  it('names no face where there is only one', () => {
    const one = planned({}, { arrays: examplePlan.arrays.slice(0, 1) });
    expect(count(markup(<MethodPart {...props(one)} />), /<h4/)).to.equal(0);
  });

  it('has a caution beside every rung of the ladder that is used', () => {
    const plan = planned();
    const text = read(<MethodPart {...props(plan)} />);
    const used = plan.output.arrays.flatMap(({ method }) => method.escalation.filter(({ use }) => use));
    expect(used.length).to.be.above(0);
    for (const { caution } of used) expect(text).to.include(inEnglish(caution));
  });

  it('isolates first, and says that the direct current stays live', () => {
    expect(read(<MethodPart {...props(planned())} />)).to.match(
      /Isolate first yes.*DC stays live while the sun shines/,
    );
  });

  it('says a pole in the unit of whoever reads it', () => {
    const plan = planned();
    expect(read(<MethodPart {...props(plan)} />)).to.match(/Pole \d+ m /);
    expect(read(<MethodPart {...props(plan)} />, { units: { system: 'us' } })).to.match(/Pole \d+ ft /);
  });
});

describe('all ways of a face beside each other', () => {
  const compared = compareWays(examplePlan, 'sunny');
  const table = (desk = true) => (
    <WaysTable compared={compared} busy={false} onChoose={desk ? () => undefined : undefined} />
  );

  it('stand in order: those that keep the finish by the money they leave, those that cannot be used last with their reason', () => {
    const text = read(table());
    const keeping = compared.ways.filter(({ refusals, keepsFinish }) => refusals.length === 0 && keepsFinish);
    expect(keeping.length).to.be.above(1);
    const order = [...keeping]
      .sort((one, other) => other.net - one.net)
      .map(({ way }) => text.indexOf(METHOD_WORDS[way]));
    expect(order).to.deep.equal([...order].sort((one, other) => one - other));
    expect(text.lastIndexOf('Wet blade after soaking')).to.be.above(Math.max(...order));
    expect(text).to.include('coatings can be scratched');
    expect(text, 'of the hose, which leaves too much').to.include('under the finish');
  });

  it('can be chosen where they can be used and are not chosen yet, by whoever may plan', () => {
    const usable = compared.ways.filter(({ refusals }) => refusals.length === 0).length;
    expect(count(markup(table()), />choose</)).to.equal(usable - 1);
    expect(count(markup(table(false)), />choose</)).to.equal(0);
    expect(count(markup(table()), /aria-current="true"/)).to.equal(1);
  });

  it('are not there for a plan that was made before faces kept their years', () => {
    expect(read(<MethodPart {...props(planned())} />)).to.not.include('All ways');
    const kept = { ...planned(), input: examplePlan as unknown as Plan['input'] };
    expect(read(<MethodPart {...props(kept)} />)).to.include('All ways beside each other');
  });
});

describe('the visits of a plan', () => {
  it('show dirt, visits and both together, and point out the best', () => {
    const plan = planned();
    const text = read(<VisitsTable plan={plan} />);
    expect(text).to.include(`${plan.output.visits.best} (best)`);
    expect(text).to.match(/Dirt, a year.*Visits, a year.*Together/);
  });

  it('say when the visits lose least, as days of the year ahead', () => {
    const two = planned({ visits: { value: 2, reason: 'asked for' } }, { overrides: { visits: 2 } });
    const [first = 0, second = 0] = two.output.visits.options[2]?.days ?? [];
    const input = { arrays: [{ courses: { startDay: dayOfYear(two.at) } }] };
    const dates = [first, second].map((day) => formatDate(addedDays(two.at, day)));
    expect(read(<VisitsTable plan={{ ...two, input }} />)).to.include(`for 2 visits about ${dates.join(', ')}.`);
    expect(read(<VisitsTable plan={two} />)).to.include('on the days found best for it.');
    // Visits whose days are over when the plan is made fall into the next year.
    const late = { arrays: [{ courses: { startDay: dayOfYear(two.at) - first - 1 } }] };
    expect(read(<VisitsTable plan={{ ...two, input: late }} />)).to.include(formatDate(addedDays(two.at, 364)));
  });

  it('show none as an answer too', () => {
    const dear = planned({}, { prices: { ...examplePlan.prices, hourlyRate: 3_000_000 } });
    expect(dear.output.visits.best).to.equal(0);
    expect(read(<VisitsTable plan={dear} />)).to.include('0 (best)');
  });

  it('show the number that was set by hand, also where it is not among the usual ones', () => {
    const seven = planned({ visits: { value: 7, reason: 'asked for' } }, { overrides: { visits: 7 } });
    expect(markup(<VisitsTable plan={seven} />)).to.match(/chosen"><td class="number">7/);
  });

  it('say what one more and one fewer change, and the prices at which another number is best', () => {
    const plan = planned();
    const text = read(<VisitsTable plan={plan} />);
    expect(text).to.match(/One (more|fewer) (adds|saves) ZAR.\d[\d\s]* a year/);
    const { moreUnder, fewerOver } = pricesOfChange(plan.output.visits.options, plan.output.visits.best);
    if (fewerOver !== null) expect(text).to.match(/ewer from ZAR/);
    if (moreUnder !== null) expect(text).to.match(/ore are best under ZAR.*a visit/);
    expect(moreUnder === null && fewerOver === null).to.equal(false);
  });

  it('say the price from which a visit pays, or that none would', () => {
    const plan = planned();
    const sentence = plan.output.visits.breakEvenPrice > 0 ? /begins to pay under ZAR/ : /No price of a visit/;
    expect(read(<VisitsTable plan={plan} />)).to.match(sentence);
    const worthless = planned({}, { valuePerKWh: 0 });
    expect(read(<VisitsTable plan={worthless} />)).to.match(/No price of a visit would make it pay in energy/);
  });
});
