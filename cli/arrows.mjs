// Runs dependency-cruiser over the tree and fails on a broken arrow, on a query outside the storage functions, on a
// sentence in the core, and on a run that saw no modules at all.
import { readFileSync } from 'node:fs';
import { cruise } from 'dependency-cruiser';
import extractTSConfig from 'dependency-cruiser/config-utl/extract-ts-config';
import ts from 'typescript';
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

/** Prose has a space between two words; what is thrown is for whoever calls the core wrongly, and never shown. */
const PROSE = /\S\s\S/;
function proseIn(node, found = []) {
  if (ts.isThrowStatement(node) || ts.isImportDeclaration(node)) return found;
  const literal = ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node);
  const parts = ts.isTemplateExpression(node)
    ? [node.head.text, ...node.templateSpans.map((span) => `x${span.literal.text}`)]
    : [];
  if ((literal && PROSE.test(node.text)) || PROSE.test(parts.join(''))) found.push(node.getStart());
  ts.forEachChild(node, (child) => {
    proseIn(child, found);
  });
  return found;
}
for (const { source } of output.modules) {
  if (!source.startsWith('core/') || /\.test\.ts$|^core\/testing\/|\.json$/.test(source)) continue;
  const file = ts.createSourceFile(source, readFileSync(source, 'utf8'), ts.ScriptTarget.Latest, true);
  for (const at of proseIn(file))
    broken.push(`no-prose-in-core: ${source}:${file.getLineAndCharacterOfPosition(at).line + 1}`);
}

for (const line of broken) console.error(line);
console.log(`arrows: ${totalCruised} modules, ${broken.length} broken`);
process.exitCode = broken.length > 0 || totalCruised < 20 ? 1 : 0;
