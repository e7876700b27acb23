import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { create } from 'fontkit';
import { unpackFont } from './woff.ts';

const load = createRequire(import.meta.url);
/** The folder in which the shipped fonts lie. */
const FONTS = dirname(dirname(load.resolve('@fontsource/noto-sans/package.json')));

const file = (family: string, range: string, weight: number, style = 'normal') =>
  join(FONTS, family, 'files', `${family}-${range}-${weight}-${style}.woff`);

function upright(family: string, range: string, bold = 700) {
  const normal = file(family, range, 400);
  return { normal, bold: file(family, range, bold), italics: normal, bolditalics: file(family, range, bold) };
}

const FIRST = 'atkinson-hyperlegible-next';

/**
 * The fonts of the papers. A letter is drawn in the first that holds it: our own face, its elder sister for the micro
 * sign, then those that lend Greek, Cyrillic, Vietnamese and the signs of mathematics.
 */
export const FACES: Record<string, Record<'normal' | 'bold' | 'italics' | 'bolditalics', string>> = {
  Atkinson: {
    ...upright(FIRST, 'latin'),
    italics: file(FIRST, 'latin', 400, 'italic'),
    bolditalics: file(FIRST, 'latin', 700, 'italic'),
  },
  AtkinsonFurther: upright(FIRST, 'latin-ext'),
  AtkinsonElder: upright('atkinson-hyperlegible', 'latin'),
  NotoVietnamese: upright('noto-sans', 'vietnamese'),
  NotoFurther: upright('noto-sans', 'latin-ext'),
  NotoGreek: upright('noto-sans', 'greek'),
  NotoGreekFurther: upright('noto-sans', 'greek-ext'),
  NotoCyrillic: upright('noto-sans', 'cyrillic'),
  NotoCyrillicFurther: upright('noto-sans', 'cyrillic-ext'),
  NotoMath: upright('noto-sans-math', 'latin', 400),
};

export const FIRST_FACE = 'Atkinson';

const unpacked = new Map<string, Buffer>();

/** A file of a face, unpacked once. */
function readFont(path: string): Buffer {
  const before = unpacked.get(path);
  if (before !== undefined) return before;
  const font = unpackFont(readFileSync(path));
  unpacked.set(path, font);
  return font;
}

/** Every file of the faces with what is in it. */
export function* fontFiles(): Generator<[path: string, font: Buffer]> {
  for (const path of new Set(Object.values(FACES).flatMap(Object.values<string>))) yield [path, readFont(path)];
}

const coverage = new Map<string, Set<number>>();

/** The letters of a face, read off its file once. */
function holds(face: string, code: number): boolean {
  let letters = coverage.get(face);
  if (letters === undefined) {
    const font = create(readFont(FACES[face]?.normal ?? ''));
    letters = new Set('characterSet' in font ? font.characterSet : []);
    coverage.set(face, letters);
  }
  return letters.has(code);
}

/** Spaces and marks that are drawn as nothing, in whichever font. */
const INVISIBLE = /[\s\u00ad\u200b-\u200f\u2060\ufeff]/u;

/** The first face that can draw a letter; undefined where none can. */
export function faceOf(character: string): string | undefined {
  const code = character.codePointAt(0) ?? 0;
  if (INVISIBLE.test(character)) return FIRST_FACE;
  return Object.keys(FACES).find((face) => holds(face, code));
}

/** How texts are written before their letters are looked up: composed, and with spaces that every font has. */
export const composed = (text: string): string => text.replace(/\u202f/g, '\u00a0').normalize('NFC');

/** Characters of any of the texts that no shipped font can draw, each once. */
export function unprintable(texts: readonly string[]): string[] {
  const found = new Set<string>();
  for (const character of composed(texts.join(' '))) if (faceOf(character) === undefined) found.add(character);
  return [...found];
}
