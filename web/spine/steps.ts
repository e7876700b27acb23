import type { StepName } from '../../core/spine/standing.ts';
import type { Units } from '../../core/units/quantities.ts';
import { counted } from '../../words/counted.ts';
import { formatMoney, formatQuantity } from '../../words/format.ts';

export const STEP_WORDS: Record<StepName, string> = {
  look: 'Look',
  reckon: 'Reckon',
  plan: 'Plan',
  offer: 'Offer',
  wash: 'Wash',
  show: 'Show',
};

export const STEP_MEANING: Record<StepName, string> = {
  look: 'What lies on the glass',
  reckon: 'What it costs',
  plan: 'Water, method, how often',
  offer: 'Price and worth',
  wash: 'The day',
  show: 'The proof',
};

/** The one figure of a step, with its unit. */
export function stepFigure(step: StepName, figure: number | null, units: Units, currency: string): string {
  if (figure === null) return '';
  switch (step) {
    case 'look':
      return figure === 0 ? 'today' : `${counted(figure, 'day')} ago`;
    case 'reckon':
      return `${formatQuantity(figure, 'fraction', units)} lost`;
    case 'plan':
      return figure === 0 ? 'no visit pays' : `${counted(figure, 'visit')} a year`;
    case 'offer':
      return formatMoney(figure, currency, units, 0);
    case 'wash':
      return figure === 0 ? 'none left' : `${figure} left`;
    case 'show':
      return `${formatQuantity(figure, 'fraction', units)} gain`;
  }
}
