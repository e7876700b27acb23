import { expect } from 'chai';
import type { Rung } from '../rules/rungs.ts';
import { THERMAL_LIMIT } from '../schedule/coolWindow.ts';
import { canAsk, cautionsOf, heldBy, openCautions } from './cautions.ts';
import { cleanedModules, countDone, type JobEntry, jobProgress, lackingFor } from './progress.ts';
import { howOf, jobSteps, type Step } from './steps.ts';

const steps = jobSteps({ access: 'ground', escalates: false, rungs: ['water'], isolate: true });
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
    const without = jobSteps({ access: 'ground', escalates: false, rungs: [], isolate: false });
    const switched = (key: string) => ['isolate', 're-energise'].includes(key);
    expect(without.filter(({ key }) => switched(key))).to.deep.equal([]);
  });

  it('ask about overhead lines wherever a pole or lift is used', () => {
    const lift = jobSteps({ access: 'lift', escalates: false, rungs: [], isolate: true });
    expect(first.cautions.map(({ key }) => key)).to.include('lines');
    expect(lift[0]?.cautions.map(({ key }) => key)).to.include.members(['lines', 'height']);
  });

  it('ask for the word of the maker or the customer before a blade, and only where one is planned', () => {
    const rungs = (names: Rung[]) =>
      jobSteps({ access: 'ground', escalates: true, rungs: names, isolate: true })
        .find(({ key }) => key === 'escalate')
        ?.cautions.map(({ key }) => key);
    expect(rungs(['blade'])).to.deep.equal(['blade']);
    expect(rungs(['soap', 'blade'])).to.deep.equal(['chemicals', 'blade']);
    expect(rungs(['soap'])).to.deep.equal(['chemicals']);
  });

  it('have the bristles felt, and the edge of a blade looked along where one is planned, before they touch glass', () => {
    const ready = (rungs: Rung[]) =>
      jobSteps({ access: 'ground', escalates: true, rungs, isolate: true, tools: true })
        .find(({ key }) => key === 'ready')
        ?.cautions.map(({ key }) => key);
    expect(ready(['water'])).to.deep.equal(['bristles']);
    expect(ready(['water', 'blade'])).to.deep.equal(['bristles', 'edge']);
  });

  it('brush down the slope at the end of a pole, and along the row from beside the modules', () => {
    const how = (access: 'ground' | 'lift', rungs: Rung[] = ['water']) => {
      const all = jobSteps({ access, escalates: false, rungs, isolate: true, tools: true });
      return howOf(all.find(({ key }) => key === 'brush') as Step).code;
    };
    expect([how('ground'), how('lift'), how('lift', [])]).to.deep.equal([
      'step-how-brush-down',
      'step-how-brush-across',
      'step-how-brush-dry',
    ]);
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
    expect(openCautions(first, stopped)).to.include(caution?.key);
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
    expect(openCautions(first, progress)).to.deep.equal([caution?.key]);
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
      expect(lackingFor(named(key), nothing)?.code, key).to.match(/^lacking-/);
      expect(lackingFor(named(key), all), key).to.equal(null);
    }
    expect(lackingFor(named('after'), all)?.code).to.equal('lacking-after');
    expect(lackingFor(named('lip'), nothing)).to.equal(null);
  });

  it('wants of every face its reading, alone or with others on its inverter, or a reason', () => {
    const before = steps.find(({ key }) => key === 'before') as Step;
    const faces = ['a', 'b', 'c'].map((id) => ({ id, name: `Face ${id}` }));
    const read = (array: string, others: string[] = []) =>
      entry({
        kind: 'reading',
        when: 'before',
        array,
        with: others,
        quantity: 'power',
        reading: { value: 1, poaIrradiance: 1, tempModule: 1 },
      });
    const lacking = (...entries: JobEntry[]) => lackingFor(before, jobProgress(steps, entries), faces);
    expect(lacking()?.code).to.equal('lacking-before');
    expect(lacking(read('a'))?.params).to.deep.equal({ names: ['Face b', 'Face c'] });
    expect(lacking(read('a', ['b']))?.params).to.deep.equal({ names: ['Face c'] });
    const why = entry({ kind: 'no-reading', when: 'before', array: 'c', reason: 'no display' });
    expect(lacking(read('a', ['b']), why)).to.equal(null);
    const first = read('a', ['b']);
    const retracted = entry({ kind: 'retracted', entry: first.id, reason: 'taken again' });
    expect(lacking(first, why, retracted)?.params).to.deep.equal({ names: ['Face a', 'Face b'] });
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

  it('forgets what was retracted', () => {
    const mark = entry({ kind: 'mark', array: 'a', modules: [0, 1], mark: 'brushed' });
    const retracted = entry({ kind: 'retracted', entry: mark.id, reason: 'wrong row' });
    expect(jobProgress(steps, [mark]).done.a).to.deep.equal({ 0: 'brushed', 1: 'brushed' });
    expect(jobProgress(steps, [mark, retracted]).done.a).to.equal(undefined);
  });

  it('orders by the moment, not by arrival, and across offsets', () => {
    const later = { ...entry({ kind: 'mark', array: 'a', modules: [0], mark: 'bladed' }), at: '2026-11-24T08:00:00Z' };
    const earlier = {
      ...entry({ kind: 'mark', array: 'a', modules: [0], mark: 'brushed' }),
      at: '2026-11-24T09:30:00+02:00',
    };
    expect(jobProgress(steps, [later, earlier]).done.a).to.deep.equal({ 0: 'bladed' });
  });

  it('counts modules by what was done to them, and what was done last counts', () => {
    const counts = countDone({ 0: 'brushed', 1: 'not-reached', 2: 'bladed' }, 10);
    expect(counts).to.include({ brushed: 1, 'not-reached': 1, bladed: 1, left: 7 });
    expect(cleanedModules(counts)).to.equal(2);
  });

  it('is finished when every step is done or left out', () => {
    const entries = steps.map((step) => entry({ kind: 'cannot', step: step.key, reason: 'test' }));
    expect(jobProgress(steps, entries)).to.include({ finished: true, current: null });
  });
});

describe('a hazard that a step was left out over', () => {
  const named = (key: string) => steps.find((step) => step.key === key) as Step;
  const said = (step: string, caution: string, answer: boolean) => entry({ kind: 'caution', step, caution, answer });
  const left = (step: string) => entry({ kind: 'cannot', step, reason: 'in a hurry' });

  it('is asked on the next step that meets it: rinsing left out, brushing still asks for the 20 K', () => {
    const progress = jobProgress(steps, [...answerAll(first), left('rinse')]);
    expect(openCautions(named('brush'), progress)).to.deep.equal(['dc', 'thermal']);
    const asked = jobProgress(steps, [...answerAll(first), said('rinse', 'thermal', true)]);
    expect(openCautions(named('brush'), asked)).to.deep.equal(['dc']);
  });

  it('is asked again where it was refused before the step was left out', () => {
    const refused = [...answerAll(first), said('arrive', 'weather', false), left('arrive')];
    for (const key of ['rinse', 'brush', 'lip', 'final-rinse', 'look-again'])
      expect(openCautions(named(key), jobProgress(steps, refused)), key).to.include('weather');
    const cleared = jobProgress(steps, [...refused, said('rinse', 'weather', true)]);
    expect(openCautions(named('brush'), cleared)).not.to.include('weather');
    expect(openCautions(named('rinse'), cleared)).not.to.include('weather');
  });

  it('asks nobody twice for what was answered yes and stands', () => {
    const progress = jobProgress(steps, [...answerAll(first), ...answerAll(named('rinse'))]);
    expect(openCautions(named('lip'), progress)).to.deep.equal([]);
    expect(cautionsOf(named('lip'), progress)).to.deep.equal([]);
  });

  it('may be answered on the step that meets it, and no other may', () => {
    expect(canAsk(named('brush'), 'thermal')).to.equal(true);
    expect(canAsk(named('before'), 'thermal')).to.equal(false);
    expect(canAsk(named('brush'), 'made-up')).to.equal(false);
  });
});

describe('a job that goes on after a stop', () => {
  const named = (key: string) => steps.find((step) => step.key === key) as Step;
  const read = () =>
    entry({
      kind: 'reading',
      when: 'before',
      array: 'a',
      quantity: 'power',
      reading: { value: 3000, poaIrradiance: 800, tempModule: 30 },
    });
  const done = (step: string) => entry({ kind: 'step-done', step });
  const stop = () => [entry({ kind: 'paused', reason: 'storm' }), entry({ kind: 'resumed' })];

  it('asks its cautions again, those of the step it stands at and those of what comes', () => {
    const rinse = answerAll(named('rinse'));
    const before = [...answerAll(first), done('arrive'), ...rinse];
    expect(openCautions(named('rinse'), jobProgress(steps, before))).to.deep.equal([]);
    const after = jobProgress(steps, [...before, ...stop()]);
    expect(openCautions(named('rinse'), after)).to.have.members(['thermal', 'ground', 'lines', 'weather', 'dc']);
  });

  it('asks whether the sky is the same where it had been read before, and reads again where it is not', () => {
    const begun = [...answerAll(first), done('arrive'), read(), done('before'), ...stop()];
    const asked = jobProgress(steps, begun);
    expect(openCautions(named('isolate'), asked)).to.include('sky');
    const changed = jobProgress(steps, [
      ...begun,
      entry({ kind: 'caution', step: 'isolate', caution: 'sky', answer: false }),
    ]);
    expect(changed.current).to.equal('before');
    expect([changed.readings, changed.readAgain]).to.deep.equal([[], true]);
    expect(
      jobProgress(steps, [...begun, entry({ kind: 'caution', step: 'isolate', caution: 'sky', answer: false }), read()])
        .readAgain,
    ).to.equal(false);
    expect(lackingFor(named('before'), changed)?.code).to.equal('lacking-before');
    const same = jobProgress(steps, [
      ...begun,
      entry({ kind: 'caution', step: 'isolate', caution: 'sky', answer: true }),
    ]);
    expect([same.current, same.readings.length]).to.deep.equal(['isolate', 1]);
    expect(openCautions(named('isolate'), same)).not.to.include('sky');
  });

  it('asks nothing of the sky once modules are washed: the reading before cannot be had again', () => {
    const washed = jobProgress(steps, [
      read(),
      entry({ kind: 'mark', array: 'a', modules: [0], mark: 'brushed' }),
      ...stop(),
    ]);
    expect(washed.skyAsked).to.equal(false);
  });
});

describe('what holds a step whatever was tapped', () => {
  const named = (key: string) => steps.find((step) => step.key === key) as Step;
  const glassAt = (tempModule: number) =>
    entry({
      kind: 'reading',
      when: 'before',
      array: 'a',
      quantity: 'power',
      reading: { value: 3000, poaIrradiance: 800, tempModule },
    });
  const waterAt = (temperature: number) => entry({ kind: 'water', conductivity: 10, temperature });
  const now = '1970-01-01T06:00:00Z';

  it('is cold water on hot glass, both on record, until both are read nearer', () => {
    const hot = [glassAt(46), waterAt(19), ...answerAll(named('rinse'))];
    for (const key of ['rinse', 'brush', 'lip', 'final-rinse'])
      expect(heldBy(named(key), jobProgress(steps, hot), now), key).to.deep.equal({
        by: 'temperatures',
        glass: 46,
        water: 19,
      });
    expect(heldBy(named('before'), jobProgress(steps, hot), now)).to.equal(null);
    const nearer = jobProgress(steps, [...hot, entry({ kind: 'temperatures', glass: 33, water: 19 })]);
    expect(heldBy(named('rinse'), nearer, now)).to.equal(null);
  });

  it('holds also where the water is the hotter one, and not at the limit itself', () => {
    expect(heldBy(named('rinse'), jobProgress(steps, [glassAt(5), waterAt(26)]), now)).not.to.equal(null);
    expect(heldBy(named('rinse'), jobProgress(steps, [glassAt(19 + THERMAL_LIMIT), waterAt(19)]), now)).to.equal(null);
    expect(heldBy(named('rinse'), jobProgress(steps, [glassAt(46)]), now), 'water not read').to.equal(null);
  });

  it('does not hold dry work', () => {
    const dry = jobSteps({ access: 'hand-height', escalates: false, rungs: [], isolate: false });
    const brush = dry.find(({ key }) => key === 'brush') as Step;
    expect(heldBy(brush, jobProgress(dry, [glassAt(46), waterAt(19)]), now)).to.equal(null);
    const wet = (key: string) => ['rinse', 'final-rinse', 'dry'].includes(key);
    expect(dry.filter(({ key }) => wet(key))).to.deep.equal([]);
    expect(dry.flatMap(({ cautions, touches = [] }) => [...cautions, ...touches]).map(({ key }) => key)).not.to.include(
      'thermal',
    );
  });

  it('is the wait for the glass to dry, by the clock', () => {
    const timed = jobSteps({
      access: 'ground',
      escalates: false,
      rungs: ['water'],
      isolate: false,
      dryMinutes: 12,
    });
    const wait = timed.find(({ key }) => key === 'dry') as Step;
    const begun = jobProgress(timed, [{ id: 's', kind: 'step-started', step: 'dry', at: '2026-11-24T08:00:00Z' }]);
    expect(heldBy(wait, begun, '2026-11-24T08:05:00Z')).to.deep.equal({
      by: 'drying',
      until: '2026-11-24T08:12:00.000Z',
      minutes: 12,
    });
    expect(heldBy(wait, begun, '2026-11-24T08:12:00Z')).to.equal(null);
    expect(heldBy(wait, jobProgress(timed, []), '2026-11-24T08:12:00Z'), 'not begun').not.to.equal(null);
  });
});
