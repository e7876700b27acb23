import type { Content, StyleDictionary, TableCell, TDocumentDefinitions } from 'pdfmake/interfaces';

/** Ink of the papers: near-black on white, one quiet grey, one earth tone for rules. */
export const INK = {
  text: '#1d2321',
  quiet: '#55605b',
  rule: '#b9b1a2',
  paper: '#ffffff',
  /** of what something may be worth */
  worth: '#5f93ab',
  /** of circles drawn over pictures */
  ring: '#9c1f14',
};

export const STYLES: StyleDictionary = {
  firm: { fontSize: 10, bold: true, color: INK.quiet, characterSpacing: 0.4 },
  title: { fontSize: 19, bold: true, margin: [0, 2, 0, 2] },
  heading: { fontSize: 12, bold: true, margin: [0, 14, 0, 4] },
  quiet: { color: INK.quiet, fontSize: 9 },
  verdict: { fontSize: 12, bold: true, margin: [0, 8, 0, 2] },
};

/** A paper with the firm at the head and the page at the foot. */
export function paperOf(title: string, subject: string, firm: string, content: Content[]): TDocumentDefinitions {
  return {
    info: { title, subject, author: firm, creator: 'Wide Pail', producer: 'Wide Pail' },
    // Somebody who is read to hears it in its own language, under its title and not its file name.
    version: '1.7',
    language: 'en',
    displayTitle: true,
    pageSize: 'A4',
    pageMargins: [48, 44, 48, 48],
    defaultStyle: { font: 'Atkinson', fontSize: 10.5, color: INK.text, lineHeight: 1.18 },
    styles: STYLES,
    content,
    footer: (current: number, count: number) => ({
      columns: [
        { text: `${firm} · ${title}`, style: 'quiet' },
        { text: `${current} of ${count}`, style: 'quiet', alignment: 'right' },
      ],
      margin: [48, 12, 48, 0],
    }),
  };
}

/** A ruled table with a repeated head; the last columns stand right. */
export function table(head: string[], rows: TableCell[][], widths: (string | number)[]): Content {
  const heads: TableCell[] = head.map((text, index) => ({
    text,
    bold: true,
    fontSize: 9,
    color: INK.quiet,
    alignment: index === 0 ? 'left' : 'right',
  }));
  return {
    table: { headerRows: 1, widths, body: [heads, ...rows], dontBreakRows: true },
    layout: {
      hLineWidth: (line: number, node: { table: { body: unknown[] } }) =>
        line === 0 || line === node.table.body.length ? 0 : 0.5,
      vLineWidth: () => 0,
      hLineColor: () => INK.rule,
      paddingLeft: () => 0,
      paddingRight: (column: number) => (column === widths.length - 1 ? 0 : 10),
      paddingTop: () => 3,
      paddingBottom: () => 3,
    },
  };
}

export const right = (text: string, bold = false): TableCell => ({ text, alignment: 'right', bold });
