import { followDefects } from '../../core/inspections/defects.ts';
import { moduleCount } from '../../core/sites/layout.ts';
import { dateIn } from '../../core/time/calendar.ts';
import { readCompany } from '../company/useCases.ts';
import type { Context } from '../context.ts';
import { asData, MOST_PICTURES, type PaperFile, pdf } from '../documents/files.ts';
import { arraysOfSite, findCustomer, readSite } from '../sites/storage.ts';
import { uprightOf } from './photoStorage.ts';
import { listInspectionRows } from './storage.ts';

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
