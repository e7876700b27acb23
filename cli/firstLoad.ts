import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { webFolder } from './folders.ts';

/** Most JavaScript that the first page may load, bytes gzipped. */
const BUDGET = 300_000;

/** The scripts that index.html names, and everything they import statically. */
function firstLoad(): { name: string; bytes: number }[] {
  const folder = webFolder();
  const assets = new Set(readdirSync(join(folder, 'assets')));
  const html = readFileSync(join(folder, 'index.html'), 'utf8');
  const wanted = [...html.matchAll(/assets\/([\w.-]+\.js)/g)].map((match) => match[1] ?? '');
  const seen = new Map<string, number>();
  while (wanted.length > 0) {
    const name = wanted.pop() ?? '';
    if (seen.has(name) || !assets.has(name)) continue;
    const source = readFileSync(join(folder, 'assets', name));
    seen.set(name, gzipSync(source, { level: 9 }).length);
    const imports = source.toString('utf8').matchAll(/(?:import|from)\s*["']\.\/([\w.-]+\.js)["']/g);
    for (const match of imports) wanted.push(match[1] ?? '');
  }
  return [...seen].map(([name, bytes]) => ({ name, bytes }));
}

const files = firstLoad();
const total = files.reduce((sum, { bytes }) => sum + bytes, 0);
console.log(
  `First load: ${Math.round(total / 1000)} kB of JavaScript gzipped in ${files.length} files (at most ${BUDGET / 1000} kB).`,
);
process.exitCode = total > 0 && total <= BUDGET ? 0 : 1;
