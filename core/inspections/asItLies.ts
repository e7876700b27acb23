import { type LaidGrid, movedIndex } from '../sites/layout.ts';

interface Found<M, D> {
  marks: readonly M[];
  defects: readonly D[];
}

/**
 * What was found on an earlier drawing of an array, on the modules where it was found, as they are numbered now.
 * @param before how the modules lay when it was found
 * @returns marks and defects by present indices, and how many modules that carried any are there no more
 */
export function asItLies<M extends { modules: number[] }, D extends { module: number }>(
  { marks, defects }: Found<M, D>,
  before: Pick<LaidGrid, 'columns' | 'origin'>,
  now: LaidGrid,
): { marks: M[]; defects: D[]; gone: number } {
  const moved = movedIndex(before, now);
  const gone = new Set<number>();
  const stays = (index: number): number[] => {
    const found = moved(index);
    if (found === null) gone.add(index);
    return found === null ? [] : [found];
  };
  return {
    marks: marks
      .map((mark) => ({ ...mark, modules: mark.modules.flatMap(stays) }))
      .filter(({ modules }) => modules.length > 0),
    defects: defects.flatMap((defect) => stays(defect.module).map((module) => ({ ...defect, module }))),
    gone: gone.size,
  };
}
