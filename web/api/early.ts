/** What was asked before the page had arrived, by its address. */
interface Early {
  answer: Promise<Response>;
  /** milliseconds since 1970 */
  at: number;
}

/** Older than this, ms, an answer is asked for anew. */
const FRESH = 30_000;

/**
 * The answers that were asked for early. Each counts once, for the first question of the page to its address; what was
 * asked early and comes after that is of no use, and after something was written none is.
 */
export function earlyAnswers(now: () => number = Date.now) {
  const asked = new Set<string>();
  let open = true;
  return {
    /** @returns undefined where nobody has asked early, or not soon enough */
    take(address: string): Promise<Response> | undefined {
      if (!open || asked.has(address)) return undefined;
      asked.add(address);
      const answers = (globalThis as { pailEarly?: Record<string, Early | undefined> }).pailEarly;
      const early = answers?.[address];
      return early && now() - early.at < FRESH ? early.answer : undefined;
    },
    /** something is written: whatever was read before may be old */
    close(): void {
      open = false;
      asked.clear();
    },
  };
}
