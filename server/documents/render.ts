import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import type { TDocumentDefinitions } from 'pdfmake/interfaces';
import { type QuotePaper, quotePaper } from './quotePaper.ts';
import { type ReportPaper, reportPaper } from './reportPaper.ts';

export type Paper = { kind: 'quote'; paper: QuotePaper } | { kind: 'report'; paper: ReportPaper };

interface PdfMake {
  setFonts(fonts: Record<string, Record<string, string>>): void;
  setUrlAccessPolicy(policy: () => boolean): void;
  setLocalAccessPolicy(policy: (path: string) => boolean): void;
  createPdf(definition: TDocumentDefinitions): { getBuffer(): Promise<Buffer> };
}

const load = createRequire(import.meta.url);
const pdfmake = load('pdfmake') as PdfMake;
const files = join(dirname(load.resolve('@fontsource/atkinson-hyperlegible-next/package.json')), 'files');
const face = (weight: number, style: string) => join(files, `atkinson-hyperlegible-next-latin-${weight}-${style}.woff`);

pdfmake.setFonts({
  Atkinson: {
    normal: face(400, 'normal'),
    bold: face(700, 'normal'),
    italics: face(400, 'italic'),
    bolditalics: face(700, 'italic'),
  },
});
pdfmake.setUrlAccessPolicy(() => false);
pdfmake.setLocalAccessPolicy((path) => path.startsWith(files));

/** Draws a paper as a PDF with its fonts embedded. Runs on a worker thread. */
export async function renderPaper(input: Paper): Promise<Uint8Array> {
  const definition = input.kind === 'quote' ? quotePaper(input.paper) : reportPaper(input.paper);
  return pdfmake.createPdf(definition).getBuffer();
}
