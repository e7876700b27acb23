import type { QuickLook } from '../../contract/inspections/quickLooks.ts';
import { type SeenWord, soilsOfWords } from '../../core/inspections/quickLook.ts';
import type { Soil } from '../../core/inspections/soil.ts';
import { keepDraft, readDraft } from '../api/drafts.ts';
import { newId } from '../api/ids.ts';
import { ARRAY_DEFAULTS } from './arrayDefaults.ts';

export const NEW_SITE = 'new-site';
export const USUAL_SITE = 'usual-site';

const SITE_DEFAULTS = {
  name: '',
  place: '',
  latitude: '' as never as number,
  longitude: '' as never as number,
  altitude: 100,
  zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
  climate: 'winter-rain' as const,
  surroundings: 'town' as const,
  energyBought: 250000,
  energySold: 80000,
  ownUse: 0.6,
  runOff: 'garden' as const,
  waterSource: 'tap' as const,
  travelKm: 20,
  travelMinutes: 30,
  notes: '',
};

/** What the last site entered has in common with the next one. */
export const usualSite = () => ({ ...SITE_DEFAULTS, ...readDraft<Partial<typeof SITE_DEFAULTS>>(USUAL_SITE) });

/** A call on the telephone that a site is made of, with what an inspection of it can begin with. */
export interface FromCall {
  id: string;
  soils: Soil[];
  notes: string;
}

export const newSiteDefaults = () => ({
  customer: { name: '', email: '', phone: '' },
  site: usualSite(),
  array: ARRAY_DEFAULTS,
  ids: { customer: newId(), array: newId() },
  call: null as FromCall | null,
});

/** Rows and columns that hold a number of modules, the last row short where they do not divide. */
export function gridFor(modules: number): { rows: number; columns: number; missing: number[] } {
  const even = [2, 3, 4].find((rows) => modules >= 2 * rows && modules % rows === 0);
  const rows = even ?? (modules < 6 ? 1 : 3);
  const columns = Math.ceil(modules / rows);
  return { rows, columns, missing: Array.from({ length: rows * columns - modules }, (_, at) => modules + at) };
}

const months = (since: number | null): string =>
  since === null ? 'never washed' : since === 1 ? 'washed a month ago' : `washed ${since} months ago`;

/** Begins a site with what a caller has said, so that nobody types it again. */
export function beginSite({ id, at, fields }: QuickLook, words: Record<SeenWord, string>): void {
  const { caller, seen, monthsSinceCleaned } = fields;
  const start = newSiteDefaults();
  const { surroundings, climate, latitude, longitude, altitude, energyBought, energySold, ownUse, travelKm } = fields;
  const notes = `By telephone, ${at.slice(0, 10)}: ${seen.map((word) => words[word]).join(', ') || 'nothing said of the glass'}; ${months(monthsSinceCleaned)}.`;
  keepDraft(NEW_SITE, {
    id: newId(),
    values: {
      ...start,
      customer: { name: caller.name, email: '', phone: caller.phone },
      site: {
        ...start.site,
        name: caller.name,
        place: caller.place,
        surroundings,
        climate,
        latitude,
        longitude,
        altitude,
        energyBought,
        energySold,
        ownUse,
        travelKm,
        travelMinutes: fields.travelMinutes,
      },
      array: {
        ...ARRAY_DEFAULTS,
        ...gridFor(fields.modules),
        tilt: fields.tilt,
        storeys: fields.storeys,
        birds: fields.birds,
      },
      call: { id, soils: soilsOfWords(seen), notes },
    },
  });
}
