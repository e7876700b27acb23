import { formatMoney, type Glass } from '../units/format.ts';
import { type Benefit, planSentence } from './price.ts';

interface OfferedPlan {
  visits: number;
  currency: string;
  planned: { gross: number } | null;
  benefit: {
    planSaves: number;
    planCosts: number;
    planRange?: Benefit | undefined;
    beyondFirst?: Benefit | undefined;
    climate?: string | undefined;
  };
}

/** What a plan of visits saves, costs and whether it pays; null where no plan is offered. */
export function planWords({ visits, currency, planned, benefit }: OfferedPlan, glass: Glass): string | null {
  if (planned === null) return null;
  const money = (amount: number) => formatMoney(amount, currency, glass, 0);
  const { planRange, beyondFirst } = benefit;
  if (planRange && beyondFirst)
    return planSentence({ visits, price: planned.gross, saves: planRange, beyondFirst }, money);
  return `The plan of visits would save ${money(benefit.planSaves)} a year of energy and cost ${money(benefit.planCosts)}.`;
}

/** What the figures of an offer rest on, for a customer: which weather, and how sure. */
export const weatherWords = ({ benefit }: Pick<OfferedPlan, 'benefit'>): string =>
  `Reckoned over typical weather${benefit.climate ? ` of the kind “${benefit.climate}”` : ''}, which is not a forecast; four in five of its years lie inside the range. How fast your panels soil is an estimate until there are records of your own.`;
