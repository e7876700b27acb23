import { MILLISECONDS_PER_DAY } from '../../core/time/utc.ts';
import type { Connection, Database } from '../storage/database.ts';

/** A device that nobody came in from for so long, ms, is a stranger again. */
const STRANGER_AFTER = 400 * MILLISECONDS_PER_DAY;

/** Whether somebody has come in from a device before. @param hash of what the device's cookie says */
export async function isKnownDevice(connection: Connection, personId: string, hash: Buffer): Promise<boolean> {
  return (await connection('known_devices').where({ personId, hash }).first('hash')) !== undefined;
}

export const knowDevice = (connection: Connection, personId: string, hash: Buffer, now: Date): Promise<unknown> =>
  connection('known_devices')
    .insert({ personId, hash, lastSeen: now })
    .onConflict(['person_id', 'hash'])
    .merge({ lastSeen: now });

export const forgetDevices = (connection: Connection, personId: string): Promise<unknown> =>
  connection('known_devices').where({ personId }).delete();

export const pruneDevices = (database: Database, now: Date): Promise<unknown> =>
  database('known_devices')
    .where('lastSeen', '<', new Date(now.getTime() - STRANGER_AFTER))
    .delete();
