/** Commands are loaded only when they are called, so that `compute` starts at once. */
const commands: Record<string, (args: string[]) => Promise<number>> = {
  compute: async ([name]) => (await import('./compute.ts')).compute(name),
  demo: async () => (await import('./serve.ts')).serve({ demo: true }),
  start: async () => (await import('./serve.ts')).serve({ demo: false }),
  test: async (only) => (await import('./test/run.ts')).test(only),
  backup: async (args) => (await import('./backups/commands.ts')).backup(args),
  restore: async (args) => (await import('./backups/commands.ts')).restore(args),
  'reset-password': async (args) => (await import('./resetPassword.ts')).resetPassword(args),
  doctor: async () => (await import('./doctor.ts')).doctor(),
  'move-data': async () => (await import('./moveData.ts')).moveData(),
  screenshots: async () => (await import('./screenshots.ts')).screenshots(),
};

const [name = 'help', ...args] = process.argv.slice(2);
const command = Object.hasOwn(commands, name) ? commands[name] : undefined;
if (command === undefined) {
  process.stderr.write(`There is no command "${name}". ./pail help lists them.\n`);
  process.exitCode = 2;
} else {
  try {
    process.exitCode = await command(args);
  } catch (error) {
    process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
    process.exitCode = 1;
  }
}

export {};
