import { expect } from 'chai';
import { exampleWater } from '../testing/examplePlan.ts';
import { planWater, type WaterPlanInput } from './plan.ts';
import { litresPerCharge, membrane, residue, treatWater } from './treatment.ts';

const plan: WaterPlanInput = { ...exampleWater, litres: 115, finish: 'output' };

describe('treating water', () => {
  it('leaves 65 mg/m2 of salts from 1000 uS/cm drip-dry, and a fifth of that squeegeed', () => {
    expect(residue(1000, 0.1)).to.be.closeTo(65, 1e-9);
    expect(residue(1000, 0.02)).to.be.closeTo(13, 1e-9);
  });

  it('has no charge to give where the water is good already', () => {
    expect(litresPerCharge({ litres: 25, utilisation: 0.75 }, 20, 20, 5)).to.equal(null);
  });

  it('runs longer on two vessels in lead and lag than on one', () => {
    const one = litresPerCharge({ litres: 25, utilisation: 0.75 }, 600, 10, 5) ?? 0;
    const two = litresPerCharge({ litres: 25, utilisation: 0.95 }, 600, 10, 5) ?? 0;
    expect(two / one).to.be.closeTo(0.95 / 0.75, 1e-12);
  });

  it('makes less permeate of cold water, and changes its law at 25 Celsius without a jump', () => {
    const flow = (temperature: number) => membrane(plan.osmosis, 900, temperature).permeateFlow;
    expect(flow(10)).to.be.below(flow(20));
    expect(flow(25)).to.be.closeTo(300, 1e-9);
    expect(flow(24.9999)).to.be.closeTo(flow(25), 0.01);
  });

  it('answers null for what is not there', () => {
    const bare = treatWater({ conductivity: 500, targetConductivity: 10, waterTemperature: 20 });
    expect(bare.resinOnly).to.equal(null);
    expect(bare.osmosis).to.equal(null);
  });
});

describe('planning water', () => {
  it('takes the source as it is where that keeps the finish', () => {
    expect(planWater({ ...plan, conductivity: 250 }).recommended).to.equal('as-is');
  });

  it('does not take it where it would leave too much', () => {
    const found = planWater(plan);
    expect(found.options.find(({ way }) => way === 'as-is')?.meetsFinish).to.equal(false);
    expect(found.recommended).to.not.equal('as-is');
  });

  it('recommends the cheapest of those that keep the finish', () => {
    const { options, recommended } = planWater(plan);
    const fitting = options.filter(({ meetsFinish }) => meetsFinish);
    expect(recommended).to.equal(fitting.sort((a, b) => a.cost - b.cost)[0]?.way);
  });

  it('asks for purer water where nothing may show', () => {
    expect(planWater({ ...plan, finish: 'spotless', conductivity: 250 }).recommended).to.not.equal('as-is');
  });

  it('warns before the resin is exhausted mid-job', () => {
    const big = planWater({
      ...plan,
      litres: 11_500,
      osmosis: plan.osmosis,
      prices: { ...plan.prices, resinPerLitre: 1, osmosisPer1000: 1e6 },
    });
    expect(big.recommended).to.equal('resin');
    expect(big.warnings.map(({ code }) => code)).to.include('water-many-charges');
  });

  it('draws more than lands on the glass where a membrane throws part away', () => {
    const osmosis = planWater(plan).options.find(({ way }) => way === 'osmosis-resin');
    expect(osmosis?.drawn).to.be.closeTo(planWater(plan).litres / 0.45, 1e-6);
  });
});

describe('the strips of a reading', () => {
  const codes = (changes: Partial<WaterPlanInput>) =>
    planWater({ ...plan, ...changes }).warnings.map(({ code }) => code);
  const asIs = { conductivity: 250 };
  const membraned = {
    conductivity: 900,
    prices: { ...plan.prices, resinPerLitre: 100_000, boughtPer1000: 1e9, osmosisPer1000: 0 },
  };

  it('say that water dries to scale in the place of the meter, which cannot tell lime from salt', () => {
    expect(codes({ ...asIs, hardness: 200 })).to.include('water-hard-read');
    expect(codes({ ...asIs, hardness: 40 })).to.not.include.members(['water-hard', 'water-hard-read']);
  });

  it('warn of chlorine before a membrane where nobody looked or it is there, and not where a strip showed none', () => {
    expect(planWater({ ...plan, ...membraned }).recommended).to.equal('osmosis-resin');
    expect(codes(membraned)).to.include('water-chlorine');
    expect(codes({ ...membraned, chlorine: 0.6 })).to.include('water-chlorine-read');
    expect(codes({ ...membraned, chlorine: 0 }).filter((code) => code.startsWith('water-chlorine'))).to.deep.equal([]);
  });

  it('warn of a feed that scales the membrane', () => {
    expect(codes({ ...membraned, hardness: 300 })).to.include('water-hard-feed');
    expect(codes({ ...membraned, hardness: 100 })).to.not.include('water-hard-feed');
  });
});
