import { CURRENT_COEFFICIENT } from '../assumptions.ts';
import { type Bare, bare, type Finding } from '../findings.ts';
import type { Estimate } from '../inspections/soil.ts';
import { filmMassOf } from '../modules/filmLoss.ts';
import { type CompareUncertainty, type Comparison, compare } from './compare.ts';

/** What a strip of a test patch was washed with, from the least to the most. */
export const PATCH_WAYS = ['rinse', 'brush', 'soap', 'blade'] as const;
export type PatchWay = (typeof PATCH_WAYS)[number];

/** A strip or its dirty neighbour, read in one minute: power (W) or current (A), and the module, Celsius. */
export interface PatchReading {
  value: number;
  tempModule: number;
}

/** One strip of the patch, a module or half a string, read with its dirty neighbour before and after. */
export interface Strip {
  way: PatchWay;
  /** modules washed, which may be part of one */
  modules: number;
  /** minutes that the washing took; null where nobody timed it */
  minutes: number | null;
  before: { strip: PatchReading; neighbour: PatchReading };
  after: { strip: PatchReading; neighbour: PatchReading };
}

/** A test patch as an inspection keeps it. */
export interface PatchOfInspection {
  quantity: 'power' | 'current';
  /** whether the rest of the array looks like the patch did */
  representative: boolean;
  strips: readonly Strip[];
}

export interface TestPatchInput {
  quantity: 'power' | 'current';
  /** relative, 1/K */
  temperatureCoefficient: number;
  strips: readonly Strip[];
  uncertainty?: Partial<CompareUncertainty>;
}

export interface StripFound extends Comparison {
  way: PatchWay;
  /** what reading it against its neighbour cannot settle, in words */
  warnings: PatchFinding[];
}

/** What a strip has against it, and what a patch does not tell; kelvin. */
export type PatchFinding =
  | Finding<'patch-temperatures-differ', { most: number }>
  | Bare<
      | 'patch-sun-changed'
      | 'patch-current-not-power'
      | 'patch-no-strip'
      | 'patch-less-after'
      | 'patch-not-distinguishable'
      | 'patch-more-than-film'
      | 'patch-none-rinsed'
      | 'patch-only-rinsed'
    >;

export interface TestPatch {
  strips: StripFound[];
  /** loss that the dirt takes, by the strip that came cleanest, with its expanded uncertainty; null without a number */
  loss: Estimate | null;
  /** the loss is no more than this, where no strip stands out of its own uncertainty */
  atMost: number | null;
  /** share of the film's mass that the rinse left, as rain would leave it; null without a number */
  bonded: Estimate | null;
  /** for each way the share of the film's mass that it took off; ways without a number are left out */
  removed: { way: PatchWay; share: Estimate }[];
  /** minutes a module for each way that was timed */
  minutesPerModule: { way: PatchWay; minutes: number }[];
  /** why a number is not there, in words */
  missing: PatchFinding[];
}

/** More than this between strip and neighbour, K, and the wet one is taken for the clean one. */
const TEMPERATURES_APART = 10;

/**
 * A test patch (C8 with control): strips washed each in its own way and read against a dirty neighbour in the same
 * minute. Gives the loss, the share that rain would leave (C6), what each way took off, and minutes a module.
 *
 * The strip that came cleanest is taken for clean, so every loss is at least what is said. The film's mass before and
 * after is the curve of `filmLoss` read backwards; a loss larger than a film can cost has patches in it and gives no split.
 * @see JCGM 100:2008 for the uncertainty (coverage factor 2)
 */
export function testPatch({ quantity, temperatureCoefficient, strips, uncertainty }: TestPatchInput): TestPatch {
  const found = strips.map(({ way, before, after }): StripFound => {
    const comparison = compare({
      quantity,
      temperatureCoefficient,
      before: { ...before.strip, poaIrradiance: 1000 },
      after: { ...after.strip, poaIrradiance: 1000 },
      control: { before: before.neighbour, after: after.neighbour },
      ...(uncertainty ? { uncertainty } : {}),
    });
    return { way, ...comparison, warnings: warningsOf({ before, after }, quantity) };
  });
  const minutesPerModule = strips.flatMap(({ way, minutes, modules }) =>
    minutes === null ? [] : [{ way, minutes: minutes / modules }],
  );
  const nothing = { strips: found, loss: null, atMost: null, bonded: null, removed: [], minutesPerModule };
  const cleanest = found.reduce<StripFound | null>(
    (best, strip) => (best === null || strip.ratio > best.ratio ? strip : best),
    null,
  );
  if (cleanest === null) return { ...nothing, missing: [bare('patch-no-strip')] };
  const width = expandedOfLoss(cleanest);
  if (!cleanest.distinguishable || cleanest.ratio <= 1) {
    const atMost = cleanest.distinguishable ? null : Math.max(0, 1 - 1 / cleanest.ratio) + width;
    return {
      ...nothing,
      atMost,
      missing: [bare(cleanest.distinguishable ? 'patch-less-after' : 'patch-not-distinguishable')],
    };
  }
  const mid = 1 - 1 / cleanest.ratio;
  const loss = { low: Math.max(0, mid - width), mid, high: mid + width };
  const whole = filmMassOf(mid);
  if (whole === null)
    return {
      ...nothing,
      loss,
      missing: [bare('patch-more-than-film')],
    };
  // What a strip still has on it, against the cleanest; of the cleanest itself nothing can be said but that it is least.
  const left = (strip: StripFound): Estimate => {
    if (strip === cleanest) return { low: 0, mid: 0, high: 0 };
    const rest = 1 - strip.ratio / cleanest.ratio;
    const spread = Math.hypot(strip.expandedUncertainty / strip.ratio, cleanest.expandedUncertainty / cleanest.ratio);
    const share = (value: number) => Math.min(1, (filmMassOf(Math.min(mid, Math.max(0, value))) ?? whole) / whole);
    return { low: share(rest - spread), mid: share(rest), high: share(rest + spread) };
  };
  const rinse = found.find(({ way }) => way === 'rinse');
  const missing: PatchFinding[] = [];
  if (rinse === undefined) missing.push(bare('patch-none-rinsed'));
  else if (found.length === 1) missing.push(bare('patch-only-rinsed'));
  return {
    strips: found,
    loss,
    atMost: null,
    bonded: rinse === undefined || found.length === 1 ? null : left(rinse),
    removed: found.map((strip) => {
      const rest = left(strip);
      return { way: strip.way, share: { low: 1 - rest.high, mid: 1 - rest.mid, high: 1 - rest.low } };
    }),
    minutesPerModule,
    missing,
  };
}

/** What a test patch of an inspection found. @param gammaPdc of the modules, 1/K */
export const foundOnPatch = ({ quantity, strips }: PatchOfInspection, gammaPdc: number): TestPatch =>
  testPatch({ quantity, strips, temperatureCoefficient: quantity === 'power' ? gammaPdc : CURRENT_COEFFICIENT });

/** Expanded uncertainty of a loss 1 - 1/ratio from that of the ratio. */
const expandedOfLoss = ({ ratio, expandedUncertainty }: Comparison): number =>
  ratio > 0 ? expandedUncertainty / ratio ** 2 : 0;

function warningsOf({ before, after }: Pick<Strip, 'before' | 'after'>, quantity: 'power' | 'current'): PatchFinding[] {
  const apart = [before, after].some(
    ({ strip, neighbour }) => Math.abs(strip.tempModule - neighbour.tempModule) > TEMPERATURES_APART,
  );
  const sun = Math.abs(Math.log(after.neighbour.value / before.neighbour.value)) > Math.log(1.25);
  return [
    ...(apart ? [{ code: 'patch-temperatures-differ' as const, params: { most: TEMPERATURES_APART } }] : []),
    ...(sun ? [bare('patch-sun-changed')] : []),
    ...(quantity === 'current' ? [bare('patch-current-not-power')] : []),
  ];
}
