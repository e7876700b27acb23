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
