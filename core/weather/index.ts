export * from './climates.ts';
export * from './deposition.ts';
export * from './generator.ts';
export * from './siteClimate.ts';
