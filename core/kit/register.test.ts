import { expect } from 'chai';
import { CALIBRATION_DRIFT } from '../assumptions.ts';
import { compare } from '../comparisons/compare.ts';
import { bare } from '../findings.ts';
import { HOUSE_RULES } from '../rules/rules.ts';
import { rulesWithKit } from '../rules/rulesWithKit.ts';
import { drawDay, wantedOf } from './draw.ts';
import { instrumentsOn } from './instruments.ts';
import { kitList } from './list.ts';
import { daysAround, payback } from './payback.ts';
import { type KitEntry, standingOfThing } from './standing.ts';
import { KIT, KIT_KINDS, type KitKind, type KitThing } from './things.ts';

const TODAY = '2026-11-27';
let count = 0;
const thing = (kind: KitKind, more: Partial<KitThing> = {}): KitThing => {
  count += 1;
  return {
    id: `${kind} ${count}`,
    kind,
    name: `${kind} ${count}`,
    ...{ length: null, sections: null, width: null, weight: null, volume: null, flow: null, bristle: null },
    ...{ held: 'own', price: null, boughtOn: '2026-10-01', lasts: null, upkeep: null },
    ...{ checkEvery: null, calibrateEvery: null, wearsAfter: null, uncertainty: null },
    ...more,
  };
};
type Told = KitEntry extends infer E ? (E extends KitEntry ? Omit<E, 'id' | 'thing' | 'at'> : never) : never;
const told = (entry: Told, at = '2026-11-01T08:00:00Z'): KitEntry => {
  count += 1;
  return { id: `${count}`, thing: 'any', at, ...entry } as KitEntry;
};
const standing = (
  kind: KitKind,
  more: Partial<KitThing> = {},
  entries: KitEntry[] = [],
  worked: { on: string; modules: number }[] = [],
) => standingOfThing(thing(kind, more), entries, worked, TODAY);
const codes = ({ due }: { due: { code: string }[] }) => due.map(({ code }) => code);

describe('a thing of the register', () => {
  it('is good, and nothing is due, when it is new', () => {
    for (const kind of KIT_KINDS) {
      const { state, due, usable } = standing(kind);
      expect([kind, state, due, usable]).to.deep.equal([kind, 'good', [], true]);
    }
  });

  it('falls due for its check a month before, and is overdue after; its maker’s months stand before the house’s', () => {
    const pole = (on: string, checkEvery: number | null = null) =>
      codes(standing('pole', { checkEvery }, [told({ kind: 'checked', on, passed: true, note: '' })]));
    expect(pole('2026-06-01')).to.deep.equal([]);
    expect(pole('2025-12-20')).to.deep.equal(['kit-check-due']);
    expect(pole('2025-11-20')).to.deep.equal(['kit-check-overdue']);
    expect(pole('2026-06-01', 3)).to.deep.equal(['kit-check-overdue']);
  });

  it('is used by nobody where people hang on it and its check is overdue, or none is on record', () => {
    const old = { boughtOn: '2025-01-01' };
    expect(standing('harness', old).usable).to.equal(false);
    expect(standing('harness', { boughtOn: null }).due).to.deep.equal([
      { code: 'kit-never-checked', params: { holdsPeople: true } },
    ]);
    expect(standing('harness', { boughtOn: null }).usable).to.equal(false);
    expect(standing('pole', old).usable).to.equal(true);
    const looked = [told({ kind: 'checked', on: '2026-11-20', passed: true, note: '' })];
    expect(standing('harness', old, looked).usable).to.equal(true);
  });

  it('is out of use once a check finds it so, and in use again once somebody mended it', () => {
    const failed = told({ kind: 'checked', on: '2026-11-02', passed: false, note: 'clamp slips' });
    const broken = standing('pole', {}, [failed]);
    expect([broken.state, broken.usable]).to.deep.equal(['broken', false]);
    expect(broken.due).to.deep.equal([{ code: 'kit-state', params: { state: 'broken', note: 'clamp slips' } }]);
    const mended = told({ kind: 'state', state: 'good', note: 'new clamp' }, '2026-11-03T08:00:00Z');
    expect(standing('pole', {}, [failed, mended]).usable).to.equal(true);
  });

  it('stands as if a retracted entry had never been told', () => {
    const lost = told({ kind: 'state', state: 'lost', note: '' });
    const retracted = told(
      { kind: 'retracted', entry: lost.id, reason: 'it was in the other van' },
      '2026-11-04T08:00:00Z',
    );
    expect(standing('pole', {}, [lost]).state).to.equal('lost');
    expect(standing('pole', {}, [lost, retracted]).state).to.equal('good');
  });

  it('stood on an earlier day as it was then, and cannot have been used before it was bought', () => {
    const brush = thing('brush', { boughtOn: '2026-05-01' });
    const broken = told({ kind: 'state', state: 'broken', note: '' }, '2026-11-01T08:00:00Z');
    const on = (day: string) => standingOfThing(brush, [broken], [], day);
    expect([on('2026-06-01').usable, on(TODAY).usable, on('2026-04-01').usable]).to.deep.equal([true, false, false]);
  });

  it('wears by the modules that are worked with it, and begins anew with new bristles', () => {
    const worked = [
      { on: '2026-10-01', modules: 12_000 },
      { on: '2026-11-10', modules: 5000 },
    ];
    const brush = standing('brush', {}, [], worked);
    expect([brush.modules, brush.wear]).to.deep.equal([17_000, 0.85]);
    expect(codes(brush)).to.deep.equal(['kit-wear']);
    const worn = told({ kind: 'state', state: 'worn', note: '' }, '2026-10-20T08:00:00Z');
    const renewed = told({ kind: 'state', state: 'good', note: 'new bristles' }, '2026-11-01T08:00:00Z');
    expect(standing('brush', {}, [worn, renewed], worked).modules).to.equal(5000);
    expect(standing('brush', { wearsAfter: 5000 }, [], worked).wear).to.equal(3.4);
  });
});

describe('the kit of a day', () => {
  const list = (pole: number, ways: Parameters<typeof kitList>[0]['ways'] = ['fed-pole'], access = 'ground') =>
    kitList({ way: 'resin', ways, brush: bare('brush-soft-60'), pole, litres: 300, rungs: ['water'], access });
  const job = (id: string, kit = list(6)) => ({ id, site: `Site ${id}`, kit });
  const drawn = (jobs: ReturnType<typeof job>[], things: ReturnType<typeof standing>[]) => {
    const day = drawDay(jobs, things, TODAY);
    return (id: string, key: string) => day.get(id)?.find((item) => item.key === key);
  };

  it('takes the shortest pole that is long enough, and says where none is', () => {
    const [short, long] = [standing('pole', { length: 4 }), standing('pole', { length: 9 })];
    const longest = standing('pole', { length: 12 });
    const of = drawn([job('a'), job('b', list(14))], [longest, short, long]);
    expect(of('a', 'pole')?.thing?.id).to.equal(long.id);
    expect(of('b', 'pole')).to.deep.include({
      thing: null,
      missing: { code: 'kit-too-short', params: { longest: 12, wanted: 14 } },
    });
  });

  it('gives one machine to one job a day, and what can be shared to all', () => {
    const robot = standing('robot-wet', { name: 'Beetle' });
    const hose = standing('hose');
    const of = drawn([job('a', list(0, ['robot-wet'])), job('b', list(0, ['robot-wet']))], [robot, hose]);
    expect(of('a', 'robot')?.thing?.id).to.equal(robot.id);
    expect(of('b', 'robot')?.missing).to.deep.equal({ code: 'kit-taken', params: { name: 'Beetle', site: 'Site a' } });
    expect([of('a', 'hose')?.thing?.id, of('b', 'hose')?.thing?.id]).to.deep.equal([hose.id, hose.id]);
  });

  it('says of a machine that none is there, and of the rest nothing that the register never kept', () => {
    const of = drawn([job('a', list(6, ['robot-dry']))], [standing('hose')]);
    expect(of('a', 'robot')?.missing).to.deep.equal({ code: 'kit-none-entered', params: { kind: 'robot-dry' } });
    expect([of('a', 'pole'), of('a', 'thermometer')]).to.deep.equal([undefined, undefined]);
    expect(drawDay([job('a')], [], TODAY).get('a')).to.deep.equal([]);
  });

  it('leaves what is broken at home and says what is to be seen to', () => {
    const harness = standing('harness', { boughtOn: '2025-01-01' });
    const item = drawn([job('a', list(6, ['fed-pole'], 'lift'))], [harness])('a', 'access');
    expect(item?.missing).to.deep.equal({ code: 'kit-none-usable', params: { kind: 'harness' } });
    expect(item?.due.map(({ code }) => code)).to.deep.equal(['kit-check-overdue']);
  });

  it('says what falls due within the week, and leaves what is further off to the register', () => {
    const checked = (on: string) =>
      standing('pole', { length: 9 }, [told({ kind: 'checked', on, passed: true, note: '' })]);
    const due = (on: string) => drawn([job('a')], [checked(on)])('a', 'pole')?.due.map(({ code }) => code);
    expect([due('2025-12-02'), due('2025-12-20')]).to.deep.equal([['kit-check-due'], []]);
  });

  it('takes the brush of the right bristle, and the one that is least worn', () => {
    const stiff = standing('brush', { bristle: 'stiff' });
    const soft = standing('brush', { bristle: 'soft' }, [], [{ on: TODAY, modules: 100 }]);
    const fresh = standing('brush', { bristle: 'soft' });
    expect(drawn([job('a')], [stiff, soft, fresh])('a', 'brush')?.thing?.id).to.equal(fresh.id);
  });

  it('knows of every item whether the register keeps it', () => {
    const kinds = list(6, ['robot-wet', 'rotary-head', 'cloth'], 'lift').flatMap(
      ({ label }) => wantedOf(label)?.kinds ?? [],
    );
    expect(kinds).to.include.members(['pole', 'brush', 'robot-wet', 'rotary-head', 'cloth', 'harness', 'thermometer']);
  });
});

describe('the instruments of the register', () => {
  const sensor = (more: Partial<KitThing> = {}) => standing('irradiance-meter', { uncertainty: 0.012, ...more });

  it('say how exact before and after can be told, in the place of the house’s', () => {
    const { uncertainty, findings } = instrumentsOn([sensor()], [], TODAY);
    expect([uncertainty, findings]).to.deep.equal([{ irradianceRatio: 0.012 }, []]);
    const pair = {
      quantity: 'power' as const,
      temperatureCoefficient: -0.004,
      before: { value: 3000, poaIrradiance: 800, tempModule: 40 },
      after: { value: 3200, poaIrradiance: 800, tempModule: 40 },
    };
    const [house, own] = [compare(pair), compare({ ...pair, uncertainty })];
    expect(own.expandedUncertainty).to.be.above(house.expandedUncertainty);
  });

  it('count for less past their calibration, and it is said', () => {
    const { uncertainty, findings } = instrumentsOn([sensor({ boughtOn: '2023-11-27' })], [], TODAY);
    const years = 365 / 365.25;
    expect(uncertainty.irradianceRatio).to.be.closeTo(
      Math.hypot(0.012, years * CALIBRATION_DRIFT.irradianceRatio),
      1e-9,
    );
    expect(findings.map(({ params }) => params.on)).to.deep.equal(['2025-11-27']);
  });

  it('are those that were taken along; of several that were not said, the least exact', () => {
    const [fine, coarse] = [sensor({ uncertainty: 0.004 }), sensor({ uncertainty: 0.02 })];
    expect(instrumentsOn([fine, coarse], [fine.id], TODAY).uncertainty.irradianceRatio).to.equal(0.004);
    expect(instrumentsOn([fine, coarse], [], TODAY).uncertainty.irradianceRatio).to.equal(0.02);
  });

  it('leave the house’s where nobody said how exact they are', () => {
    expect(instrumentsOn([standing('thermometer')], [], TODAY).uncertainty).to.deep.equal({});
  });
});

describe('the rules with the kit that there is', () => {
  it('stay as they are where the register keeps nothing', () => {
    expect(rulesWithKit(HOUSE_RULES, [])).to.deep.equal(HOUSE_RULES);
  });

  it('have a machine that is there, at what a day of it costs, and none that is broken', () => {
    const robot = { price: 100_000, lasts: 5, upkeep: 4000 };
    const there = standing('robot-wet', robot);
    const rules = rulesWithKit(HOUSE_RULES, [there], new Map([[there.id, 12]]));
    expect([rules.ways['robot-wet'].have, rules.ways['robot-wet'].perVisit]).to.deep.equal([true, 2000]);
    expect(rules.ways['robot-dry'].have).to.equal(false);
    const hired = standing('robot-dry', { held: 'hired', price: 9000 });
    expect(rulesWithKit(HOUSE_RULES, [hired]).ways['robot-dry']).to.include({ have: true, perVisit: 9000 });
    const ours = {
      ...HOUSE_RULES,
      ways: { ...HOUSE_RULES.ways, 'robot-wet': { ...there, ...rules.ways['robot-wet'] } },
    };
    const broken = standing('robot-wet', robot, [told({ kind: 'state', state: 'broken', note: '' })]);
    expect(rulesWithKit(ours, [broken]).ways['robot-wet'].have).to.equal(false);
  });

  it('reach as far as the longest pole that is fit for use', () => {
    const [nine, twelve] = [standing('pole', { length: 9 }), standing('pole', { length: 12 })];
    const broken = standing('pole', { length: 15 }, [told({ kind: 'state', state: 'broken', note: '' })]);
    expect(rulesWithKit(HOUSE_RULES, [nine, twelve, broken]).limits['longest-pole']).to.equal(12);
    expect(rulesWithKit(HOUSE_RULES, [broken]).limits['longest-pole']).to.equal(HOUSE_RULES.limits['longest-pole']);
  });

  it('carry the lightest brush there is at the end of the pole', () => {
    const brushes = [standing('brush', { weight: 2.4 }), standing('brush', { weight: 0.9 })];
    expect(rulesWithKit(HOUSE_RULES, brushes).ways['fed-pole'].head).to.equal(0.9);
  });
});

describe('owning against hiring', () => {
  const input = {
    price: 60_000,
    lasts: 5,
    upkeep: 3000,
    hire: 1500,
    contractor: null,
    days: { low: 6, likely: 10, high: 14 },
  };

  it('is the cheapest from the days on at which hire has cost as much', () => {
    const found = payback(input);
    expect([found.costs, found.from]).to.deep.equal([{ own: 15_000, hire: 15_000, contractor: null }, 10]);
    expect([found.atFewest, found.cheapest, found.atMost]).to.deep.equal(['hire', 'own', 'own']);
  });

  it('says after how many years the price is back, and that it may never be', () => {
    const { years } = payback(input);
    expect(years?.likely).to.be.closeTo(60_000 / (15_000 - 3000), 1e-9);
    expect(years?.low).to.be.closeTo(60_000 / (21_000 - 3000), 1e-9);
    expect(years?.high).to.equal(null);
  });

  it('counts on fewer and on more days than are likely, and never on less than none', () => {
    expect(daysAround(16)).to.deep.equal({ low: 10, likely: 16, high: 22 });
    expect(daysAround(0)).to.deep.equal({ low: 0, likely: 0, high: 0 });
  });

  it('compares with the cheaper of hire and a contractor, and with nothing where neither is known', () => {
    expect(payback({ ...input, contractor: 1000 }).cheapest).to.equal('contractor');
    const alone = payback({ ...input, hire: null });
    expect([alone.cheapest, alone.from, alone.years]).to.deep.equal(['own', null, null]);
  });

  it('has intervals for every kind that is checked or calibrated', () => {
    for (const kind of KIT_KINDS) {
      const { check, calibrate, holdsPeople } = KIT[kind];
      if (holdsPeople) expect(check, kind).to.be.a('number');
      for (const months of [check, calibrate]) if (months !== null) expect(months, kind).to.be.within(1, 60);
    }
  });
});
