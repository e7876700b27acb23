import { type CleaningMethod, EVIDENCE_SIGMA } from '../assumptions.ts';
import type { PatchWay, StripFound } from '../comparisons/testPatch.ts';
import { joinLosses, lossOfSoil, SOIL_TRAITS } from '../inspections/soil.ts';
import { filmMassOf } from '../modules/filmLoss.ts';
import type { HouseFigures } from './house.ts';
import type { LookOnRecord } from './records.ts';

/** A share with its standard uncertainty. */
interface Share {
  value: number;
  sigma: number;
}

/** What strips say of the film alone, where droppings, lichen and algae take their part of the loss as well. */
export interface FilmOnPatch {
  /** share of the film that the rinse left, as rain would leave it */
  bonded: Share;
  /** share of the film that each other way took off; the strip that came cleanest is taken for clean and says nothing */
  removed: (Share & { way: CleaningMethod })[];
}

const WAY_OF_STRIP: Record<PatchWay, CleaningMethod> = {
  rinse: 'hose',
  brush: 'fed-pole',
  soap: 'soap',
  blade: 'wet-blade',
};
/** How far out what the eye or marks say of all that is no film may be, as a share of it. */
const OTHERS_KNOWN_TO = 0.5;
/** A film that takes less of the loss than this says nothing of what took it off. */
const LEAST_FILM = 0.3;

/** What stands there beside droppings: by its marks, or by the eye. A fraction of the output. */
export function standingOf({ marked, soils }: Pick<LookOnRecord, 'marked' | 'soils'>): number {
  if (marked) return marked.standing;
  return joinLosses(
    soils.filter(({ kind }) => ['clinging', 'colonies'].includes(SOIL_TRAITS[kind].layer)).map(lossOfSoil),
  ).mid;
}

/** What droppings cost: by their marks, or by the eye. A fraction of the output. */
export function droppingsOf({ marked, soils }: Pick<LookOnRecord, 'marked' | 'soils'>): number {
  if (marked) return marked.droppings.loss;
  return joinLosses(soils.filter(({ kind }) => SOIL_TRAITS[kind].layer === 'droppings').map(lossOfSoil)).mid;
}

/**
 * The film on a test patch: the losses of its strips without what droppings and standing patches take of them, each as far
 * as the strip's way leaves it.
 * @returns null where no strip was rinsed, or hardly anything of the loss is film
 */
export function filmOnPatch(look: LookOnRecord, { effectiveness }: HouseFigures): FilmOnPatch | null {
  const found = look.patch?.found;
  const strips = found?.strips ?? [];
  const cleanest = strips.reduce<StripFound | null>(
    (best, one) => (best && best.ratio >= one.ratio ? best : one),
    null,
  );
  const rinse = strips.find(({ way }) => way === 'rinse');
  if (!found?.loss || !found.bonded || cleanest === null || rinse === undefined || rinse === cleanest) return null;
  const { mid: whole } = found.loss;
  const [standing, droppings] = [standingOf(look), droppingsOf(look)];
  const massOf = (loss: number, share: number, left: { droppings: number; lichen: number }): number => {
    const others = 1 - (1 - share * droppings * left.droppings) * (1 - share * standing * left.lichen);
    return filmMassOf(Math.max(0, 1 - (1 - loss) / (1 - Math.min(0.95, others)))) ?? Number.NaN;
  };
  /** share of the film that a strip still has on it, with its loss and all that is no film so many times as large */
  const leftOn = (way: PatchWay, loss: number, share: number): number => {
    const takes = effectiveness[WAY_OF_STRIP[way]];
    const all = massOf(whole, share, { droppings: 1, lichen: 1 });
    const rest = massOf(loss, share, { droppings: 1 - takes.droppings, lichen: 1 - takes.lichen });
    return Math.min(1, rest / all);
  };
  const film = massOf(whole, 1, { droppings: 1, lichen: 1 });
  if (!(film > LEAST_FILM * (filmMassOf(whole) ?? Number.POSITIVE_INFINITY))) return null;
  const shareLeft = (strip: StripFound): Share => {
    const loss = 1 - strip.ratio / cleanest.ratio;
    const width = Math.hypot(strip.expandedUncertainty / strip.ratio, cleanest.expandedUncertainty / cleanest.ratio);
    const at = (by: number, share: number) => leftOn(strip.way, Math.min(whole, Math.max(0, loss + by)), share);
    const byReading = (at(width, 1) - at(-width, 1)) / 4;
    const byOthers = (at(0, 1 + OTHERS_KNOWN_TO) - at(0, 1 - OTHERS_KNOWN_TO)) / 2;
    return { value: at(0, 1), sigma: Math.hypot(byReading, byOthers) };
  };
  const { value, sigma } = shareLeft(rinse);
  if (!Number.isFinite(value + sigma)) return null;
  return {
    bonded: { value, sigma: Math.max(EVIDENCE_SIGMA.bondedByPatch, sigma) },
    removed: strips.flatMap((strip) => {
      if (strip === cleanest || strip === rinse) return [];
      const left = shareLeft(strip);
      return Number.isFinite(left.value + left.sigma)
        ? [{ way: WAY_OF_STRIP[strip.way], value: 1 - left.value, sigma: left.sigma }]
        : [];
    }),
  };
}
