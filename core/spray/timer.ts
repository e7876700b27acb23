import { filmLoss, filmMassOf } from '../modules/filmLoss.ts';
import { LAYERED_DEFAULTS, rainAtTilt } from '../soiling/layered.ts';
import { radians } from '../units/angles.ts';

export interface SprayTimerInput {
  /** of the glass under the line, m2 */
  area: number;
  /** degrees from the horizontal, 0 to 90 */
  surfaceTilt: number;
  /** dust settling on a horizontal plane, g/m2 a day */
  deposition: number;
  /** loss to the film that is not to be passed, a fraction */
  keepUnder: number;
  /** share of the loose film that one rinse takes off, above 0 and under 1 */
  effectiveness: number;
  /** L/min of the whole line */
  totalLpm: number;
  /** W that the pump draws; 0 on the mains' own pressure */
  pumpPower: number;
  /** share of the water that is caught and used again */
  caught: number;
}

export interface SprayTimer {
  /** whole days from one rinse to the next; null where the film never passes the limit */
  everyDays: number | null;
  /** minutes of water a rinse */
  minutes: number;
  /** L a rinse, and drawn and caught in a year */
  litres: number;
  litresAYear: number;
  caughtAYear: number;
  /** of the pump */
  energyAYear: number;
  /** loss just before a rinse, once it has settled */
  lossBefore: number;
}

/**
 * The timer of a spray line (C13): how often, by what settles and what a rinse leaves; how long, by the depth of rain
 * that takes off as much (C6 `layered`).
 *
 * Rinsed every n days, a film of D a day that loses the share e comes to n D/e just before each rinse, so n is the
 * greatest whole number that keeps this under the film of the given loss. At least one day.
 * @returns litres, minutes, kWh a year
 * @throws RangeError that names the field
 */
export function sprayTimer(input: SprayTimerInput): SprayTimer {
  const { effectiveness, keepUnder, totalLpm, area, deposition } = input;
  if (!(effectiveness > 0 && effectiveness < 1)) throw new RangeError('effectiveness: must be above 0 and under 1');
  if (!(keepUnder > 0)) throw new RangeError('keepUnder: must be above 0');
  if (!(totalLpm > 0)) throw new RangeError('totalLpm: must be above 0');
  const settling = deposition * Math.cos(radians(input.surfaceTilt));
  const depth = (-LAYERED_DEFAULTS.rainScale * Math.log(1 - effectiveness)) / rainAtTilt(input.surfaceTilt);
  const litres = depth * area;
  const minutes = litres / totalLpm;
  const most = filmMassOf(keepUnder);
  const everyDays = most === null || settling <= 0 ? null : Math.max(1, Math.floor((most * effectiveness) / settling));
  const rinses = everyDays === null ? 0 : 365 / everyDays;
  return {
    everyDays,
    minutes,
    litres,
    litresAYear: litres * rinses,
    caughtAYear: litres * rinses * input.caught,
    energyAYear: (input.pumpPower * minutes * rinses) / 60_000,
    lossBefore: everyDays === null ? 0 : filmLoss((everyDays * settling) / effectiveness),
  };
}
