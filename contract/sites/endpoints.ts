import { z } from 'zod';
import { BIRDS, SURROUNDINGS } from '../../core/assumptions.ts';
import { CELL_CUTS, ORIENTATIONS } from '../../core/inspections/marks.ts';
import { MOUNTS, RUN_OFFS } from '../../core/rules/input.ts';
import { ASSUMABLE_OF_ARRAY, ASSUMABLE_OF_SITE } from '../../core/sites/assumed.ts';
import { LONGEST_STRING } from '../../core/sites/layout.ts';
import { ELECTRONICS } from '../../core/soiling/markedLoss.ts';
import { STEP_STATES, STEPS, type StepName } from '../../core/spine/standing.ts';
import { WATER_SOURCES } from '../../core/water/plan.ts';
import { CLIMATE_KEYS } from '../../core/weather/climates.ts';
import { date, fraction, id, idParams, note, pageOf, pageQuery, price, text, version, zone } from '../common.ts';
import { azimuth, latitude, longitude, tilt } from '../compute/parts.ts';
import { DESK, EVERYONE, endpoint } from '../endpoint.ts';
import { waterReading } from '../water/endpoints.ts';
import { EMPTY_DRAWING, faceDrawing, stringName } from './drawing.ts';
import { siteRecord } from './record.ts';

export const customerFields = z.object({
  name: text(120),
  email: z.union([z.literal(''), z.email()]).default(''),
  phone: note(40),
});
export const customer = customerFields.extend({ id, version });
export type Customer = z.infer<typeof customer>;

export const siteFields = z.object({
  name: text(120),
  place: note(200),
  latitude,
  longitude,
  /** metres */
  altitude: z.number().min(-500).max(6000),
  zone,
  climate: z.enum(CLIMATE_KEYS),
  surroundings: z.enum(SURROUNDINGS),
  /** price of energy, minor units for a megawatt-hour: whole numbers fine enough for any tariff */
  energyBought: price,
  energySold: price,
  /** share of the production that is used on the spot */
  ownUse: fraction,
  runOff: z.enum(RUN_OFFS),
  waterSource: z.enum(WATER_SOURCES),
  /** litres that the site has for a visit: null as many as are wanted, 0 where none may be used */
  waterLimit: z.number().min(0).max(1e6).nullable().default(null),
  /** nobody may leave the ground there, by whatever means */
  groundOnly: z.boolean().default(false),
  /** kilometres and minutes there and back */
  travelKm: z.number().min(0).max(5000),
  travelMinutes: z.number().min(0).max(6000),
  notes: note(),
  /** which of them nobody has said: they were filled in, and stay assumed until somebody types or confirms them */
  assumed: z.array(z.enum(ASSUMABLE_OF_SITE)).max(ASSUMABLE_OF_SITE.length).default([]),
});

export const arrayFields = z.object({
  name: text(80),
  rows: z.number().int().min(1).max(200),
  columns: z.number().int().min(1).max(400),
  /** indices of the grid, row by row from the top left, where no module lies */
  missing: z.array(z.number().int().min(0).max(79_999)).max(2000).default([]),
  orientation: z.enum(ORIENTATIONS),
  /** W each at standard test conditions */
  moduleWatts: z.number().gt(0).max(2000),
  /** 1/K */
  gammaPdc: z.number().min(-0.01).max(0),
  tilt,
  azimuth,
  mount: z.enum(MOUNTS),
  storeys: z.number().int().min(0).max(60),
  /** metres */
  eaveHeight: z.number().min(0).max(200),
  installedOn: date.nullable().default(null),
  /** W, AC; null where there is none */
  inverterLimit: z.number().gt(0).max(1e9).nullable().default(null),
  exportLimit: z.number().min(0).max(1e9).nullable().default(null),
  /** rear irradiance as a share of the front's */
  rearFraction: z.number().min(0).max(0.5).default(0),
  birds: z.enum(BIRDS).default('few'),
  /** whether the cells of its modules are cut in halves */
  cells: z.enum(CELL_CUTS).default('whole'),
  /** 'module': each module has electronics of its own */
  electronics: z.enum(ELECTRONICS).default('string'),
  /** the modules of each string in order; those that are in none are not wired yet */
  strings: z
    .array(
      z.object({
        name: stringName,
        modules: z.array(z.number().int().min(0).max(79_999)).min(1).max(LONGEST_STRING),
        /** the inverter that it ends in, by name; left out where nobody has said */
        inverter: stringName.optional(),
        /** where it is not as the array's */
        electronics: z.enum(ELECTRONICS).optional(),
      }),
    )
    .max(1000)
    .default([]),
  /** the face about the modules, as it was drawn */
  drawing: faceDrawing.default(EMPTY_DRAWING),
  /** which of them nobody has said */
  assumed: z.array(z.enum(ASSUMABLE_OF_ARRAY)).max(ASSUMABLE_OF_ARRAY.length).default([]),
});

interface Layout {
  rows: number;
  columns: number;
  missing: number[];
  strings: { name: string; modules: number[] }[];
}

/** Each string runs over modules that are there, and no module is in two. */
function wiredOnce({ rows, columns, missing, strings }: Layout, context: z.RefinementCtx): void {
  const holes = new Set(missing);
  const wired = new Set<number>();
  strings.forEach(({ modules }, index) => {
    const wrong = modules.find((module) => module >= rows * columns || holes.has(module) || wired.has(module));
    if (wrong !== undefined) {
      const twice = wired.has(wrong) ? 'is in another string already' : 'is no module of this array';
      context.addIssue({
        code: 'custom',
        path: ['strings', index, 'modules'],
        message: `module ${wrong + 1} ${twice}`,
      });
    }
    for (const module of modules) wired.add(module);
  });
}

const noHolesOutside = (array: Layout, context: z.RefinementCtx) => {
  wiredOnce(array, context);
  const cells = array.rows * array.columns;
  if (cells > 20_000)
    context.addIssue({
      code: 'custom',
      path: ['columns'],
      message: 'rows times columns must be at most 20 000 modules',
    });
  if (array.missing.some((index) => index >= cells) || new Set(array.missing).size !== array.missing.length) {
    context.addIssue({ code: 'custom', path: ['missing'], message: 'must name places of the grid, each once' });
  }
  if (array.missing.length >= cells)
    context.addIssue({ code: 'custom', path: ['missing'], message: 'must leave at least one module' });
};

/** An array as a person enters or imports it, whole in itself. */
export const arrayBody = arrayFields.superRefine(noHolesOutside);

export const array = arrayFields.extend({ id, siteId: id, version });
export type SolarArray = z.infer<typeof array>;

export const stepState = z.enum(STEP_STATES);

/** The spine of a site: the state of each step, and its one figure, in SI or minor units. */
export const spine = z.object(
  Object.fromEntries(
    STEPS.map((step) => [step, z.object({ state: stepState, figure: z.number().nullable() })]),
  ) as Record<StepName, z.ZodObject<{ state: typeof stepState; figure: z.ZodNullable<z.ZodNumber> }>>,
);
export type Spine = z.infer<typeof spine>;

export const site = siteFields.extend({ id, customerId: id, version });
export type Site = z.infer<typeof site>;

export const siteListItem = z.object({
  id,
  name: z.string(),
  place: z.string(),
  customer: z.string(),
  modules: z.number(),
  /** W */
  power: z.number(),
  spine,
});
export type SiteListItem = z.infer<typeof siteListItem>;

export const siteSpread = z.object({
  site,
  customer,
  arrays: z.array(array),
  waterReadings: z.array(waterReading),
  spine,
  latest: z.object({
    planId: id.nullable(),
    quoteId: id.nullable(),
    jobId: id.nullable(),
    reportId: id.nullable(),
    /** whether somebody reckoned again after the newest plan, and nobody has agreed to that plan */
    planOvertaken: z.boolean(),
  }),
  /** whether the price book or costs are others now than that plan, to which nobody has agreed, was made with */
  planAtOtherPrices: z.boolean(),
});
export type SiteSpread = z.infer<typeof siteSpread>;
const exported = siteRecord(siteSpread);

export const sitesEndpoints = {
  listSites: endpoint({
    method: 'GET',
    path: '/api/sites',
    summary: 'Sites by name, with where each stands',
    roles: EVERYONE,
    query: pageQuery.extend({ search: z.string().max(100).optional() }),
    answer: pageOf(siteListItem),
  }),
  createSite: endpoint({
    method: 'POST',
    path: '/api/sites',
    summary: 'Enter a site and its customer',
    roles: DESK,
    body: siteFields.extend({ id, customer: customerFields.extend({ id }) }),
    answer: siteSpread,
  }),
  readSite: endpoint({
    method: 'GET',
    path: '/api/sites/:id',
    summary: 'A site with its arrays, water readings and spine',
    roles: EVERYONE,
    params: idParams,
    answer: siteSpread,
  }),
  changeSite: endpoint({
    method: 'PUT',
    path: '/api/sites/:id',
    summary: 'Change a site',
    roles: DESK,
    params: idParams,
    body: siteFields.extend({ version }),
    answer: siteSpread,
  }),
  createArray: endpoint({
    method: 'POST',
    path: '/api/sites/:id/arrays',
    summary: 'Add an array to a site',
    roles: DESK,
    params: idParams,
    body: arrayFields.extend({ id }).superRefine(noHolesOutside),
    answer: array,
  }),
  changeArray: endpoint({
    method: 'PUT',
    path: '/api/arrays/:id',
    summary: 'Change an array',
    roles: DESK,
    params: idParams,
    body: arrayFields.extend({ version }).superRefine(noHolesOutside),
    answer: array,
  }),
  exportSite: endpoint({
    method: 'GET',
    path: '/api/sites/:id/export',
    summary: 'Everything on record about a site, as one JSON document',
    roles: DESK,
    params: idParams,
    answer: exported.owner,
    answers: { estimator: exported.desk },
  }),
};
