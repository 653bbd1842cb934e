import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Browser } from '@playwright/test';
import { ROOT } from './project';

/** Where a page may fetch the reader and the file from; nothing of it leaves the machine. */
const PLACE = 'http://pdf.invalid';

/** Pages of a PDF as PNGs of one height, drawn by the browser with the library that reads PDFs in the tests. */
export async function pdfPictures(browser: Browser, pdf: Buffer, pages: number[], height: number): Promise<Buffer[]> {
  const page = await browser.newPage();
  await page.route(`${PLACE}/**`, (route) => {
    const path = new URL(route.request().url()).pathname;
    if (path === '/') return route.fulfill({ contentType: 'text/html', body: '<body></body>' });
    if (path === '/file.pdf') return route.fulfill({ contentType: 'application/pdf', body: pdf });
    const body = readFileSync(join(ROOT, 'node_modules/pdfjs-dist/build', path));
    return route.fulfill({ contentType: 'text/javascript', body });
  });
  await page.goto(PLACE);
  const drawn = await page.evaluate(DRAW(pages, height));
  await page.close();
  return (drawn as string[]).map((url) => Buffer.from(url.split(',')[1], 'base64'));
}

/** Runs in the page; as text, since what builds this script has no names of a browser. */
const DRAW = (pages: number[], height: number) => `(async () => {
  const reader = await import('${PLACE}/pdf.min.mjs');
  reader.GlobalWorkerOptions.workerSrc = '${PLACE}/pdf.worker.min.mjs';
  const file = await reader.getDocument('${PLACE}/file.pdf').promise;
  const drawn = [];
  for (const n of ${JSON.stringify(pages)}) {
    const page = await file.getPage(n);
    const viewport = page.getViewport({ scale: ${height} / page.getViewport({ scale: 1 }).height });
    const canvas = Object.assign(document.createElement('canvas'), { width: viewport.width, height: viewport.height });
    await page.render({ canvasContext: canvas.getContext('2d'), viewport }).promise;
    drawn.push(canvas.toDataURL('image/png'));
  }
  return drawn;
})()`;
