import type { z } from 'zod';
import { compare } from '../../core/comparisons/compare.ts';
import { expectedOutput } from '../../core/comparisons/expected.ts';
import { clearSkyOnSurface } from '../../core/irradiance/planeOfArray.ts';
import { arrayOutput } from '../../core/modules/output.ts';
import { soilingByRate } from '../../core/soiling/rate.ts';
import { solarPosition } from '../../core/sun/solarPosition.ts';
import { treatWater } from '../../core/water/treatment.ts';
import {
  compareInput,
  expectedInput,
  irradianceInput,
  outputInput,
  soilingInput,
  sunInput,
  waterInput,
} from './schemas.ts';

/** A calculation under its public name: what it takes, and the core function behind it. */
interface Command<S extends z.ZodType = z.ZodType> {
  input: S;
  run: (input: z.output<S>) => unknown;
}

const command = <S extends z.ZodType>(input: S, run: (input: z.output<S>) => unknown): Command =>
  ({ input, run }) as unknown as Command;

/** Every calculation that can be run by name, with the shapes of the design. */
export const COMMANDS: Record<string, Command> = {
  sun: command(sunInput, ({ latitude, longitude, times }) => ({
    positions: times.map((time) => solarPosition(latitude, longitude, time)),
  })),
  irradiance: command(irradianceInput, ({ times, ...place }) => ({
    rows: times.map((time) => clearSkyOnSurface(place, place, time)),
  })),
  output: command(outputInput, ({ rows, ...array }) => ({ rows: rows.map((row) => arrayOutput(array, row)) })),
  soiling: command(soilingInput, (model) => ({
    days: soilingByRate(model).map((soilingRatio) => ({ soilingRatio })),
  })),
  compare: command(compareInput, compare),
  expected: command(expectedInput, expectedOutput),
  water: command(waterInput, treatWater),
};

/** One line that names the field and the rule. */
export function describeIssue(error: z.ZodError): string {
  const [issue] = error.issues;
  if (issue === undefined) return 'input: is not valid';
  const deepest = issue.code === 'invalid_union' ? deepestIssue(issue.errors) : undefined;
  const path = [...issue.path, ...(deepest?.path ?? [])].join('.');
  return `${path === '' ? 'input' : path}: ${deepest?.message ?? issue.message}`.replace(/\s+/g, ' ');
}

function deepestIssue(branches: z.core.$ZodIssue[][]): z.core.$ZodIssue | undefined {
  return branches.flat().sort((a, b) => b.path.length - a.path.length)[0];
}
