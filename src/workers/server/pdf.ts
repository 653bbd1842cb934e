import PDFDocument from 'pdfkit';
import { join } from 'node:path';

export type Doc = InstanceType<typeof PDFDocument>;

/** Fonts with Latin, Greek and Cyrillic letters, so that no name comes out in boxes. */
const FONTS = join(process.cwd(), 'node_modules/dejavu-fonts-ttf/ttf');
/** Points of a millimetre. */
export const POINTS_PER_MM = 72 / 25.4;
/** Sheets, mm. */
export const SHEETS = { a4: [210, 297], letter: [215.9, 279.4] } as const;
export type Paper = keyof typeof SHEETS;

/** A PDF with the fonts `text` and `bold`, and its bytes once `doc.end()` was called. */
export function openPdf(options: NonNullable<ConstructorParameters<typeof PDFDocument>[0]>): {
  doc: Doc;
  ended: Promise<Buffer>;
} {
  const doc = new PDFDocument({ lang: 'en', ...options });
  doc
    .registerFont('text', join(FONTS, 'DejaVuSansCondensed.ttf'))
    .registerFont('bold', join(FONTS, 'DejaVuSansCondensed-Bold.ttf'));
  const chunks: Buffer[] = [];
  doc.on('data', (chunk: Buffer) => chunks.push(chunk));
  return { doc, ended: new Promise((resolve) => doc.on('end', () => resolve(Buffer.concat(chunks)))) };
}
