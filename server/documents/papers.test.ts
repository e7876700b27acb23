import { randomUUID } from 'node:crypto';
import { expect } from 'chai';
import { type Chain, finishJob, makeJob, onStage } from '../testing/harness.ts';

describe('papers', function () {
  this.timeout(30_000);
  const { harness, owner } = onStage();
  let chain: Chain;
  let reportId: string;
  before(async () => {
    chain = await makeJob(owner);
    await finishJob(owner, chain);
    reportId = randomUUID();
    await owner.must('POST', `/api/jobs/${chain.jobId}/reports`, { id: reportId });
  });

  const papers = (): [kind: string, path: string, file: RegExp][] => [
    ['quote', `/api/quotes/${chain.quoteId}/paper.pdf`, /quote-\d+\.1\.pdf/],
    ['report', `/api/reports/${reportId}/paper.pdf`, /report-2026-12-01\.pdf/],
    ['defects', `/api/sites/${chain.siteId}/defects.pdf`, /defects-\d{4}-\d{2}-\d{2}\.pdf/],
  ];

  it('are PDFs with their font embedded and a name that says what they are', async () => {
    for (const [kind, path, file] of papers()) {
      const { body, headers } = await owner.send('GET', path);
      expect(headers.get('content-type'), kind).to.equal('application/pdf');
      expect(headers.get('content-disposition'), kind).to.match(file);
      expect(body.subarray(0, 5).toString(), kind).to.equal('%PDF-');
      expect(body.toString('latin1'), kind).to.match(/FontFile/);
    }
  });

  it('come to the crew for a report, and not for a quote or what goes to the maker', async () => {
    const crew = await harness.as('crew');
    const statuses = [];
    for (const [, path] of papers()) statuses.push((await crew.send('GET', path)).status);
    expect(statuses).to.deep.equal([403, 200, 403]);
  });

  it('of what is not there are not found, as a problem document and not as an empty file', async () => {
    const { status, headers } = await owner.send('GET', `/api/quotes/${randomUUID()}/paper.pdf`);
    expect([status, headers.get('content-type')?.split(';')[0]]).to.deep.equal([404, 'application/problem+json']);
  });

  it('hold names with letters beyond the usual ones', async () => {
    const { site, customer } = await owner.must('GET', `/api/sites/${chain.siteId}`);
    expect(customer.name).to.be.a('string');
    const { id, customerId: _customer, ...fields } = site;
    await owner.must('PUT', `/api/sites/${id}`, { ...fields, name: 'Čapek’s Łódź barn' });
    const { status } = await owner.send('GET', `/api/quotes/${chain.quoteId}/paper.pdf`);
    expect(status).to.equal(200);
  });
});
