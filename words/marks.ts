import type { Mark } from '../core/inspections/marks.ts';
import { BOND_WORDS, MARK_WORDS, PATTERN_WORDS, SEVERITY_WORDS } from './en/labels.ts';

/** A mark in words: what, how it lies, how much, and on how many modules or cells. */
export const markWords = ({ kind, pattern, severity, modules, cells, bond }: Mark): string => {
  const where = cells
    ? `${cells.length} ${cells.length === 1 ? 'cell' : 'cells'} of module ${(modules[0] ?? 0) + 1}`
    : `${modules.length} ${modules.length === 1 ? 'module' : 'modules'}`;
  return `${MARK_WORDS[kind]} ${PATTERN_WORDS[pattern]}, ${SEVERITY_WORDS[severity]}${bond ? `, ${BOND_WORDS[bond]}` : ''}: ${where}`;
};
