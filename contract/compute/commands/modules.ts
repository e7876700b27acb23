import { arrayOutput } from '../../../core/modules/output.ts';
import { stringPower } from '../../../core/modules/string.ts';
import { stringInput } from '../modules.ts';
import { outputInput } from '../schemas.ts';
import { command } from './command.ts';

export const output = command(outputInput, ({ rows, ...array }) => ({
  rows: rows.map((row) => arrayOutput(array, row)),
}));

export const string = command(stringInput, stringPower);
