/** A row of the table of reckonings as it was stored. */
type Row = Record<string, unknown>;
type Part = Record<string, unknown>;

/**
 * What was reckoned by older calculations, brought to the newest shape: one step a version. Numbers stay as they were; what
 * a calculation did not have yet is said not to be there.
 */
const STEPS: Record<number, (row: Row) => Row> = {
  // 7 and before went by one witness, and by a rate: no members, and no list of all that was heard.
  7: (row) => {
    const output = row.output as Part;
    const lossNow = output.lossNow as Part;
    const marked = output.marked as Part | null | undefined;
    const recommended = output.recommended as Part | undefined;
    const reasons = output.reasons as Part;
    return {
      ...row,
      input: null,
      output: {
        lossNow,
        known: null,
        courses: null,
        year: output.year,
        lostValue: output.lostValue,
        valuePerKWh: output.valuePerKWh,
        expectation: output.expectation ?? null,
        meterReason: output.meterReason ?? null,
        warnings: output.warnings ?? [],
        marked: marked ? { inverters: [], ...marked } : null,
        narrowing: [],
        learned: null,
        lookOn: null,
        // Calculation 1 had no reason for the money of its own.
        reasons: { ...reasons, lostValue: reasons.lostValue ?? reasons.lostEnergy },
        recommended: { lossNow: recommended?.lossNow ?? lossNow, dust: 1 },
      },
    };
  },
};

const NEWEST = 8;

/** A stored reckoning in the newest shape. */
export function lifted(row: Row): Row {
  const from = Number(row.calculationVersion);
  let found = row;
  for (let version = Math.max(7, from); version < NEWEST; version += 1) found = STEPS[version]?.(found) ?? found;
  return found;
}
