import { tidy } from './tidy';

/** Where a speaker sits and what it is, all in millimetres. */
export interface DepthInput {
  /** From the mounting face inwards to the glass, at its nearest. */
  toGlass: number;
  /** From the mounting face inwards to the window regulator. */
  toRegulator?: number;
  /** Whether the regulator lies behind the magnet, so that it limits the depth, or beside it. */
  regulator?: 'behind' | 'beside';
  /** From the mounting face outwards to the back of the grille. */
  grilleGap: number;
  /** How far off the door's readings may be. */
  tolerance: number;
  /** A baffle on the face that the speaker sits on, measured with what is under it; it counts like a spacer that is there already. Absent: none. */
  baffle?: number;
  /** The speaker's mounting depth. */
  depth: number;
  /** How far its frame and surround stand proud of the mounting face. */
  proud: number;
  /** How far the cone moves out. */
  stroke: number;
  speakerTolerance: number;
  /** Air wanted behind the magnet, and in front of the cone. */
  behind: number;
  front: number;
  /** Thicknesses of sheet at hand; each may be used more than once. */
  sheets: readonly number[];
}

/** Spacer thickness that works: at least, at most; more than that at least means that none does. */
export type Window = [least: number, most: number];

export interface DepthResult {
  window: Window;
  /** The same with every reading off at once. */
  sure: Window;
  /** The fewest sheets that hit it, nearest the middle of what is sure; null where none do. */
  stack: number[] | null;
  fits: boolean;
  /** Least minus most: above 0 it is how much is missing. */
  shortBy: number;
}

/**
 * The spacer under a speaker: thick enough that the magnet clears the glass (and a regulator behind it), thin enough that the cone clears the grille. The window is
 * [max(0, depth + behind − toGlass), grilleGap − proud − stroke − front], both less a baffle; `sure` draws both ends in by both tolerances first.
 * @example spacerFor({ toGlass: 62, grilleGap: 24, tolerance: 1, depth: 60, proud: 4, stroke: 5, speakerTolerance: 0, behind: 6, front: 3, sheets: [6] }).window; // [4, 12]
 */
export function spacerFor(input: DepthInput): DepthResult {
  const { toGlass, toRegulator, regulator, grilleGap, tolerance, speakerTolerance, sheets } = input;
  const limit = regulator === 'behind' && toRegulator !== undefined ? Math.min(toGlass, toRegulator) : toGlass;
  const baffle = input.baffle ?? 0;
  const least = input.depth + input.behind - limit - baffle;
  const most = grilleGap - input.proud - input.stroke - input.front - baffle;
  const off = tolerance + speakerTolerance;
  const window: Window = [tidy(Math.max(0, least)), tidy(most)];
  const sure: Window = [tidy(Math.max(0, least + off)), tidy(most - off)];
  const middle = (sure[0] + sure[1]) / 2;
  return {
    window,
    sure,
    stack: fewestSheets(sheets, sure, middle) ?? fewestSheets(sheets, window, middle),
    fits: window[0] <= window[1],
    shortBy: tidy(window[0] - window[1]),
  };
}

/** Sums are kept in hundredths of a millimetre, so that 0.1 + 0.2 is 0.3. */
const PER_MM = 100;
/** A stack of more would be turned from one piece. */
const MOST_SHEETS = 12;

/** Stacks are worked out up to the next of these, so that windows near one another share them. */
const BUCKET = 50 * PER_MM;

interface Stack {
  sum: number;
  sheets: number[];
}
/** The stacks of each list of sheets, up to some thickness, the fewest sheets first. A list that is asked about again is not worked out again. */
const known = new WeakMap<readonly number[], Map<number, Stack[]>>();

/** Every thickness up to `most` that sheets make, each with the fewest of them: breadth first over the number of sheets. */
function stacksUpTo(sheets: readonly number[], most: number): Stack[] {
  const bound = Math.ceil(most / BUCKET) * BUCKET;
  const own = known.get(sheets) ?? new Map<number, Stack[]>();
  known.set(sheets, own);
  const ready = own.get(bound);
  if (ready) return ready;
  const thicknesses = [...new Set(sheets.map((mm) => Math.round(mm * PER_MM)))].filter((one) => one > 0);
  const all: Stack[] = [{ sum: 0, sheets: [] }];
  const seen = new Set([0]);
  for (let from = 0, count = 0; count < MOST_SHEETS && from < all.length; count += 1) {
    const end = all.length;
    for (const { sum, sheets: under } of all.slice(from, end))
      for (const one of thicknesses)
        if (sum + one <= bound && !seen.has(sum + one)) {
          seen.add(sum + one);
          all.push({ sum: sum + one, sheets: [...under, one] });
        }
    from = end;
  }
  own.set(bound, all);
  return all;
}

/** The fewest sheets whose thickness lies in a window, of those the nearest to `middle`, then the thinner; null where none do. */
export function fewestSheets(sheets: readonly number[], [least, most]: Window, middle: number): number[] | null {
  if (least > most || most < 0) return null;
  const away = (sum: number) => Math.abs(sum - middle * PER_MM);
  let best: Stack | null = null;
  for (const stack of stacksUpTo(sheets, most * PER_MM)) {
    if (best && stack.sheets.length > best.sheets.length) break;
    if (stack.sum < least * PER_MM - 1e-6 || stack.sum > most * PER_MM + 1e-6) continue;
    const nearer = best && (away(stack.sum) - away(best.sum) || stack.sum - best.sum);
    if (nearer === null || nearer < 0) best = stack;
  }
  return best && best.sheets.map((one) => one / PER_MM).sort((a, b) => b - a);
}
