import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect } from 'chai';
import { PROJECT } from './folders.ts';
import { rowsOf } from './tables.ts';

const rows = rowsOf('docs/glossary.md').map(([shown = '', code = '', file = '', means = '']) => ({
  shown,
  code,
  file,
  means,
}));

describe('the glossary', () => {
  it('has each word of the screen once, in order, with what it means', () => {
    const words = rows.map(({ shown }) => shown);
    expect(words.length).to.be.above(40);
    expect(words).to.deep.equal([...new Set(words)].sort((one, other) => one.localeCompare(other)));
    for (const { shown, means } of rows) expect(means, shown).to.match(/\w+ \w+/);
  });

  for (const { shown, code, file } of rows) {
    it(`finds the code's word for "${shown}" where it says`, () => {
      expect(readFileSync(join(PROJECT, file), 'utf8').toLowerCase()).to.include(code.toLowerCase());
    });
  }
});
