import { userInfo } from 'node:os';
import { join } from 'node:path';

/** The project's own folder. */
export const PROJECT = join(import.meta.dirname, '..');

/** Where this account's private cluster and its secrets live, unless PAIL_DATA says otherwise. */
export const dataFolder = (): string => process.env.PAIL_DATA ?? join('/var/tmp', `wide-pail-${userInfo().uid}`);

/** Where the built interface is kept. */
export const webFolder = (): string => join(PROJECT, 'web/dist');
