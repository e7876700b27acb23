import fc from 'fast-check';
import { makeJob, startHarness } from '../../server/testing/harness.ts';
import { malformedCase, sendMalformed } from '../../server/testing/malformed.ts';
import { type Attack, tally } from './attack.ts';

const SEED = 20_261_125;

/** Bodies that are not what an endpoint takes: the same ones each time. */
export const malformed: Attack = {
  name: 'malformed bodies',
  full: 20_000,
  small: 200,
  async run(times) {
    const { hold, outcome } = tally();
    const stage = await startHarness({});
    try {
      const chain = await makeJob(stage.owner);
      for (const made of fc.sample(malformedCase, { numRuns: times, seed: SEED })) {
        const { wrong } = await sendMalformed(stage.owner, chain, made);
        hold(wrong === null, wrong ?? '');
      }
    } finally {
      await stage.stop();
    }
    return outcome;
  },
};
