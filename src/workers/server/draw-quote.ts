import type { QuotePrint } from '../../contracts/views';
import { lineCents, moneyWords, totalsOf } from '../../core/shop';
import { datesIn } from '../../core/trade';
import { breakLongWords } from './long-words';
import { type Doc, openPdf } from './pdf';

const MARGIN = 50;
/** A4, points. */
const [WIDTH, BOTTOM] = [595.28 - 2 * MARGIN, 841.89 - MARGIN - 30];
const INK = '#000';
const SOFT = '#444';

/** A quote as it is handed to the customer: lines, options, tax, when it will be ready, and room to sign. Returns the PDF's bytes. */
export function drawQuote(given: QuotePrint): Promise<Uint8Array> {
  const { shop, job, quote, timeZone } = breakLongWords(given);
  const dates = datesIn(timeZone);
  const { doc, ended } = openPdf({
    size: 'A4',
    margins: { top: MARGIN, left: MARGIN, right: MARGIN, bottom: 0 },
    info: { Title: `Quote ${job.number}-${quote.number}`, Author: shop, CreationDate: new Date(quote.at) },
  });
  doc.font('bold').fontSize(11).fillColor(SOFT).text(shop);
  doc.font('bold').fontSize(20).fillColor(INK).text(`Quote ${job.number}-${quote.number}: ${job.title}`);
  doc.font('text').fontSize(10);
  doc.text([job.vehicle, job.customer && `for ${job.customer}`, dates.day(quote.at)].filter(Boolean).join(' · '));
  if (quote.words) doc.moveDown(0.6).text(quote.words, { width: WIDTH });
  doc.moveDown(1);
  const money = (cents: number) => moneyWords(cents, quote.terms.currency);
  const leftOut = new Set(quote.answer?.leftOut ?? []);
  row(doc, ['', 'Quantity', 'Each', 'Sum'], 'bold');
  for (const line of quote.lines) {
    const out = line.isOption && leftOut.has(line.id);
    const words = `${line.words}${line.isOption ? (out ? ' (option, left out)' : ' (option)') : ''}`;
    const unit =
      line.kind === 'labour' && line.safeSeconds && line.quantity !== 1 ? `${line.quantity} h` : String(line.quantity);
    row(doc, [words, unit, money(line.unitCents), out ? '–' : money(lineCents(line))], 'text');
  }
  totals(doc, quote, leftOut, money);
  doc.moveDown(1);
  if (quote.readyBy)
    doc
      .font('bold')
      .fontSize(11)
      .text(`Ready by ${dates.moment(quote.readyBy)}, if begun today and nothing hidden turns up.`, MARGIN, doc.y, {
        width: WIDTH,
      });
  doc.font('text').fontSize(9).fillColor(SOFT);
  doc.text('Extra work is asked for again before it is begun. Options may be left out.', MARGIN, doc.y + 4, {
    width: WIDTH,
  });
  answered(doc, quote, dates);
  doc.end();
  return ended;
}

const SHARES = [0.52, 0.13, 0.16, 0.19];

function row(doc: Doc, cells: string[], font: 'text' | 'bold'): void {
  const widths = SHARES.map((share) => share * WIDTH);
  doc.font(font).fontSize(9.5).fillColor(INK);
  const height = Math.max(...cells.map((cell, n) => doc.heightOfString(cell || ' ', { width: widths[n] - 6 }))) + 6;
  if (doc.y + height > BOTTOM) doc.addPage();
  const top = doc.y;
  let x = MARGIN;
  cells.forEach((cell, n) => {
    doc.text(cell, x, top, { width: widths[n] - 6, align: n === 0 ? 'left' : 'right' });
    x += widths[n];
  });
  doc.x = MARGIN;
  doc.y = top + height;
  doc
    .moveTo(MARGIN, doc.y - 3)
    .lineTo(MARGIN + WIDTH, doc.y - 3)
    .lineWidth(0.5)
    .strokeColor('#999')
    .stroke();
}

function totals(
  doc: Doc,
  { lines, terms }: QuotePrint['quote'],
  leftOut: ReadonlySet<string>,
  money: (cents: number) => string,
): void {
  const { net, tax, gross } = totalsOf(lines, leftOut, terms);
  if (terms.taxPercent > 0) {
    row(doc, ['Net', '', '', money(net)], 'text');
    row(doc, [`Tax, ${terms.taxPercent} %${terms.isTaxIncluded ? ', in the prices' : ''}`, '', '', money(tax)], 'text');
  }
  row(doc, ['Total', '', '', money(gross)], 'bold');
}

const HOW = { signature: 'signed', phone: 'by phone', 'in-person': 'in person' } as const;

function answered(doc: Doc, { answer }: QuotePrint['quote'], dates: ReturnType<typeof datesIn>): void {
  if (doc.y + 110 > BOTTOM) doc.addPage();
  doc.moveDown(1.5).font('bold').fontSize(10).fillColor(INK);
  if (answer) {
    const said = answer.answer === 'accepted' ? 'Accepted' : 'Declined';
    doc.text(
      `${said} by ${answer.name}, ${HOW[answer.how]}, ${dates.moment(answer.at)}${answer.note ? `. ${answer.note}` : ''}`,
    );
    if (answer.strokes?.length) strokes(doc, answer.strokes);
    return;
  }
  doc.text('Accepted:');
  doc
    .moveTo(MARGIN, doc.y + 46)
    .lineTo(MARGIN + 220, doc.y + 46)
    .lineWidth(0.8)
    .strokeColor(INK)
    .stroke();
  doc
    .font('text')
    .fontSize(8)
    .text('name, signature, date', MARGIN, doc.y + 50);
}

/** The space signatures are kept in. */
const ACROSS = 1000;
const DRAWN = 170;

function strokes(doc: Doc, all: readonly (readonly (readonly [number, number])[])[]): void {
  const [x, y, scale] = [MARGIN, doc.y + 6, DRAWN / ACROSS];
  for (const stroke of all) {
    stroke.forEach(([px, py], n) =>
      n ? doc.lineTo(x + px * scale, y + py * scale) : doc.moveTo(x + px * scale, y + py * scale),
    );
    doc.lineWidth(1).strokeColor(INK).stroke();
  }
}
