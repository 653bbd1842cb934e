import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs';

/** What a reader of the PDF would see: its text by pages, and how many pictures are drawn on it. */
export async function readPdf(bytes: Uint8Array): Promise<{ pages: string[]; text: string; pictures: number }> {
  const task = getDocument({ data: new Uint8Array(bytes), verbosity: 0 });
  const pdf = await task.promise;
  const pages: string[] = [];
  let pictures = 0;
  for (let n = 1; n <= pdf.numPages; n += 1) {
    const page = await pdf.getPage(n);
    const { items } = await page.getTextContent();
    pages.push(
      items
        .map((item) => ('str' in item ? item.str : ''))
        .join(' ')
        .replace(/\s+/g, ' '),
    );
    pictures += (await page.getOperatorList()).fnArray.filter((op) => op === OPS.paintImageXObject).length;
  }
  await task.destroy();
  return { pages, text: pages.join(' '), pictures };
}
