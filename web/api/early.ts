/** What was asked before the page had arrived, by its address. */
interface Early {
  answer: Promise<Response>;
  /** milliseconds since 1970 */
  at: number;
}

/** Older than this, ms, an answer is asked for anew. */
const FRESH = 30_000;

/** The answer to a question that was asked early, once; undefined where nobody has asked it, or too long ago. */
export function takeEarly(address: string, now = Date.now()): Promise<Response> | undefined {
  const answers = (globalThis as { pailEarly?: Record<string, Early | undefined> }).pailEarly;
  const early = answers?.[address];
  if (answers === undefined || early === undefined) return undefined;
  delete answers[address];
  return now - early.at < FRESH ? early.answer : undefined;
}
