import type { Mark, MarkKind, MarkPattern, Severity } from '../../core/inspections/marks.ts';
import type { Bond } from '../../core/inspections/soil.ts';

/** What a touch lays on a module. */
export interface MarkTool {
  kind: MarkKind;
  pattern: MarkPattern;
  severity: Severity;
  /** left out where nobody tried */
  bond?: Bond | undefined;
}

/** How far one touch reaches. */
export const REACHES = { module: 'one module', row: 'its row', face: 'the whole face' } as const;
export type Reach = keyof typeof REACHES;

interface Grid {
  rows: number;
  columns: number;
  missing: readonly number[];
}

/** The modules that a touch on one of them reaches. */
export function reached({ rows, columns, missing }: Grid, module: number, reach: Reach): number[] {
  const holes = new Set(missing);
  const row = Math.floor(module / columns);
  return Array.from({ length: rows * columns }, (_, index) => index).filter(
    (index) =>
      !holes.has(index) &&
      (reach === 'face' || (reach === 'row' ? Math.floor(index / columns) === row : index === module)),
  );
}

const sameTool = (a: MarkTool, b: MarkTool): boolean =>
  a.kind === b.kind && a.pattern === b.pattern && a.severity === b.severity && a.bond === b.bond;

/** Whether all of some modules carry just what the tool lays. */
const carried = (marks: readonly Mark[], tool: MarkTool, modules: readonly number[]): boolean => {
  const own = new Set(marks.filter((mark) => sameTool(mark, tool)).flatMap((mark) => mark.modules));
  return modules.every((module) => own.has(module));
};

/**
 * Lays a tool's mark on modules, or takes it off where all of them carry it already. Of one kind in one pattern a module
 * carries one severity: the last one laid.
 */
export function touchModules(marks: readonly Mark[], tool: MarkTool, modules: readonly number[]): Mark[] {
  const takesOff = carried(marks, tool, modules);
  const touched = new Set(modules);
  const kept = marks.map((mark) =>
    mark.kind === tool.kind && mark.pattern === tool.pattern
      ? { ...mark, modules: mark.modules.filter((module) => !touched.has(module)) }
      : mark,
  );
  if (!takesOff) {
    const at = kept.findIndex((mark) => sameTool(mark, tool));
    const before = kept[at];
    if (before) kept[at] = { ...before, modules: [...before.modules, ...modules].sort((a, b) => a - b) };
    else kept.push({ ...tool, modules: [...modules].sort((a, b) => a - b) });
  }
  return kept.filter((mark) => mark.modules.length > 0);
}

/** Lays a tool's mark on one cell of one module, or takes it off where it lies there already. */
export function touchCell(marks: readonly Mark[], tool: MarkTool, module: number, cell: number): Mark[] {
  const on = (mark: Mark) => mark.kind === tool.kind && mark.pattern === 'cells' && mark.modules[0] === module;
  const own = marks.find((mark) => on(mark) && sameTool(mark, tool));
  const had = own?.cells?.includes(cell) ?? false;
  // Of one kind a cell carries one severity: the last one laid.
  const rest = marks.map((mark) =>
    on(mark) ? { ...mark, cells: (mark.cells ?? []).filter((one) => one !== cell) } : mark,
  );
  const kept = rest.filter((mark) => !on(mark) || (mark.cells ?? []).length > 0);
  if (had) return kept;
  const before = kept.find((mark) => on(mark) && sameTool(mark, tool));
  const cells = [...(before?.cells ?? []), cell].sort((a, b) => a - b);
  const next: Mark = { ...tool, pattern: 'cells', modules: [module], cells };
  return before ? kept.map((mark) => (mark === before ? next : mark)) : [...kept, next];
}
