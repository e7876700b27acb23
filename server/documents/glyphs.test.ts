import { expect } from 'chai';
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
