import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

/** What a PDF says, all pages, runs of white space as one. */
export async function pdfText(buffer: Buffer): Promise<string> {
  const pdf = await getDocument({
    data: new Uint8Array(buffer),
    useSystemFonts: false,
    isEvalSupported: false,
    verbosity: 0,
  }).promise;
  const pages = await Promise.all(
    Array.from({ length: pdf.numPages }, async (_, i) =>
      (await (await pdf.getPage(i + 1)).getTextContent()).items
        .map((item) => ('str' in item ? item.str : ''))
        .join(' '),
    ),
  );
  return pages.join('\n').replace(/\s+/g, ' ');
}
