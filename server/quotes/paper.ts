import { moduleCount } from '../../core/sites/layout.ts';
import type { Units } from '../../core/units/quantities.ts';
import { readCompany } from '../company/useCases.ts';
import type { Context } from '../context.ts';
import type { PaperFile } from '../documents/files.ts';
import { type Composed, paperFile } from '../documents/keep.ts';
import type { QuotePaper } from '../documents/quotePaper.ts';
import { lastInspection } from '../inspections/storage.ts';
import { readPlan } from '../plans/storage.ts';
import { arraysOfSite, findCustomer, readSite } from '../sites/storage.ts';
import type { Connection } from '../storage/database.ts';
import { readQuote } from './storage.ts';

/** Faces that an offer shows as they lie. */
const MOST_ROOFS = 4;

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

/** The paper of a quote, as it is drawn and kept. */
export async function composedQuote(database: Connection, id: string, units: Units): Promise<Composed> {
  const paper = await composeQuotePaper(database, id, units);
  const { number, revision } = paper.quote;
  return { input: paper, paper: { kind: 'quote', paper }, name: `quote-${number}.${revision}.pdf` };
}

/** The quote as it went out; a draft as it stands. */
export const makeQuotePaper = (context: Context, id: string): Promise<PaperFile> =>
  paperFile(context, { record: 'quote', id }, () => composedQuote(context.database, id, context.person.units));
