import type { ClimateKey, ClimateName } from '../../core/weather/climates.ts';
import type { Say } from '../language.ts';

export const CLIMATE_WORDS: Record<ClimateKey, string> = {
  'winter-rain': 'Winter-rain valley',
  'summer-rain': 'Summer-rain highland',
  'all-year-rain': 'Temperate, rain all year',
  desert: 'Desert edge',
};

/** They have the shape of a kind of place, not the record of any, and say so. */
export const MADE_UP_CLIMATES = Object.fromEntries(
  Object.entries(CLIMATE_WORDS).map(([key, name]) => [key, `${name} (made up)`]),
) as Record<ClimateKey, string>;

/** A climate as a customer reads it, who is told elsewhere that it is typical weather. */
export function kindOfClimate(name: ClimateName, say: Say): string {
  switch (name.code) {
    case 'climate-winter-rain':
      return CLIMATE_WORDS['winter-rain'];
    case 'climate-summer-rain':
      return CLIMATE_WORDS['summer-rain'];
    case 'climate-all-year-rain':
      return CLIMATE_WORDS['all-year-rain'];
    case 'climate-desert':
      return CLIMATE_WORDS.desert;
    default:
      return say.finding(name);
  }
}
