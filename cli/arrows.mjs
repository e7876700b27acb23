// Runs dependency-cruiser over the tree and fails on a broken arrow, on a query outside the storage functions, on a
// sentence in the core, and on a run that saw no modules at all.
import { readdirSync, readFileSync } from 'node:fs';
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

/** Tables and the room that reads and writes them; whoever else needs a row asks that room. */
const TABLES = {
  agreements: ['agreements', 'visits'],
  backups: ['backup_runs', 'backup_settings'],
  calendar: ['calendar_links'],
  company: ['company'],
  documents: ['papers'],
  drill: ['drill_rounds'],
  figures: ['figure_choices'],
  inspections: ['amendments', 'call_links', 'inspections', 'photo_marks', 'photos', 'quick_looks'],
  jobs: ['job_entries', 'jobs'],
  kit: ['checklists', 'kit_entries', 'kit_things', 'kit_uses'],
  letters: ['letter_events', 'letters'],
  plans: ['plans'],
  people: [
    ...['installation', 'installation_secrets', 'invitations', 'known_devices', 'people'],
    ...['recovery_codes', 'reset_links', 'second_factors', 'session', 'sign_in_counts'],
  ],
  quotes: ['follow_ups', 'quotes'],
  reports: ['reports'],
  rules: ['method_rules'],
  safety: ['safety_sheets'],
  sites: ['arrays', 'customers', 'sites'],
  reckoning: ['outlooks', 'reckonings'],
  storage: ['audit_trail', 'creations'],
  uploads: ['upload_parts'],
  water: ['resin_entries', 'vessels', 'water_readings'],
  weather: ['energy_days', 'energy_drifts', 'forecasts', 'site_climates', 'weather_days'],
};
/** The trail is read by the room of the whole system; it and the company tell whether the installation is a demo. */
const ALSO = { system: ['audit_trail', 'installation'], company: ['installation'] };
const NAMED =
  /(?:\b(?:connection|trx|database)\(|\.(?:join|leftJoin|from|into)\(|\btable: )\s*'([a-z_]+)['. ]|\b(?:from|join|into|update) ([a-z_]+)\b(?=[^'`]*['`])/g;
const ownerOf = new Map(Object.entries(TABLES).flatMap(([room, tables]) => tables.map((table) => [table, room])));
for (const { source } of output.modules) {
  const room = source.split('/')[1];
  if (!source.startsWith('server/') || /\.test\.ts$|^server\/(testing|storage\/migrations)\//.test(source)) continue;
  for (const [index, line] of readFileSync(source, 'utf8').split('\n').entries()) {
    if (/^\s*(\*|\/[/*]|import )/.test(line)) continue;
    for (const [, called, spelt] of line.matchAll(NAMED)) {
      const table = called ?? spelt;
      if (!ownerOf.has(table) || ownerOf.get(table) === room || ALSO[room]?.includes(table)) continue;
      broken.push(`own-tables: ${source}:${index + 1} names ${table}, which is of ${ownerOf.get(table)}`);
    }
  }
}

/** No folder of a layer leads back to itself by others. What puts the rooms together, the application and its routes, is in none. */
const folderOf = (path) => path.split('/').slice(0, 2).join('/');
const ways = new Map();
for (const { source, dependencies } of output.modules) {
  if (
    source === 'server/http/app.ts' ||
    !/^(core|server|web)\/[a-z]+\//.test(source) ||
    /\.(test|pressed)\.tsx?$|\/testing\//.test(source)
  )
    continue;
  for (const { resolved } of dependencies) {
    const [from, to] = [folderOf(source), folderOf(resolved)];
    if (from === to || !/^(core|server|web)\/[a-z]+\//.test(resolved) || from.split('/')[0] !== to.split('/')[0])
      continue;
    ways.set(`${from} ${to}`, `${source} -> ${resolved}`);
  }
}
/** What a folder leads to, by however many others. */
function reached(folder, found = new Set()) {
  for (const way of ways.keys()) {
    const [from, to] = way.split(' ');
    if (from === folder && !found.has(to)) reached(to, found.add(to));
  }
  return found;
}
for (const [way, how] of ways) {
  const [from, to] = way.split(' ');
  if (reached(to).has(from)) broken.push(`no-ring: ${how}, and ${to} leads back to ${from}`);
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

/** Lengths of days and the cutting of dates out of instants stand in the core's `time` alone. */
const CALENDAR = /\b86_?400_?000\b|toISOString\(\)\.(slice\(0, 10|substring|split)/;
for (const { source } of output.modules) {
  if (!/^(core|contract|words|server|web|cli)\//.test(source)) continue;
  if (/^core\/time\/|\.test\.tsx?$|\/migrations\//.test(source)) continue;
  for (const [index, line] of readFileSync(source, 'utf8').split('\n').entries())
    if (CALENDAR.test(line)) broken.push(`dates-in-time: ${source}:${index + 1}`);
}

/** Colours and sizes of type are named in one file of the theme, and used by their names. */
const STYLED = /#(?:[0-9a-f]{3}|[0-9a-f]{6}|[0-9a-f]{8})\b(?=['"`;, )}])|(?<![\w-])font-size: (?!var\(--type-)[^;]/i;
const themed = readdirSync('web', { recursive: true, encoding: 'utf8' })
  .filter((name) => /\.(tsx?|scss|html)$/.test(name) && !/^dist\/|\.test\.tsx?$|_tokens\.scss$/.test(name))
  .map((name) => `web/${name}`);
for (const source of themed)
  for (const [index, line] of readFileSync(source, 'utf8').split('\n').entries())
    if (STYLED.test(line)) broken.push(`one-tokens: ${source}:${index + 1}`);

/** What is typed stands in a `DraftForm`: kept until it is sent, checked by the contract, told at its field. */
const FORM = /onSubmit=\{\(event\)/;
const OTHER_FORMS = [
  // what is secret is kept nowhere
  ...['device/PinPart', 'field/DeviceGate', 'people/AccountPage', 'people/FactorPart', 'people/Join'],
  ...['people/ResetPage', 'people/SignIn'],
  // what is drawn, chosen or handed over, with a word or two
  ...['imports/ImportPage', 'kit/TellForm', 'letters/LetterAnswer', 'parts/Overrule', 'parts/PhotoViewer'],
  'reports/SignPart',
  // a line or two on a page of a site or of the customer, which opens without what checks schemas
  ...['inspections/InspectionCard', 'jobs/WashStep', 'letters/LetterMessages', 'letters/LettersPart'],
  ...['people/UnitsForm', 'quotes/FollowPart', 'reports/ShowStep'],
  // what these two are made of
  'parts/AskDialog',
].map((name) => `web/${name}.tsx`);
for (const source of themed)
  if (!OTHER_FORMS.includes(source) && FORM.test(readFileSync(source, 'utf8'))) broken.push(`one-form: ${source}`);
for (const source of OTHER_FORMS)
  if (!FORM.test(readFileSync(source, 'utf8'))) broken.push(`one-form: ${source} need not be named any more`);

/** What can be chosen is listed once, in the room that owns it, and the contract takes the list from there. */
for (const { source } of output.modules) {
  if (!source.startsWith('contract/') || /\.test\.ts$/.test(source)) continue;
  for (const [index, line] of readFileSync(source, 'utf8').split('\n').entries())
    if (/z\.enum\(\[['"]/.test(line)) broken.push(`lists-have-owners: ${source}:${index + 1}`);
}

for (const line of broken) console.error(line);
console.log(`arrows: ${totalCruised} modules, ${broken.length} broken`);
process.exitCode = broken.length > 0 || totalCruised < 20 ? 1 : 0;
