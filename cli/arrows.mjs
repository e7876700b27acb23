// Runs dependency-cruiser over the tree and fails on a broken arrow, on a query outside the storage functions, and on
// a run that saw no modules at all.
import { readFileSync } from 'node:fs';
import { cruise } from 'dependency-cruiser';
import extractTSConfig from 'dependency-cruiser/config-utl/extract-ts-config';
import config from '../.dependency-cruiser.cjs';

const tsConfig = extractTSConfig('tsconfig.json');
const { output } = await cruise(
  ['core', 'contract', 'words', 'server', 'web', 'cli', 'e2e', 'stand-ins'],
  { ...config.options, ruleSet: { forbidden: config.forbidden }, validate: true },
  undefined,
  { tsConfig },
);
const { totalCruised, violations } = output.summary;
const broken = violations.map(({ rule, from, to }) => `${rule.name}: ${from} -> ${to}`);

/** A table named, or SQL written, on a connection or a transaction. */
const QUERY = /\b(database|connection|trx)\s*(\(\s*['"`]|\.raw\()/;
const mayAsk = (file) => /[sS]torage\.ts$|^server\/(storage|testing)\/|\.test\.ts$/.test(file);
for (const { source } of output.modules) {
  if (!source.startsWith('server/') || mayAsk(source)) continue;
  for (const [index, line] of readFileSync(source, 'utf8').split('\n').entries()) {
    if (QUERY.test(line)) broken.push(`queries-in-storage: ${source}:${index + 1}`);
  }
}

for (const line of broken) console.error(line);
console.log(`arrows: ${totalCruised} modules, ${broken.length} broken`);
process.exitCode = broken.length > 0 || totalCruised < 20 ? 1 : 0;
