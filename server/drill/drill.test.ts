import { randomUUID } from 'node:crypto';
import { expect } from 'chai';
import { onStage } from '../testing/harness.ts';

describe('the guess drill', () => {
  const { harness } = onStage();

  const round = (guess: number) => ({
    id: randomUUID(),
    guess,
    truth: 0.08,
    scene: { film: 0.95, patches: [{ module: 0, cell: 3, transmittance: 0 }] },
  });

  it('keeps each round once, with the person who guessed, last first', async () => {
    const crew = await harness.as('crew');
    const [first, second] = [round(0.3), round(0.1)];
    await crew.must('POST', '/api/session/drill-rounds', first);
    await crew.must('POST', '/api/session/drill-rounds', first);
    await crew.must('POST', '/api/session/drill-rounds', second);
    const { items } = await crew.must('GET', '/api/session/drill-rounds');
    expect(items.map(({ guess }: { guess: number }) => guess)).to.deep.equal([0.1, 0.3]);
    expect((await harness.owner.must('GET', '/api/session/drill-rounds')).items).to.deep.equal([]);
  });

  it('comes in pages', async () => {
    const crew = await harness.as('crew');
    for (const guess of [0.1, 0.2, 0.3]) await crew.must('POST', '/api/session/drill-rounds', round(guess));
    const page = await crew.must('GET', '/api/session/drill-rounds?limit=2');
    expect(page.items).to.have.length(2);
    const rest = await crew.must('GET', `/api/session/drill-rounds?limit=2&cursor=${page.next}`);
    expect(rest.items.map(({ guess }: { guess: number }) => guess)).to.deep.equal([0.1]);
    expect(rest.next).to.equal(null);
  });

  it('takes no guess outside of nothing and everything', async () => {
    const answer = await harness.owner.send('POST', '/api/session/drill-rounds', round(1.2));
    expect(answer.status).to.equal(400);
    expect(answer.body.issues[0].path).to.equal('guess');
  });
});
