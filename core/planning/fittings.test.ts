import { expect } from 'chai';
import { rowsOfFace } from '../fittings/lay.ts';
import { examplePlan } from '../testing/examplePlan.ts';
import type { FaceOfFittings, FittingAsked, FittingPlanned } from './fitting.ts';
import { askedOn, askedOnLift } from './fittings.ts';
import { makePlan } from './plan.ts';
import type { PlanInput } from './visit.ts';

const face = { rows: 4, columns: 5, missing: [], origin: { row: 0, column: 0 }, orientation: 'portrait' as const };
const fitting: FaceOfFittings = { face, rows: rowsOfFace(face, []), had: {} };
const clips: FittingAsked = { kind: 'drain-clip', rows: [0, 1, 3], stands: 'along', each: 5_000 };

/** The example with water that stands along the frame of both faces, and fittings asked for on them. */
const input = (asked: Record<string, FittingAsked[]>, changes: Partial<FaceOfFittings> = {}): PlanInput => ({
  ...examplePlan,
  arrays: examplePlan.arrays.map((array) => ({
    ...array,
    fitting: { ...fitting, ...changes },
    courses: { ...array.courses, puddleFactor: 12, surfaceTilt: 6 },
  })),
  overrides: {
    arrays: Object.fromEntries(Object.entries(asked).map(([id, fittings]) => [id, { fittings }])),
  },
});
const planned = (given: PlanInput) => makePlan(given).fittings;
const first = (given: PlanInput) => planned(given)?.faces[0]?.fittings[0] as FittingPlanned;
const codes = ({ questions }: FittingPlanned) => questions.map(({ code }) => code);

describe('what is fitted at a visit', () => {
  const onShaded = input({ shaded: [clips] });

  it('is nothing unless somebody asks for it, and where the rows of a face are not known', () => {
    expect(planned(input({}))).to.equal(null);
    const without = { ...onShaded, arrays: onShaded.arrays.map(({ fitting: _, ...array }) => array) };
    expect(planned(without)).to.equal(null);
  });

  it('is priced by the piece, its tax taken once, and does not change what the visit costs', () => {
    const plan = makePlan(onShaded);
    const fittings = plan.fittings;
    expect(fittings).to.include({ net: 30 * 5_000, access: 0, minutes: 45 });
    expect(fittings?.gross).to.equal(Math.round(150_000 * (1 + onShaded.prices.taxRate)));
    const { priced, pricedInPlan } = makePlan(input({}));
    expect([plan.priced, plan.pricedInPlan]).to.deep.equal([priced, pricedInPlan]);
  });

  it('goes on the kit with how much of it is wanted', () => {
    const { kit } = makePlan(onShaded);
    expect(kit.find(({ key }) => key === 'fitting-drain-clip')?.label.params).to.deep.equal({
      kind: 'drain-clip',
      quantity: 30,
      unit: 'piece',
    });
  });

  it('is worth less on part of a face than on all of it, and leaves a row to compare', () => {
    const part = first(onShaded);
    const all = first(input({ shaded: [{ ...clips, rows: [0, 1, 2, 3] }] }));
    expect(part.worth.mid).to.be.within(1, all.worth.mid);
    expect([part.control, all.control]).to.deep.equal([[2], []]);
    expect(codes(part)).not.to.include('fitting-no-control');
    expect(codes(all)).to.include('fitting-no-control');
  });

  it('pays or not by what it is worth against what it costs with tax', () => {
    const cheap = first(input({ shaded: [{ ...clips, each: 1 }] }));
    const dear = first(input({ shaded: [{ ...clips, each: 9_000_000 }] }));
    expect([cheap.verdict, dear.verdict]).to.deep.equal(['pays', 'does-not-pay']);
    expect([dear.payback, dear.gross > dear.worth.high]).to.deep.equal([null, true]);
  });

  it('brings a lift where the visit has none: in the price, on the kit, and said', () => {
    const poles = { ...input({ sunny: [clips], shaded: [] }) };
    const low = { ...poles, arrays: poles.arrays.slice(0, 1) };
    const plan = makePlan(low);
    expect(plan.arrays[0]?.method.access.choose).to.equal('ground');
    expect(plan.fittings?.access).to.equal(low.prices.accessEquipment);
    expect(plan.kit.map(({ key }) => key)).to.include('access');
    expect(codes(first(low))).to.include('fitting-needs-access');
    const beside = makePlan(input({ sunny: [clips] }));
    expect(beside.fittings?.access, 'the other face has a lift already').to.equal(0);
  });

  it('shares the lift between all that is fitted from it', () => {
    const both = input({ sunny: [clips, { ...clips, kind: 'coating', each: 100 }] });
    const low = { ...both, arrays: both.arrays.slice(0, 1) };
    const own = planned(low)?.faces[0]?.fittings ?? [];
    expect(own.map(({ access }) => access)).to.deep.equal([
      Math.round(low.prices.accessEquipment / 2),
      Math.round(low.prices.accessEquipment / 2),
    ]);
  });

  it('counts for one lift what is asked for on faces that only a pole reaches', () => {
    const faces = (given: PlanInput) => makePlan(given).arrays;
    const given = input({ sunny: [clips, { ...clips, kind: 'coating' }], shaded: [clips] });
    expect(askedOnLift(given, faces(given))).to.equal(2);
    expect(askedOn(given, 'shaded')).to.deep.equal([clips]);
    expect(askedOn(given, 'elsewhere')).to.deep.equal([]);
  });

  it('is neither priced nor done where nobody may leave the ground', () => {
    const given = input({ sunny: [clips] });
    const ground = {
      ...given,
      arrays: given.arrays.map((array) => ({ ...array, method: { ...array.method, groundOnly: true } })),
    };
    const plan = makePlan(ground);
    expect(plan.fittings).to.include({ gross: 0, minutes: 0 });
    expect(plan.fittings?.faces[0]?.fittings[0]?.stopped).to.equal(true);
    expect(plan.kit.map(({ key }) => key)).not.to.include('fitting-drain-clip');
  });

  it('is nothing on rows that have it, and says what it would not change', () => {
    const had = first(input({ shaded: [clips] }, { had: { 'drain-clip': [0, 1, 3] } }));
    expect(had).to.include({ quantity: 0, amount: 0, stopped: true, verdict: 'does-not-pay' });
    expect(codes(had)).to.include.members(['fitting-has-it', 'fitting-nothing-to-do']);
  });

  it('says what a gutter and a coating bring with them', () => {
    const of = (kind: FittingAsked['kind']) =>
      codes(first(input({ shaded: [{ ...clips, kind, rows: [0, 1, 2, 3] }] })));
    expect(of('gutter')).to.include('fitting-whole-face').and.not.to.include('fitting-no-control');
    expect(of('coating')).to.include('fitting-coated-glass');
  });
});
