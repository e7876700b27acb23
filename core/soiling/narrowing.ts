import { FILM_EYE_FACTOR } from '../assumptions.ts';
import { COMPARE_UNCERTAINTY } from '../comparisons/compare.ts';
import { EXPECTED_UNCERTAINTY } from '../comparisons/expected.ts';
import { type Estimate, isFilm, joinLosses, lossOfSoil, type Soil } from '../inspections/soil.ts';
import type { MarkedLoss } from './markedLoss.ts';

/** One thing to do next, and what it would make of the width of the range. */
export interface Narrowing {
  /** in the imperative, short */
  what: string;
  /** from the lower to the upper end of the loss now, a fraction, as it is and as it would be */
  from: number;
  to: number;
}

export interface NarrowingInput {
  soils: readonly Soil[];
  marked: MarkedLoss | null;
  /** a test patch has been read and gave a number */
  tested: boolean;
  gammaPdc: number;
}

const width = ({ low, high }: Estimate): number => high - low;
const narrow = (mid: number, half: number): Estimate => ({
  low: Math.max(0, mid - half),
  mid,
  high: Math.min(1, mid + half),
});

/** Expanded uncertainty of a loss read against a dirty neighbour, and of one current of a string against the others. */
function widths(gammaPdc: number) {
  const { repeatability, temperature } = COMPARE_UNCERTAINTY;
  const part = repeatability ** 2 + (gammaPdc * temperature) ** 2;
  const { repeatability: rep, irradiance, nameplate } = EXPECTED_UNCERTAINTY;
  return {
    patch: 4 * Math.sqrt(part),
    string: 2 * Math.sqrt(2 * part),
    meter: 2 * Math.hypot(rep, irradiance, nameplate),
  };
}

/**
 * What would narrow the range of the present loss most: each thing that could still be done, with the range that it
 * would leave, the best first. What would narrow nothing is left out.
 */
export function whatWouldNarrow({ soils, marked, tested, gammaPdc }: NarrowingInput): Narrowing[] {
  const films = soils.filter(({ kind }) => isFilm(kind));
  const patches = soils.filter(({ kind }) => !isFilm(kind));
  const half = widths(gammaPdc);
  const filmLoss = joinLosses(films.map(lossOfSoil));
  const film = tested ? narrow(filmLoss.mid, half.patch) : filmLoss;
  const rest = marked ? [marked.powerLoss] : patches.map(lossOfSoil);
  const now = joinLosses([film, ...rest]);
  const found: Narrowing[] = [];
  const add = (what: string, then: Estimate) => found.push({ what, from: width(now), to: width(then) });
  if (!tested && films.length > 0)
    add(
      'Test strips: one brushed and read beside its dirty neighbour',
      joinLosses([narrow(filmLoss.mid, half.patch), ...rest]),
    );
  if (!marked && patches.length > 0) {
    const placed = patches
      .map(lossOfSoil)
      .map(({ mid }) => ({ low: mid / FILM_EYE_FACTOR, mid, high: Math.min(1, mid * FILM_EYE_FACTOR) }));
    add('Mark the patches on the modules where they lie', joinLosses([film, ...placed]));
  }
  if (marked) {
    const total = marked.strings.reduce((sum, { modules }) => sum + modules, 0);
    const widest = [...marked.strings].sort(
      (a, b) => b.modules * width(b.powerLoss) - a.modules * width(a.powerLoss),
    )[0];
    if (widest && total > 0) {
      const read = narrow(widest.powerLoss.mid, half.string);
      const share = (key: keyof Estimate) =>
        marked.strings.reduce(
          (sum, string) => sum + (string === widest ? read : string.powerLoss)[key] * string.modules,
          0,
        ) / total;
      const then = { low: share('low'), mid: share('mid'), high: share('high') };
      add(`One current reading on ${widest.name}, against a string without patches`, joinLosses([film, then]));
    }
  }
  add(
    'One reading of power, irradiance and temperature, if nothing but dirt ails the array',
    narrow(now.mid, half.meter),
  );
  return found.filter(({ from, to }) => to < from * 0.95).sort((a, b) => a.to - b.to);
}
