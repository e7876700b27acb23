import { expect } from 'chai';
import { EXAMPLE_MODULE } from '../modules/exampleModule.ts';
import { stringPower } from '../modules/string.ts';
import { drillScene } from './drill.ts';

describe('the guess drill', () => {
  it('draws the same scene for the same seed, and scenes of many losses', () => {
    expect(drillScene(EXAMPLE_MODULE, 12, 5)).to.deep.equal(drillScene(EXAMPLE_MODULE, 12, 5));
    const losses = Array.from({ length: 40 }, (_, seed) => {
      const { film, patches } = drillScene(EXAMPLE_MODULE, 12, seed);
      return stringPower({ module: EXAMPLE_MODULE, moduleCount: 12, film, patches }).electricalLoss;
    });
    expect(Math.min(...losses)).to.be.below(0.05);
    expect(Math.max(...losses)).to.be.above(0.2);
    for (const loss of losses) expect(loss).to.be.within(0, 1);
  });

  it('stays on the modules and cells that there are, and always has something to teach', () => {
    for (let seed = 0; seed < 60; seed += 1) {
      const { patches, lesson } = drillScene(EXAMPLE_MODULE, 6, seed);
      expect(lesson).to.not.equal('');
      for (const { module, cell } of patches) {
        expect(module).to.be.within(0, 5);
        expect(cell).to.be.within(0, 59);
      }
    }
  });
});
