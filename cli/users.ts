import { mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { isRunning } from '../server/system/running.ts';

/** When a process began, in the kernel's own count: another that goes by the same number later began later. */
function begunAt(id: number): string {
  try {
    const stat = readFileSync(`/proc/${id}/stat`, 'utf8');
    return stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19] ?? '';
  } catch {
    return '';
  }
}

/**
 * Who uses something that runs beside them, by a note each in a folder: the last to leave puts it out, and whoever was killed
 * counts for nobody.
 */
export function usersOf(folder: string) {
  const own = join(folder, String(process.pid));
  /** Notes of processes that still run; the others' are taken away. */
  const others = (): number[] => {
    const found: number[] = [];
    for (const name of namesIn(folder)) {
      const id = Number(name);
      if (id === process.pid) continue;
      const note = join(folder, name);
      if (isRunning(id) && noteIn(note) === begunAt(id)) found.push(id);
      else rmSync(note, { force: true });
    }
    return found;
  };
  return {
    others,
    enter(): void {
      mkdirSync(folder, { recursive: true, mode: 0o700 });
      writeFileSync(own, begunAt(process.pid), { mode: 0o600 });
    },
    /** @returns whether nobody else is left */
    leave(): boolean {
      rmSync(own, { force: true });
      return others().length === 0;
    },
  };
}

function namesIn(folder: string): string[] {
  try {
    return readdirSync(folder);
  } catch {
    return [];
  }
}

function noteIn(file: string): string {
  try {
    return readFileSync(file, 'utf8');
  } catch {
    return '';
  }
}
