import { randomUUID } from 'node:crypto';
import type { Endpoint } from '../../contract/endpoint.ts';
import { type EndpointName, endpointList } from '../../contract/index.ts';
import { type Caller, type Chain, finishJob, makeJob } from './harness.ts';

export interface Read {
  name: EndpointName;
  endpoint: Endpoint;
  address: string;
}

/** A job that was taken to its end, with its report. */
export type Told = Chain & { reportId: string; agreementId: string };

/** A site taken as far as a report that waits for its signature. */
export async function makeReport(owner: Caller, chain?: Chain): Promise<Told> {
  const own = chain ?? (await makeJob(owner));
  await finishJob(owner, own);
  const reportId = randomUUID();
  await owner.must('POST', `/api/jobs/${own.jobId}/reports`, { id: reportId });
  const { items } = await owner.must('GET', `/api/agreements?site=${own.siteId}`);
  const { id: agreementId } = items.find(({ quoteId }: { quoteId: string }) => quoteId === own.quoteId);
  return { ...own, reportId, agreementId };
}

/** Every endpoint at which something is read, with the address of something that is there; files too where they are wanted. */
export function readsOf({ siteId, arrayId, quoteId, jobId, reportId, agreementId }: Told, files = false): Read[] {
  const places: Record<string, string> = {
    '/api/sites/': siteId,
    '/api/arrays/': arrayId,
    '/api/quotes/': quoteId,
    '/api/jobs/': jobId,
    '/api/reports/': reportId,
    '/api/agreements/': agreementId,
    '/api/trail/': quoteId,
    '/api/uploads/': randomUUID(),
  };
  return endpointList
    .filter(([, { method, file }]) => method === 'GET' && (files || !file))
    .map(([name, endpoint]) => {
      const own = Object.entries(places).find(([prefix]) => endpoint.path.startsWith(prefix))?.[1] ?? randomUUID();
      const address = endpoint.path.replace(':id', own).replace(':size', 'thumbnail').replace(':token', 'x'.repeat(43));
      return { name, endpoint, address };
    });
}
