import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect } from 'chai';
import type { ImportBundle, ImportedSite } from '../contract/imports/endpoints.ts';
import { whatIsKnown } from '../core/assimilation/known.ts';
import { lessonsOfArray } from '../core/figures/lessons.ts';
import { type Datum, ownFigures } from '../core/figures/ours.ts';
import { recordsOf } from '../core/reckoning/asked.ts';
import type { ReckonInput } from '../core/reckoning/reckoning.ts';
import { wiringOf } from '../core/soiling/markedLoss.ts';
import { exampleInspection, exampleReckon } from '../core/testing/exampleReckon.ts';
import { climateMonth, climateOf } from '../core/weather/index.ts';
import { SITES } from '../demo/scenario.ts';
import { asItWas } from '../demo/truth.ts';
import { PROJECT } from './folders.ts';

/** The day on which the files of the demo were written: a demo of another day has other weather, and other numbers. */
const TODAY = '2026-11-02';

/** What the arrays of a site teach, from what would be imported of it and nothing else. */
function taughtAt(site: ImportedSite, by: string): Datum[] {
  const { latitude } = site.site;
  const climate = climateOf('winter-rain');
  const months = (values: readonly number[]) =>
    Array.from({ length: 12 }, (_, month) => climateMonth(values, month, latitude));
  const rain = Object.fromEntries((site.rain ?? []).map((day) => [day.date, day.rain]));
  return site.arrays.flatMap((array) => {
    const modules = array.rows * array.columns - array.missing.length;
    const days = site.energy?.find(({ arrayId }) => arrayId === array.id)?.days ?? [];
    const washes = site.rounds.flatMap(({ job }) => {
      const worked = (job?.entries ?? []).flatMap((entry) =>
        entry.kind === 'mark' && entry.array === array.id && entry.mark !== 'not-reached' ? [entry] : [],
      );
      const share = worked.reduce((sum, entry) => sum + entry.modules.length, 0) / modules;
      const date = worked[0]?.at.slice(0, 10);
      return date ? [{ date, jobId: 'job', parts: [{ way: 'fed-pole' as const, share: Math.min(1, share) }] }] : [];
    });
    const looks = site.rounds
      .flatMap(({ inspections }) => inspections)
      .filter(({ arrayId }) => arrayId === array.id)
      .map((look, at) => ({
        ...exampleInspection(),
        ...look,
        id: `look ${at}`,
        by,
        date: look.inspectedAt.slice(0, 10),
      }));
    const input = {
      ...exampleReckon,
      site: { ...exampleReckon.site, ...site.site },
      array: { ...exampleReckon.array, ...array, modules, wiring: wiringOf(array) },
      ...{ looks, washes, rain, today: TODAY },
      energy: {
        site: {
          ...exampleReckon.site,
          ...site.site,
          linkeTurbidity: months(climate.linkeTurbidity),
          tempAir: months(climate.tempAir),
          ...{ surfaceTilt: array.tilt, surfaceAzimuth: array.azimuth },
          ...{
            pdc0: modules * array.moduleWatts,
            gammaPdc: array.gammaPdc,
            pacRated: array.inverterLimit ?? undefined,
          },
        },
        days: days.map((day) => ({ ...day, rain: rain[day.date] })),
        cleanings: [],
      },
    } as ReckonInput;
    return lessonsOfArray(whatIsKnown(recordsOf(input)).taught, { id: array.id, name: site.site.name });
  });
}

describe('what the demo hides', function () {
  this.timeout(240_000);

  it('is found again from what is imported: whose eye reads high, and where more settles or less', () => {
    const folder = join(PROJECT, 'demo', 'sites');
    const lessons = readdirSync(folder).flatMap((file) => {
      const { sites } = JSON.parse(readFileSync(join(folder, file), 'utf8')) as ImportBundle;
      return sites.flatMap((site) => {
        const told = SITES.find(({ fields }) => fields.name === site.site.name);
        return told?.truth ? taughtAt(asItWas(site, TODAY, told.truth, told.key.length), told.truth.by) : [];
      });
    });
    // of the logarithm: 0 sees what lies there
    const eye = (of: string) => ownFigures(lessons).find(({ key }) => key === `eye:${of}`);
    expect(eye('estimator')?.low, 'the estimator sees more than lies there').to.be.above(0);
    expect(eye('owner')?.low, 'the owner sees what lies there').to.be.below(0);
    expect(eye('owner')?.high, 'the owner sees what lies there').to.be.above(0);
    const dust = (site: string) =>
      lessons.find(({ key, from }) => key === 'dust:farmland' && from.name.startsWith(site))?.value;
    expect(dust('Oakes farmhouse')).to.be.below(0.9);
    expect(dust('Thornfield cellar')).to.be.above(1.1);
  });
});
