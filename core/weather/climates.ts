import { type Bare, bare, type Finding, type Written } from '../findings.ts';

/** Where a day on record is from: a gauge's file, or a weather service. */
export const RECORD_SOURCES = ['file', 'service'] as const;

/** Kinds of place that ship with the application. */
export const CLIMATE_KEYS = ['winter-rain', 'summer-rain', 'all-year-rain', 'desert'] as const;
export type ClimateKey = (typeof CLIMATE_KEYS)[number];

/** What a climate is called: one that ships, one from a file of a named place, one by the site's own rain. */
export type ClimateName =
  | Bare<`climate-${ClimateKey}`>
  | Finding<'climate-of-epw', { place: string }>
  | Bare<'climate-of-rain'>
  | Written;

/**
 * A climate in monthly values, January first, written for the southern hemisphere; north of the equator they are read
 * six months apart.
 */
export interface Climate {
  name: ClimateName;
  /** not the record of any place */
  madeUp: boolean;
  /** probability of a wet day after a wet and after a dry one */
  wetAfterWet: readonly number[];
  wetAfterDry: readonly number[];
  /** mean rain of a wet day, mm, and the shape of its gamma distribution */
  rainMean: readonly number[];
  rainShape: number;
  /** Celsius, daylight mean */
  tempAir: readonly number[];
  /** m/s at module height */
  windSpeed: readonly number[];
  /** relative humidity, 0 to 1, daylight mean */
  humidity: readonly number[];
  /** share of nights that leave dew on the glass */
  dew: readonly number[];
  /** clear-sky index of a dry and a wet day on average: the share of clear-sky irradiance that comes through */
  clearSkyIndexDry: readonly number[];
  clearSkyIndexWet: readonly number[];
  linkeTurbidity: readonly number[];
  /** standard deviation, between years, of the logarithm of a month's chance of rain */
  betweenYears: number;
}

/** One of those that ship with the application: all made up, and they say so wherever they show. */
export interface ShippedClimate extends Climate {
  madeUp: true;
}

/** They have the shape of a kind of place, not the record of any. */
export const CLIMATES = {
  'winter-rain': {
    name: bare('climate-winter-rain'),
    madeUp: true,
    wetAfterWet: [0.15, 0.15, 0.22, 0.35, 0.48, 0.55, 0.54, 0.5, 0.4, 0.3, 0.22, 0.18],
    wetAfterDry: [0.04, 0.04, 0.06, 0.12, 0.2, 0.26, 0.25, 0.23, 0.17, 0.11, 0.07, 0.05],
    rainMean: [3.5, 3.8, 4.5, 6.5, 8.5, 9.5, 9, 8, 6, 5, 4.2, 3.8],
    rainShape: 0.75,
    tempAir: [28, 28.5, 26, 22.5, 18.5, 15.5, 15, 16, 18.5, 21.5, 24.5, 27],
    windSpeed: [3.2, 3, 2.6, 2.2, 2, 2.1, 2.2, 2.4, 2.6, 3, 3.2, 3.3],
    humidity: [0.42, 0.43, 0.46, 0.53, 0.61, 0.66, 0.66, 0.63, 0.58, 0.51, 0.46, 0.43],
    dew: [0.08, 0.1, 0.18, 0.32, 0.45, 0.5, 0.5, 0.46, 0.38, 0.26, 0.15, 0.1],
    clearSkyIndexDry: [0.95, 0.95, 0.94, 0.92, 0.88, 0.86, 0.87, 0.88, 0.9, 0.92, 0.94, 0.95],
    clearSkyIndexWet: [0.62, 0.6, 0.56, 0.48, 0.42, 0.4, 0.4, 0.43, 0.48, 0.54, 0.58, 0.6],
    linkeTurbidity: [3.6, 3.6, 3.4, 3.2, 3, 2.8, 2.8, 3, 3.2, 3.4, 3.5, 3.6],
    betweenYears: 0.3,
  },
  'summer-rain': {
    name: bare('climate-summer-rain'),
    madeUp: true,
    wetAfterWet: [0.58, 0.56, 0.5, 0.35, 0.2, 0.12, 0.1, 0.14, 0.25, 0.42, 0.5, 0.56],
    wetAfterDry: [0.36, 0.33, 0.26, 0.14, 0.06, 0.03, 0.02, 0.04, 0.09, 0.22, 0.3, 0.35],
    rainMean: [9, 8.5, 8, 6.5, 5, 4, 4, 4.5, 6, 7.5, 8.5, 9],
    rainShape: 0.7,
    tempAir: [24, 23.5, 22.5, 20, 17, 14, 14, 17, 21, 22.5, 23, 23.5],
    windSpeed: [2, 1.9, 1.8, 1.8, 1.9, 2.1, 2.3, 2.6, 2.8, 2.7, 2.4, 2.1],
    humidity: [0.6, 0.6, 0.58, 0.52, 0.43, 0.38, 0.35, 0.34, 0.38, 0.47, 0.54, 0.58],
    dew: [0.4, 0.42, 0.42, 0.36, 0.26, 0.18, 0.14, 0.14, 0.18, 0.26, 0.33, 0.38],
    clearSkyIndexDry: [0.88, 0.88, 0.89, 0.91, 0.93, 0.95, 0.95, 0.94, 0.92, 0.9, 0.88, 0.88],
    clearSkyIndexWet: [0.58, 0.58, 0.57, 0.55, 0.54, 0.54, 0.55, 0.55, 0.56, 0.57, 0.57, 0.58],
    linkeTurbidity: [3.8, 3.7, 3.5, 3.2, 2.9, 2.8, 2.9, 3.3, 3.6, 3.8, 3.9, 3.9],
    betweenYears: 0.28,
  },
  'all-year-rain': {
    name: bare('climate-all-year-rain'),
    madeUp: true,
    wetAfterWet: [0.52, 0.52, 0.54, 0.55, 0.57, 0.6, 0.6, 0.59, 0.57, 0.56, 0.54, 0.52],
    wetAfterDry: [0.28, 0.28, 0.29, 0.3, 0.33, 0.36, 0.36, 0.35, 0.33, 0.32, 0.3, 0.29],
    rainMean: [5.5, 5.5, 5, 5, 5.2, 5, 4.8, 4.8, 5, 5.2, 5.3, 5.5],
    rainShape: 0.72,
    tempAir: [20, 20, 18, 14.5, 11, 8.5, 8, 9, 11.5, 13.5, 16, 18.5],
    windSpeed: [2.6, 2.5, 2.6, 2.7, 2.9, 3.1, 3.2, 3.2, 3.1, 3, 2.8, 2.7],
    humidity: [0.62, 0.63, 0.65, 0.68, 0.72, 0.75, 0.75, 0.72, 0.69, 0.66, 0.63, 0.62],
    dew: [0.3, 0.34, 0.4, 0.46, 0.5, 0.5, 0.5, 0.48, 0.44, 0.38, 0.34, 0.3],
    clearSkyIndexDry: [0.86, 0.86, 0.85, 0.83, 0.8, 0.77, 0.77, 0.79, 0.81, 0.83, 0.85, 0.86],
    clearSkyIndexWet: [0.5, 0.5, 0.47, 0.43, 0.38, 0.35, 0.35, 0.38, 0.42, 0.45, 0.48, 0.5],
    linkeTurbidity: [3.6, 3.5, 3.3, 3.1, 2.9, 2.7, 2.7, 2.9, 3.1, 3.3, 3.5, 3.6],
    betweenYears: 0.2,
  },
  desert: {
    name: bare('climate-desert'),
    madeUp: true,
    wetAfterWet: [0.2, 0.2, 0.18, 0.14, 0.1, 0.08, 0.08, 0.08, 0.08, 0.1, 0.14, 0.18],
    wetAfterDry: [0.05, 0.05, 0.04, 0.03, 0.015, 0.01, 0.01, 0.01, 0.01, 0.02, 0.03, 0.04],
    rainMean: [5, 5, 5, 4, 3, 3, 3, 3, 3, 4, 4.5, 5],
    rainShape: 0.6,
    tempAir: [34, 33, 31, 27, 22, 18, 18, 21, 25, 29, 31, 33],
    windSpeed: [3, 2.9, 2.7, 2.5, 2.4, 2.4, 2.6, 2.9, 3.2, 3.3, 3.2, 3.1],
    humidity: [0.2, 0.21, 0.23, 0.27, 0.33, 0.38, 0.37, 0.31, 0.25, 0.21, 0.19, 0.19],
    dew: [0.02, 0.02, 0.03, 0.05, 0.08, 0.12, 0.13, 0.1, 0.06, 0.04, 0.03, 0.02],
    clearSkyIndexDry: [0.95, 0.95, 0.95, 0.95, 0.96, 0.96, 0.96, 0.96, 0.95, 0.95, 0.95, 0.95],
    clearSkyIndexWet: [0.65, 0.65, 0.65, 0.65, 0.66, 0.66, 0.66, 0.66, 0.66, 0.65, 0.65, 0.65],
    linkeTurbidity: [4.6, 4.6, 4.4, 4, 3.6, 3.4, 3.5, 3.8, 4.2, 4.5, 4.6, 4.7],
    betweenYears: 0.45,
  },
} as const satisfies Record<ClimateKey, ShippedClimate>;
