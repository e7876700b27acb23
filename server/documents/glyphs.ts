import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import { composed, FIRST_FACE, faceOf } from './fonts.ts';

interface Run {
  text: string;
  font?: string;
}

/** Text cut into runs, each in a font that has its letters. */
function runs(text: string): Run[] {
  const cut: Run[] = [];
  for (const character of composed(text)) {
    const face = faceOf(character) ?? FIRST_FACE;
    const font = face === FIRST_FACE ? undefined : face;
    const last = cut.at(-1);
    if (last && last.font === font) last.text += character;
    else cut.push(font === undefined ? { text: character } : { text: character, font });
  }
  return cut;
}

const isPlain = (cut: Run[]): boolean => cut.every(({ font }) => font === undefined);

/** What stands under `text`: a line, or a list of pieces of one line. Runs of a piece lie beside the others, not in them. */
function walkText(node: unknown): unknown {
  if (typeof node === 'string') {
    const cut = runs(node);
    return isPlain(cut) ? composed(node) : cut;
  }
  if (!Array.isArray(node)) return walk(node);
  return node.flatMap((piece) => (typeof piece === 'string' ? runs(piece) : [walk(piece)]));
}

/** Keys of a paper under which text may stand. */
const HOLDERS = ['text', 'content', 'columns', 'stack', 'ul', 'ol', 'table', 'body'] as const;

/** A text that stands by itself, in a list or a cell, becomes one line of runs and not one under the other. */
function walk(node: unknown): unknown {
  if (typeof node === 'string') {
    const cut = runs(node);
    return isPlain(cut) ? composed(node) : { text: cut };
  }
  if (Array.isArray(node)) return node.map(walk);
  if (node === null || typeof node !== 'object') return node;
  const copy: Record<string, unknown> = { ...node };
  for (const key of HOLDERS) {
    if (copy[key] !== undefined) copy[key] = key === 'text' ? walkText(copy[key]) : walk(copy[key]);
  }
  return copy;
}

/** A paper in which every letter has a font that holds it, header and footer too. */
export function withGlyphs(paper: TDocumentDefinitions): TDocumentDefinitions {
  const { footer } = paper;
  const drawn = walk(paper) as TDocumentDefinitions;
  if (typeof footer !== 'function') return drawn;
  return { ...drawn, footer: (...page) => walk(footer(...page)) as Content };
}

/** Every text that a paper shows. */
export function textsOf(node: unknown): string[] {
  if (typeof node === 'string') return [node];
  if (Array.isArray(node)) return node.flatMap(textsOf);
  if (node === null || typeof node !== 'object') return [];
  return HOLDERS.flatMap((key) => textsOf((node as Record<string, unknown>)[key]));
}
