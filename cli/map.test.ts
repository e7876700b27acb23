import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect } from 'chai';
import { endpoints } from '../contract/index.ts';
import { PROJECT } from './folders.ts';
import { rowsOf } from './tables.ts';

const LAYERS = ['formula', 'endpoint', 'table', 'screen'] as const;
const read = (...path: string[]): string => readFileSync(join(PROJECT, ...path), 'utf8');

const words = rowsOf('docs/map.md').map(([word = '', ...cells]) => ({
  word,
  places: cells.map((place, at) => ({ layer: LAYERS[at], place })),
}));
/** What a word of the map may be called in a file: as the screen has it, or the code. */
const called = new Map(
  rowsOf('docs/glossary.md').map(([shown = '', code = '']) => [shown, [...shown.split(', '), code]]),
);

const migrations = join('server', 'storage', 'migrations');
const made = readdirSync(join(PROJECT, migrations), { recursive: true, encoding: 'utf8' })
  .filter((name) => /^\d.*\.ts$/.test(name))
  .map((name) => read(migrations, name))
  .join('\n');

/** Letters alone: a word is one in camel case, in a sentence and in a name of a file. */
const letters = (text: string): string => text.toLowerCase().replace(/[^a-z]/g, '');

describe('the map of words', () => {
  it('has the words of the job, each with all its layers', () => {
    expect(words).to.have.length(34);
    for (const { word, places } of words) expect(places, word).to.have.length(LAYERS.length);
  });

  for (const { word, places } of words) {
    it(`leads from "${word}" to what is there`, () => {
      const names = called.get(word);
      if (names === undefined) throw new Error(`${word} is not in the glossary`);
      for (const { layer, place } of places) {
        if (place === '-') continue;
        if (layer === 'endpoint') expect(Object.values(endpoints).map(({ path }) => path)).to.include(place);
        else if (layer === 'table') expect(made).to.match(new RegExp(`create table ${place}\\b`));
        else {
          expect(existsSync(join(PROJECT, place)), place).to.equal(true);
          const text = letters(read(place));
          expect(
            names.some((name) => text.includes(letters(name))),
            `${place} has none of ${names.join(', ')}`,
          ).to.equal(true);
        }
      }
    });
  }
});
