/** How many pages a PDF has. */
export async function pagesOfPdf(bytes: Buffer): Promise<number> {
  const { getDocument } = await import('pdfjs-dist/legacy/build/pdf.mjs');
  return (await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise).numPages;
}

/** The text of a PDF in reading order, with every kind of space as one plain space. */
export async function textOfPdf(bytes: Buffer): Promise<string> {
  const { getDocument } = await import('pdfjs-dist/legacy/build/pdf.mjs');
  const document = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
  const parts: string[] = [];
  for (let number = 1; number <= document.numPages; number += 1) {
    const { items } = await (await document.getPage(number)).getTextContent();
    for (const item of items) if ('str' in item) parts.push(item.hasEOL ? `${item.str} ` : item.str);
  }
  return parts.join('').replace(/[\s\u00a0\u202f]+/g, ' ');
}

interface StructNode {
  role: string;
  alt?: string;
  children: (StructNode | { type: string; id: string })[];
}

/** What a PDF says of its structure: each part by the way down to it with its text, and the texts that are in no part. */
export async function structureOfPdf(bytes: Buffer | Uint8Array): Promise<{ told: string[]; untold: string[] }> {
  const { getDocument } = await import('pdfjs-dist/legacy/build/pdf.mjs');
  const document = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
  const [told, untold]: [string[], string[]] = [[], []];
  for (let number = 1; number <= document.numPages; number += 1) {
    const page = await document.getPage(number);
    const texts = new Map<string, string>();
    const open: (string | null)[] = [];
    for (const item of (await page.getTextContent({ includeMarkedContent: true })).items)
      if ('str' in item) {
        const id = open.findLast((one) => one !== null);
        if (id) texts.set(id, `${texts.get(id) ?? ''}${item.str}`);
        else if (item.str.trim() !== '') untold.push(item.str);
      } else if (item.type === 'endMarkedContent') open.pop();
      else open.push(item.id ?? null);
    const walk = ({ role, alt, children }: StructNode, way: string[]): void => {
      const here = role === 'Root' || role === 'Document' ? way : [...way, role];
      const own = children.flatMap((child) => ('id' in child ? [texts.get(child.id) ?? ''] : []));
      if (own.length > 0) told.push(`${here.join(' > ')}: ${(alt ?? own.join(' ')).replace(/\s+/g, ' ').trim()}`);
      for (const child of children) if ('role' in child) walk(child, here);
    };
    const tree = (await page.getStructTree()) as StructNode | null;
    if (tree) walk(tree, []);
  }
  return { told, untold };
}
