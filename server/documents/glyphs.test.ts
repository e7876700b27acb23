import { expect } from 'chai';
import { unprintable } from './fonts.ts';
import { withGlyphs } from './glyphs.ts';

const content = (text: string) => (withGlyphs({ content: [{ text }] }).content as { text: unknown }[])[0]?.text;

describe('the letters of a paper', () => {
  it('stay one run where one font holds them all', () => {
    expect(content('Zoë’s roof, 12 % ± 2')).to.equal('Zoë’s roof, 12 % ± 2');
  });

  it('borrow the micro sign and further Latin letters', () => {
    expect(content('14 µS/cm')).to.deep.equal([
      { text: '14 ' },
      { text: 'µ', font: 'AtkinsonElder' },
      { text: 'S/cm' },
    ]);
    expect(content('Łódź')).to.deep.equal([
      { text: 'Ł', font: 'AtkinsonFurther' },
      { text: 'ód' },
      { text: 'ź', font: 'AtkinsonFurther' },
    ]);
  });

  it('lend Greek, Cyrillic, Vietnamese and the signs of mathematics where ours have none', () => {
    const fonts = (text: string) => JSON.stringify(content(text)).match(/(?<="font":")\w+/g);
    expect(fonts('Ω')).to.deep.equal(['NotoGreek']);
    expect(fonts('Щ')).to.deep.equal(['NotoCyrillic']);
    expect(fonts('ễ')).to.deep.equal(['NotoVietnamese']);
    expect(fonts('≥')).to.deep.equal(['NotoMath']);
  });

  it('that nobody lends are named, each once', () => {
    expect(unprintable(['漢字', 'plain', '漢'])).to.deep.equal(['漢', '字']);
    expect(unprintable(['a\u00a0b\u200bc\n'])).to.deep.equal([]);
  });

  it('of a name among the pieces of a line stay in that line', () => {
    const paper = withGlyphs({ content: [{ text: ['For ', 'Łódź', { text: ' quiet', bold: true }] }] });
    expect((paper.content as unknown[])[0]).to.deep.equal({
      text: [
        { text: 'For ' },
        { text: 'Ł', font: 'AtkinsonFurther' },
        { text: 'ód' },
        { text: 'ź', font: 'AtkinsonFurther' },
        { text: ' quiet', bold: true },
      ],
    });
  });

  it('of an entry of a list stay one entry', () => {
    const { content: [list] = [] } = withGlyphs({ content: [{ ul: ['5 µS'] }] }) as { content: { ul: unknown[] }[] };
    expect(list?.ul).to.deep.equal([{ text: [{ text: '5 ' }, { text: 'µ', font: 'AtkinsonElder' }, { text: 'S' }] }]);
  });

  it('group thousands by a space that every font has', () => {
    expect(content('14\u202f222 W')).to.equal('14\u00a0222 W');
  });

  it('are found in tables, lists, columns and the foot of the page', () => {
    const paper = withGlyphs({
      content: [
        { table: { body: [['µ', { text: 'µ', bold: true }]] } },
        { ul: ['µ'] },
        { columns: [{ text: 'µ' }, { stack: ['µ'] }] },
      ],
      footer: () => ({ text: 'µ' }),
    });
    const footer = paper.footer as (page: number, pages: number) => unknown;
    const drawn = JSON.stringify([paper.content, footer(1, 1)]);
    expect(drawn.match(/"font":"AtkinsonElder"/g)).to.have.length(6);
  });
});
