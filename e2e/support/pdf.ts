import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

/** All text of a PDF, page after page. */
export async function pdfText(bytes: Uint8Array): Promise<string> {
  const pdf = await getDocument({ data: bytes, isEvalSupported: false, verbosity: 0 }).promise;
  const pages: string[] = [];
  for (let i = 1; i <= pdf.numPages; i++) {
    const { items } = await (await pdf.getPage(i)).getTextContent();
    pages.push(items.map((item) => ('str' in item ? item.str : '')).join(' '));
  }
  return pages.join('\n').replace(/\s+/g, ' ');
}
