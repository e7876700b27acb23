import { expect } from 'chai';
import { exampleWater } from '../testing/examplePlan.ts';
import { type WaterBenchInput, waterBench } from './bench.ts';
import { planWater } from './plan.ts';
import { DRYINGS, treatWater } from './treatment.ts';

const input: WaterBenchInput = {
  ...exampleWater,
  litres: 250,
  finish: 'output',
  van: { tank: 400, payload: 350 },
};

describe('the water bench', () => {
  const bench = waterBench(input);

  it('has on its curves what a plan for a thousand litres of that water says', () => {
    for (const point of [bench.points[5], bench.points[40]]) {
      const { options } = planWater({ ...input, litres: 1000, conductivity: point?.conductivity ?? 0 });
      for (const { way, cost, residue, meetsFinish } of options)
        expect(point?.ways[way], way).to.deep.equal({ costPer1000: cost, residue, meetsFinish });
    }
  });

  it('is a plan for the job at the source as it is', () => {
    expect(bench.job).to.deep.equal(planWater(input));
  });

  it('crosses where the cheapest way that keeps the finish changes: soft water as it is, hard water treated', () => {
    expect(bench.crossings.length).to.be.above(0);
    expect(bench.crossings[0]?.from).to.equal('as-is');
    for (const { conductivity, from, to } of bench.crossings) {
      const way = (factor: number) =>
        planWater({ ...input, litres: 1000, conductivity: conductivity * factor }).recommended;
      expect([way(0.999), way(1.001)]).to.deep.equal([from, to]);
    }
  });

  it('leaves water as it is until its salts pass the finish, and five times as hard where it is squeegeed', () => {
    const limit = (filmThickness?: number) => waterBench({ ...input, filmThickness }).crossings[0]?.conductivity ?? 0;
    expect(limit()).to.be.closeTo(20 / (0.65 * DRYINGS['drip-dry']), 0.1);
    expect(limit(DRYINGS.squeegee) / limit()).to.be.closeTo(5, 0.01);
  });

  it('takes longer to fill from cold water, by the membrane of C9', () => {
    const { osmosis } = treatWater({ ...input, targetConductivity: 20 });
    expect(bench.fillMinutes).to.be.closeTo((250 / (osmosis?.permeateFlow ?? 0)) * 60, 1e-9);
    expect(bench.reject).to.be.closeTo(250 * (osmosis?.rejectPerLitre ?? 0), 1e-9);
    expect(waterBench({ ...input, waterTemperature: 6 }).fillMinutes).to.be.above(bench.fillMinutes);
  });

  it('drives for bought water as often as tank or payload ask, whichever is less', () => {
    expect(bench.trips).to.equal(1);
    expect(waterBench({ ...input, litres: 720 }).trips).to.equal(3);
    expect(waterBench({ ...input, litres: 720, van: { tank: 200, payload: 350 } }).trips).to.equal(4);
  });
});
