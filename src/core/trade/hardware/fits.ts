import { parseDrive, type Drive } from './drives';

/** How a driver or socket sits on a head. `goes` is a stated substitute; `slips` enters but rounds the head; `no` does not go on. */
export interface Fit {
  fit: 'exact' | 'goes' | 'slips' | 'no';
  /** Play between tool and head, mm across flats or points; null where no length is known. */
  slackMm: number | null;
}

/**
 * Across-points size A of hexalobular internal drives, mm, by size number (ISO 10664:2014, table 1; values from memory, T27 from general
 * trade tables, from memory). A smaller bit enters a larger recess.
 */
const ACROSS_POINTS_MM: Record<number, number> = {
  6: 1.75,
  8: 2.4,
  10: 2.8,
  15: 3.35,
  20: 3.95,
  25: 4.5,
  27: 5.07,
  30: 5.6,
  40: 6.75,
  45: 7.93,
  50: 8.95,
  55: 11.35,
  60: 13.45,
};

/** Play that a hex socket may have on a head and still drive trim screws: 9/32 in on 7 mm has 0.144, 8 mm on 5/16 in 0.063 (common practice, no source). */
const SUBSTITUTE_SLACK_MM = 0.15;
/** Play up to which a wrong tool still seems to fit (common practice, no source). */
const SEEMS_TO_FIT_MM = 1.15;

const sizeOf = (drive: Drive): number | null =>
  drive.family === 'hexalobular' ? (ACROSS_POINTS_MM[drive.sizeNumber!] ?? null) : drive.sizeMm;

/**
 * How a tool of one drive fits a head of another. Substitutes go one way only: a slightly larger socket on a head, never a smaller one, and never a
 * smaller bit in a larger recess. Drives of different families do not fit.
 */
export function fitOf(tool: Drive, head: Drive): Fit {
  if (tool.code === head.code) return { fit: 'exact', slackMm: 0 };
  if (tool.family !== head.family) return { fit: 'no', slackMm: null };
  const [toolMm, headMm] = [sizeOf(tool), sizeOf(head)];
  if (toolMm === null || headMm === null)
    return { fit: (tool.sizeNumber ?? 0) < (head.sizeNumber ?? 0) ? 'slips' : 'no', slackMm: null };
  // A socket goes over the head, a bit or key into the recess.
  const slackMm = tool.family === 'hex' ? toolMm - headMm : headMm - toolMm;
  if (slackMm < 0) return { fit: 'no', slackMm };
  if (tool.family === 'hex' && slackMm <= SUBSTITUTE_SLACK_MM) return { fit: 'goes', slackMm };
  return { fit: slackMm <= SEEMS_TO_FIT_MM ? 'slips' : 'no', slackMm };
}

/** The sizes that are usually in the drawer and get taken by mistake. */
const IN_THE_DRAWER = [
  'T10',
  'T15',
  'T20',
  'T25',
  'T27',
  'T30',
  'T40',
  'hex 7 mm',
  'hex 8 mm',
  'hex 10 mm',
  'hex 9/32 in',
  'hex 5/16 in',
  'hex 11/32 in',
  'PH1',
  'PH2',
];

/**
 * What must not be taken in a drive's place, with the figure: the nearest tool that seems to fit and slips. Null where there is none.
 * "Not T15: 0.60 mm slack, it slips and rounds the recess."
 */
export function confusionNote(head: Drive): string | null {
  const near = IN_THE_DRAWER.map((code) => parseDrive(code)!)
    .map((tool) => ({ tool, ...fitOf(tool, head) }))
    .filter(({ fit, slackMm }) => fit === 'slips' && slackMm !== null)
    .sort((a, b) => a.slackMm! - b.slackMm!)[0];
  if (!near) return null;
  const harm = head.family === 'hex' ? 'it slips and rounds the head' : 'it enters, slips and rounds the recess';
  return `Not ${near.tool.plate}: ${near.slackMm!.toFixed(2)} mm slack, ${harm}.`;
}
