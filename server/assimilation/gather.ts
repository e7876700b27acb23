import type { Site, SolarArray } from '../../contract/sites/endpoints.ts';
import type { PairOnRecord, WashOnRecord } from '../../core/assimilation/records.ts';
import { WASH_UNTOLD } from '../../core/assumptions.ts';
import type { FittedOn } from '../../core/fittings/kinds.ts';
import { type FittingsLook, lostRows } from '../../core/fittings/standing.ts';
import type { MeasuredJob } from '../../core/jobs/measured.ts';
import type { ReckonInput } from '../../core/reckoning/reckoning.ts';
import { indexOf, moduleCount, placesOf } from '../../core/sites/layout.ts';
import { wiringOf } from '../../core/soiling/markedLoss.ts';
import { dateIn } from '../../core/time/calendar.ts';
import { addedDays } from '../../core/time/dates.ts';
import { fittingsLooks } from '../inspections/fittings.ts';
import { type Look, looksSince } from '../inspections/storage.ts';
import { measuredJobsOf } from '../jobs/measured.ts';
import type { Connection } from '../storage/database.ts';
import { climateOfSite, dailyEnergyOf } from '../weather/drift.ts';
import { weatherBetween } from '../weather/storage.ts';

/** Days that records are looked back over: three years, after which nothing of them is left on the glass. */
const LOOK_BACK = 1095;

/** All that is on record of an array and bears on its loss, for one estimate (C17). */
export type OnRecord = Pick<ReckonInput, 'site' | 'array' | 'looks' | 'washes' | 'pairs' | 'energy' | 'rain'>;

/** The same, with the moment of the last wash that was measured; null where none was. */
interface Gathered {
  records: OnRecord;
  measuredAt: string | null;
}

export async function recordsOfArray(
  connection: Connection,
  array: SolarArray,
  site: Site,
  today: string,
): Promise<Gathered> {
  const from = addedDays(today, -LOOK_BACK);
  const looks = await looksSince(connection, array.id, from);
  const jobs = (await measuredJobsOf(connection, site, array.id)).filter(({ date }) => date >= from && date <= today);
  const weather = await weatherBetween(connection, site.id, from, today);
  const records: OnRecord = {
    site: {
      latitude: site.latitude,
      longitude: site.longitude,
      altitude: site.altitude,
      climate: await climateOfSite(connection, site),
      surroundings: site.surroundings,
      energyBought: site.energyBought,
      energySold: site.energySold,
      ownUse: site.ownUse,
    },
    array: {
      modules: moduleCount(array),
      moduleWatts: array.moduleWatts,
      gammaPdc: array.gammaPdc,
      tilt: array.tilt,
      azimuth: array.azimuth,
      inverterLimit: array.inverterLimit,
      exportLimit: array.exportLimit,
      rearFraction: array.rearFraction,
      birds: array.birds,
      installedOn: array.installedOn,
      wiring: wiringOf(array),
      fitted: fittedOn(array, fittingsLooks(looks, site)),
    },
    looks: looks.map(({ inspectedAt, lastWashed: _, fittings: __, ...look }) => {
      const date = dateIn(inspectedAt, site.zone);
      const afterWash = jobs.some(
        (job) => job.date === date && Date.parse(job.washedAt ?? '') < Date.parse(inspectedAt),
      );
      return { ...look, date, ...(afterWash ? { afterWash } : {}) };
    }),
    washes: washesOf(array.id, jobs, looks),
    pairs: pairsOf(array.id, jobs),
    energy: await dailyEnergyOf(connection, array, site),
    rain: Object.fromEntries(weather.map(({ date, rain }) => [date, rain])),
  };
  return { records, measuredAt: jobs.findLast((job) => faceOf(array.id, job)?.pair)?.washedAt ?? null };
}

/** Fittings stand on rows of the drawing: what of the array has them, and on which modules they were found loose or gone. */
const fittedOn = (array: SolarArray, looks: readonly FittingsLook[]): FittedOn[] => {
  const grid = { ...array, origin: array.drawing.origin };
  const modulesOf = (rows: readonly number[]) =>
    placesOf(grid).flatMap((place) => (rows.includes(place.row) ? (indexOf(grid, place) ?? []) : []));
  return array.drawing.fitted.map((fitting) => ({
    kind: fitting.kind,
    since: fitting.since,
    modules: modulesOf(fitting.rows),
    lost: lostRows(fitting, looks).map(({ date, rows }) => ({ date, modules: modulesOf(rows) })),
  }));
};

type DatedJob = MeasuredJob & { jobId: string; date: string };

const faceOf = (arrayId: string, { faces }: DatedJob) => faces.find(({ id }) => id === arrayId);

/** Washes of our jobs, and those that somebody told of when they looked. */
function washesOf(arrayId: string, jobs: readonly DatedJob[], looks: readonly Look[]): WashOnRecord[] {
  const ours = jobs.flatMap((job): WashOnRecord[] => {
    const { parts = [], cloth = null } = faceOf(arrayId, job) ?? {};
    if (parts.length === 0) return [];
    return [{ date: job.date, jobId: job.jobId, parts, ...(cloth === null ? {} : { cloth }) }];
  });
  const known = new Set(ours.map(({ date }) => date));
  const told = [...new Set(looks.flatMap(({ lastWashed }) => lastWashed ?? []))].filter((date) => !known.has(date));
  return [...ours, ...told.map((date) => ({ date, jobId: null, parts: [{ way: WASH_UNTOLD, share: 1 }] }))].sort(
    (a, b) => a.date.localeCompare(b.date),
  );
}

const pairsOf = (arrayId: string, jobs: readonly DatedJob[]): PairOnRecord[] =>
  jobs.flatMap((job) => {
    const pair = faceOf(arrayId, job)?.pair;
    return pair ? [{ jobId: job.jobId, date: job.date, ...pair }] : [];
  });
