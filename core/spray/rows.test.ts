import { expect } from 'chai';
import fc from 'fast-check';
import { EFFECTIVENESS } from '../assumptions.ts';
import { exampleYear } from '../testing/exampleAhead.ts';
import { exampleLine as line } from '../testing/exampleLine.ts';
import { type SprayAsWayInput, sprayAsWay } from './asWay.ts';
import { sprayLine } from './line.ts';
import { type SprayRowsInput, sprayRows } from './rows.ts';

const { orifices: _, lift: __, ...shared } = line;
const two = (lower: number, changes: Partial<SprayRowsInput> = {}): SprayRowsInput => ({
  ...shared,
  rows: [
    { orifices: 30, lift: 6 },
    { orifices: 30, lift: lower },
  ],
  ...changes,
});
const found = (input: SprayRowsInput) => {
  const rows = sprayRows(input);
  if (rows === null) throw new Error('not lifted');
  return rows;
};

describe('rows of a spray line on one pump', () => {
  it('are what C13 computes where there is one', () => {
    const one = found({ ...shared, rows: [{ orifices: 30, lift: 6 }] });
    const { totalLpm, minLpm, maxLpm, uniformity } = sprayLine(line);
    for (const running of [one.open, one.balanced]) {
      expect(running.totalLpm).to.be.closeTo(totalLpm ?? 0, 1e-6);
      expect(running.uniformity).to.be.closeTo(uniformity ?? 0, 1e-6);
      const flows = running.rows[0]?.holes.map(({ lpm }) => lpm) ?? [];
      expect([Math.min(...flows), Math.max(...flows)].map((flow, at) => flow - ([minLpm, maxLpm][at] ?? 0))).to.satisfy(
        (apart: number[]) => apart.every((value) => Math.abs(value) < 1e-6),
      );
    }
    expect(one.valve).to.equal(null);
  });

  it('have the most behind the first hole and the least behind the last', () => {
    const heads = found(two(6)).open.rows[0]?.holes.map(({ head }) => head) ?? [];
    expect(heads).to.deep.equal([...heads].sort((a, b) => b - a));
    expect(found(two(6)).open.rows[0]?.holes.map(({ distance }) => distance)[29]).to.be.closeTo(29 * 0.4, 1e-9);
  });

  it('give more to the lower row until its valve is closed for the height between them', () => {
    const { open, balanced, valve } = found(two(4));
    expect(open.rows[1]?.totalLpm).to.be.above(open.rows[0]?.totalLpm ?? 0);
    expect(balanced.rows[1]?.totalLpm).to.be.closeTo(balanced.rows[0]?.totalLpm ?? 0, 1e-9);
    expect(valve?.row).to.equal(1);
    expect(valve?.head).to.be.closeTo(2, 1e-9);
    expect(balanced.uniformity).to.be.above(open.uniformity);
  });

  it('need no valve where they lie as high', () => {
    expect(found(two(6)).valve).to.equal(null);
  });

  it('leave the upper row dry where the pump gives all it has to the lower, and lift nothing that is too high', () => {
    const weak = found(two(0.5, { pump: { shutOffHead: 6.4, maxFlow: 20 } }));
    expect(weak.open.rows[0]?.totalLpm).to.equal(0);
    expect(weak.balanced.rows[0]?.totalLpm).to.be.above(0);
    expect(sprayRows(two(4, { pump: { shutOffHead: 6, maxFlow: 80 } }))).to.equal(null);
  });

  it('never take more than the pump gives at their head', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 6, noNaN: true }), fc.integer({ min: 5, max: 80 }), (lower, holes) => {
        const { open, balanced } = found(
          two(lower, {
            rows: [
              { orifices: 30, lift: 6 },
              { orifices: holes, lift: lower },
            ],
          }),
        );
        return open.totalLpm <= 80 && balanced.totalLpm <= open.totalLpm + 1e-6;
      }),
      { numRuns: 30 },
    );
  });
});

describe('a spray line beside visits', () => {
  const input: SprayAsWayInput = {
    setup: exampleYear,
    effectiveness: {
      line: EFFECTIVENESS['spray-line'],
      wiped: EFFECTIVENESS['spray-line-wiped'],
      visit: EFFECTIVENESS['fed-pole'],
    },
    timer: { area: 40, keepUnder: 0.02, totalLpm: 20, pumpPower: 750, caught: 0.5 },
    wipes: 0,
    price: 1_200_000,
    upkeep: 20_000,
    wipeCost: 60_000,
    lasts: 10,
    waterPer1000: 3500,
    valuePerKWh: 250,
    visitCost: 150_000,
    water: { conductivity: 200, stored: false, mains: false },
  };
  const one = sprayAsWay(input);
  const codes = (of: SprayAsWayInput) => sprayAsWay(of).warnings.map(({ code }) => code);

  it('runs as often as what settles here asks for, oftener where more does', () => {
    expect(one.timer.everyDays).to.be.a('number');
    expect(one.everyDays.most ?? 0).to.be.at.most(one.everyDays.least ?? Number.POSITIVE_INFINITY);
    const dusty = {
      ...exampleYear,
      members: exampleYear.members.map((member) => ({ ...member, dust: 3 * member.dust })),
    };
    const more = sprayAsWay({ ...input, setup: dusty });
    expect(more.deposition.mean).to.be.closeTo(3 * one.deposition.mean, 1e-9);
    expect(more.timer.everyDays ?? 0).to.be.below(one.timer.everyDays ?? 0);
  });

  it('leaves less dirt than nobody coming, and costs water, upkeep and its own share of price', () => {
    expect(one.line.lost.mean).to.be.below(one.nothing.lost.mean);
    const { litresAYear, energyAYear } = one.timer;
    expect(one.line.cost).to.equal(Math.round((litresAYear / 1000) * 3500 + energyAYear * 250 + 20_000 + 120_000));
    expect(one.line.total).to.equal(one.line.lostValue + one.line.cost);
  });

  it('is worth at most what the best visits cost more, over its life; at that price it saves nothing', () => {
    const dear = { ...input, visitCost: 400_000, valuePerKWh: 5000 };
    const { worthAtMost, saves, payback } = sprayAsWay(dear);
    expect(worthAtMost).to.be.above(0);
    const at = sprayAsWay({ ...dear, price: worthAtMost });
    expect(at.saves).to.be.within(-2, 2);
    expect(at.payback).to.be.closeTo(10, 0.001);
    expect([(saves ?? 0) > 0, payback !== null]).to.deep.equal([true, true]);
  });

  it('is worth as much before anybody has priced it, and pays for nothing then', () => {
    const unpriced = sprayAsWay({ ...input, price: null });
    expect([unpriced.saves, unpriced.payback]).to.deep.equal([null, null]);
    expect(unpriced.worthAtMost).to.equal(one.worthAtMost);
    expect(unpriced.line.cost).to.equal(one.line.cost - 120_000);
  });

  it('does not pay where visits do not, and says by how much', () => {
    const cheap = sprayAsWay({ ...input, valuePerKWh: 1 });
    expect([cheap.visits.count, cheap.payback]).to.deep.equal([0, null]);
    expect(cheap.saves).to.be.below(0);
  });

  it('takes off what is bonded only where somebody wipes along', () => {
    const wiped = sprayAsWay({ ...input, wipes: 4 });
    expect(wiped.line.lost.mean).to.be.below(one.line.lost.mean);
    expect(wiped.line.cost).to.equal(one.line.cost + 4 * 60_000);
  });

  it('warns of hard water, of warm water that stood, of the mains, and always of hot glass', () => {
    expect(codes(input)).to.include('line-hot-glass').and.to.not.include('line-hard-water');
    expect(codes({ ...input, water: { conductivity: 900, stored: true, mains: true } })).to.include.members([
      'line-hard-water',
      'line-legionella',
      'line-backflow',
    ]);
  });
});
