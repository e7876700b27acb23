/** A row as it was stored. */
export type StoredRow = Record<string, unknown>;

/**
 * Brings rows of older calculations to the newest shape, one step a version.
 * @param steps from a version to the next; one that is not in it changed nothing of these rows
 * @param first the version whose step takes all before it as well
 */
export function lifter(steps: Readonly<Record<number, (row: StoredRow) => StoredRow>>, first: number, newest: number) {
  return (row: StoredRow): StoredRow => {
    let found = row;
    for (let version = Math.max(first, Number(row.calculationVersion)); version < newest; version += 1)
      found = steps[version]?.(found) ?? found;
    return found;
  };
}
