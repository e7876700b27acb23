import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { webFolder } from './folders.ts';

/** Most JavaScript that the first page may load, and that the page of a site may load beside it, bytes gzipped. */
const BUDGET = { first: 300_000, site: 90_000 };

const folder = webFolder();
const sources = new Map(
  readdirSync(join(folder, 'assets'))
    .filter((name) => name.endsWith('.js'))
    .map((name) => [name, readFileSync(join(folder, 'assets', name))]),
);
/** What each file imports statically. */
const imports = new Map(
  [...sources].map(([name, source]) => [
    name,
    [...source.toString('utf8').matchAll(/(?:import|from)\s*["']\.\/([\w.~-]+\.js)["']/g)]
      .map((match) => match[1] ?? '')
      .filter((other) => sources.has(other)),
  ]),
);

/** Some files and everything that they import, one through the other. */
function withImports(names: readonly string[], seen = new Set<string>()): Set<string> {
  for (const name of names) {
    if (seen.has(name)) continue;
    seen.add(name);
    withImports(imports.get(name) ?? [], seen);
  }
  return seen;
}
const bytesOf = (names: Iterable<string>): number =>
  [...names].reduce((sum, name) => sum + gzipSync(sources.get(name) ?? '', { level: 9 }).length, 0);
const namesIn = (file: string): string[] =>
  [...readFileSync(join(folder, file), 'utf8').matchAll(/assets\/([\w.~-]+\.js)/g)].map((match) => match[1] ?? '');

const first = withImports(namesIn('index.html'));
const site = [...withImports(namesIn('early.js'))].filter((name) => !first.has(name));
// Two files that import each other are begun in an order that nobody chose: one finds the other empty.
const circles = [...imports.keys()].filter((name) => withImports(imports.get(name) ?? []).has(name));
for (const name of circles) console.log(`${name} imports itself through others.`);
const [whole, beside] = [bytesOf(first), bytesOf(site)];
console.log(
  `First load: ${Math.round(whole / 1000)} kB of JavaScript gzipped in ${first.size} files (at most ${BUDGET.first / 1000} kB), ` +
    `and for a site ${Math.round(beside / 1000)} kB in ${site.length} (at most ${BUDGET.site / 1000} kB).`,
);
const holds = circles.length === 0 && whole > 0 && whole <= BUDGET.first && beside > 0 && beside <= BUDGET.site;
process.exitCode = holds ? 0 : 1;
