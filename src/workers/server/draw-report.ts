import { datesIn, type Dates } from '../../core/trade';
import { COMPARISON_WORDS, resultWords, VEHICLE_VIEWS } from '../../core/bay';
import {
  MOST_PRINTED_PHOTOS,
  type LaterLine,
  type Report,
  type RunReport,
  type SealedSignature,
} from '../../contracts/views';
import { breakLongWords } from './long-words';
import { type Doc as Pdf, openPdf } from './pdf';

const INK = '#20262b';
const SOFT = '#5d6266';
const LINE = '#cfc7b8';
const OXIDE = '#a33b2c';
const MARGIN = 46;
/** A4, points. */
const WIDTH = 595.28 - MARGIN * 2;
const BOTTOM = 841.89 - MARGIN;

/** A report in the making, with the dates of its shop. */
type Doc = Pdf & { dates: Dates };
/** Photos of the job by id. */
export type Pictures = Map<string, { picture: Uint8Array; width: number; height: number }>;

/** The hand-over report as PDF: what was so before, what was done, tests, ledger, photos, signatures. */
export function drawReport(given: Report, pictures: Pictures): Promise<Buffer> {
  const report = breakLongWords(given);
  const pdf = openPdf({
    size: 'A4',
    margin: MARGIN,
    bufferPages: true,
    info: {
      Title: `Job ${report.job.number}: ${report.job.title}`,
      Author: report.shop,
      CreationDate: new Date(report.madeAt),
    },
  });
  const doc: Doc = Object.assign(pdf.doc, { dates: datesIn(report.timeZone) });
  head(doc, report);
  marks(doc, report, pictures);
  lines(doc, report);
  notes(doc, report);
  later(doc, 'After the signature, or after it was given back', report.later);
  benchPart(doc, report);
  for (const run of report.runs) runPart(doc, run);
  photos(doc, report, pictures);
  signatures(doc, report);
  records(doc, report);
  foot(doc, report);
  doc.end();
  return pdf.ended;
}

/** Starts a new page where `height` points are not left. */
function room(doc: Doc, height: number): void {
  if (doc.y + height > BOTTOM) doc.addPage();
}

function heading(doc: Doc, text: string): void {
  room(doc, 60);
  doc.moveDown(0.8).font('bold').fontSize(13).fillColor(INK).text(text, MARGIN, doc.y, { width: WIDTH });
  doc
    .moveTo(MARGIN, doc.y + 2)
    .lineTo(MARGIN + WIDTH, doc.y + 2)
    .lineWidth(1)
    .strokeColor(INK)
    .stroke();
  doc.moveDown(0.5);
}

function paragraph(doc: Doc, text: string, colour = INK): void {
  room(doc, 16);
  doc.font('text').fontSize(9.5).fillColor(colour).text(text, MARGIN, doc.y, { width: WIDTH });
}

function head(doc: Doc, { shop, job, vehicle, closed, redactedAt, checkInSkipped }: Report): void {
  doc.font('bold').fontSize(11).fillColor(SOFT).text(shop);
  doc.font('bold').fontSize(19).fillColor(INK).text(`Job ${job.number}: ${job.title}`);
  const car = [
    `${vehicle.make} ${vehicle.model}`,
    vehicle.year,
    vehicle.body,
    vehicle.label,
    vehicle.vin && `VIN ${vehicle.vin}`,
  ]
    .filter(Boolean)
    .join(' · ');
  paragraph(doc, car);
  if (job.customer) paragraph(doc, `For ${job.customer}`);
  paragraph(
    doc,
    closed
      ? 'The vehicle was given back after the checks were repeated.'
      : 'Not closed yet: this is how it stands now.',
    SOFT,
  );
  if (checkInSkipped)
    paragraph(
      doc,
      `Not checked in: ${checkInSkipped.by} skipped the check-in, ${doc.dates.moment(checkInSkipped.at)} (${checkInSkipped.reason}).`,
      OXIDE,
    );
  if (redactedAt) paragraph(doc, `Customer data erased ${doc.dates.moment(redactedAt)}.`, SOFT);
}

/** Rows of cells with given widths (shares of the whole), each as high as its longest cell. */
function table(doc: Doc, shares: number[], rows: string[][], colours: (string | null)[] = []): void {
  const widths = shares.map((share) => share * WIDTH);
  rows.forEach((cells, n) => {
    doc.font(n === 0 ? 'bold' : 'text').fontSize(8.5);
    const height = Math.max(...cells.map((cell, at) => doc.heightOfString(cell || ' ', { width: widths[at] - 6 }))) + 5;
    room(doc, height);
    const top = doc.y;
    let left = MARGIN;
    cells.forEach((cell, at) => {
      doc
        .font(n === 0 ? 'bold' : 'text')
        .fontSize(8.5)
        .fillColor(n === 0 ? SOFT : (colours[n - 1] ?? INK))
        .text(cell, left, top, { width: widths[at] - 6, lineBreak: true });
      left += widths[at];
    });
    doc.y = top + height;
    doc
      .moveTo(MARGIN, doc.y - 2.5)
      .lineTo(MARGIN + WIDTH, doc.y - 2.5)
      .lineWidth(0.5)
      .strokeColor(LINE)
      .stroke();
  });
  doc.x = MARGIN;
}

function marks(doc: Doc, { marks: all }: Report, pictures: Pictures): void {
  heading(doc, 'Body and trim');
  if (all.length === 0) return paragraph(doc, 'No marks were noted.');
  const shown = VEHICLE_VIEWS.filter(({ view }) => all.some((mark) => mark.view === view));
  const columns = 3;
  const cell = WIDTH / columns;
  for (let first = 0; first < shown.length; first += columns) {
    room(doc, 96);
    const top = doc.y;
    shown.slice(first, first + columns).forEach((shape, at) => {
      const scale = Math.min((cell - 14) / shape.width, 74 / shape.height);
      doc
        .save()
        .translate(MARGIN + at * cell, top)
        .scale(scale);
      doc.save();
      if (shape.view === 'right') doc.translate(shape.width, 0).scale(-1, 1);
      doc.lineWidth(2.4).strokeColor(INK).path(shape.outline).stroke();
      for (const path of shape.lines) doc.lineWidth(1.6).strokeColor(SOFT).path(path).stroke();
      for (const [x, y, r] of shape.wheels) doc.lineWidth(2.4).strokeColor(INK).circle(x, y, r).stroke();
      doc.restore();
      for (const mark of all.filter(({ view }) => view === shape.view)) {
        doc.circle(mark.x * shape.width, mark.y * shape.height, 13).fill(OXIDE);
        doc
          .font('bold')
          .fontSize(15)
          .fillColor('#fff')
          .text(String(mark.n), mark.x * shape.width - 13, mark.y * shape.height - 9, {
            width: 26,
            align: 'center',
            lineBreak: false,
          });
      }
      doc.restore();
      doc
        .font('text')
        .fontSize(8)
        .fillColor(SOFT)
        .text(shape.name, MARGIN + at * cell, top + 78, { width: cell, lineBreak: false });
    });
    doc.x = MARGIN;
    doc.y = top + 92;
  }
  for (const mark of all) {
    paragraph(
      doc,
      `${mark.n}  ${VEHICLE_VIEWS.find(({ view }) => view === mark.view)!.name}: ${mark.kind}${mark.words ? `, ${mark.words}` : ''}${mark.walk === 'departure' ? ' (seen only when given back)' : ''}`,
    );
    if (mark.photo) picture(doc, pictures, mark.photo, 120);
  }
}

function picture(doc: Doc, pictures: Pictures, id: string, height: number): void {
  const found = pictures.get(id);
  if (!found)
    return paragraph(
      doc,
      pictures.size >= MOST_PRINTED_PHOTOS
        ? `Its photo is kept with the job (${MOST_PRINTED_PHOTOS} are printed).`
        : 'Its photo has not reached the shop’s server yet.',
      OXIDE,
    );
  if (found.picture.byteLength === 0) return paragraph(doc, 'Its photo was erased with the customer data.', SOFT);
  room(doc, height + 8);
  const top = doc.y + 2;
  doc.image(Buffer.from(found.picture.buffer, found.picture.byteOffset, found.picture.byteLength), MARGIN, top, {
    fit: [WIDTH, height],
  });
  doc.y = top + height + 4;
  doc.x = MARGIN;
}

function lines(doc: Doc, { lines: all }: Report): void {
  heading(doc, 'What works: on arrival and given back');
  const answered = all.filter((line) => line.arrival || line.departure);
  if (answered.length === 0) return paragraph(doc, 'No checks were recorded.');
  table(
    doc,
    [0.19, 0.35, 0.16, 0.16, 0.14],
    [
      ['Where', 'What', 'On arrival', 'Given back', 'Compared'],
      ...answered.map((line) => [
        line.group,
        line.words,
        line.arrival ? resultWords(line.arrival) : 'not checked',
        line.departure ? resultWords(line.departure) : 'not repeated',
        [line.comparison === 'not-repeated' ? '' : COMPARISON_WORDS[line.comparison], line.explained]
          .filter(Boolean)
          .join(': '),
      ]),
    ],
    answered.map((line) => (line.comparison === 'worse' ? OXIDE : null)),
  );
}

function notes(doc: Doc, { notes: all }: Report): void {
  if (all.length === 0) return;
  heading(doc, 'Also noted');
  for (const text of all) paragraph(doc, text);
}

/** What came too late to count: beside what it is about, with who and when. */
function later(doc: Doc, title: string, all: LaterLine[]): void {
  if (all.length === 0) return;
  heading(doc, title);
  for (const { words, by, at } of all) paragraph(doc, `${words} (${by}, ${doc.dates.moment(at)})`, OXIDE);
}

/** What was worked out for the job. */
function benchPart(doc: Doc, { bench }: Report): void {
  if (bench.length === 0) return;
  heading(doc, 'Worked out at the bench');
  for (const { tool, said, why, by } of bench)
    paragraph(doc, `${tool}: ${said}${why ? ` Done all the same: ${why}.` : ''} (${by})`, why ? OXIDE : INK);
}

function runPart(doc: Doc, run: RunReport): void {
  heading(doc, run.title);
  paragraph(
    doc,
    `${run.finishedAt ? 'Taken apart and put back' : 'Begun, not finished'} by ${run.people.join(', ')}${run.startedAt ? `, begun ${doc.dates.moment(run.startedAt)}` : ''}${run.finishedAt ? `, finished ${doc.dates.moment(run.finishedAt)}` : ''}.`,
  );
  for (const { line, done, why, serial } of run.fitted)
    paragraph(
      doc,
      why
        ? `Left out: ${line}, ${why}`
        : `${done ? 'Done' : run.finishedAt ? 'Not done' : 'To do'}: ${line}${serial ? `, serial number ${serial}` : ''}`,
      done || !run.finishedAt ? INK : OXIDE,
    );
  for (const { why, mended, by } of run.rounds)
    paragraph(doc, `Opened up again by ${by}. ${why}.${mended ? ` It was: ${mended}.` : ''}`);
  for (const text of run.fell ?? []) paragraph(doc, `Fell inside: ${text}`);
  for (const text of run.leftOver) paragraph(doc, `Left over: ${text}`);
  for (const text of run.asFound) paragraph(doc, `Found on this vehicle: ${text}`);
  for (const text of run.skipped) paragraph(doc, `Skipped: ${text}`);
  for (const text of run.notes) paragraph(doc, `Note: ${text}`);
  for (const { gate, reason, by } of run.overridden)
    paragraph(doc, `${gate}: passed on the word of ${by}: ${reason}`, OXIDE);
  for (const { words, forGood } of run.changed ?? [])
    paragraph(doc, `${words}${forGood ? ' (for good)' : ''}.`, forGood ? OXIDE : INK);
  if (run.changed && run.finishedAt)
    paragraph(
      doc,
      run.changed.some(({ forGood }) => forGood)
        ? 'The car cannot go back to stock in every detail: what was changed for good is named above.'
        : 'The car can go back to stock.',
    );
  if (run.tests.length) {
    doc.moveDown(0.4);
    const words = { pass: 'works', fail: 'FAILED', 'was-already-so': 'same on arrival' } as const;
    const rounds = Math.max(...run.tests.map(({ round }) => round ?? 1));
    table(
      doc,
      [0.27, 0.37, 0.13, 0.23],
      [
        ['Test', '', 'Result', 'Who, when'],
        ...run.tests.map(({ gate, check, result, note, by, at, round }) => [
          rounds > 1 ? `${gate}, round ${round ?? 1}` : gate,
          note ? `${check} (${note})` : check,
          words[result],
          by && at ? `${by}, ${doc.dates.moment(at)}` : '',
        ]),
      ],
      run.tests.map(({ result }) => (result === 'fail' ? OXIDE : null)),
    );
  }
  if (run.ledger.length) {
    doc.moveDown(0.4);
    table(
      doc,
      [0.4, 0.08, 0.08, 0.08, 0.09, 0.08, 0.19],
      [
        ['Fasteners', 'out', 'back', 'new', 'broken', 'lost', 'account'],
        ...run.ledger.map((row) => [
          row.words,
          ...[row.out, row.back, row.renewed, row.scrapped, row.lost].map(String),
          [row.balances ? 'balances' : run.finishedAt ? 'DOES NOT BALANCE' : 'not back yet', ...row.reasons].join(', '),
        ]),
      ],
      run.ledger.map((row) => (row.balances || !run.finishedAt ? null : OXIDE)),
    );
  }
  for (const { words, by, at } of run.later)
    paragraph(doc, `Recorded after it was finished: ${words} (${by}, ${doc.dates.moment(at)})`, OXIDE);
  if (run.spares.length)
    paragraph(
      doc,
      `Taken from stores: ${run.spares.map(({ kind, count }) => `${count} × ${kind.replace(/-/g, ' ')}`).join(', ')}`,
    );
}

function photos(doc: Doc, report: Report, pictures: Pictures): void {
  const all = [...report.photos, ...report.runs.flatMap((run) => run.photos)];
  if (all.length === 0) return;
  heading(doc, 'Photos');
  for (const { id, words } of all) {
    room(doc, 190);
    if (words) paragraph(doc, words);
    picture(doc, pictures, id, 170);
  }
}

function signatures(doc: Doc, { signatures: { arrival, departure }, earlierSignatures, unsigned }: Report): void {
  heading(doc, 'Signatures');
  for (const given of earlierSignatures)
    signature(
      doc,
      given.walk === 'arrival' ? 'Acknowledged on arrival, signed again later' : 'Given back, signed again later',
      given,
    );
  signature(doc, 'Acknowledged on arrival', arrival);
  signature(doc, 'Given back', departure, unsigned);
}

function signature(
  doc: Doc,
  title: string,
  given: SealedSignature | undefined,
  unsigned: Report['unsigned'] = null,
): void {
  room(doc, 90);
  if (!given)
    return paragraph(
      doc,
      unsigned
        ? `${title}: not signed, ${unsigned.reason} (${unsigned.by}, ${doc.dates.moment(unsigned.at)})`
        : `${title}: not signed`,
      SOFT,
    );
  paragraph(
    doc,
    `${title}: ${given.name}, ${doc.dates.moment(given.at)}, over ${given.covers} records${given.later ? `; ${given.later} recorded later are not covered` : ''}`,
  );
  if (given.sealHolds === false) paragraph(doc, 'THE SEAL DOES NOT FIT: what was signed is not what is kept.', OXIDE);
  else if (given.seal) paragraph(doc, `Seal of what was signed: ${inFours(given.seal)}`, SOFT);
  if (given.strokes.length === 0) return;
  const top = doc.y + 2;
  doc.save().translate(MARGIN, top).scale(0.15);
  for (const stroke of given.strokes) {
    stroke.forEach(([x, y], at) => {
      if (at) doc.lineTo(x, y);
      else doc.moveTo(x, y);
    });
    doc.lineWidth(9).lineCap('round').lineJoin('round').strokeColor(INK).stroke();
  }
  doc.restore();
  doc.y = top + 66;
}

/** The beginning of a hash, as somebody can compare it by eye; without the places to break that long words are given. */
const inFours = (hash: string) =>
  hash
    .replace(/[^0-9a-f]/g, '')
    .slice(0, 32)
    .replace(/(.{4})(?=.)/g, '$1 ');

/** The last line: what the report is made of, and whether its records are whole. */
function records(doc: Doc, { version, records: { count, chain, faults } }: Report): void {
  doc.moveDown(0.6);
  paragraph(
    doc,
    faults
      ? `${faults} OF ${count} RECORDS DO NOT FIT THEIR CHAIN: they were changed after they were kept.`
      : `Made by Pezzo ${version} from ${count} records in an unbroken chain: ${inFours(chain)}.`,
    faults ? OXIDE : SOFT,
  );
}

function foot(doc: Doc, { shop, job }: Report): void {
  const { start, count } = doc.bufferedPageRange();
  for (let page = start; page < start + count; page += 1) {
    doc.switchToPage(page);
    // The margin would push a line down here onto a new page.
    doc.page.margins.bottom = 0;
    doc
      .font('text')
      .fontSize(8)
      .fillColor(SOFT)
      .text(`${shop} · job ${job.number} · page ${page + 1} of ${count}`, MARGIN, 841.89 - 30, {
        width: WIDTH,
        align: 'center',
        lineBreak: false,
      });
  }
}
