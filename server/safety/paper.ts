import { readCompany } from '../company/useCases.ts';
import type { Context } from '../context.ts';
import { type PaperFile, pdf } from '../documents/files.ts';
import { findCustomer, readSite } from '../sites/storage.ts';
import { readSafety } from './safety.ts';

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
