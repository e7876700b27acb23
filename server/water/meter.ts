import { type MeterAnswer, meterAnswer } from '../../contract/water/resin.ts';

/** A meter at the vessels: it may hang, be off, or answer nonsense, and then says why in words for a person. */
export interface Meter {
  there: boolean;
  read(): Promise<{ ok: true; answer: MeterAnswer } | { ok: false; problem: string }>;
}

/** Milliseconds that an answer may take: whoever stands at the van types the reading sooner than they wait. */
const PATIENCE = 3000;
const LARGEST_ANSWER = 10_000;

export const NO_METER: Meter = {
  there: false,
  read: async () => ({ ok: false, problem: 'No meter has been set up.' }),
};

const NONSENSE = 'The meter answered something that cannot be a reading. Type what its display shows.';

/** A meter that speaks the open JSON of `contract/water/resin.ts`. @param address such as http://127.0.0.1:8600 */
export function wiredMeter(address: string): Meter {
  return {
    there: true,
    async read() {
      try {
        const response = await fetch(new URL('/reading', address), {
          signal: AbortSignal.timeout(PATIENCE),
          redirect: 'error',
        });
        if (!response.ok)
          return { ok: false, problem: `The meter refused (${response.status}). Type what its display shows.` };
        const text = await response.text();
        const read = text.length > LARGEST_ANSWER ? null : meterAnswer.safeParse(JSON.parse(text));
        return read?.success ? { ok: true, answer: read.data } : { ok: false, problem: NONSENSE };
      } catch (error) {
        if (error instanceof SyntaxError) return { ok: false, problem: NONSENSE };
        const slow = error instanceof DOMException && error.name === 'TimeoutError';
        const what = slow ? `did not answer within ${PATIENCE / 1000} seconds` : 'cannot be reached';
        return { ok: false, problem: `The meter ${what}. Type what its display shows.` };
      }
    },
  };
}
