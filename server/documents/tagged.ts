import { createRequire } from 'node:module';
import type { Content, ContentCanvas, ContentImage, TDocumentDefinitions } from 'pdfmake/interfaces';

/**
 * A structure for papers: headings, paragraphs, lists, tables with their heads and cells, and pictures with what they show,
 * in reading order, for whoever has a paper read to them. The library lays pages out and knows none; what it draws with
 * can hold one. So each part of a paper is given its tag before it is laid out, and each line, picture and rule is marked
 * with it while it is drawn; what has no tag (rules, page feet, heads that are repeated) is decoration.
 */
interface Tag {
  type: string;
  /** what a picture shows */
  alt?: string;
  /** of the head of a column */
  scope?: 'Column';
  /** stands in the head of a table, which is drawn again on each page that the table goes on to: there it is decoration */
  repeated: boolean;
  parent: Tag | null;
  children: Tag[];
}

type Node = Record<string, unknown> & { tag?: Tag };

const HEADINGS: Record<string, string> = { title: 'H1', heading: 'H2' };

/** A picture or drawing with what it shows in words; a drawing without them is decoration. */
export const told = (picture: ContentImage | ContentCanvas, alt: string): Content & { alt: string } => ({
  ...picture,
  alt,
});

/** A paper in which every part has its tag. */
export function tagged(paper: TDocumentDefinitions): TDocumentDefinitions {
  const root: Tag = { type: 'Document', repeated: false, parent: null, children: [] };
  return { ...paper, tagged: true, content: placed(paper.content, root) } as TDocumentDefinitions;
}

function under(parent: Tag, type: string, more: Pick<Tag, 'alt' | 'scope'> = {}): Tag {
  const tag: Tag = { type, ...more, repeated: parent.repeated || type === 'TH', parent, children: [] };
  parent.children.push(tag);
  return tag;
}

function placed(part: unknown, parent: Tag): unknown {
  if (Array.isArray(part)) return part.map((one) => placed(one, parent));
  if (part === null || typeof part !== 'object') return placed({ text: String(part ?? '') }, parent);
  const node = part as Node;
  if (node.text !== undefined) return { ...node, tag: under(parent, HEADINGS[String(node.style)] ?? 'P') };
  if (node.image !== undefined || node.canvas !== undefined) return pictured(node, parent);
  if (node.table !== undefined) return { ...node, table: tableIn(node.table as Table, under(parent, 'Table')) };
  for (const key of ['ul', 'ol'])
    if (node[key] !== undefined) {
      const list = under(parent, 'L');
      const items = (node[key] as unknown[]).map((item) => placed(item, under(under(list, 'LI'), 'LBody')));
      return { ...node, [key]: items };
    }
  for (const key of ['stack', 'columns'])
    if (node[key] !== undefined) return { ...node, [key]: placed(node[key], parent) };
  return node;
}

function pictured(node: Node, parent: Tag): Node {
  if (typeof node.alt !== 'string') return node;
  const tag = under(parent, 'Figure', { alt: node.alt });
  if (node.image !== undefined) return { ...node, tag };
  return { ...node, canvas: (node.canvas as object[]).map((one) => ({ ...one, tag })) };
}

interface Table {
  headerRows?: number;
  body: unknown[][];
}

function tableIn(table: Table, parent: Tag): Table {
  const heads = table.headerRows ?? 0;
  const body = table.body.map((row, at) => {
    const line = under(parent, 'TR');
    return row.map((cell) => placed(cell, at < heads ? under(line, 'TH', { scope: 'Column' }) : under(line, 'TD')));
  });
  return { ...table, body };
}

/** What is used of the library: how it draws a page, and what it draws on. */
interface Element {
  add(child: unknown): void;
  end(): void;
}
interface Canvas {
  page: unknown;
  hasMarkInfoDictionary(): boolean;
  markContent(tag: string, options: object): void;
  markStructureContent(tag: string): unknown;
  endMarkedContent(): void;
  struct(type: string, options: object): Element;
  addStructure(element: Element): void;
}
interface Renderer {
  pdfDocument: Canvas;
  renderPages(pages: unknown[]): void;
  renderLine(line: { tag?: Tag }, ...at: number[]): void;
  renderVector(vector: { tag?: Tag }): void;
  renderImage(image: { tag?: Tag }): void;
}
interface LayoutBuilder {
  buildNextLine(node: Node): { tag?: Tag } | null;
}

/** What has been drawn of a tag, and the page on which it began. */
type Drawn = Map<Tag, { page: unknown; contents: unknown[] }>;
const DRAWN = new WeakMap<Canvas, Drawn>();

/** Draws something marked with its tag. */
function marked(canvas: Canvas, tag: Tag | undefined, draw: () => void): void {
  const drawn = DRAWN.get(canvas);
  const known = tag && drawn?.get(tag);
  if (drawn === undefined) {
    draw();
  } else if (tag === undefined || (tag.repeated && known && known.page !== canvas.page)) {
    canvas.markContent('Artifact', { type: 'Layout' });
    draw();
    canvas.endMarkedContent();
  } else {
    const content = canvas.markStructureContent(tag.type);
    draw();
    canvas.endMarkedContent();
    if (known) known.contents.push(content);
    else drawn.set(tag, { page: canvas.page, contents: [content] });
  }
}

/** The tree of all that was drawn, in the order of the paper. An empty cell stays: the columns are counted by it. */
function treeOf(canvas: Canvas, tag: Tag, drawn: Drawn): Element {
  const { type, alt, scope, children } = tag;
  const element = canvas.struct(type, { ...(alt && { alt }), ...(scope && { scope }) });
  for (const content of drawn.get(tag)?.contents ?? []) element.add(content);
  for (const child of children) if (isSeen(child, drawn)) element.add(treeOf(canvas, child, drawn));
  return element;
}

const isSeen = (tag: Tag, drawn: Drawn): boolean =>
  drawn.has(tag) || ['TR', 'TH', 'TD'].includes(tag.type) || tag.children.some((child) => isSeen(child, drawn));

const rootOf = (tag: Tag): Tag => (tag.parent === null ? tag : rootOf(tag.parent));

const library = createRequire(import.meta.url);
const builder = library('pdfmake/js/LayoutBuilder').default.prototype as LayoutBuilder;
const renderer = library('pdfmake/js/Renderer').default.prototype as Renderer;
const { buildNextLine } = builder;
const { renderPages, renderLine, renderVector, renderImage } = renderer;

builder.buildNextLine = function (node) {
  const line = buildNextLine.call(this, node);
  if (line && node.tag) line.tag = node.tag;
  return line;
};
renderer.renderLine = function (line, ...at) {
  marked(this.pdfDocument, line.tag, () => renderLine.call(this, line, ...at));
};
renderer.renderVector = function (vector) {
  marked(this.pdfDocument, vector.tag, () => renderVector.call(this, vector));
};
renderer.renderImage = function (image) {
  marked(this.pdfDocument, image.tag, () => renderImage.call(this, image));
};
renderer.renderPages = function (pages) {
  const canvas = this.pdfDocument;
  const drawn: Drawn = new Map();
  if (canvas.hasMarkInfoDictionary()) DRAWN.set(canvas, drawn);
  renderPages.call(this, pages);
  const [first] = drawn.keys();
  if (first === undefined) return;
  const root = treeOf(canvas, rootOf(first), drawn);
  canvas.addStructure(root);
  root.end();
};
