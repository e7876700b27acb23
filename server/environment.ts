import { z } from 'zod';

const environment = z.object({
  DATABASE_URL: z.string().startsWith('postgres', 'must be a postgres:// address'),
  HOST: z.string().default('127.0.0.1'),
  PORT: z.coerce.number().int().min(0).max(65535).default(8480),
  LOG_LEVEL: z.enum(['fatal', 'error', 'warn', 'info', 'debug', 'silent']).default('info'),
  /** address of a weather service that speaks our open JSON; left out where there is none */
  WEATHER_URL: z.url({ protocol: /^https?$/, error: 'must be an http address' }).optional(),
  /** address of a meter at the resin vessels that speaks our open JSON; left out where there is none */
  METER_URL: z.url({ protocol: /^https?$/, error: 'must be an http address' }).optional(),
  /** folder of the built interface; left out where only the API is served */
  WEB_FOLDER: z.string().optional(),
  /** trust one proxy in front, for the client's address and https */
  BEHIND_PROXY: z.enum(['yes', 'no']).default('no'),
});
export type Environment = z.infer<typeof environment>;

/** Reads the environment once, before anything is opened. */
export function readEnvironment(source: NodeJS.ProcessEnv): Environment {
  const parsed = environment.safeParse(source);
  if (parsed.success) return parsed.data;
  const lines = parsed.error.issues.map((issue) => `${issue.path.join('.')}: ${issue.message}`);
  throw new Error(`The environment cannot be used.\n${lines.join('\n')}`);
}
