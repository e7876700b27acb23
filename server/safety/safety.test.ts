import { randomUUID } from 'node:crypto';
import { expect } from 'chai';
import { safetyBody, siteBody } from '../../contract/testing/bodies.ts';
import { makeJob, onStage } from '../testing/harness.ts';
import { pagesOfPdf, textOfPdf } from '../testing/pdf.ts';

describe('the safety sheet of a site', () => {
  const { owner, harness } = onStage();
  const fresh = async () => {
    const site = siteBody();
    await owner.must('POST', '/api/sites', site);
    return site.id;
  };

  it('is not there at first, and then lacks everything', async () => {
    const id = await fresh();
    const view = await owner.must('GET', `/api/sites/${id}/safety`);
    expect([view.sheet, view.version]).to.deep.equal([null, 0]);
    expect(view.lacking).to.deep.equal([{ code: 'safety-no-sheet', params: {} }]);
    expect(view.hazards).to.include.members(['lines', 'dc']);
  });

  it('is written by whoever has looked, once however often it is sent, and one after the other', async () => {
    const id = await fresh();
    const crew = await harness.as('crew');
    const body = safetyBody();
    const [first, again] = [
      await crew.send('PUT', `/api/sites/${id}/safety`, body),
      await crew.send('PUT', `/api/sites/${id}/safety`, body),
    ];
    expect([first.status, again.status, again.body.version, again.body.lacking]).to.deep.equal([200, 200, 1, []]);
    const late = await owner.send('PUT', `/api/sites/${id}/safety`, safetyBody({ rescue: 'another' }));
    expect([late.status, late.body.current.version]).to.deep.equal([409, 1]);
    const wrong = await owner.send('PUT', `/api/sites/${id}/safety`, safetyBody({ version: 1, lines: 'perhaps' }));
    expect(wrong.body.issues[0].path).to.equal('lines');
    expect((await owner.send('GET', `/api/sites/${randomUUID()}/safety`)).status).to.equal(404);
  });

  it('fills in who is usually in charge and the number, by the sheet that was written last', async () => {
    const { usual } = await owner.must('GET', `/api/sites/${await fresh()}/safety`);
    expect(usual).to.deep.equal({ competent: 'Rolf Tarn', emergencyNumber: '000' });
  });

  it('is a paper of one page that says of nothing that it is safe', async () => {
    const id = await fresh();
    await owner.must('PUT', `/api/sites/${id}/safety`, safetyBody());
    const { status, headers, body } = await owner.send('GET', `/api/sites/${id}/safety.pdf`);
    expect([status, headers.get('content-type')]).to.deep.equal([200, 'application/pdf']);
    expect(await pagesOfPdf(body)).to.equal(1);
    const text = await textOfPdf(body);
    expect(text).to.include('Second person with the lift');
    expect(text).to.not.match(/\bis safe\b|\bsafe to\b/i);
    expect(text).to.include('Local codes');
  });

  it('stops the first card of a job until it holds what the work asks for', async () => {
    const { siteId, jobId } = await makeJob(owner);
    await owner.must('PUT', `/api/sites/${siteId}/safety`, safetyBody({ version: 1, emergencyNumber: '' }));
    const job = await owner.must('GET', `/api/jobs/${jobId}`);
    expect([job.steps[0].key, job.safety.lacking]).to.deep.equal([
      'safety',
      [{ code: 'safety-no-number', params: {} }],
    ]);
    const now = (minute: number) => new Date(Date.parse('2026-11-20T05:00:00Z') + minute * 60_000).toISOString();
    const done = { id: randomUUID(), at: now(2), kind: 'step-done', step: 'safety' };
    const entries = [
      { id: randomUUID(), at: now(0), kind: 'caution', step: 'safety', caution: 'sheet', answer: true },
      { id: randomUUID(), at: now(1), kind: 'step-started', step: 'safety' },
    ];
    await owner.must('POST', `/api/jobs/${jobId}/entries`, { entries });
    const held = await owner.send('POST', `/api/jobs/${jobId}/entries`, { entries: [done] });
    expect([held.status, held.body.detail]).to.deep.equal([409, 'The emergency number is missing.']);
    await owner.must('PUT', `/api/sites/${siteId}/safety`, safetyBody({ version: 2 }));
    await owner.must('POST', `/api/jobs/${jobId}/entries`, { entries: [done] });
  });
});
