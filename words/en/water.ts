import type { WaterFinding, Words } from '../language.ts';

export const water: Omit<Words<WaterFinding>, 'written'> = {
  'water-as-is': () => 'Straight from the source: cheapest, and leaves all its salts where it dries.',
  'water-resin': () => 'Two vessels in lead and lag; the meter at the outlet says when to change.',
  'water-osmosis-resin': () =>
    'The membrane holds back most salts and resin polishes the rest; part of the feed is thrown away.',
  'water-bought': () => 'Hauled in ready: a kilogram a litre on the van.',
  'water-none-on-site': () =>
    'There is no water on site: it is bought and brought, or the way of cleaning is a dry one.',
  'water-cheapest': () => 'The cheapest water that keeps the residue under the chosen finish.',
  'water-least-residue': () =>
    'No way at hand keeps the residue under the chosen finish; this one leaves least. Squeegee, or agree on another finish.',
  'water-many-charges': ({ charges }, say) =>
    `The job needs ${say.number(charges, 1)} fills of resin: take spares, or the resin is exhausted before the last row.`,
  'water-carbon-dioxide': () =>
    'Carbon dioxide loads the resin unseen by a meter, and silica leaks first and leaves hard spots.',
  'water-chlorine': () => 'Take chlorine out before the membrane.',
  'water-high-recovery': () => 'Over half recovery on hard feed scales the membrane.',
  'water-hard': () => 'Hard water dries to scale: rinse from the top and squeegee, and never on hot glass.',
};
