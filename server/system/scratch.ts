import { createHash } from 'node:crypto';
import { lstatSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { hostname } from 'node:os';
import { join } from 'node:path';
import { MILLISECONDS_PER_DAY } from '../../core/time/utc.ts';
import { isRunning } from './running.ts';

/** A folder for work that nobody else may read, and that must not outlive it. */
export interface Scratch {
  folder: string;
  close(): void;
}

/** After so long, ms, what is still there belongs to nobody, whoever goes by that number now. */
const LEFT_FOR_GOOD = MILLISECONDS_PER_DAY;

const host = createHash('sha256').update(hostname()).digest('hex').slice(0, 8);

/**
 * Makes a folder of this process's own, for this account alone. What processes before left there that were killed is taken away
 * first.
 * @param parent in which it is made @param prefix of its name; what begins otherwise is nobody's business here
 */
export function openScratch(parent: string, prefix: string): Scratch {
  sweepScratch(parent, prefix);
  const folder = mkdtempSync(join(parent, `${prefix}${host}-${process.pid}-`));
  return { folder, close: () => rmSync(folder, { recursive: true, force: true }) };
}

/** Takes away what processes left behind that are gone, and whatever is of another day. */
export function sweepScratch(parent: string, prefix: string, now = Date.now()): void {
  for (const name of readdirSync(parent)) {
    if (!name.startsWith(prefix)) continue;
    const path = join(parent, name);
    const stat = lstatSync(path, { throwIfNoEntry: false });
    // What another account put there under such a name is left alone.
    if (!stat?.isDirectory() || stat.uid !== process.getuid?.()) continue;
    const [ownHost, id] = name.slice(prefix.length).split('-');
    const gone = ownHost === host && !isRunning(Number(id));
    if (gone || now - stat.mtimeMs > LEFT_FOR_GOOD) rmSync(path, { recursive: true, force: true });
  }
}
