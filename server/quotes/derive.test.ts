import { expect } from 'chai';
import { common, dividing, type Numbers, placesOf, readAll, secretiveCompany, solving } from '../testing/derive.ts';
import { onStage } from '../testing/harness.ts';
import type { Told } from '../testing/reads.ts';

/** Odd numbers, so that nothing else is one of them by chance. */
const SECRET = { hour: 15_137, perKm: 1307, margin: 0.2371, floor: 0.0113 };

describe('what an estimator can work out', () => {
  const { harness, owner } = onStage();
  let told: Told[];
  /** of each site all numbers that an estimator reads */
  let read: Numbers[];

  before(async () => {
    told = await secretiveCompany(owner, SECRET);
    const estimator = await harness.as('estimator');
    read = [];
    for (const one of told) read.push(await readAll(estimator, 'estimator', one));
  });

  it('has no number of the owner’s in it, wherever an estimator reads', async () => {
    const { one } = await owner.must('GET', `/api/quotes/${told[0]?.quoteId}/margin`);
    const secrets = {
      ...SECRET,
      'mark-up': 1 / (1 - SECRET.margin) - 1,
      'what a visit costs': one.cost,
      'what is left of it': one.net - one.cost,
      'its share': one.share,
    };
    for (const [what, secret] of Object.entries(secrets))
      expect(placesOf(read[0] as Numbers, secret), what).to.deep.equal([]);
  });

  it('is no margin by dividing one number by another, the same on every site', () => {
    expect(common(read).length).to.be.above(100);
    expect(dividing(read, SECRET.margin)).to.deep.equal([]);
  });

  it('is no margin by solving for what an hour and what is bought are asked', () => {
    expect(solving(read, SECRET.margin)).to.deep.equal([]);
  });

  it('would be found where it could be: a line that is marked up is divided, and solved for', () => {
    const markedUp = read.map((numbers) => {
      const leaky = new Map(numbers);
      const water = numbers.get('listPlans.items.0.output.waterCost') ?? 0;
      leaky.set('readQuote.leak', Math.round(water / (1 - SECRET.margin)));
      return leaky;
    });
    expect(dividing(markedUp, SECRET.margin)).to.include('readQuote.leak / listPlans.items.0.output.waterCost');
  });
});
