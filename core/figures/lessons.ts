import type { Taught } from '../assimilation/taught.ts';
import { RESIN_READING } from '../assumptions.ts';
import type { MeasuredJob } from '../jobs/measured.ts';
import type { ChargeOnRecord } from '../water/resinLog.ts';
import type { Datum } from './ours.ts';

/** How surely a job's clock and its water meter tell its pace and its litres, on the scale of their logarithms. */
const CLOCK = 0.1;
const METER = 0.1;
/** The same of litres that follow from the flow that a way is taken to have. */
const FLOW = 0.3;
const SET_UP_CLOCK = 0.15;
/** A job of fewer modules says little of a pace; and no pace lies further from the house's than this, or a step was forgotten. */
const FEWEST = 4;
const FURTHEST = 8;

const plausible = (factor: number): boolean => factor > 1 / FURTHEST && factor < FURTHEST;

/** What one job teaches of pace, litres and set-up, from its entries alone. */
export function lessonsOfJob(measured: MeasuredJob, from: Datum['from']): Datum[] {
  const { way, brushed, brushMinutes, houseMinutes, litres, metered, houseLitres, setUpMinutes } = measured;
  const lessons: Datum[] = [];
  const add = (key: string, value: number, sd: number) => lessons.push({ key, value, sd, from });
  if (way !== null && brushed >= FEWEST && brushMinutes !== null && houseMinutes !== null && houseMinutes > 0) {
    const factor = brushMinutes / houseMinutes;
    if (plausible(factor)) add(`pace:${way}`, factor, CLOCK);
  }
  if (way !== null && brushed >= FEWEST && litres !== null && houseLitres !== null && houseLitres > 0) {
    const factor = litres / houseLitres;
    if (plausible(factor)) add(`litres:${way}`, factor, metered ? METER : FLOW);
  }
  if (setUpMinutes !== null && setUpMinutes > 1 && setUpMinutes < 240) add('set-up:all', setUpMinutes, SET_UP_CLOCK);
  return lessons;
}

/** What one array teaches by all that is known of it. */
export const lessonsOfArray = (taught: readonly Taught[], array: { id: string; name: string }): Datum[] =>
  taught.map(({ key, value, sd, date }) => ({ key, value, sd, from: { record: 'array', ...array, date } }));

/** What the charges of resin teach that were used to their end: how many times its computed capacity each had. */
export const lessonsOfCharges = (charges: readonly (ChargeOnRecord & { name: string })[]): Datum[] =>
  charges.flatMap(({ factor, until, vessel, name }) =>
    factor === null || until === null
      ? []
      : [
          {
            key: 'resin:all',
            value: factor.value,
            sd: Math.max(factor.sd, RESIN_READING.sd / 10),
            from: { record: 'charge', id: vessel, name, date: until.slice(0, 10) },
          },
        ],
  );
