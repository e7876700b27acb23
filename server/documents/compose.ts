import { moduleCount } from '../../core/sites/layout.ts';
import type { Units } from '../../core/units/quantities.ts';
import { readCompany } from '../company/useCases.ts';
import { uprightOf } from '../inspections/photoStorage.ts';
import { lastInspection } from '../inspections/storage.ts';
import { readPlan } from '../methods/storage.ts';
import { readQuote } from '../quotes/storage.ts';
import { readReport } from '../reports/read.ts';
import { arraysOfSite, findCustomer, readSite } from '../sites/storage.ts';
import type { Connection } from '../storage/database.ts';
import type { QuotePaper } from './quotePaper.ts';
import type { ReportPaper } from './reportPaper.ts';

/** Pictures of one array that a report shows. */
export const MOST_PICTURES = 6;

/** Faces that an offer shows as they lie. */
const MOST_ROOFS = 4;

export const asData = (picture: Buffer): string => `data:image/jpeg;base64,${picture.toString('base64')}`;

/** All that stands on a quote, as firm, customer and site are now. */
export async function composeQuotePaper(database: Connection, id: string, units: Units): Promise<QuotePaper> {
  const quote = await readQuote(database, id);
  const site = await readSite(database, quote.siteId);
  const company = await readCompany({ database });
  const customer = await findCustomer(database, site.customerId);
  const plan = await readPlan(database, quote.planId);
  const washed = new Set(plan.output.arrays.flatMap(({ arrayId, stopped }) => (stopped === null ? [arrayId] : [])));
  const arrays = (await arraysOfSite(database, site.id)).filter(({ id: arrayId }) => washed.has(arrayId));
  const roofs = [];
  for (const array of arrays.slice(0, MOST_ROOFS))
    roofs.push({ array, soils: (await lastInspection(database, array.id))?.soils ?? [] });
  return {
    quote,
    firm: company.name,
    customer: customer.name,
    site: site.name,
    place: site.place,
    modules: arrays.reduce((sum, array) => sum + moduleCount(array), 0),
    units: { ...units, zone: site.zone },
    roofs,
  };
}

/** All that stands on a report but the bytes of its pictures. */
export async function composeReportPaper(database: Connection, id: string, units: Units): Promise<ReportPaper> {
  const report = await readReport(database, id);
  const firm = report.content.firm ?? (await readCompany({ database })).name;
  const { zone } = await readSite(database, report.siteId);
  return { report, firm, units: { ...units, zone }, pictures: {} };
}

/** The same with its pictures, upright and without location. */
export async function withPictures(database: Connection, paper: ReportPaper): Promise<ReportPaper> {
  const wanted = paper.report.content.arrays.flatMap(({ photos }) =>
    photos.filter(({ state }) => state === 'ready').slice(0, MOST_PICTURES),
  );
  const upright = await uprightOf(
    database,
    wanted.map(({ id }) => id),
  );
  return { ...paper, pictures: Object.fromEntries([...upright].map(([id, picture]) => [id, asData(picture)])) };
}
