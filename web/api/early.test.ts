import { expect } from 'chai';
import { earlyAnswers } from './early.ts';

describe('what was asked before the page had arrived', () => {
  const ask = (at = 1000) => {
    const answer = Promise.resolve(new Response('{}'));
    Object.assign(globalThis, { pailEarly: { '/api/session': { answer, at } } });
    return answer;
  };
  after(() => {
    Object.assign(globalThis, { pailEarly: undefined });
  });

  it('is answered once, and asked anew the next time', () => {
    const answer = ask();
    const early = earlyAnswers(() => 2000);
    expect(early.take('/api/session')).to.equal(answer);
    expect(early.take('/api/session')).to.equal(undefined);
  });
  it('is of no use where the page has asked the same before it', () => {
    Object.assign(globalThis, { pailEarly: {} });
    const early = earlyAnswers(() => 2000);
    expect(early.take('/api/session')).to.equal(undefined);
    ask();
    expect(early.take('/api/session')).to.equal(undefined);
  });
  it('is of no use after something was written', () => {
    ask();
    const early = earlyAnswers(() => 2000);
    early.close();
    expect(early.take('/api/session')).to.equal(undefined);
  });
  it('is of no use where it is old, or another was asked', () => {
    ask();
    expect(earlyAnswers(() => 2000).take('/api/sites')).to.equal(undefined);
    expect(earlyAnswers(() => 40_000).take('/api/session')).to.equal(undefined);
  });
  it('is nothing where nobody asked early', () => {
    Object.assign(globalThis, { pailEarly: undefined });
    expect(earlyAnswers().take('/api/session')).to.equal(undefined);
  });
});
