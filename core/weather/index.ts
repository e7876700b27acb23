export * from './climates.ts';
export * from './generator.ts';
