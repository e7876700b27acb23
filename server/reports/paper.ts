import type { Units } from '../../core/units/quantities.ts';
import { readCompany } from '../company/useCases.ts';
import type { Context } from '../context.ts';
import { asData, MOST_PICTURES, type PaperFile } from '../documents/files.ts';
import { type Composed, paperFile } from '../documents/keep.ts';
import type { ReportPaper } from '../documents/reportPaper.ts';
import { uprightOf } from '../inspections/photoStorage.ts';
import { readSite } from '../sites/storage.ts';
import type { Connection } from '../storage/database.ts';
import { readReport } from './read.ts';

/** All that stands on a report but the bytes of its pictures. */
export async function composeReportPaper(database: Connection, id: string, units: Units): Promise<ReportPaper> {
  const report = await readReport(database, id);
  const firm = report.content.firm ?? (await readCompany({ database })).name;
  const { zone } = await readSite(database, report.siteId);
  return { report, firm, units: { ...units, zone }, pictures: {} };
}

/** The same with its pictures, upright and without location. */
async function withPictures(database: Connection, paper: ReportPaper): Promise<ReportPaper> {
  const wanted = paper.report.content.arrays.flatMap(({ photos }) =>
    photos.filter(({ state }) => state === 'ready').slice(0, MOST_PICTURES),
  );
  const upright = await uprightOf(
    database,
    wanted.map(({ id }) => id),
  );
  return { ...paper, pictures: Object.fromEntries([...upright].map(([id, picture]) => [id, asData(picture)])) };
}

/** The paper of a report, as it is drawn; what is kept beside it leaves out the bytes of pictures, which are on record. */
export async function composedReport(database: Connection, id: string, units: Units): Promise<Composed> {
  const input = await composeReportPaper(database, id, units);
  const paper = await withPictures(database, input);
  return { input, paper: { kind: 'report', paper }, name: `report-${input.report.content.washedOn}.pdf` };
}

/** The report as it was signed and last amended; a draft as it stands. */
export const makeReportPaper = (context: Context, id: string): Promise<PaperFile> =>
  paperFile(context, { record: 'report', id }, () => composedReport(context.database, id, context.person.units));
