import { seededRandom } from '../../core/statistics/random.ts';
import { dividing, placesOf, readAll, secretiveCompany, solving } from '../../server/testing/derive.ts';
import { startHarness } from '../../server/testing/harness.ts';
import { type Attack, tally } from './attack.ts';

/** What an estimator and a crew can work out of all that they read: nothing of what only the owner knows. */
export const derive: Attack = {
  name: 'what each role can work out',
  full: 3,
  // The server's tests do it once.
  small: 0,
  async run(times) {
    const { hold, outcome } = tally();
    const random = seededRandom(23);
    for (let round = 0; round < times; round += 1) {
      const stage = await startHarness({});
      try {
        const secret = {
          hour: 10_001 + Math.floor(random() * 20_000),
          perKm: 1001 + Math.floor(random() * 900),
          margin: 0.1 + Math.floor(random() * 5000) / 10_000,
          floor: 0.0113,
        };
        const told = await secretiveCompany(stage.owner, secret);
        for (const role of ['estimator', 'crew'] as const) {
          const caller = await stage.as(role);
          const read = [];
          for (const one of told) read.push(await readAll(caller, role, one));
          for (const numbers of read)
            for (const [what, value] of Object.entries(secret)) {
              const places = placesOf(numbers, value);
              hold(places.length === 0, `${role} reads the ${what} at ${places.slice(0, 3).join(', ')}`);
            }
          if (role === 'crew') continue;
          const found = [...dividing(read, secret.margin), ...solving(read, secret.margin)];
          hold(found.length === 0, `${role} works out the margin: ${found.slice(0, 3).join('; ')}`);
        }
      } finally {
        await stage.stop();
      }
    }
    return outcome;
  },
};
