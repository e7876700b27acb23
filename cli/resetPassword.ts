import { parseArgs } from 'node:util';
import { dropFactorByHand, resetByHand } from '../server/people/byHand.ts';
import { openDatabase } from '../server/storage/database.ts';
import { inPlace } from './place.ts';

/**
 * `./pail reset-password EMAIL [--second-factor]`: a one-time link for whoever holds the machine. The second factor stays
 * as it is unless it is to go too.
 */
export async function resetPassword(args: string[]): Promise<number> {
  const options = { 'second-factor': { type: 'boolean', default: false } } as const;
  const { values, positionals } = parseArgs({ args, options, allowPositionals: true });
  const [email] = positionals;
  if (!email) throw new Error('Say whose: ./pail reset-password EMAIL');
  return inPlace(false, async ({ url }) => {
    const database = openDatabase(url, 2);
    try {
      const token = await resetByHand(database, email, new Date());
      if (token === null) throw new Error(`Nobody here has the address ${email}.`);
      if (values['second-factor']) {
        await dropFactorByHand(database, email, new Date());
        console.log('The second factor is taken away.');
      }
      const at = `http://${process.env.HOST ?? '127.0.0.1'}:${process.env.PORT ?? '8480'}`;
      console.log(`Open this link within a day, once, to choose a new password:\n  ${at}/reset/${token}`);
    } finally {
      await database.destroy();
    }
  });
}
