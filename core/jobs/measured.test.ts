import { expect } from 'chai';
import { litresIn } from '../planning/work.ts';
import { HOUSE_RULES } from '../rules/rules.ts';
import { type FaceOfJob, measuredJob } from './measured.ts';
import type { JobEntry } from './progress.ts';
import { jobSteps } from './steps.ts';

const steps = jobSteps({ access: 'ground', escalates: false, rungs: ['water'], isolate: false });
const face: FaceOfJob = {
  id: 'sunny',
  modules: 10,
  moduleWatts: 400,
  gammaPdc: -0.0035,
  limit: null,
  ways: ['fed-pole'],
  houseMinutes: 1.2,
  houseLitres: litresIn('fed-pole', 1.2, HOUSE_RULES),
};
let count = 0;
const at = (minute: number) => new Date(Date.UTC(2026, 10, 24, 8, minute)).toISOString();
type Told = JobEntry extends infer E ? (E extends JobEntry ? Omit<E, 'id' | 'at'> : never) : never;
const entry = (minute: number, told: Told): JobEntry => {
  count += 1;
  return { id: `${count}`, at: at(minute), ...told } as JobEntry;
};
const step = (key: 'arrive' | 'ready' | 'brush' | 'pack', from: number, to: number): JobEntry[] => [
  entry(from, { kind: 'step-started', step: key }),
  entry(to, { kind: 'step-done', step: key }),
];
const mark = (
  minute: number,
  modules: number[],
  how: 'rinsed' | 'brushed' | 'bladed' | 'not-reached',
  array = 'sunny',
) => entry(minute, { kind: 'mark', array, modules, mark: how });
const reading = (minute: number, when: 'before' | 'after', value: number, changes: object = {}) =>
  entry(minute, {
    kind: 'reading',
    when,
    array: 'sunny',
    quantity: 'power',
    reading: { value, poaIrradiance: 800, tempModule: 40 },
    sensor: true,
    shading: false,
    wet: false,
    capped: false,
    ...changes,
  } as Told);
const of = (entries: JobEntry[], faces = [face]) => measuredJob(steps, entries, faces);
const range = (from: number, to: number) => Array.from({ length: to - from }, (_, index) => from + index);

describe('what a job measured by being done', () => {
  it('is the share of the modules that each way was used on', () => {
    const { faces, brushed } = of([
      mark(1, range(0, 5), 'brushed'),
      mark(2, [5, 6], 'rinsed'),
      mark(3, [7], 'bladed'),
      mark(4, [8], 'not-reached'),
    ]);
    expect(faces[0]?.parts).to.deep.equal([
      { way: 'hose', share: 0.2 },
      { way: 'fed-pole', share: 0.5 },
      { way: 'wet-blade', share: 0.1 },
    ]);
    expect(brushed).to.equal(6);
  });

  it('is nothing where no module was worked on', () => {
    const { faces, washedAt } = of([mark(1, [0, 1], 'not-reached')]);
    expect([faces[0]?.parts, washedAt]).to.deep.equal([[], null]);
  });

  it('is the day of the last module that was worked on, whatever came after', () => {
    expect(of([mark(5, [0], 'brushed'), mark(9, [1], 'not-reached'), ...step('pack', 30, 40)]).washedAt).to.equal(
      at(5),
    );
  });

  it('is the minutes of the brush step without its stops', () => {
    const brush = step('brush', 10, 40);
    expect(of(brush).brushMinutes).to.equal(30);
    const stopped = [entry(15, { kind: 'paused', reason: 'rain' }), entry(27, { kind: 'resumed' })];
    expect(of([...brush, ...stopped]).brushMinutes).to.equal(18);
    expect(
      of([...brush, entry(2, { kind: 'paused', reason: 'rain' }), entry(4, { kind: 'resumed' })]).brushMinutes,
    ).to.equal(30);
  });

  it('is the minutes of one person where several brushed at once, and as many litres by the flow', () => {
    const brush = [mark(12, range(0, 10), 'brushed'), ...step('brush', 10, 40)];
    const hands = (minute: number, people: number) => entry(minute, { kind: 'hands', people });
    const { brushMinutes, litres } = of([...brush, hands(11, 2), hands(12, 3)]);
    expect(brushMinutes).to.equal(90);
    expect(litres).to.be.closeTo(litresIn('fed-pole', 90, HOUSE_RULES), 1e-9);
    expect(of([hands(11, 2)]).brushMinutes).to.equal(null);
  });

  it('has no minutes where a start was never pressed', () => {
    expect(of([entry(40, { kind: 'step-done', step: 'brush' })]).brushMinutes).to.equal(null);
    expect(of([]).brushMinutes).to.equal(null);
  });

  it('is the minutes of setting up and packing, and the litres of the meter', () => {
    const { setUpMinutes, litres } = of([
      ...step('arrive', 0, 4),
      ...step('ready', 4, 10),
      ...step('pack', 50, 61),
      entry(45, { kind: 'water', conductivity: 12, temperature: 18, litres: 88 }),
    ]);
    expect([setUpMinutes, litres]).to.deep.equal([21, 88]);
    expect(of([entry(45, { kind: 'water', conductivity: 12, temperature: 18 })]).litres).to.equal(null);
  });

  it('is litres by the flow of the way and the minutes where nobody read a meter', () => {
    const worked = [mark(12, range(0, 10), 'brushed'), ...step('brush', 10, 40)];
    const { litres, metered } = of(worked);
    expect(metered).to.equal(false);
    expect(litres).to.be.closeTo(litresIn('fed-pole', 30, HOUSE_RULES), 1e-9);
    const meter = (litres: number) => entry(45, { kind: 'meter', litres });
    expect(of([...worked, meter(80), meter(88)])).to.include({ litres: 88, metered: true });
  });

  it('is what the last cloth showed on each face', () => {
    const cloth = (minute: number, shows: 'clean' | 'plain') => entry(minute, { kind: 'cloth', array: 'sunny', shows });
    const other = { ...face, id: 'shady' };
    const { faces } = of([cloth(1, 'plain'), cloth(2, 'clean')], [face, other]);
    expect(faces.map((one) => one.cloth)).to.deep.equal(['clean', null]);
  });

  it('is a pair of readings with its uncertainty', () => {
    const pair = of([reading(1, 'before', 2800), reading(20, 'after', 2900)]).faces[0]?.pair;
    expect(pair?.ratio).to.be.closeTo(2900 / 2800, 1e-9);
    expect(pair?.sigma).to.be.within(0.001, 0.03);
  });

  it('has no pair where one was spoilt, or a current, or missing', () => {
    const pairOf = (changes: object) =>
      of([reading(1, 'before', 2800, changes), reading(20, 'after', 2900, changes)]).faces[0]?.pair;
    expect(pairOf({ capped: true })).to.equal(null);
    expect(pairOf({ quantity: 'current' })).to.equal(null);
    expect(of([reading(1, 'before', 2800)]).faces[0]?.pair).to.equal(null);
  });

  it('is the pair of both faces where they were read together', () => {
    const other = { ...face, id: 'shady' };
    const { faces } = of(
      [reading(1, 'before', 5600, { with: ['shady'] }), reading(20, 'after', 5800, { with: ['shady'] })],
      [face, other],
    );
    expect(faces[1]?.pair).to.deep.equal(faces[0]?.pair);
    expect(faces[0]?.pair).to.not.equal(null);
  });
});
