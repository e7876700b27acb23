import { readFileSync } from 'node:fs';
import { expect } from 'chai';
import { create, type Font } from 'fontkit';
import { FACES } from './fonts.ts';
import { unpackFont } from './woff.ts';

const LETTERS = [...'Wide Pail 18 %'];

const drawingOf = (font: Font) =>
  font.characterSet
    .filter((code) => LETTERS.includes(String.fromCodePoint(code)))
    .map((code) => {
      const { advanceWidth, path } = font.glyphForCodePoint(code);
      return { code, advanceWidth, path: path.toSVG() };
    });

describe('A font, unpacked', () => {
  for (const [face, { normal, bold }] of Object.entries(FACES))
    it(`draws the letters of ${face} as the packed one does`, () => {
      for (const path of [normal, bold]) {
        const packed = readFileSync(path);
        const font = create(unpackFont(packed)) as Font;
        const before = create(packed) as Font;
        expect(font.characterSet).to.deep.equal(before.characterSet);
        expect(drawingOf(font)).to.deep.equal(drawingOf(before));
      }
    });

  it('begins as a font with TrueType outlines does, and ends on a whole word', () => {
    const font = unpackFont(readFileSync(FACES.Atkinson?.normal as string));
    expect(font.readUInt32BE(0)).to.equal(0x00010000);
    expect(font.length % 4).to.equal(0);
  });

  it('is not made of what is no packed font', () => {
    expect(() => unpackFont(Buffer.from('plain words, and more of them'))).to.throw(RangeError, 'font');
  });
});
