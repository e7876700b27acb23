import { expect } from 'chai';
import { CHECKLISTS } from '../../words/en/checklists.ts';
import { canAsk, openCautions } from '../jobs/cautions.ts';
import { type JobEntry, jobProgress } from '../jobs/progress.ts';
import { jobSteps, type Step } from '../jobs/steps.ts';
import { CHECKLIST_WHEN, checksFor, type JobCheck, SET_UP_KINDS } from './checklists.ts';

describe('the checklists of machines', () => {
  const of = (when: 'set-up' | 'take-down') => checksFor(CHECKLISTS, when, ['robot-wet']);
  const steps = jobSteps({
    ...{ access: 'lift', escalates: false, rungs: ['water'], isolate: true },
    setUp: of('set-up'),
    takeDown: of('take-down'),
  });
  const find = (key: string) => steps.find((step) => step.key === key) as Step;
  let count = 0;
  const answer = (step: Step, caution: string, yes: boolean): JobEntry => {
    count += 1;
    const at = new Date(Date.UTC(2026, 10, 27, 6, count)).toISOString();
    return { id: `${count}`, at, kind: 'caution', step: step.key, caution, answer: yes };
  };

  it('come with an example for a robot and a rotary head, to set up and to take down, power off first', () => {
    for (const kind of ['robot-wet', 'robot-dry', 'rotary-head'] as const)
      for (const when of CHECKLIST_WHEN) {
        const checks = checksFor(CHECKLISTS, when, [kind]);
        expect(checks.length, `${kind} ${when}`).to.be.above(2);
        expect(checks.some(({ text }) => /battery|unplugged/i.test(text))).to.equal(true);
      }
    expect(SET_UP_KINDS).to.include.members(['robot-wet', 'rotary-head', 'lift']);
  });

  it('are gone through by a job that takes the machine along, and by no other', () => {
    expect(find('assemble').checks).to.have.length.above(5);
    const order = steps.map(({ key }) => key);
    expect(order.indexOf('isolate')).to.be.below(order.indexOf('assemble'));
    expect(order.indexOf('assemble')).to.be.below(order.indexOf('brush'));
    expect(order.indexOf('take-down')).to.be.below(order.indexOf('re-energise'));
    expect(checksFor(CHECKLISTS, 'set-up', ['pole', 'hose'])).to.deep.equal([]);
    const plain = jobSteps({ access: 'ground', escalates: false, rungs: ['water'], isolate: true });
    expect(plain.map(({ key }) => key)).to.not.include.members(['assemble', 'take-down']);
  });

  it('leave out a list that the contractor does without', () => {
    const without = CHECKLISTS.map((list) => ({ ...list, inUse: false }));
    expect(checksFor(without, 'set-up', ['robot-wet'])).to.deep.equal([]);
  });

  it('hold the step at a check that is answered no, until it is answered yes', () => {
    const step = find('assemble');
    const [first, second] = [...(step.checks ?? [])] as [JobCheck, JobCheck];
    const no = [answer(step, first.key, false)];
    const held = jobProgress(steps, no);
    expect(held.steps.find(({ key }) => key === 'assemble')?.stoppedBy).to.equal(first.key);
    expect(openCautions(step, held)).to.include(first.key);
    const yes = jobProgress(steps, [...no, answer(step, first.key, true)]);
    expect(yes.steps.find(({ key }) => key === 'assemble')?.stoppedBy).to.equal(null);
    expect(openCautions(step, yes)).to.not.include(first.key);
    expect(openCautions(step, yes)).to.include(second.key);
    expect([canAsk(step, first.key), canAsk(find('rinse'), first.key)]).to.deep.equal([true, false]);
  });

  it('are all asked again after a stop: who knows what was loosened meanwhile', () => {
    const step = find('assemble');
    const entries = (step.checks ?? []).map(({ key }) => answer(step, key, true));
    const asked = openCautions(step, jobProgress(steps, entries)).length;
    count += 1;
    const at = new Date(Date.UTC(2026, 10, 27, 6, count)).toISOString();
    const again = jobProgress(steps, [
      ...entries,
      { id: 'stop', at, kind: 'paused', reason: 'hail' },
      { id: 'on', at, kind: 'resumed' },
    ]);
    expect(openCautions(step, again).length).to.equal(asked + (step.checks?.length ?? 0));
  });

  it('have keys of their own in each list, however many lists one step has', () => {
    const keys = checksFor(CHECKLISTS, 'set-up', ['robot-wet', 'rotary-head', 'membrane']).map(({ key }) => key);
    expect(new Set(keys).size).to.equal(keys.length);
    for (const key of keys) expect(key.length).to.be.at.most(40);
  });
});
