import { readFileSync } from 'node:fs';
import { COMMANDS, describeIssue, NotComputable } from '../contract/compute/index.ts';

/** Runs one calculation on the JSON of standard input. @returns the exit code: 0, or 2 where the input cannot be used */
export function compute(name: string | undefined, read = () => readFileSync(0, 'utf8')): number {
  const command = Object.hasOwn(COMMANDS, name ?? '') ? COMMANDS[name ?? ''] : undefined;
  if (command === undefined) return refuse(`name: must be one of ${Object.keys(COMMANDS).join(', ')}`);
  let json: unknown;
  try {
    json = JSON.parse(read());
  } catch {
    return refuse('input: must be JSON on standard input');
  }
  const parsed = command.input.safeParse(json);
  if (!parsed.success) return refuse(describeIssue(parsed.error));
  try {
    process.stdout.write(`${JSON.stringify(command.run(parsed.data))}\n`);
    return 0;
  } catch (error) {
    if (error instanceof NotComputable) return refuse(error.message);
    throw error;
  }
}

function refuse(line: string): number {
  process.stderr.write(`${line.slice(0, 500)}\n`);
  return 2;
}
