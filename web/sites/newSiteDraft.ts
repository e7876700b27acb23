import type { QuickLook } from '../../contract/inspections/quickLooks.ts';
import type { Site } from '../../contract/sites/endpoints.ts';
import type { Soil } from '../../core/inspections/soil.ts';
import { type SeenWord, soilsOfWords } from '../../core/reckoning/quickLook.ts';
import { ASSUMABLE_OF_SITE, eaveOf, type SiteFact } from '../../core/sites/assumed.ts';
import { dateIn } from '../../core/time/calendar.ts';
import { monthsBefore } from '../../core/time/dates.ts';
import { keepDraft, readDraft } from '../api/drafts.ts';
import { newId } from '../api/ids.ts';
import { ARRAY_DEFAULTS } from './arrayDefaults.ts';

export const NEW_SITE = 'new-site';
const USUAL_SITE = 'usual-site';

const SITE_DEFAULTS = {
  name: '',
  place: '',
  latitude: '' as never as number,
  longitude: '' as never as number,
  altitude: 100,
  zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
  climate: 'winter-rain' as Site['climate'],
  surroundings: 'town' as const,
  energyBought: 250000,
  energySold: 80000,
  ownUse: 0.6,
  runOff: 'garden' as const,
  waterSource: 'tap' as const,
  waterLimit: null as number | null,
  groundOnly: false,
  travelKm: 20,
  travelMinutes: 30,
  notes: '',
  assumed: [...ASSUMABLE_OF_SITE] as SiteFact[],
};

/** What the next site may well have in common with the last one entered; where it lies is not among it. */
type Usual = Pick<typeof SITE_DEFAULTS, 'zone' | 'climate' | 'energyBought' | 'energySold'>;

/** The fields of a new site as they are filled in; all that nobody has said stands under `assumed`. */
export const usualSite = (companyZone?: string) => {
  const { zone, climate, energyBought, energySold } = {
    ...SITE_DEFAULTS,
    ...(companyZone ? { zone: companyZone } : {}),
    ...readDraft<Partial<Usual>>(USUAL_SITE),
  };
  return { ...SITE_DEFAULTS, zone, climate, energyBought, energySold };
};

export const keepUsual = ({ zone, climate, energyBought, energySold }: Usual): void =>
  keepDraft(USUAL_SITE, { zone, climate, energyBought, energySold });

/** A call on the telephone that a site is made of, with what an inspection of it can begin with. */
export interface FromCall {
  id: string;
  soils: Soil[];
  notes: string;
  /** about when it was washed last; null where never, or nobody knows */
  lastWashed: string | null;
}

/** @param companyZone time zone in which the next site most likely lies */
export const newSiteDefaults = (companyZone?: string) => ({
  customer: { name: '', email: '', phone: '' },
  site: usualSite(companyZone),
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

/** The day about so many months before that of a call. @param months null where it was never washed */
export function washedAbout(day: string, months: number | null): string | null {
  return months === null ? null : monthsBefore(day, months);
}

/** A site that somebody began to type and has not sent: what it is called so far, and the call that it is made of. */
export function siteBegun(): { name: string; call: string | null } | null {
  const values = readDraft<{ values?: Partial<ReturnType<typeof newSiteDefaults>> }>(NEW_SITE)?.values;
  const name = [values?.site?.name, values?.customer?.name, values?.site?.place].find((one) => one?.trim());
  return name === undefined ? null : { name, call: values?.call?.id ?? null };
}

/** Begins a site with what a caller has said, so that nobody types it again. @param companyZone see `newSiteDefaults` */
export function beginSite(
  { id, at, fields }: Pick<QuickLook, 'id' | 'at' | 'fields'>,
  words: Record<SeenWord, string>,
  companyZone: string | undefined,
): void {
  const { caller, seen, monthsSinceCleaned } = fields;
  const start = newSiteDefaults(companyZone);
  const day = companyZone ? dateIn(at, companyZone) : at.slice(0, 10);
  const { surroundings, climate, latitude, longitude, energyBought, energySold } = fields;
  const notes = `By telephone, ${day}: ${seen.map((word) => words[word]).join(', ') || 'nothing said of the glass'}; ${months(monthsSinceCleaned)}.`;
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
        ...(latitude !== null && longitude !== null ? { latitude, longitude } : {}),
        climate,
        energyBought,
        energySold,
        assumed: start.site.assumed.filter((key) => key !== 'surroundings'),
      },
      array: {
        ...ARRAY_DEFAULTS,
        ...gridFor(fields.modules),
        tilt: fields.tilt,
        storeys: fields.storeys,
        birds: fields.birds,
        eaveHeight: eaveOf(ARRAY_DEFAULTS.mount, fields.storeys),
        assumed: ARRAY_DEFAULTS.assumed.filter((key) => key !== 'storeys' && key !== 'birds'),
      },
      call: { id, soils: soilsOfWords(seen), notes, lastWashed: washedAbout(day, monthsSinceCleaned) },
    },
  });
}
