import { bare, written } from '../../core/findings.ts';
import { makePlan } from '../../core/planning/plan.ts';
import { LINE_KEYS, type LineKey, type LineLabel, totalsByRate } from '../../core/quotes/lines.ts';
import type { Verdict } from '../../core/quotes/verdict.ts';
import { examplePlan } from '../../core/testing/examplePlan.ts';
import type { ShownQuote } from '../quotes/endpoints.ts';

/** A plan of three visits. */
export const examplePlanned = makePlan({ ...examplePlan, overrides: { visits: 3 } });
/** What a plan costs, as an offer holds it. */
export const offered = (priced: typeof examplePlanned.priced) => ({
  ...priced,
  lines: priced.lines.map((line) => ({ ...line, reason: '' })),
});

/** A draft of an offer for that examplePlanned. */
export const exampleQuote = (changes: Partial<ShownQuote> = {}, verdict: Verdict = 'does-not-pay'): ShownQuote => ({
  paper: null,
  unprintable: [],
  figures: 0,
  bestVisits: 3,
  sharing: null,
  id: 'q',
  siteId: 's',
  planId: 'p',
  number: 1004,
  revision: 1,
  state: 'draft',
  decidedBecause: '',
  nextOn: null,
  currency: 'ZAR',
  taxRate: 0.15,
  one: offered(examplePlanned.priced),
  planned: offered(examplePlanned.pricedInPlan),
  visits: 3,
  benefit: {
    recoverable: examplePlanned.recoverable,
    worth: examplePlanned.benefit,
    usedShare: examplePlanned.usedShare,
    verdict,
    chance: null,
    planChance: null,
    planSaves: 10_000,
    planCosts: 300_000,
    planVerdict: 'does-not-pay',
    planRange: examplePlanned.saves,
    beyondFirst: examplePlanned.beyondFirst,
    climate: examplePlanned.climate,
    reasons: {
      worth: examplePlanned.reasons.benefit,
      recoverable: examplePlanned.reasons.recoverable,
      planSaves: examplePlanned.reasons.planSaves,
    },
  },
  finish: 'output',
  assumed: [],
  leftOut: [],
  fittings: null,
  spotless: null,
  cheaper: null,
  sprayLine: null,
  urgent: false,
  depositShare: 0,
  additions: [],
  message: '',
  stated: '',
  choice: null,
  createdAt: '2026-11-24T08:00:00Z',
  sentAt: null,
  validUntil: null,
  decidedAt: null,
  version: 1,
  ...changes,
});

/** The same with a line of every kind, and some at another tax. */
export function quoteOfEveryLine(): ShownQuote {
  const labelOf = (key: LineKey): LineLabel => {
    if (key === 'labour') return { code: 'line-labour', params: { people: 2 } };
    return key === 'other' ? written('Gate key') : bare(`line-${key}`);
  };
  const lines = LINE_KEYS.map((key, at) => ({
    key,
    label: labelOf(key),
    quantity: at + 1,
    unit: 'visit' as const,
    amount: 10_000 + 111 * at,
    taxRate: at % 2 === 0 ? 0.15 : 0.05,
    reason: '',
  }));
  return exampleQuote({ one: { ...exampleQuote().one, lines, ...totalsByRate(lines) } });
}
