import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { PROJECT } from './folders.ts';

/** The rows of the table of a page of Markdown, without its head; code words without their ticks. */
export const rowsOf = (page: string): string[][] =>
  readFileSync(join(PROJECT, page), 'utf8')
    .split('\n')
    .filter((line) => line.startsWith('| '))
    .slice(1)
    .map((line) =>
      line
        .split('|')
        .slice(1, -1)
        .map((cell) => cell.trim().replaceAll('`', '')),
    );
