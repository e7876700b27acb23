import { moduleCount, type Site } from '../../contract/sites/endpoints.ts';
import { followDefects } from '../../core/inspections/defects.ts';
import type { Context } from '../context.ts';
import { uprightOf } from '../inspections/photoStorage.ts';
import { listInspectionRows } from '../inspections/storage.ts';
import { readPlan } from '../methods/storage.ts';
import { readCompany } from '../people/useCases.ts';
import { readQuote } from '../quotes/storage.ts';
import { readReport } from '../reports/useCases.ts';
import { arraysOfSite, findCustomer } from '../sites/storage.ts';
import { dateIn } from '../soiling/calendar.ts';
import { mustFind } from '../storage/writing.ts';

export interface PaperFile {
  bytes: Buffer;
  type: string;
  name: string;
}

const pdf = (bytes: Uint8Array, name: string): PaperFile => ({
  bytes: Buffer.from(bytes),
  type: 'application/pdf',
  name,
});

const asData = (picture: Buffer): string => `data:image/jpeg;base64,${picture.toString('base64')}`;

export async function makeQuotePaper(context: Context, id: string): Promise<PaperFile> {
  const { database } = context;
  const quote = await readQuote(database, id);
  const site = await mustFind<Site>(database, 'sites', quote.siteId, 'site');
  const [company, customer, arrays, plan] = await Promise.all([
    readCompany(context),
    findCustomer(database, site.customerId),
    arraysOfSite(database, site.id),
    readPlan(database, quote.planId),
  ]);
  const planned = new Set(plan.output.arrays.map(({ arrayId }) => arrayId));
  const bytes = await context.workers.run('renderPaper', {
    kind: 'quote',
    paper: {
      quote,
      firm: company.name,
      customer: customer.name,
      site: site.name,
      place: site.place,
      modules: arrays.filter((array) => planned.has(array.id)).reduce((sum, array) => sum + moduleCount(array), 0),
      glass: context.person.glass,
    },
  });
  return pdf(bytes, `quote-${quote.number}.${quote.revision}.pdf`);
}

export async function makeReportPaper(context: Context, id: string): Promise<PaperFile> {
  const { database } = context;
  const report = await readReport(database, id);
  const company = await readCompany(context);
  const wanted = report.content.arrays.flatMap(({ photos }) =>
    photos.filter(({ state }) => state === 'ready').slice(0, 6),
  );
  const upright = await uprightOf(
    database,
    wanted.map(({ id }) => id),
  );
  const pictures = Object.fromEntries([...upright].map(([photoId, picture]) => [photoId, asData(picture)]));
  const bytes = await context.workers.run('renderPaper', {
    kind: 'report',
    paper: { report, firm: company.name, glass: context.person.glass, pictures },
  });
  return pdf(bytes, `report-${report.content.washedOn}.pdf`);
}

/** Inspections of an array that its list of defects looks back on, and pictures that it shows. */
const MOST_VISITS = 100;
const MOST_PICTURES = 6;

/** The warranty list of a site: every defect that was ever seen on its arrays. */
export async function makeDefectPaper(context: Context, siteId: string): Promise<PaperFile> {
  const { database } = context;
  const site = await mustFind<Site>(database, 'sites', siteId, 'site');
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
      glass: context.person.glass,
    },
  });
  return pdf(bytes, `defects-${date}.pdf`);
}
