/** The entries of a log that still stand: those that were retracted, and what retracts them, are left out. */
export function withoutRetracted<E extends { id: string; kind: string }>(
  entries: readonly E[],
): Exclude<E, { kind: 'retracted' }>[] {
  const isRetraction = (entry: E): entry is E & { kind: 'retracted'; entry: string } => entry.kind === 'retracted';
  const retracted = new Set(entries.filter(isRetraction).map(({ entry }) => entry));
  return entries.filter(
    (entry): entry is Exclude<E, { kind: 'retracted' }> => entry.kind !== 'retracted' && !retracted.has(entry.id),
  );
}
