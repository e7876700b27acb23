/**
 * Names under which money stands in answers. The crew reads no price: the endpoint takes these out of whatever it answers
 * them, and a test walks every answer and holds what is left against a list of what they may see.
 */
const PRICE_KEYS = new Set([
  'prices',
  'energyBought',
  'energySold',
  'lostValue',
  'valuePerKWh',
  'worth',
  'gross',
  'net',
  'tax',
  'taxes',
  'taxRate',
  'amount',
  'cost',
  'costs',
  'price',
  'upkeep',
  'visitPrice',
  'minutePrice',
  'planCosts',
  'planSaves',
  'benefit',
  'priced',
  'pricedInPlan',
  'spotless',
  'worthUpTo',
  'slip',
  'saves',
  'deposit',
  'once',
  'cheaper',
]);

const isMoney = (value: unknown): boolean =>
  typeof value === 'object' && value !== null && 'kind' in value && value.kind === 'money';

/** An answer without any money in it: what is left out is left out whole, with its reasons. */
export function withoutPrices<T>(answer: T): T {
  if (Array.isArray(answer)) return answer.filter((item) => !isMoney(item)).map(withoutPrices) as T;
  if (answer === null || typeof answer !== 'object') return answer;
  const left = Object.entries(answer)
    .filter(([key, value]) => !PRICE_KEYS.has(key) && !isMoney(value))
    .map(([key, value]) => [key, key === 'offer' ? withoutFigure(value) : withoutPrices(value)]);
  return Object.fromEntries(left);
}

/** A step of the spine whose one figure is a price. */
const withoutFigure = (step: unknown): unknown =>
  typeof step === 'object' && step !== null && 'figure' in step ? { ...step, figure: null } : withoutPrices(step);
