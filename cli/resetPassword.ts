import { resetByHand } from '../server/people/passwordChange.ts';
import { openDatabase } from '../server/storage/database.ts';
import { inPlace } from './place.ts';

/** `./pail reset-password EMAIL`: a one-time link for whoever holds the machine. The second factor stays as it is. */
export async function resetPassword([email]: string[]): Promise<number> {
  if (!email) throw new Error('Say whose: ./pail reset-password EMAIL');
  return inPlace(false, async ({ url }) => {
    const database = openDatabase(url, 2);
    try {
      const token = await resetByHand(database, email, new Date());
      if (token === null) throw new Error(`Nobody here has the address ${email}.`);
      const at = `http://${process.env.HOST ?? '127.0.0.1'}:${process.env.PORT ?? '8480'}`;
      console.log(`Open this link within a day, once, to choose a new password:\n  ${at}/reset/${token}`);
    } finally {
      await database.destroy();
    }
  });
}
