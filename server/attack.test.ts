import { expect } from 'chai';
import { ATTACKS } from '../cli/attack/index.ts';
import { testCluster } from './testing/harness.ts';

/** A small part of what `npm run check:attack` tries in full. */
describe('a running copy that is attacked', function () {
  this.timeout(300_000);
  for (const { name, small, run } of ATTACKS) {
    if (small === 0) continue;
    it(`holds: ${name}, ${small} times`, async () => {
      const { tried, broken } = await run(small, testCluster());
      expect(broken).to.deep.equal([]);
      expect(tried).to.be.above(0);
    });
  }
});
