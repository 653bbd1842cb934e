import QRCode from 'qrcode';
import type { BaySheet, SheetStep, TrayLabel } from '../../contracts/views';
import { datesIn } from '../../core/trade';
import { drawScene } from './draw-scene';
import { type Doc, openPdf, type Paper, POINTS_PER_MM, SHEETS } from './pdf';
import { breakLongWords } from './long-words';

const MARGIN = 36;
const FOOT = 26;
const SMALL = 8.5;
const BLACK = '#000';
const GREY = '#444';

/** Where a page's text may stand, points. */
interface Page {
  width: number;
  bottom: number;
}

/** A procedure for a bay without a screen: what to lay out, the panel layer by layer with numbers, steps both ways with boxes to tick, bins, wires. Black on white. Returns the PDF's bytes. */
export function drawSheet({ sheet: given, paper }: { sheet: BaySheet; paper: Paper }): Promise<Uint8Array> {
  const sheet = breakLongWords(given);
  const [width, height] = SHEETS[paper].map((mm) => mm * POINTS_PER_MM);
  const { doc, ended } = openPdf({
    size: [width, height],
    margins: { top: MARGIN, left: MARGIN, right: MARGIN, bottom: 0 },
    bufferPages: true,
    info: { Title: `${sheet.title}, bay sheet`, Author: sheet.shop },
  });
  const page: Page = { width: width - 2 * MARGIN, bottom: height - MARGIN - FOOT };
  head(doc, page, sheet);
  layOut(doc, page, sheet);
  layers(doc, page, sheet);
  if (sheet.noSteps) paragraph(doc, page, sheet.noSteps, 'bold');
  else {
    steps(doc, page, 'Take apart', sheet.removal);
    steps(doc, page, 'Put back', sheet.refit);
  }
  bins(doc, page, sheet);
  wires(doc, page, sheet);
  foot(doc, page, sheet, height);
  doc.end();
  return ended;
}

function room(doc: Doc, { bottom }: Page, height: number): void {
  if (doc.y + height > bottom) doc.addPage();
}

function heading(doc: Doc, page: Page, text: string, needs = 60): void {
  room(doc, page, needs);
  doc.moveDown(0.6).font('bold').fontSize(13).fillColor(BLACK).text(text, MARGIN, doc.y, { width: page.width });
  doc
    .moveTo(MARGIN, doc.y + 1)
    .lineTo(MARGIN + page.width, doc.y + 1)
    .lineWidth(1)
    .strokeColor(BLACK)
    .stroke();
  doc.y += 6;
}

function paragraph(doc: Doc, page: Page, text: string, font: 'text' | 'bold' = 'text'): void {
  doc.font(font).fontSize(9.5).fillColor(BLACK);
  room(doc, page, doc.heightOfString(text, { width: page.width }) + 2);
  doc.text(text, MARGIN, doc.y, { width: page.width });
}

const QR_SIZE = 74;

function head(doc: Doc, page: Page, sheet: BaySheet): void {
  const width = page.width - QR_SIZE - 14;
  const top = doc.y;
  doc.font('bold').fontSize(10).fillColor(GREY).text(sheet.shop, MARGIN, top, { width });
  doc.font('bold').fontSize(19).fillColor(BLACK).text(sheet.title, { width });
  doc
    .font('text')
    .fontSize(10)
    .text([sheet.side, ...sheet.vehicles].join(' · '), { width });
  const revision = sheet.revision === null ? 'Draft, not published' : `Revision ${sheet.revision}`;
  const minutes = sheet.minutes && `about ${sheet.minutes.likely} min, safely ${sheet.minutes.safe} min, both ways`;
  doc.text([revision, `printed ${datesIn(sheet.timeZone).day(sheet.madeAt)}`, minutes].filter(Boolean).join(' · '), {
    width,
  });
  const after = doc.y;
  qr(doc, sheet.address, MARGIN + page.width - QR_SIZE, top, QR_SIZE);
  doc.x = MARGIN;
  doc.y = Math.max(after, top + QR_SIZE) + 6;
  banner(doc, page, sheet.verified ?? NOT_VERIFIED, !sheet.verified);
}

const NOT_VERIFIED = 'NOT VERIFIED: nobody has run it to the end on a vehicle yet. Stop where it does not match.';

function banner(doc: Doc, page: Page, text: string, isStrong: boolean): void {
  doc.font('bold').fontSize(10);
  const height = doc.heightOfString(text, { width: page.width - 16 }) + 10;
  doc
    .rect(MARGIN, doc.y, page.width, height)
    .lineWidth(isStrong ? 2 : 0.7)
    .strokeColor(BLACK)
    .stroke();
  doc.fillColor(BLACK).text(text, MARGIN + 8, doc.y + 5, { width: page.width - 16 });
  doc.x = MARGIN;
  doc.y += 8;
}

/** A QR code (ISO/IEC 18004, by the library) as squares. */
function qr(doc: Doc, text: string, x: number, y: number, size: number): void {
  const { modules } = QRCode.create(text, { errorCorrectionLevel: 'M' });
  const dot = size / modules.size;
  for (let row = 0; row < modules.size; row += 1)
    for (let column = 0; column < modules.size; column += 1)
      if (modules.get(row, column)) doc.rect(x + column * dot, y + row * dot, dot + 0.05, dot + 0.05);
  doc.fillColor(BLACK).fill();
}

function layOut(doc: Doc, page: Page, { cautions, tools, have }: BaySheet): void {
  for (const caution of cautions) {
    doc.font('bold').fontSize(9.5);
    const height = doc.heightOfString(caution, { width: page.width - 22 }) + 6;
    room(doc, page, height);
    const top = doc.y;
    doc
      .moveTo(MARGIN + 2, top + 11)
      .lineTo(MARGIN + 8, top + 1)
      .lineTo(MARGIN + 14, top + 11)
      .closePath()
      .lineWidth(1.2)
      .stroke();
    doc.text(caution, MARGIN + 22, top, { width: page.width - 22 });
    doc.x = MARGIN;
    doc.y = Math.max(doc.y, top + 14) + 2;
  }
  if (tools.length) {
    heading(doc, page, 'Lay out');
    for (const { plate, name, notes } of tools)
      ticked(doc, page, [name.startsWith(plate) ? name : `${plate}  ${name}`, ...notes].join('. '));
  }
  if (have.length) {
    heading(doc, page, 'Have ready');
    for (const one of have) ticked(doc, page, one);
  }
}

/** A line with a box to tick before it. */
function ticked(doc: Doc, page: Page, text: string, indent = 0): void {
  doc.font('text').fontSize(9.5).fillColor(BLACK);
  const width = page.width - 18 - indent;
  room(doc, page, doc.heightOfString(text, { width }) + 4);
  const top = doc.y;
  doc
    .rect(MARGIN + indent, top + 1.5, 8.5, 8.5)
    .lineWidth(0.9)
    .strokeColor(BLACK)
    .stroke();
  doc.text(text, MARGIN + 18 + indent, top, { width });
  doc.x = MARGIN;
  doc.y += 3;
}

/** Share of the width that a drawing takes; the numbers' names stand beside it. */
const DRAWING = 0.62;

function layers(doc: Doc, page: Page, { layers: all }: BaySheet): void {
  for (const { title, scene, items } of all) {
    if (!scene) {
      heading(doc, page, title);
      paragraph(doc, page, `Not drawn: ${items.map(({ n, words }) => `${n} ${words}`).join(' · ')}`);
      continue;
    }
    const [, , wide, high] = scene.box;
    const height = Math.min((page.width * DRAWING * high) / wide, 330);
    heading(doc, page, title, height + 50);
    const top = doc.y;
    const drawn = drawScene(doc, scene, MARGIN, top, page.width * DRAWING, height);
    const x = MARGIN + page.width * DRAWING + 12;
    const width = page.width * (1 - DRAWING) - 12;
    doc.font('text').fontSize(SMALL).fillColor(BLACK);
    doc.x = x;
    doc.y = top + 4;
    for (const [at, { n, words }] of items.entries()) {
      if (doc.y > top + height - 12 && doc.y > page.bottom - 24) {
        doc.text(`and ${items.length - at} more in the steps`, x, doc.y, { width });
        break;
      }
      const line = doc.y;
      doc.font('bold').text(String(n), x, line, { width: 20, lineBreak: false });
      doc.font('text').text(words, x + 22, line, { width: width - 22 });
    }
    doc.x = MARGIN;
    doc.y = Math.max(doc.y, top + drawn) + 6;
  }
}

/** Room for numbers, tool and bin beside a step, points. */
const SIDE = 150;

function steps(doc: Doc, page: Page, title: string, all: readonly SheetStep[]): void {
  if (all.length === 0) return;
  heading(doc, page, title, 90);
  const tool = page.width - SIDE;
  for (const [at, step] of all.entries()) {
    const under = [step.where, step.detail].filter(Boolean).join('. ');
    const width = page.width - 44 - SIDE;
    doc.font('bold').fontSize(10);
    const first = doc.heightOfString(step.title, { width });
    doc.font('text').fontSize(SMALL);
    const height = first + (under ? doc.heightOfString(under, { width }) : 0) + 7;
    room(doc, page, height);
    const top = doc.y;
    if (step.isGate)
      doc
        .rect(MARGIN - 4, top - 2, page.width + 8, height - 1)
        .lineWidth(1.6)
        .strokeColor(BLACK)
        .stroke();
    doc
      .rect(MARGIN, top + 1, 10, 10)
      .lineWidth(1)
      .strokeColor(BLACK)
      .stroke();
    doc
      .font('bold')
      .fontSize(SMALL)
      .fillColor(GREY)
      .text(String(at + 1), MARGIN + 16, top + 1.5, { width: 24 });
    doc
      .font('bold')
      .fontSize(10)
      .fillColor(BLACK)
      .text(step.title, MARGIN + 40, top, { width });
    if (under)
      doc
        .font('text')
        .fontSize(SMALL)
        .fillColor(GREY)
        .text(under, MARGIN + 40, doc.y, { width });
    const side = [
      step.numbers.length ? `no. ${step.numbers.join(', ')}` : '',
      step.tool,
      step.bins.length ? `bin ${step.bins.join(', ')}` : '',
    ]
      .filter(Boolean)
      .join(' · ');
    doc
      .font('bold')
      .fontSize(SMALL)
      .fillColor(BLACK)
      .text(side, MARGIN + tool, top + 1, { width: SIDE, align: 'right' });
    doc.x = MARGIN;
    doc.y = top + height;
  }
}

function bins(doc: Doc, page: Page, { bins: all }: BaySheet): void {
  if (all.length === 0) return;
  heading(doc, page, 'Tray');
  for (const { name, label } of all) ticked(doc, page, `${name}:  ${label}`);
}

function wires(doc: Doc, page: Page, { wires: all }: BaySheet): void {
  if (all.length === 0) return;
  heading(doc, page, 'Wires');
  paragraph(doc, page, 'Never probe wires that nobody has identified: airbag circuits run here too.');
  doc.y += 3;
  for (const { connector, cavity, colour, function: does, polarity, sure, how } of all) {
    const known =
      polarity === null ? '' : sure === null ? 'not tested' : `${Math.round(sure * 100)} % sure (${how.join(', ')})`;
    const line = [connector, cavity && `pin ${cavity}`, colour, does, known].filter(Boolean).join('  ·  ');
    ticked(doc, page, line);
  }
}

/** On every page: what it is, which revision, and that it is not verified where it is not. */
function foot(doc: Doc, page: Page, { title, side, revision, verified }: BaySheet, height: number): void {
  const { count, start } = doc.bufferedPageRange();
  for (let at = 0; at < count; at += 1) {
    doc.switchToPage(start + at);
    const y = height - MARGIN - 10;
    doc
      .moveTo(MARGIN, y - 5)
      .lineTo(MARGIN + page.width, y - 5)
      .lineWidth(0.7)
      .strokeColor(BLACK)
      .stroke();
    const words = `${title} · ${side} · ${revision === null ? 'draft' : `revision ${revision}`} · page ${at + 1} of ${count}`;
    doc
      .font('text')
      .fontSize(8)
      .fillColor(BLACK)
      .text(words, MARGIN, y, { width: page.width * 0.72, lineBreak: false });
    doc
      .font('bold')
      .fontSize(9)
      .text(verified ? 'Verified' : 'NOT VERIFIED', MARGIN + page.width * 0.72, y - 0.5, {
        width: page.width * 0.28,
        align: 'right',
      });
  }
}

/** Sheets of labels: how many across and down, and their places, mm. */
const LABELS: Record<
  Paper,
  { across: number; down: number; size: [number, number]; first: [number, number]; pitch: [number, number] }
> = {
  a4: { across: 3, down: 8, size: [70, 37], first: [0, 0.5], pitch: [70, 37] },
  letter: { across: 3, down: 10, size: [66.7, 25.4], first: [4.8, 12.7], pitch: [69.85, 25.4] },
};

/** Labels for the bins of a tray on a label sheet (A4: 3 × 8 of 70 × 37 mm; Letter: 3 × 10 of 2⅝ × 1 in). Returns the PDF's bytes. */
export function drawLabels({ labels: given, paper }: { labels: TrayLabel[]; paper: Paper }): Promise<Uint8Array> {
  const labels = breakLongWords(given);
  const [width, height] = SHEETS[paper].map((mm) => mm * POINTS_PER_MM);
  const { doc, ended } = openPdf({
    size: [width, height],
    margin: 0,
    autoFirstPage: false,
    info: { Title: 'Tray labels' },
  });
  const { across, down, size, first, pitch } = LABELS[paper];
  for (const [at, { bin, label, of }] of labels.entries()) {
    const place = at % (across * down);
    if (place === 0) doc.addPage();
    const [x, y] = [
      first[0] + (place % across) * pitch[0] + 3,
      first[1] + Math.floor(place / across) * pitch[1] + 2.5,
    ].map((mm) => mm * POINTS_PER_MM);
    const wide = (size[0] - 6) * POINTS_PER_MM;
    const high = (size[1] - 5) * POINTS_PER_MM;
    doc.font('bold').fontSize(15).fillColor(BLACK).text(bin, x, y, { width: wide, lineBreak: false });
    doc
      .font('text')
      .fontSize(9)
      .text(label, x, y + 19, { width: wide, height: high - 30, ellipsis: true });
    doc
      .fontSize(6.5)
      .fillColor(GREY)
      .text(of, x, y + high - 8, { width: wide, height: 9, ellipsis: true });
  }
  if (labels.length === 0) {
    doc.addPage();
    doc.font('text').fontSize(11).text('Nothing of it goes into a bin.', 40, 40);
  }
  doc.end();
  return ended;
}
