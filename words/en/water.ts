import type { Units } from '../../core/units/quantities.ts';
import type { ReadSource } from '../../core/water/plan.ts';
import type { WaterFinding, Words } from '../language.ts';

/** What a person's meter calls what it shows of the salts in water. */
export const saltsLabel = ({ meter = 'conductivity' }: Pick<Units, 'meter'>): string =>
  meter === 'conductivity' ? 'Conductivity' : 'TDS';

export const READ_SOURCE_WORDS: Record<ReadSource, string> = {
  tap: 'Tap',
  borehole: 'Borehole',
  'rain-tank': 'Rain tank',
  hauled: 'Bought and brought',
};

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
  'resin-single': () =>
    'One vessel alone is changed at its breakthrough, with a quarter of its resin unused; a second one behind it uses nearly all.',
  'resin-plumbed-side-by-side': () =>
    'Side by side each vessel sees half of the water and both break through together: a quarter of the resin is thrown out unused. In series one is used up while the other polishes.',
  'resin-side-by-side': () =>
    'The readings look as if the vessels were plumbed side by side: water between them and after them goes bad together. Follow the hoses: source, lead, lag, pole.',
  'resin-final-over': ({ after, changeAt }, say) =>
    `The final water reads ${say.quantity(after, 'conductivity', 1)}, and the resin is changed at ${say.quantity(changeAt, 'conductivity', 0)}: exchange the lead before the next wash.`,
  'resin-spent': () => 'The lead is spent: exchange it before the next wash.',
  'resin-rotate-soon': ({ low, high }, say) =>
    `The lead is near its end: ${say.range(low, high, 'volume', 0)} of the same water are left in it.`,
  'resin-off-curve': ({ where, read, low, high }, say) =>
    `Is that right? ${where === 'between' ? 'Behind the lead' : 'The final water'} reads ${say.quantity(read, 'conductivity', read < 100 ? 1 : 0)}, and ${say.range(low, high, 'conductivity', 1)} was expected by all readings before. Read again: rinse the probe, and see that it sits in the right pipe.`,
  'water-hard-read': ({ hardness }, say) =>
    `The strip showed ${say.number(hardness, 0)} mg/L of lime: it dries to scale. Rinse from the top and squeegee, and never on hot glass.`,
  'water-hard-feed': ({ hardness }, say) =>
    `The strip showed ${say.number(hardness, 0)} mg/L of lime: that scales a membrane. Soften it first, or run at a lower recovery.`,
  'water-chlorine-read': ({ chlorine }, say) =>
    `The strip showed ${say.number(chlorine, 1)} mg/L of chlorine: a fresh carbon filter before the membrane, and the strip again behind it.`,
  'water-hard': () => 'Hard water dries to scale: rinse from the top and squeegee, and never on hot glass.',
};
