import { readFileSync } from 'node:fs';
import { COMMAND_NAMES, commandNamed, describeIssue, NotComputable } from '../contract/compute/index.ts';

/** Runs one calculation on the JSON of standard input. @returns the exit code: 0, or 2 where the input cannot be used */
export async function compute(name = '', read = () => readFileSync(0, 'utf8')): Promise<number> {
  const command = await commandNamed(name);
  if (command === undefined) return refuse(`name: must be one of ${COMMAND_NAMES.join(', ')}`);
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
