/** The entries of a log that still stand: those that were struck out, and the striking itself, are left out. */
export function unstruck<E extends { id: string; kind: string }>(
  entries: readonly E[],
): Exclude<E, { kind: 'struck' }>[] {
  const isStruck = (entry: E): entry is E & { kind: 'struck'; entry: string } => entry.kind === 'struck';
  const struck = new Set(entries.filter(isStruck).map(({ entry }) => entry));
  return entries.filter(
    (entry): entry is Exclude<E, { kind: 'struck' }> => entry.kind !== 'struck' && !struck.has(entry.id),
  );
}
