import { FILM_EYE_FACTOR, FILM_GRADE, PATCH_FACTOR } from '../assumptions.ts';
import { filmLoss } from '../modules/filmLoss.ts';

export const FILM_KINDS = ['dust', 'pollen', 'soot', 'building-dust', 'harvest-dust', 'salt', 'scale'] as const;
export const PATCH_KINDS = ['droppings', 'lichen', 'algae', 'moss', 'sap'] as const;
export type FilmKind = (typeof FILM_KINDS)[number];
export type PatchKind = (typeof PATCH_KINDS)[number];
export type SoilKind = FilmKind | PatchKind;

export const SOIL_KINDS = [...FILM_KINDS, ...PATCH_KINDS] as const;

/** What a kind of soil is, as far as ways of cleaning and causes turn on it. */
export interface SoilTraits {
  /** grows on the glass: alcohol is for it */
  grows: boolean;
  /** sticks, where it is not dry: soap is for it */
  sticks: boolean;
  /** scratches where it lies thick and dry and is dragged over the glass */
  grit: boolean;
  /** comes off under a blade alone, however it seems to hold */
  bladeWork: boolean;
  /** what it is in the layers of a course: the film, droppings, what clings and stays as it is, colonies that spread */
  layer: 'film' | 'droppings' | 'clinging' | 'colonies';
}

const A_FILM: SoilTraits = { grows: false, sticks: false, grit: false, bladeWork: false, layer: 'film' };
const A_PATCH: SoilTraits = { ...A_FILM, layer: 'clinging' };

export const SOIL_TRAITS: Record<SoilKind, SoilTraits> = {
  dust: { ...A_FILM, grit: true },
  pollen: A_FILM,
  soot: { ...A_FILM, sticks: true },
  'building-dust': { ...A_FILM, grit: true },
  'harvest-dust': { ...A_FILM, grit: true },
  salt: A_FILM,
  scale: A_FILM,
  droppings: { ...A_PATCH, sticks: true, layer: 'droppings' },
  lichen: { ...A_PATCH, grows: true, bladeWork: true, layer: 'colonies' },
  algae: { ...A_PATCH, grows: true },
  moss: { ...A_PATCH, grows: true },
  sap: { ...A_PATCH, sticks: true },
};

/** Where on the face a soil lies. */
export const WHERES = ['whole-face', 'lower-edge', 'frame-sides', 'spots'] as const;
export type Where = (typeof WHERES)[number];
/** How it comes off: dry, wet, after soaking, only under a blade. */
export const BONDS = ['dry', 'wet', 'soak', 'blade'] as const;
export type Bond = (typeof BONDS)[number];
/** How thick a film looks. */
export const GRADES = ['faint', 'plain', 'thick'] as const satisfies readonly (keyof typeof FILM_GRADE)[];
export type Grade = (typeof GRADES)[number];

/** What a cloth left of a film: not tried, nothing, some, or plainly most of it. */
export const WIPE_TESTS = ['not-done', 'clean', 'some', 'plain'] as const;
export type WipeTest = (typeof WIPE_TESTS)[number];

/** How a face was looked at. */
export const LOOKED_FROM = ['ground', 'ladder', 'pole-camera', 'drone', 'roof'] as const;
export type LookedFrom = (typeof LOOKED_FROM)[number];

/** One kind of soil as the eye found it. */
export interface Soil {
  kind: SoilKind;
  where: Where;
  /** how thick a film looks; of no account for patches */
  grade: Grade;
  /** share of the glass of this array that it covers, 0 to 1 */
  share: number;
  bond: Bond;
}

/** A soil with the modules that it lies on, where somebody has marked them. */
export interface SoilOnModules extends Soil {
  modules?: number | undefined;
}

export interface Estimate {
  low: number;
  mid: number;
  high: number;
}

/** Whether a soil lies as a film over the glass, and not in patches. */
export const isFilm = (kind: SoilKind): kind is FilmKind => (FILM_KINDS as readonly string[]).includes(kind);

/**
 * Loss from one kind of soil: a film by its mass (the curve of C6), a patch by its area times the factor by which
 * patches cost more than they cover. Both rest on house assumptions, hence the range.
 */
export function lossOfSoil(soil: Soil): Estimate {
  if (isFilm(soil.kind)) {
    const mass = FILM_GRADE[soil.grade];
    const at = (factor: number) => soil.share * filmLoss(mass * factor);
    return { low: at(1 / FILM_EYE_FACTOR), mid: at(1), high: at(FILM_EYE_FACTOR) };
  }
  const at = (factor: number) => Math.min(1, soil.share * factor);
  return { low: at(PATCH_FACTOR.low), mid: at(PATCH_FACTOR.mid), high: at(PATCH_FACTOR.high) };
}

/**
 * Loss now, as a fraction of clean output, from everything the eye found. Losses act one on what the other leaves;
 * the ranges, taken as independent, are joined in quadrature on the logarithm of what is left.
 * @param marked what patches cost by their marks (C7); where it is given, the patches among the soils do not count twice
 */
export function lossFromInspection(soils: readonly Soil[], marked?: Estimate): Estimate {
  const counted = marked === undefined ? soils : soils.filter(({ kind }) => isFilm(kind));
  return joinLosses([...counted.map(lossOfSoil), ...(marked === undefined ? [] : [marked])]);
}

/** Several losses, each acting on what the others leave, their ranges joined in quadrature. */
export function joinLosses(losses: readonly Estimate[]): Estimate {
  const left = (loss: number) => Math.log(1 - Math.min(loss, 0.999999));
  let mid = 0;
  let below = 0;
  let above = 0;
  for (const loss of losses) {
    mid += left(loss.mid);
    below += (left(loss.low) - left(loss.mid)) ** 2;
    above += (left(loss.mid) - left(loss.high)) ** 2;
  }
  return {
    low: Math.max(0, 1 - Math.exp(Math.min(0, mid + Math.sqrt(below)))),
    mid: 1 - Math.exp(mid),
    high: 1 - Math.exp(mid - Math.sqrt(above)),
  };
}
