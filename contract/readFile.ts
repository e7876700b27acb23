/** A file that was read, or what is wrong with it and where; of a file with a mistake nothing is taken. */
export type ReadFile<T> = { ok: true; value: T } | { ok: false; problems: FileProblem[] };

export interface FileProblem {
  /** a line such as "line 7", a field, or "the file" */
  where: string;
  message: string;
}

/** So many mistakes are told of one file; the rest waits until these are mended. */
export const MOST_PROBLEMS = 20;
