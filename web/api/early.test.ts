import { expect } from 'chai';
import { takeEarly } from './early.ts';

describe('what was asked before the page had arrived', () => {
  const asked = (at: number) => {
    const answer = Promise.resolve(new Response('{}'));
    Object.assign(globalThis, { pailEarly: { '/api/session': { answer, at } } });
    return answer;
  };
  after(() => {
    Object.assign(globalThis, { pailEarly: undefined });
  });

  it('is answered once, and asked anew the next time', () => {
    const answer = asked(1000);
    expect(takeEarly('/api/session', 2000)).to.equal(answer);
    expect(takeEarly('/api/session', 2000)).to.equal(undefined);
  });
  it('is of no use where it is old, or another was asked', () => {
    asked(1000);
    expect(takeEarly('/api/sites', 2000)).to.equal(undefined);
    expect(takeEarly('/api/session', 40_000)).to.equal(undefined);
  });
  it('is nothing where nobody asked early', () => {
    Object.assign(globalThis, { pailEarly: undefined });
    expect(takeEarly('/api/session')).to.equal(undefined);
  });
});
