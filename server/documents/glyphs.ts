import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';

/** Which shipped font draws what the first one cannot: further Latin letters, and the micro sign from its elder sister. */
const LENDERS: { font: string; holds: (code: number) => boolean }[] = [
  { font: 'AtkinsonElder', holds: (code) => code === 0xb5 || code === 0xad },
  { font: 'AtkinsonFurther', holds: (code) => (code >= 0x100 && code <= 0x24f) || (code >= 0x1e00 && code <= 0x1eff) },
];
const FIRST_HOLDS = new Set([0x102, 0x131, 0x152, 0x153]);

function fontOf(character: string): string | undefined {
  const code = character.codePointAt(0) ?? 0;
  if (FIRST_HOLDS.has(code)) return undefined;
  return LENDERS.find(({ holds }) => holds(code))?.font;
}

/** Text cut into runs, each in a font that has its letters. Spaces that no font has become plain unbreakable ones. */
function runs(text: string): Content {
  const spaced = text.replace(/\u202f/g, '\u00a0').normalize('NFC');
  const cut: { text: string; font?: string }[] = [];
  for (const character of spaced) {
    const font = fontOf(character);
    const last = cut.at(-1);
    if (last && last.font === font) last.text += character;
    else cut.push(font === undefined ? { text: character } : { text: character, font });
  }
  return cut.every(({ font }) => font === undefined) ? spaced : cut;
}

/** Keys of a paper under which text may stand. */
const HOLDERS = ['text', 'content', 'columns', 'stack', 'ul', 'ol', 'table', 'body'] as const;

function walk(node: unknown): unknown {
  if (typeof node === 'string') return runs(node);
  if (Array.isArray(node)) return node.map(walk);
  if (node === null || typeof node !== 'object') return node;
  const copy: Record<string, unknown> = { ...node };
  for (const key of HOLDERS) if (copy[key] !== undefined) copy[key] = walk(copy[key]);
  return copy;
}

/** A paper in which every letter has a font that holds it, header and footer too. */
export function withGlyphs(paper: TDocumentDefinitions): TDocumentDefinitions {
  const { footer } = paper;
  const drawn = walk(paper) as TDocumentDefinitions;
  if (typeof footer !== 'function') return drawn;
  return { ...drawn, footer: (...page) => walk(footer(...page)) as Content };
}
