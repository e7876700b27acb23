import { expect } from 'chai';
import type { Attack } from '../../cli/attack/attack.ts';
import { testCluster } from './harness.ts';

/** Each attack in small, a test of its own: something was tried, and nothing of it broke. */
export function attackedInSmall(what: string, attacks: readonly Attack[]): void {
  describe(what, function () {
    this.timeout(300_000);
    for (const { name, small, run } of attacks) {
      it(`holds: ${name}, ${small} times`, async () => {
        const { tried, broken } = await run(small, testCluster());
        expect(broken).to.deep.equal([]);
        expect(tried).to.be.above(0);
      });
    }
  });
}
