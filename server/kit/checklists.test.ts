import { randomUUID } from 'node:crypto';
import { expect } from 'chai';
import { CHECKLISTS } from '../../words/en/checklists.ts';
import { finishJob, makeJob, onStage } from '../testing/harness.ts';

describe('the checklists of machines', () => {
  const { owner, harness } = onStage();
  const find = (lists: { id: string }[], id: string) => lists.find((list) => list.id === id) as never as typeof came;
  const came = CHECKLISTS[0] as (typeof CHECKLISTS)[number];
  const { id: listId, version: _, ...fields } = came;

  it('are the examples that came along until somebody writes over one, and the version before stays with its jobs', async () => {
    const { lists } = await owner.must('GET', '/api/checklists');
    expect(lists).to.have.length(CHECKLISTS.length);
    const steps = [{ text: 'Battery out', otherwise: 'Take it out.', picture: null }];
    const body = { ...fields, steps, id: randomUUID(), version: 0 };
    const after = await owner.must('PUT', `/api/checklists/${listId}`, body);
    expect(find(after.lists, listId)).to.deep.include({ version: 1, steps, by: 'Test Owner' });
    expect(after.lists).to.have.length(CHECKLISTS.length);
    expect((await owner.send('PUT', `/api/checklists/${listId}`, { ...body, id: randomUUID() })).status).to.equal(409);
  });

  it('are refused with the field named where they cannot be', async () => {
    const picture = 'data:image/svg+xml;base64,AAAA';
    const body = { ...fields, kinds: [], steps: [{ text: ' ', picture }], id: randomUUID(), version: 0 };
    const { status, body: problem } = await owner.send('PUT', `/api/checklists/${randomUUID()}`, body);
    expect(status).to.equal(400);
    expect(problem.issues.map(({ path }: { path: string }) => path)).to.have.members([
      'kinds',
      'steps.0.text',
      'steps.0.picture',
    ]);
    const crew = await harness.as('crew');
    expect(
      (await crew.send('PUT', `/api/checklists/${listId}`, { ...fields, id: randomUUID(), version: 1 })).status,
    ).to.equal(403);
    expect((await crew.send('GET', '/api/checklists')).status).to.equal(200);
  });

  it('are gone through on a job with the machine, with their pictures, as they were when it was booked', async () => {
    const picture = `data:image/png;base64,${Buffer.from('a small picture').toString('base64')}`;
    const steps = [
      { text: 'Battery out', otherwise: 'Take it out.', picture },
      { text: 'Covers off', otherwise: null, picture: null },
    ];
    await owner.must('PUT', `/api/checklists/${listId}`, { ...fields, steps, id: randomUUID(), version: 1 });
    const chain = await makeJob(owner);
    const overrides = { arrays: { [chain.arrayId]: { method: { value: 'robot-wet', reason: 'tried' } } } };
    await owner.must('POST', `/api/sites/${chain.siteId}/plans`, { id: randomUUID(), overrides });
    const quote = await owner.must('POST', `/api/sites/${chain.siteId}/quotes`, { id: randomUUID() });
    await owner.must('POST', `/api/quotes/${quote.id}/send`, { version: 1 });
    await owner.must('POST', `/api/quotes/${quote.id}/decision`, { version: 2, decision: 'accepted', choice: 'one' });
    const jobId = randomUUID();
    await owner.must('POST', `/api/quotes/${quote.id}/jobs`, { id: jobId, scheduledFor: '2026-12-15' });
    await owner.must('PUT', `/api/checklists/${listId}`, {
      ...fields,
      steps: [{ text: 'Another', otherwise: null, picture: null }],
      id: randomUUID(),
      version: 2,
    });
    const job = await owner.must('GET', `/api/jobs/${jobId}`);
    const assemble = job.steps.find(({ key }: { key: string }) => key === 'assemble');
    expect(assemble.checks.map(({ text }: { text: string }) => text)).to.deep.equal(['Battery out', 'Covers off']);
    expect(Object.values(job.checkPictures)).to.deep.equal([picture]);
    await finishJob(owner, { ...chain, jobId });
    expect((await owner.must('GET', `/api/jobs/${jobId}`)).state).to.equal('washed');
  });
});
