import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import type { TDocumentDefinitions } from 'pdfmake/interfaces';
import { type DefectPaper, defectPaper } from './defectPaper.ts';
import { withGlyphs } from './glyphs.ts';
import { type QuotePaper, quotePaper } from './quotePaper.ts';
import { type ReportPaper, reportPaper } from './reportPaper.ts';

export type Paper =
  | { kind: 'quote'; paper: QuotePaper }
  | { kind: 'report'; paper: ReportPaper }
  | { kind: 'defects'; paper: DefectPaper };

function draw(input: Paper): TDocumentDefinitions {
  if (input.kind === 'quote') return quotePaper(input.paper);
  return input.kind === 'report' ? reportPaper(input.paper) : defectPaper(input.paper);
}

interface PdfMake {
  setFonts(fonts: Record<string, Record<string, string>>): void;
  setUrlAccessPolicy(policy: () => boolean): void;
  setLocalAccessPolicy(policy: (path: string) => boolean): void;
  createPdf(definition: TDocumentDefinitions): { getBuffer(): Promise<Buffer> };
}

const load = createRequire(import.meta.url);
const pdfmake = load('pdfmake') as PdfMake;
const fonts = dirname(dirname(load.resolve('@fontsource/atkinson-hyperlegible-next/package.json')));
const face = (family: string, range: string, weight: number, style = 'normal') =>
  join(fonts, family, 'files', `${family}-${range}-${weight}-${style}.woff`);
const upright = (family: string, range: string) => {
  const [normal, bold] = [face(family, range, 400), face(family, range, 700)];
  return { normal, bold, italics: normal, bolditalics: bold };
};
const FAMILY = 'atkinson-hyperlegible-next';

pdfmake.setFonts({
  Atkinson: {
    ...upright(FAMILY, 'latin'),
    italics: face(FAMILY, 'latin', 400, 'italic'),
    bolditalics: face(FAMILY, 'latin', 700, 'italic'),
  },
  AtkinsonFurther: upright(FAMILY, 'latin-ext'),
  AtkinsonElder: upright('atkinson-hyperlegible', 'latin'),
});
pdfmake.setUrlAccessPolicy(() => false);
pdfmake.setLocalAccessPolicy((path) => path.startsWith(fonts));

/** Draws a paper as a PDF with its fonts embedded. Runs on a worker thread. */
export async function renderPaper(input: Paper): Promise<Uint8Array> {
  return pdfmake.createPdf(withGlyphs(draw(input))).getBuffer();
}
