import { followDefects } from '../../core/inspections/defects.ts';
import { moduleCount } from '../../core/sites/layout.ts';
import { dateIn } from '../../core/time/calendar.ts';
import { readCompany } from '../company/useCases.ts';
import type { Context } from '../context.ts';
import { uprightOf } from '../inspections/photoStorage.ts';
import { listInspectionRows } from '../inspections/storage.ts';
import { readSafety } from '../methods/safety.ts';
import { arraysOfSite, findCustomer, readSite } from '../sites/storage.ts';
import { asData, composeQuotePaper, composeReportPaper, MOST_PICTURES, withPictures } from './compose.ts';
import { newestPaper } from './paperStorage.ts';

export interface PaperFile {
  bytes: Buffer;
  type: string;
  name: string;
  /** papers may be followed by newer ones, and are nobody else's: no copy of them is left behind */
  cache: 'never';
}

const pdf = (bytes: Uint8Array, name: string): PaperFile => ({
  bytes: Buffer.from(bytes),
  type: 'application/pdf',
  name,
  cache: 'never',
});

/** The quote as it went out; a draft as it stands. */
export async function makeQuotePaper(context: Context, id: string): Promise<PaperFile> {
  const kept = await newestPaper(context.database, 'quote', id);
  if (kept) return pdf(kept.bytes, kept.name);
  const paper = await composeQuotePaper(context.database, id, context.person.units);
  const bytes = await context.workers.run('renderPaper', { kind: 'quote', paper });
  return pdf(bytes, `quote-${paper.quote.number}.${paper.quote.revision}.pdf`);
}

/** The report as it was signed and last amended; a draft as it stands. */
export async function makeReportPaper(context: Context, id: string): Promise<PaperFile> {
  const kept = await newestPaper(context.database, 'report', id);
  if (kept) return pdf(kept.bytes, kept.name);
  const composed = await composeReportPaper(context.database, id, context.person.units);
  const paper = await withPictures(context.database, composed);
  const bytes = await context.workers.run('renderPaper', { kind: 'report', paper });
  return pdf(bytes, `report-${paper.report.content.washedOn}.pdf`);
}

/** Inspections of an array that its list of defects looks back on. */
const MOST_VISITS = 100;

/** The warranty list of a site: every defect that was ever seen on its arrays. */
export async function makeDefectPaper(context: Context, siteId: string): Promise<PaperFile> {
  const { database } = context;
  const site = await readSite(database, siteId);
  const company = await readCompany(context);
  const customer = await findCustomer(database, site.customerId);
  const arrays = [];
  for (const array of await arraysOfSite(database, siteId)) {
    const visits = await listInspectionRows(database, array.id, { limit: MOST_VISITS });
    const photos = visits
      .flatMap((visit) => visit.photos)
      .filter(({ role }) => role === 'defect')
      .slice(0, MOST_PICTURES);
    const upright = await uprightOf(
      database,
      photos.map(({ id }) => id),
    );
    arrays.push({
      name: array.name,
      modules: moduleCount(array),
      moduleWatts: array.moduleWatts,
      installedOn: array.installedOn,
      columns: array.columns,
      defects: followDefects(visits),
      pictures: photos.flatMap(({ id, caption, module }) => {
        const picture = upright.get(id);
        const words = [module === null ? '' : `Module ${module + 1}`, caption].filter(Boolean).join(': ');
        return picture ? [{ data: asData(picture), caption: words }] : [];
      }),
    });
  }
  const date = dateIn(context.clock(), site.zone);
  const bytes = await context.workers.run('renderPaper', {
    kind: 'defects',
    paper: {
      firm: company.name,
      customer: customer.name,
      site: site.name,
      place: site.place,
      date,
      arrays,
      units: { ...context.person.units, zone: site.zone },
    },
  });
  return pdf(bytes, `defects-${date}.pdf`);
}

/** The safety sheet of a site as it stands, for the work of its newest plan. */
export async function makeSafetyPaper(context: Context, siteId: string): Promise<PaperFile> {
  const { database } = context;
  const site = await readSite(database, siteId);
  const company = await readCompany(context);
  const customer = await findCustomer(database, site.customerId);
  const safety = await readSafety(context, siteId);
  const bytes = await context.workers.run('renderPaper', {
    kind: 'safety',
    paper: {
      firm: company.name,
      customer: customer.name,
      site: site.name,
      place: site.place,
      safety,
      units: { ...context.person.units, zone: site.zone },
    },
  });
  return pdf(bytes, `safety-${safety.version}.pdf`);
}
