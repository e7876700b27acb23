/**
 * Share of its first output that an array has left with age: a steady loss each year.
 * @param years since it was installed @param degradationPerYear a fraction a year
 */
export const outputAtAge = (years: number, degradationPerYear: number): number => (1 - degradationPerYear) ** years;
