import { expect } from 'chai';
import type { Content } from 'pdfmake/interfaces';
import { structureOfPdf } from '../testing/pdf.ts';
import { paperOf, table } from './parts.ts';
import { drawn } from './render.ts';
import { told } from './tagged.ts';

const PIXEL =
  'data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==';

describe('the structure of a paper', () => {
  const paper = (content: Content[]) => drawn(paperOf('Quote 1.1', 'Panel cleaning', 'A firm', content));

  it('has headings, paragraphs and lists in the order in which they are read', async () => {
    const { told: tree, untold } = await structureOfPdf(
      await paper([
        { text: 'Quote 1.1', style: 'title' },
        'A line by itself',
        { columns: [{ text: ['For Una ', { text: 'Larch', bold: true }] }, { stack: [{ text: 'Sent today' }] }] },
        { text: 'What is left', style: 'heading' },
        { ul: ['One thing', { text: 'Another thing' }] },
      ]),
    );
    expect(tree).to.deep.equal([
      'H1: Quote 1.1',
      'P: A line by itself',
      'P: For Una Larch',
      'P: Sent today',
      'H2: What is left',
      'L > LI > LBody > P: One thing',
      'L > LI > LBody > P: Another thing',
    ]);
    // The foot of the page is decoration.
    expect(untold.join(' ')).to.include('A firm').and.to.include('1 of 1');
  });

  it('has tables with their heads and every cell, an empty one too, over as many pages as they take', async () => {
    const rows = Array.from({ length: 60 }, (_, at) => [
      `Line ${at + 1}`,
      at === 0 ? '' : '1 visit',
      { stack: ['ZAR 1.00'] },
    ]);
    const bytes = await paper([table(['One visit', 'Quantity', 'Amount'], rows, ['*', 110, 110])]);
    const { told: tree, untold } = await structureOfPdf(bytes);
    const within = (type: string) => tree.filter((one) => one.startsWith(`Table > TR > ${type} > P: `));
    expect(within('TH').map((one) => one.split(': ')[1])).to.deep.equal(['One visit', 'Quantity', 'Amount']);
    expect(within('TD').map((one) => one.split(': ')[1])).to.deep.equal(
      rows.flatMap(([first, second]) => [first, second, 'ZAR 1.00']),
    );
    expect(tree).to.have.lengthOf(within('TH').length + within('TD').length);
    // The head is drawn again on the second page, and read once.
    expect(untold.filter((text) => text === 'Quantity')).to.have.lengthOf(1);
    const objects = Buffer.from(bytes).toString('latin1');
    expect(objects.match(/\/S \/TD\b/g)).to.have.lengthOf(180);
    expect(objects.match(/\/Scope \/Column\b/g)).to.have.lengthOf(3);
    expect(objects.match(/\/S \/Table\b/g)).to.have.lengthOf(1);
  });

  it('says what pictures and drawings show, and nothing of those that only adorn', async () => {
    const line = { type: 'line', x1: 0, x2: 100, y1: 0, y2: 0 } as const;
    const { told: tree } = await structureOfPdf(
      await paper([
        told({ image: PIXEL, width: 20 }, 'The lower edge, before'),
        told({ canvas: [line, { ...line, y1: 9, y2: 9 }] }, 'worth 3 to 5'),
        { canvas: [line] },
        'after',
      ]),
    );
    expect(tree).to.deep.equal(['Figure: The lower edge, before', 'Figure: worth 3 to 5', 'P: after']);
  });

  it('is said to be there, with the language of the paper', async () => {
    const objects = Buffer.from(await paper(['a'])).toString('latin1');
    expect(objects)
      .to.match(/\/MarkInfo/)
      .and.to.match(/\/Marked true/)
      .and.to.match(/\/Lang \(en\)/);
  });
});
