import { z } from 'zod';

/** A paper that went out: how it can be known again, and when it was made. The bytes themselves are kept. */
export const keptPaper = z.object({ sha256: z.string(), madeAt: z.string(), bytes: z.number().int() });
export type KeptPaper = z.infer<typeof keptPaper>;

/** Why a paper was made: it went out, or was one that went out before papers were kept. */
export const PAPER_CAUSES = ['sent', 'signed', 'amended', 'upgrade'] as const;
export type PaperCause = (typeof PAPER_CAUSES)[number];
