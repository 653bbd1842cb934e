import './low-priority';
import type { Report } from '../../contracts/views';
import { drawReport } from './draw-report';

export { drawQuote } from './draw-quote';
export { drawLabels, drawSheet } from './draw-sheet';
export { drawTemplate } from './draw-template';

/** Draws a hand-over report for the server, off its event loop. Returns the PDF's bytes. */
export const draw = ({
  report,
  pictures,
}: {
  report: Report;
  pictures: [id: string, { picture: Uint8Array; width: number; height: number }][];
}): Promise<Uint8Array> => drawReport(report, new Map(pictures));
