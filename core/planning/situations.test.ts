import { expect } from 'chai';
import { HOUSE } from '../assimilation/house.ts';
import { CLEANING_METHODS, type CleaningMethod } from '../assumptions.ts';
import type { Access } from '../reach/access.ts';
import {
  HOUSE_RULES,
  houseBy,
  LIMITS,
  type Limit,
  type MethodRules,
  REFUSALS,
  takenInPasses,
  type WayRule,
} from '../rules/rules.ts';
import type { Rung } from '../rules/rungs.ts';
import { SITUATION_KEYS, type SituationKey } from '../rules/situationKeys.ts';
import { changedSituations, decide } from './situations.ts';
import { minutesPerModule } from './work.ts';

interface Expected {
  way: CleaningMethod | null;
  access: Access;
  because: string;
  /** above water */
  rungs?: Rung[];
  stopped?: string[];
}

/** What the house's rules decide: every line was weighed as a tradesperson would before it was written down. */
const TABLE: Record<SituationKey, Expected> = {
  'dust-on-a-roof': { way: 'fed-pole', access: 'ground', because: 'method-best-worth' },
  'loose-dust': { way: 'hose', access: 'ground', because: 'method-best-worth' },
  'loose-dust-spotless': { way: 'fed-pole', access: 'ground', because: 'method-best-worth' },
  'loose-dust-high': { way: 'fed-pole', access: 'ground', because: 'method-best-worth' },
  'two-storeys': { way: 'fed-pole', access: 'ground', because: 'method-best-worth' },
  'above-the-pole': { way: 'fed-pole', access: 'lift', because: 'method-best-worth' },
  'flat-roof': { way: 'fed-pole', access: 'lift', because: 'method-best-worth' },
  'hand-height': { way: 'fed-pole', access: 'hand-height', because: 'method-best-worth' },
  'bonded-spotless': { way: 'fed-pole', access: 'ground', because: 'method-most-thorough', rungs: ['soak'] },
  'no-water': { way: 'dry-brush', access: 'ground', because: 'method-only-way' },
  'no-water-robot': { way: 'robot-dry', access: 'lift', because: 'method-best-worth' },
  'no-water-bonded': {
    way: null,
    access: 'ground',
    because: 'method-none-here',
    stopped: ['rung-no-water', 'refused-bonded'],
  },
  'no-water-grit': {
    way: null,
    access: 'ground',
    because: 'method-none-here',
    stopped: ['rung-no-water', 'refused-gritty'],
  },
  'little-water': { way: 'cloth', access: 'lift', because: 'method-only-way' },
  'little-water-at-hand': { way: 'cloth', access: 'hand-height', because: 'method-only-way' },
  'sap-drain': { way: 'soap', access: 'ground', because: 'method-best-worth', rungs: ['soap'] },
  'sap-tank': { way: 'fed-pole', access: 'ground', because: 'method-best-worth' },
  'droppings-cheap': { way: 'fed-pole', access: 'ground', because: 'method-best-worth', rungs: ['soak'] },
  'algae-drain': { way: 'alcohol', access: 'hand-height', because: 'method-most-thorough', rungs: ['soak', 'alcohol'] },
  'algae-garden': { way: 'cloth', access: 'hand-height', because: 'method-most-thorough', rungs: ['soak'] },
  'algae-tank': { way: 'cloth', access: 'hand-height', because: 'method-most-thorough', rungs: ['soak'] },
  'lichen-agreed': { way: 'wet-blade', access: 'hand-height', because: 'method-only-way', rungs: ['soak', 'blade'] },
  'lichen-not-agreed': {
    way: 'alcohol',
    access: 'hand-height',
    because: 'method-most-thorough',
    rungs: ['soak', 'alcohol'],
  },
  'lichen-coated': { way: 'cloth', access: 'hand-height', because: 'method-most-thorough', rungs: ['soak'] },
  'lichen-cracked': {
    way: 'alcohol',
    access: 'hand-height',
    because: 'method-most-thorough',
    rungs: ['soak', 'alcohol'],
  },
  'lichen-on-a-roof': { way: 'wet-blade', access: 'lift', because: 'method-only-way', rungs: ['soak', 'blade'] },
  'lichen-cheap': { way: 'fed-pole', access: 'hand-height', because: 'method-best-worth', rungs: ['soak'] },
  'lichen-ground-only': { way: 'fed-pole', access: 'ground', because: 'method-most-thorough', rungs: ['soak'] },
  'blade-without-need': { way: 'fed-pole', access: 'hand-height', because: 'method-best-worth' },
  'ground-only-high': { way: null, access: 'lift', because: 'method-none-here', stopped: ['refused-ground-only'] },
  'ground-only-line': { way: 'spray-line', access: 'ground', because: 'method-only-way' },
  'line-over-bonded': { way: 'fed-pole', access: 'lift', because: 'method-best-worth', rungs: ['soak'] },
  'rotary-at-hand': { way: 'rotary-head', access: 'hand-height', because: 'method-best-worth' },
  'rotary-on-a-pole': { way: 'fed-pole', access: 'ground', because: 'method-best-worth' },
  'rotary-cracked': { way: 'fed-pole', access: 'hand-height', because: 'method-best-worth' },
  'robot-on-a-flat-roof': { way: 'robot-wet', access: 'lift', because: 'method-best-worth' },
  'robot-too-steep': { way: 'fed-pole', access: 'hand-height', because: 'method-best-worth' },
  'robot-for-few': { way: 'fed-pole', access: 'hand-height', because: 'method-best-worth' },
  'seal-damaged': { way: 'fed-pole', access: 'ground', because: 'method-best-worth' },
  frost: { way: 'dry-brush', access: 'ground', because: 'method-only-way' },
  'frost-bonded': {
    way: null,
    access: 'ground',
    because: 'method-none-here',
    rungs: ['soak'],
    stopped: ['refused-frost', 'refused-bonded'],
  },
  snow: { way: null, access: 'ground', because: 'method-none-here', stopped: ['refused-snow'] },
  'strips-say-brush': { way: 'fed-pole', access: 'ground', because: 'method-best-worth' },
  'strips-say-soap': { way: 'soap', access: 'ground', because: 'method-best-worth', rungs: ['soap'] },
  'hardly-dirty': { way: 'fed-pole', access: 'ground', because: 'method-best-worth' },
};

/** Why some ways are refused in some situations: for each rule one. */
const REFUSED: Record<(typeof REFUSALS)[number], [SituationKey, CleaningMethod, string]> = {
  'no-water': ['no-water', 'fed-pole', 'rung-no-water'],
  'little-water': ['little-water', 'fed-pole', 'refused-little-water'],
  tank: ['sap-tank', 'soap', 'rung-tank'],
  garden: ['algae-garden', 'alcohol', 'refused-garden'],
  'ground-only': ['ground-only-high', 'fed-pole', 'refused-ground-only'],
  coating: ['lichen-coated', 'wet-blade', 'refused-coating'],
  cracked: ['rotary-cracked', 'rotary-head', 'refused-cracked'],
  seal: ['seal-damaged', 'soap', 'refused-seal'],
  frost: ['frost', 'fed-pole', 'refused-frost'],
  snow: ['snow', 'dry-brush', 'refused-snow'],
  'blade-not-agreed': ['lichen-not-agreed', 'wet-blade', 'rung-blade-not-agreed'],
  'nothing-to-blade': ['blade-without-need', 'wet-blade', 'rung-no-blade'],
  'nothing-grows': ['dust-on-a-roof', 'alcohol', 'rung-nothing-grows'],
  'nothing-sticks': ['dust-on-a-roof', 'soap', 'rung-not-sticky'],
  bonded: ['no-water-bonded', 'dry-brush', 'refused-bonded'],
  gritty: ['no-water-grit', 'dry-brush', 'refused-gritty'],
  'too-steep': ['robot-too-steep', 'robot-wet', 'refused-too-steep'],
  'too-few': ['robot-for-few', 'robot-wet', 'refused-too-few'],
  'too-high': ['loose-dust-high', 'hose', 'refused-too-high'],
  'no-line': ['dust-on-a-roof', 'spray-line', 'way-line-not-known'],
};

/** Each limit moved as far as somebody might, and whether that decides otherwise or only comes to other minutes and litres. */
const MOVED: Record<Limit, [number, 'decides' | 'figures']> = {
  'longest-pole': [7, 'decides'],
  'at-the-pole': [10, 'decides'],
  'brush-enough': [0.99, 'decides'],
  'worth-a-stronger': [0.4, 'decides'],
  'finish-output': [0.95, 'decides'],
  'finish-spotless': [0.5, 'decides'],
  'soak-minutes': [30, 'figures'],
  'robot-tilt': [45, 'decides'],
  'robot-modules': [10, 'decides'],
  'hose-reach': [20, 'decides'],
  'module-minutes': [2, 'decides'],
  'storey-factor': [2, 'figures'],
  'lift-factor': [2, 'decides'],
  'loose-factor': [0.4, 'figures'],
  'wet-share': [0.3, 'decides'],
};

const withWay = (way: CleaningMethod, change: Partial<WayRule>): MethodRules => ({
  ...HOUSE_RULES,
  ways: { ...HOUSE_RULES.ways, [way]: { ...HOUSE_RULES.ways[way], ...change } },
});
const changes = (rules: MethodRules) => changedSituations(HOUSE_RULES, rules);

describe('the situations', function () {
  this.timeout(60_000);

  it('are forty at least', () => {
    expect(SITUATION_KEYS.length).to.be.at.least(40);
  });

  for (const key of SITUATION_KEYS)
    it(`are decided by the house’s rules: ${key}`, () => {
      const { way, access, because, rungs, stopped } = decide(key, HOUSE_RULES);
      const { rungs: climbed = [], stopped: why = [], ...expected } = TABLE[key];
      expect({ way, access, because }).to.deep.equal(expected);
      expect(rungs.filter((rung) => rung !== 'water')).to.deep.equal(climbed);
      expect(stopped).to.deep.equal(why);
    });

  it('are the same again once they have been decided', () => {
    for (const key of SITUATION_KEYS.slice(0, 5))
      expect(decide(key, HOUSE_RULES)).to.deep.equal(decide(key, structuredClone(HOUSE_RULES)));
    expect(changes({ ...HOUSE_RULES, version: 9 })).to.deep.equal([]);
  });
});

describe('each rule', function () {
  this.timeout(60_000);

  for (const rule of REFUSALS) {
    const [key, way, code] = REFUSED[rule];
    it(`fires, and what it forbids is allowed where it is off: ${rule}`, () => {
      expect(decide(key, HOUSE_RULES).refusals[way]).to.include(code);
      const off = { ...HOUSE_RULES.refusals, [rule]: { ...HOUSE_RULES.refusals[rule], on: false } };
      const changed = changes({ ...HOUSE_RULES, refusals: off });
      const one = changed.find((change) => change.key === key);
      expect(one?.decision).to.equal(true);
      expect(one?.after.refusals[way] ?? []).to.not.include(code);
    });

    it(`forbids the ways that it names, and no other: ${rule}`, () => {
      const none = { ...HOUSE_RULES.refusals, [rule]: { on: true, ways: [] } };
      const rules = { ...HOUSE_RULES, refusals: none };
      expect(decide(key, rules).refusals[way] ?? []).to.not.include(code);
    });
  }

  for (const limit of LIMITS) {
    const [moved, how] = MOVED[limit];
    it(`that is a limit changes what is done where it is moved: ${limit}`, () => {
      const changed = changes({ ...HOUSE_RULES, limits: { ...HOUSE_RULES.limits, [limit]: moved } });
      expect(changed).to.not.have.length(0);
      expect(changed.some(({ decision }) => decision)).to.equal(how === 'decides');
    });
  }

  for (const way of CLEANING_METHODS) {
    it(`of a way counts: that it is worked at all, how fast, and what it takes: ${way}`, () => {
      const { have, pace, takes } = HOUSE_RULES.ways[way];
      const turned = changes(withWay(way, { have: !have }));
      expect(turned.filter(({ decision }) => decision)).to.not.have.length(0);
      const used = SITUATION_KEYS.find((key) => decide(key, HOUSE_RULES).way === way);
      if (used === undefined) return;
      const slower = changes(withWay(way, { pace: pace * 1.5 })).find(({ key }) => key === used);
      expect((slower?.after.minutes ?? 0) !== slower?.before.minutes || slower?.decision).to.equal(true);
      const less = changes(withWay(way, { takes: { ...takes, loose: takes.loose / 3, bonded: takes.bonded / 3 } }));
      expect(less.map(({ key }) => key)).to.include(used);
    });
  }
});

describe('a machine', () => {
  it('that costs its hire is taken only where it saves more than that', () => {
    const dear = withWay('rotary-head', { perVisit: 900_000 });
    expect(decide('rotary-at-hand', HOUSE_RULES).way).to.equal('rotary-head');
    expect(decide('rotary-at-hand', dear).way).to.equal('fed-pole');
  });
});

describe('passes', () => {
  const twice = withWay('fed-pole', { passes: 4 });
  const pole = { way: 'fed-pole', access: 'ground', storeys: 1, looseFilmOnly: false } as const;

  it('take as much longer as there are more of them', () => {
    expect(minutesPerModule(pole, twice)).to.be.closeTo(2 * minutesPerModule(pole, HOUSE_RULES), 1e-12);
  });

  it('take each the same part of what the one before left', () => {
    const { takes } = HOUSE_RULES.ways['fed-pole'];
    const four = takenInPasses('fed-pole', takes, twice.ways['fed-pole']);
    expect(four.bonded).to.be.closeTo(1 - (1 - takes.bonded) ** 2, 1e-12);
    expect(takenInPasses('fed-pole', takes, { passes: 1 }).bonded).to.be.closeTo(
      1 - Math.sqrt(1 - takes.bonded),
      1e-12,
    );
    expect(takenInPasses('fed-pole', takes, HOUSE_RULES.ways['fed-pole'])).to.equal(takes);
  });
});

describe('what a contractor says that a way takes off', () => {
  it('is where estimates begin, in place of the house’s', () => {
    const takes = { loose: 0.9, bonded: 0.3, droppings: 0.5, lichen: 0 };
    const house = houseBy(withWay('hose', { takes }));
    expect(house.effectiveness.hose).to.deep.equal(takes);
    expect(house.effectiveness.cloth).to.equal(HOUSE.effectiveness.cloth);
    expect(houseBy(HOUSE_RULES)).to.deep.equal(HOUSE);
  });
});
