import type { z } from 'zod';
import { plainMessage } from '../messages.ts';
import type { Command } from './commands/command.ts';

export { NotComputable } from './commands/command.ts';

const sky = () => import('./commands/sky.ts');
const modules = () => import('./commands/modules.ts');
const comparisons = () => import('./commands/comparisons.ts');
const assimilation = () => import('./commands/assimilation.ts');
const work = () => import('./commands/work.ts');

/** Every calculation that can be run by name, with the shapes of the design. Each is loaded when it is asked for. */
const COMMANDS: Record<string, () => Promise<Command>> = {
  sun: async () => (await sky()).sun,
  irradiance: async () => (await sky()).irradiance,
  output: async () => (await modules()).output,
  soiling: async () => (await import('./commands/soiling.ts')).soiling,
  string: async () => (await modules()).string,
  compare: async () => (await comparisons()).compare,
  'three-readings': async () => (await comparisons()).threeReadings,
  expected: async () => (await comparisons()).expected,
  water: async () => (await work()).water,
  'daily-energy': async () => (await comparisons()).dailyEnergy,
  drying: async () => (await work()).drying,
  reach: async () => (await work()).reach,
  jet: async () => (await work()).jet,
  assimilate: async () => (await assimilation()).assimilate,
  calibrate: async () => (await assimilation()).calibrate,
  visits: async () => (await work()).visits,
  frequency: async () => (await work()).frequency,
  spray: async () => (await work()).spray,
  price: async () => (await import('./commands/quotes.ts')).price,
};

export const COMMAND_NAMES = Object.keys(COMMANDS);

/** The calculation of a name, or nothing where the name is none. */
export const commandNamed = async (name: string): Promise<Command | undefined> =>
  Object.hasOwn(COMMANDS, name) ? COMMANDS[name]?.() : undefined;

/** All of them by name. */
export const allCommands = async (): Promise<Record<string, Command>> =>
  Object.fromEntries(await Promise.all(Object.entries(COMMANDS).map(async ([name, load]) => [name, await load()])));

/** One line that names the field and the rule. */
export function describeIssue(error: z.ZodError): string {
  const [issue] = error.issues;
  if (issue === undefined) return 'input: is not valid';
  const deepest = issue.code === 'invalid_union' ? deepestIssue(issue.errors) : undefined;
  const path = [...issue.path, ...(deepest?.path ?? [])].join('.');
  return `${path === '' ? 'input' : path}: ${plainMessage(deepest ?? issue)}`.replace(/\s+/g, ' ');
}

function deepestIssue(branches: z.core.$ZodIssue[][]): z.core.$ZodIssue | undefined {
  return branches.flat().sort((a, b) => b.path.length - a.path.length)[0];
}
