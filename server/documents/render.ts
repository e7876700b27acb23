import { createRequire } from 'node:module';
import type { TDocumentDefinitions } from 'pdfmake/interfaces';
import { type DefectPaper, defectPaper } from './defectPaper.ts';
import { FACES, fontFiles, unprintable } from './fonts.ts';
import { textsOf, withGlyphs } from './glyphs.ts';
import { type QuotePaper, quotePaper } from './quotePaper.ts';
import { type ReportPaper, reportPaper } from './reportPaper.ts';
import { type SafetyPaper, safetyPaper } from './safetyPaper.ts';
import { tagged } from './tagged.ts';

export type Paper =
  | { kind: 'quote'; paper: QuotePaper }
  | { kind: 'report'; paper: ReportPaper }
  | { kind: 'defects'; paper: DefectPaper }
  | { kind: 'safety'; paper: SafetyPaper };

function draw(input: Paper): TDocumentDefinitions {
  switch (input.kind) {
    case 'quote':
      return quotePaper(input.paper);
    case 'report':
      return reportPaper(input.paper);
    case 'defects':
      return defectPaper(input.paper);
    case 'safety':
      return safetyPaper(input.paper);
  }
}

interface PdfMake {
  virtualfs: { writeFileSync(path: string, content: Buffer): void };
  setFonts(fonts: typeof FACES): void;
  setUrlAccessPolicy(policy: () => boolean): void;
  setLocalAccessPolicy(policy: (path: string) => boolean): void;
  createPdf(definition: TDocumentDefinitions): { getBuffer(): Promise<Buffer> };
}

const pdfmake = createRequire(import.meta.url)('pdfmake') as PdfMake;
pdfmake.setFonts(FACES);
pdfmake.setUrlAccessPolicy(() => false);
pdfmake.setLocalAccessPolicy(() => false);
for (const [path, font] of fontFiles()) pdfmake.virtualfs.writeFileSync(path, font);

/** Characters of a paper that no shipped font can draw. */
export const unprintableOf = (input: Paper): string[] => unprintable(textsOf(draw(input)));

/** What was laid out as a PDF, with its fonts embedded and its parts tagged. */
export const drawn = (definition: TDocumentDefinitions): Promise<Uint8Array> =>
  pdfmake.createPdf(tagged(withGlyphs(definition))).getBuffer();

/** Draws a paper as a PDF. Runs on a worker thread. */
export const renderPaper = (input: Paper): Promise<Uint8Array> => drawn(draw(input));
