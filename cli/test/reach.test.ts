import { expect } from 'chai';
import { shuffled } from './files.ts';
import { importsOf, reachedTests, reachOf } from './reach.ts';

describe('what a change reaches', () => {
  it('is read off the imports of a file, those that are loaded later too', () => {
    const text =
      "import { a } from './a.ts';\nexport * from '../b/b.ts';\nconst c = await import('./c.ts');\nimport 'chai';";
    expect(importsOf('room/x.ts', text)).to.deep.equal(['room/a.ts', 'b/b.ts', 'room/c.ts']);
  });

  it('is what names it, and what names that, and itself', () => {
    const imports = new Map([
      ['b.ts', ['a.ts']],
      ['c.ts', ['b.ts']],
      ['d.ts', ['e.ts']],
    ]);
    expect([...reachOf(['a.ts'], imports)].sort()).to.deep.equal(['a.ts', 'b.ts', 'c.ts']);
  });

  it('ends at what puts all rooms together, unless that itself was changed', () => {
    const imports = new Map([
      ['server/start.ts', ['a.ts']],
      ['all.ts', ['server/start.ts']],
    ]);
    expect([...reachOf(['a.ts'], imports)]).to.not.include('all.ts');
    expect([...reachOf(['server/start.ts'], imports)]).to.include('all.ts');
  });

  it('is the tests of the rooms in which something was changed, and of those that import it, and no journey', () => {
    const { tests } = reachedTests(['core/reach/reach.ts']);
    expect(tests).to.include.members(['core/reach/reachMap.test.ts', 'core/reach/fromGround.test.ts']);
    expect(tests.filter((path) => path.startsWith('e2e/'))).to.deep.equal([]);
  });
});

describe('the order of files', () => {
  it('is the same for the same seed, and another for another', () => {
    const files = Array.from({ length: 30 }, (_, at) => `${at}.ts`);
    expect(shuffled(files, 7)).to.deep.equal(shuffled(files, 7)).and.not.deep.equal(shuffled(files, 8));
    expect([...shuffled(files, 7)].sort()).to.deep.equal([...files].sort());
  });
});
