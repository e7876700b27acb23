import { expect } from 'chai';
import { readEnvironment } from './environment.ts';

describe('the environment of a server', () => {
  const DATABASE_URL = 'postgres://user@127.0.0.1/pail';

  it('needs no more than a database', () => {
    expect(readEnvironment({ DATABASE_URL })).to.deep.equal({
      DATABASE_URL,
      HOST: '127.0.0.1',
      PORT: 8480,
      LOG_LEVEL: 'info',
      BEHIND_PROXY: 'no',
    });
  });

  it('listens on the machine itself where nothing else is said', () => {
    expect(readEnvironment({ DATABASE_URL }).HOST).to.equal('127.0.0.1');
  });

  it('reads numbers from text', () => {
    expect(readEnvironment({ DATABASE_URL, PORT: '0' }).PORT).to.equal(0);
  });

  const refused: [Record<string, string>, RegExp][] = [
    [{}, /DATABASE_URL/],
    [{ DATABASE_URL: 'mysql://elsewhere' }, /DATABASE_URL: must be a postgres/],
    [{ DATABASE_URL, PORT: '99999' }, /PORT/],
    [{ DATABASE_URL, PORT: 'high' }, /PORT/],
    [{ DATABASE_URL, LOG_LEVEL: 'loud' }, /LOG_LEVEL/],
    [{ DATABASE_URL, BEHIND_PROXY: 'perhaps' }, /BEHIND_PROXY/],
  ];
  for (const [source, named] of refused) {
    it(`refuses ${JSON.stringify(source)} by the name of the variable`, () => {
      expect(() => readEnvironment(source)).to.throw(named);
    });
  }

  it('names everything that is wrong at once', () => {
    expect(() => readEnvironment({ PORT: 'high' })).to.throw(/DATABASE_URL[\s\S]*PORT/);
  });
});
