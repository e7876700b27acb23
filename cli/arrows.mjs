// Runs dependency-cruiser over the tree and fails on a broken arrow, and on a run that saw no modules at all.
import { cruise } from 'dependency-cruiser';
import extractTSConfig from 'dependency-cruiser/config-utl/extract-ts-config';
import config from '../.dependency-cruiser.cjs';

const tsConfig = extractTSConfig('tsconfig.json');
const { output } = await cruise(
  ['core', 'contract', 'server', 'web', 'cli', 'e2e'],
  { ...config.options, ruleSet: { forbidden: config.forbidden }, validate: true },
  undefined,
  { tsConfig },
);
const { totalCruised, violations } = output.summary;
for (const violation of violations) {
  console.error(`${violation.rule.name}: ${violation.from} -> ${violation.to}`);
}
console.log(`arrows: ${totalCruised} modules, ${violations.length} broken`);
process.exitCode = violations.length > 0 || totalCruised < 20 ? 1 : 0;
