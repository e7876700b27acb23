import { expect } from 'chai';
import { cleanedModules, countMarks, type JobEntry, jobProgress, lackingFor, openCautions } from './progress.ts';
import { jobSteps, type Step } from './steps.ts';

const steps = jobSteps({ access: 'from the ground', escalates: false, rungs: ['water'], isolate: true });
let clock = 0;
const entry = (body: Record<string, unknown>): JobEntry => {
  clock += 1;
  return { id: `e${clock}`, at: new Date(clock * 1000).toISOString(), ...body } as JobEntry;
};
const first = steps[0] as Step;
const answerAll = (step: Step): JobEntry[] =>
  step.cautions.map((caution) => entry({ kind: 'caution', step: step.key, caution: caution.key, answer: true }));

describe('the steps of a wash', () => {
  it('read before isolating and after re-energising and drying', () => {
    const keys = steps.map(({ key }) => key);
    expect(keys.indexOf('before')).to.be.below(keys.indexOf('isolate'));
    expect(keys.indexOf('re-energise')).to.be.below(keys.indexOf('dry'));
    expect(keys.indexOf('dry')).to.be.below(keys.indexOf('after'));
  });

  it('leave isolating out only where it was overruled', () => {
    const without = jobSteps({ access: 'from the ground', escalates: false, rungs: [], isolate: false });
    expect(without.map(({ key }) => key)).to.not.include.members(['isolate', 're-energise']);
  });

  it('ask about overhead lines wherever a pole or lift is used', () => {
    const lift = jobSteps({ access: 'from a lift or scaffold', escalates: false, rungs: [], isolate: true });
    expect(first.cautions.map(({ key }) => key)).to.include('lines');
    expect(lift[0]?.cautions.map(({ key }) => key)).to.include.members(['lines', 'height']);
  });

  it('ask for the word of the maker or the customer before a blade, and only where one is planned', () => {
    const rungs = (names: string[]) =>
      jobSteps({ access: 'from the ground', escalates: true, rungs: names, isolate: true })
        .find(({ key }) => key === 'escalate')
        ?.cautions.map(({ key }) => key);
    expect(rungs(['blade'])).to.deep.equal(['blade']);
    expect(rungs(['soap', 'blade'])).to.deep.equal(['chemicals', 'blade']);
    expect(rungs(['soap'])).to.deep.equal(['chemicals']);
  });

  it('never tell anybody that it is safe', () => {
    const words = JSON.stringify(steps);
    expect(words).to.not.match(/\bis safe\b|\bsafe to\b/i);
  });
});

describe('the progress of a job', () => {
  it('begins at the first step and has not begun before anything happened', () => {
    const progress = jobProgress(steps, []);
    expect(progress.current).to.equal('arrive');
    expect(progress.begun).to.equal(false);
  });

  it('stays on a step until its cautions are answered yes', () => {
    const [caution] = first.cautions;
    const stopped = jobProgress(steps, [
      entry({ kind: 'caution', step: 'arrive', caution: caution?.key, answer: false }),
    ]);
    expect(stopped.steps[0]?.state).to.equal('stopped');
    expect(openCautions(first, stopped.steps[0])).to.include(caution?.key);
  });

  it('goes on when a no has become a yes', () => {
    const [caution] = first.cautions;
    const no = entry({ kind: 'caution', step: 'arrive', caution: caution?.key, answer: false });
    const progress = jobProgress(steps, [no, ...answerAll(first), entry({ kind: 'step-done', step: 'arrive' })]);
    expect(progress.current).to.equal('before');
  });

  it('closes a caution again when a yes is taken back', () => {
    const [caution] = first.cautions;
    const back = entry({ kind: 'caution', step: 'arrive', caution: caution?.key, answer: false });
    const progress = jobProgress(steps, [...answerAll(first), { ...back, at: new Date(9e9).toISOString() }]);
    expect(openCautions(first, progress.steps[0])).to.deep.equal([caution?.key]);
  });

  it('does not call a step done that has neither reading, mark nor water read', () => {
    const named = (key: string) => steps.find((step) => step.key === key) as Step;
    const reading = entry({
      kind: 'reading',
      when: 'before',
      array: 'a',
      quantity: 'power',
      reading: { value: 1, poaIrradiance: 1, tempModule: 1 },
    });
    const mark = entry({ kind: 'mark', array: 'a', modules: [0], mark: 'brushed' });
    const water = entry({ kind: 'water', conductivity: 10, temperature: 18 });
    const nothing = jobProgress(steps, []);
    const all = jobProgress(steps, [reading, mark, water]);
    for (const key of ['before', 'ready', 'brush']) {
      expect(lackingFor(named(key), nothing), key).to.be.a('string');
      expect(lackingFor(named(key), all), key).to.equal(null);
    }
    expect(lackingFor(named('after'), all)).to.match(/what the wash did/);
    expect(lackingFor(named('lip'), nothing)).to.equal(null);
  });

  it('leaves a step out with its reason and goes on', () => {
    const progress = jobProgress(steps, [entry({ kind: 'cannot', step: 'arrive', reason: 'no access' })]);
    expect(progress.steps[0]).to.include({ state: 'cannot', reason: 'no access' });
    expect(progress.current).to.equal('before');
  });

  it('is paused by a storm and goes on where it stood', () => {
    const paused = entry({ kind: 'paused', reason: 'lightning' });
    expect(jobProgress(steps, [paused]).paused).to.equal('lightning');
    expect(jobProgress(steps, [paused, entry({ kind: 'resumed' })]).paused).to.equal(null);
  });

  it('forgets what was struck out', () => {
    const mark = entry({ kind: 'mark', array: 'a', modules: [0, 1], mark: 'brushed' });
    const struck = entry({ kind: 'struck', entry: mark.id, reason: 'wrong row' });
    expect(jobProgress(steps, [mark]).marks.a).to.deep.equal({ 0: 'brushed', 1: 'brushed' });
    expect(jobProgress(steps, [mark, struck]).marks.a).to.equal(undefined);
  });

  it('orders by the moment, not by arrival, and across offsets', () => {
    const later = { ...entry({ kind: 'mark', array: 'a', modules: [0], mark: 'bladed' }), at: '2026-11-24T08:00:00Z' };
    const earlier = {
      ...entry({ kind: 'mark', array: 'a', modules: [0], mark: 'brushed' }),
      at: '2026-11-24T09:30:00+02:00',
    };
    expect(jobProgress(steps, [later, earlier]).marks.a).to.deep.equal({ 0: 'bladed' });
  });

  it('counts modules by what was done to them, and the last mark counts', () => {
    const counts = countMarks({ 0: 'brushed', 1: 'not-reached', 2: 'bladed' }, 10);
    expect(counts).to.include({ brushed: 1, 'not-reached': 1, bladed: 1, left: 7 });
    expect(cleanedModules(counts)).to.equal(2);
  });

  it('is finished when every step is done or left out', () => {
    const entries = steps.map((step) => entry({ kind: 'cannot', step: step.key, reason: 'test' }));
    expect(jobProgress(steps, entries)).to.include({ finished: true, current: null });
  });
});
