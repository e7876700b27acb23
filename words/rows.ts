/** Rows of the drawing as a person writes them, from 1: "1-3, 5". @returns rows from 0, in order; null where it is no list */
export function rowsOfText(text: string): number[] | null {
  const rows = new Set<number>();
  for (const part of text.split(/[,;\s]+/).filter(Boolean)) {
    const [, from, to] = part.match(/^(-?\d{1,4})(?:[-–](-?\d{1,4}))?$/) ?? [];
    if (from === undefined) return null;
    const [first, last] = [Number(from), Number(to ?? from)];
    if (last < first || last - first > 200) return null;
    for (let row = first; row <= last; row += 1) rows.add(row - 1);
  }
  return rows.size > 0 && rows.size <= 200 ? [...rows].sort((a, b) => a - b) : null;
}

/** The same the other way, runs joined. */
export function textOfRows(rows: readonly number[]): string {
  const runs: [number, number][] = [];
  for (const row of [...rows].sort((a, b) => a - b)) {
    const last = runs.at(-1);
    if (last && row === last[1] + 1) last[1] = row;
    else runs.push([row, row]);
  }
  return runs.map(([from, to]) => (from === to ? `${from + 1}` : `${from + 1}-${to + 1}`)).join(', ');
}
