import { DEGRADATION_PER_YEAR, YEAR_ON_YEAR_SPREAD } from '../assumptions.ts';
import type { DailyEnergyOutput } from '../comparisons/dailyEnergy.ts';
import type { Expectation } from '../comparisons/expected.ts';
import type { TestPatch } from '../comparisons/testPatch.ts';
import type { Estimate } from '../inspections/soil.ts';

/** What can speak of the loss before anyone washes. */
export type Witness = 'eye' | 'test-patch' | 'meter' | 'energy' | 'year' | 'weather';

export interface Testimony {
  witness: Witness;
  /** a fraction of clean output; null where the witness has no number */
  loss: Estimate | null;
  /** what it counts, what it leaves out, or why it has no number */
  note: string;
}

export interface Evidence {
  testimonies: Testimony[];
  /** in words: which witnesses disagree, and what would explain it */
  quarrels: string[];
  /** whether at least two of them have a number and none disagree */
  agree: boolean;
}

export interface EvidenceInput {
  eye: Estimate;
  patch: TestPatch | null;
  meter: Expectation | null;
  /** the reading stood at a limit, in a shadow, or on wet glass: it is heard, not weighed */
  meterSpoilt: boolean;
  energy: { drift: DailyEnergyOutput; days: readonly { date: string; rain?: number | undefined }[] } | null;
  /** mm of rain in a day that clean */
  rainThreshold: number;
  weather: { loss: Estimate; since: string; observed: number; days: number } | null;
}

const DAY = 86_400_000;

/**
 * The witnesses of the present loss beside each other: the eye, a test patch, one reading against expectation, the drift
 * and the year of daily energy, and what the model lets expect since the last wash. Ageing is taken out of each that
 * would count it; what a limit hides is said. They agree where their ranges meet.
 */
export function weighEvidence(input: EvidenceInput): Evidence {
  const { eye, patch, meter, meterSpoilt, weather } = input;
  const testimonies: Testimony[] = [
    { witness: 'eye', loss: eye, note: 'What was seen, by the house assumptions for each kind of soil.' },
  ];
  if (patch)
    testimonies.push({
      witness: 'test-patch',
      loss: patch.loss,
      note: patch.loss ? 'Strips washed and read against a dirty neighbour; dirt alone.' : (patch.missing[0] ?? ''),
    });
  if (meter)
    testimonies.push({
      witness: 'meter',
      loss: around(meter.shortfall, meter.expandedUncertainty),
      note: meterSpoilt
        ? 'One reading, spoilt by a limit, a shadow or wet glass: heard, not weighed.'
        : 'One reading against expectation, age taken out: dirt and everything else that ails the array.',
    });
  const { energy } = input;
  if (energy) testimonies.push(driftOf(energy, input.rainThreshold), ...yearOf(energy.drift));
  if (weather)
    testimonies.push({
      witness: 'weather',
      loss: weather.loss,
      note: `What the model lets expect since the wash of ${weather.since}; rain observed on ${weather.observed} of ${weather.days} days, drawn on the others.`,
    });
  const quarrels = quarrelsOf(testimonies, meterSpoilt);
  const heard = testimonies.filter(({ loss }) => loss !== null).length;
  return { testimonies, quarrels, agree: heard > 1 && quarrels.length === 0 };
}

const around = (mid: number, width: number): Estimate => ({ low: mid - width, mid, high: mid + width });

/** What has built up since the last rain that cleans, or since the record began: at least that is lost. */
function driftOf({ drift, days }: NonNullable<EvidenceInput['energy']>, threshold: number): Testimony {
  const { ratePerDay, rateCi95, missing } = drift;
  const first = days[0];
  const last = days.at(-1);
  if (ratePerDay === null || rateCi95 === null || first === undefined || last === undefined)
    return { witness: 'energy', loss: null, note: missing ?? 'Too few clear days to draw a trend through.' };
  const wet = days.findLast(({ rain }) => (rain ?? 0) >= threshold);
  const since = wet?.date ?? first.date;
  const count = Math.round((Date.parse(last.date) - Date.parse(since)) / DAY);
  const lost = (rate: number) => 1 - Math.exp(-rate * count);
  return {
    witness: 'energy',
    loss: { low: lost(rateCi95[0]), mid: lost(ratePerDay), high: lost(rateCi95[1]) },
    note: `Built up from ${since} to ${last.date} by daily energy, clear days alone${wet ? ', since the last rain that cleans' : ''}: at least that, with what lay there before left out.`,
  };
}

function yearOf({ yearOnYear }: DailyEnergyOutput): Testimony[] {
  if (yearOnYear === null) return [];
  return [
    {
      witness: 'year',
      loss: around(-yearOnYear - DEGRADATION_PER_YEAR, YEAR_ON_YEAR_SPREAD),
      note: 'Against the same days a year before, a year of ageing taken out: how much dirtier than then, season for season.',
    },
  ];
}

/** Whether one range lies wholly above another. */
const above = (a: Estimate, b: Estimate): boolean => a.low > b.high;

function quarrelsOf(testimonies: readonly Testimony[], meterSpoilt: boolean): string[] {
  const of = (witness: Witness) => testimonies.find((one) => one.witness === witness)?.loss ?? null;
  const [eye, patch, meter, energy, weather] = [of('eye'), of('test-patch'), of('meter'), of('energy'), of('weather')];
  const best = patch ?? eye;
  const [name, explains, says] = patch ? ['test strips', 'explain', 'say'] : ['eye', 'explains', 'says'];
  const quarrels: string[] = [];
  if (patch && eye && above(eye, patch))
    quarrels.push('The eye says more than the test strips: films look worse than they are. Go by the strips.');
  if (patch && eye && above(patch, eye))
    quarrels.push(
      'The test strips say more than the eye: a thin, even film hides itself, or patches lie on the strip.',
    );
  if (best && meter && !meterSpoilt) {
    if (above(meter, best))
      quarrels.push(
        `The meter misses more than the ${name} ${explains}: look for a dead string, shade, defects, faster ageing, or patches that cost more than they cover, before it is called dirt.`,
      );
    if (above(best, meter))
      quarrels.push(
        `The meter misses less than the ${name} ${says}: the dirt may cost less than it looks, or the nameplate is understated.`,
      );
  }
  if (best && energy && above(energy, best))
    quarrels.push(
      `Daily energy has fallen by more than the ${name} ${explains}: a fault that came in that time, growing shade, or smoke is in it too.`,
    );
  if (best && weather && above(best, weather))
    quarrels.push(
      'It is dirtier than dust and rain since the last wash let expect: look for a source near by, such as a roost, works or a road.',
    );
  if (best && weather && above(weather, best))
    quarrels.push(
      'It is cleaner than dust and rain since the last wash let expect: less settles here than is assumed.',
    );
  return quarrels;
}
