import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect } from 'chai';
import { endpoints } from '../contract/index.ts';
import { PROJECT } from './folders.ts';

const LAYERS = ['formula', 'door', 'table', 'screen'] as const;
const read = (...path: string[]): string => readFileSync(join(PROJECT, ...path), 'utf8');

const words = read('docs', 'map.md')
  .split('\n')
  .filter((line) => line.startsWith('| ') && !line.startsWith('| word'))
  .map((line) => {
    const [word = '', ...cells] = line
      .split('|')
      .slice(1, -1)
      .map((cell) => cell.trim());
    return { word, places: cells.map((cell, at) => ({ layer: LAYERS[at], place: cell.replaceAll('`', '') })) };
  });

const migrations = join('server', 'storage', 'migrations');
const made = readdirSync(join(PROJECT, migrations), { recursive: true, encoding: 'utf8' })
  .filter((name) => /^\d.*\.ts$/.test(name))
  .map((name) => read(migrations, name))
  .join('\n');

describe('the map of words', () => {
  it('has the words of the job, each with all its layers', () => {
    expect(words).to.have.length(34);
    for (const { word, places } of words) expect(places, word).to.have.length(LAYERS.length);
  });

  for (const { word, places } of words) {
    it(`leads from "${word}" to what is there`, () => {
      for (const { layer, place } of places) {
        if (place === '-') continue;
        if (layer === 'door') expect(Object.values(endpoints).map(({ path }) => path)).to.include(place);
        else if (layer === 'table') expect(made).to.match(new RegExp(`create table ${place}\\b`));
        else expect(existsSync(join(PROJECT, place)), place).to.equal(true);
      }
    });
  }
});
