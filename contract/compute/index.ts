import type { z } from 'zod';
import { compare } from '../../core/comparisons/compare.ts';
import { gainFromDailyEnergy } from '../../core/comparisons/dailyEnergy.ts';
import { expectedOutput } from '../../core/comparisons/expected.ts';
import { threeReadings } from '../../core/comparisons/threeReadings.ts';
import { optimalDays } from '../../core/frequency/optimalDays.ts';
import { clearSkyOnSurface } from '../../core/irradiance/planeOfArray.ts';
import { jetOnGlass } from '../../core/methods/jet.ts';
import { poleReach } from '../../core/methods/reach.ts';
import { arrayOutput } from '../../core/modules/output.ts';
import { stringPower } from '../../core/modules/string.ts';
import { dryingMinutes } from '../../core/schedule/drying.ts';
import { soilingByLayers } from '../../core/soiling/layered.ts';
import { soilingByMass } from '../../core/soiling/mass.ts';
import { soilingByRate } from '../../core/soiling/rate.ts';
import { sprayLine } from '../../core/spray/line.ts';
import { solarPosition } from '../../core/sun/solarPosition.ts';
import { treatWater } from '../../core/water/treatment.ts';
import { plainMessage } from '../messages.ts';
import { dailyEnergyInput } from './energy.ts';
import { stringInput } from './modules.ts';
import {
  compareInput,
  expectedInput,
  irradianceInput,
  outputInput,
  sunInput,
  threeReadingsInput,
  waterInput,
} from './schemas.ts';
import { soilingInput } from './soiling.ts';
import { dryingInput, frequencyInput, jetInput, reachInput, sprayInput } from './work.ts';

/** A calculation under its public name: what it takes, and the core function behind it. */
interface Command<S extends z.ZodType = z.ZodType> {
  input: S;
  run: (input: z.output<S>) => unknown;
}

/** Numbers in range that together lead to none: so small that dividing by them overflows. */
export class NotComputable extends Error {}

const command = <S extends z.ZodType>(input: S, run: (input: z.output<S>) => unknown): Command =>
  ({ input, run: (parsed: z.output<S>) => finite(run(parsed)) }) as unknown as Command;

/** An answer never holds NaN or Infinity. */
function finite<T>(answer: T): T {
  const sound = (value: unknown): boolean =>
    typeof value === 'number'
      ? Number.isFinite(value)
      : value === null || typeof value !== 'object' || Object.values(value).every(sound);
  if (!sound(answer)) throw new NotComputable('input: holds a number too small or too large to be computed with');
  return answer;
}

/** Every calculation that can be run by name, with the shapes of the design. */
export const COMMANDS: Record<string, Command> = {
  sun: command(sunInput, ({ latitude, longitude, times }) => ({
    positions: times.map((time) => solarPosition(latitude, longitude, time)),
  })),
  irradiance: command(irradianceInput, ({ times, ...place }) => ({
    rows: times.map((time) => clearSkyOnSurface(place, place, time)),
  })),
  output: command(outputInput, ({ rows, ...array }) => ({ rows: rows.map((row) => arrayOutput(array, row)) })),
  soiling: command(soilingInput, (model) => ({ days: soilingDays(model) })),
  string: command(stringInput, stringPower),
  compare: command(compareInput, compare),
  'three-readings': command(threeReadingsInput, threeReadings),
  expected: command(expectedInput, expectedOutput),
  water: command(waterInput, treatWater),
  'daily-energy': command(dailyEnergyInput, gainFromDailyEnergy),
  drying: command(dryingInput, (input) => ({ minutes: dryingMinutes(input) })),
  reach: command(reachInput, poleReach),
  jet: command(jetInput, jetOnGlass),
  frequency: command(frequencyInput, optimalDays),
  spray: command(sprayInput, sprayLine),
};

/** The days of a soiling model in the shape of the command. */
function soilingDays(model: z.output<typeof soilingInput>): unknown[] {
  if (model.model === 'rate') return soilingByRate(model).map((soilingRatio) => ({ soilingRatio }));
  if (model.model === 'mass') return soilingByMass(model);
  const { end: _end, ...course } = soilingByLayers({
    ...model,
    days: {
      rain: model.days.map(({ rain }) => rain),
      dew: model.days.map(({ dew }) => Number(dew)),
      deposition: model.days.map(({ deposition }) => deposition),
      droppings: model.days.map(({ droppings }) => droppings),
    },
  });
  const names = Object.keys(course) as (keyof typeof course)[];
  return model.days.map((_, day) => Object.fromEntries(names.map((name) => [name, course[name][day]])));
}

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
