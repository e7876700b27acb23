/** Where a quote stands. */
export const QUOTE_STATES = ['draft', 'sent', 'accepted', 'declined', 'expired', 'superseded'] as const;
export type QuoteState = (typeof QUOTE_STATES)[number];

/** What of a quote was accepted: one visit, or the plan of visits. */
export const QUOTE_CHOICES = ['one', 'planned'] as const;
export type QuoteChoice = (typeof QUOTE_CHOICES)[number];

/** What comes on top of what was chosen, where the customer takes it: glass dried without a mark, what is fitted once, a spray line. */
export const QUOTE_ADDITIONS = ['spotless', 'fittings', 'spray-line'] as const;
export type QuoteAddition = (typeof QUOTE_ADDITIONS)[number];

/** What a customer may say to a quote. */
export const DECISIONS = ['accepted', 'declined'] as const satisfies readonly QuoteState[];
export type Decision = (typeof DECISIONS)[number];
