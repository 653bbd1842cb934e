import type { Walk } from './events';
import { VEHICLE_VIEWS, type VehicleView } from './outlines';
import type { CheckLine } from './lines';
import type { Answer, CheckedLine, VisitState } from './fold';

/** How a line stands when the vehicle is given back, against its arrival. */
export type Comparison = 'same' | 'mended' | 'worse' | 'not-repeated' | 'only-now' | 'not-checked';

export interface ComparedLine extends CheckedLine {
  comparison: Comparison;
}

const RANK: Record<Answer['result'], number> = { works: 2, intermittent: 1, fails: 0, 'not-fitted': 2 };

/** One line's comparison. A function that was not fitted on arrival is never worse. */
export function compareLine({ arrival, departure }: Pick<CheckedLine, 'arrival' | 'departure'>): Comparison {
  if (!arrival) return departure ? 'only-now' : 'not-checked';
  if (!departure) return 'not-repeated';
  if (arrival.result === 'not-fitted' || departure.result === 'not-fitted')
    return arrival.result === departure.result ? 'same' : arrival.result === 'not-fitted' ? 'mended' : 'worse';
  const change = RANK[departure.result] - RANK[arrival.result];
  return change === 0 ? 'same' : change > 0 ? 'mended' : 'worse';
}

/** Every line that was asked or answered, in the list's order, then what was added by hand. */
export function comparedLines(lines: CheckLine[], state: VisitState): ComparedLine[] {
  const all = new Map<string, CheckedLine>(
    lines.map((line) => [line.line, { ...line, arrival: null, departure: null, explained: null }]),
  );
  for (const [key, line] of state.lines) all.set(key, line);
  return [...all.values()].map((line) => ({ ...line, comparison: compareLine(line) }));
}

/** Sides of the vehicle that nobody looked at on a walk. */
export const unseenViews = (state: Pick<VisitState, 'looked' | 'marks'>, walk: Walk): VehicleView[] =>
  VEHICLE_VIEWS.filter(
    ({ view }) =>
      !state.looked[walk].has(view) && !state.marks.some((mark) => mark.walk === walk && mark.view === view),
  );

/** Groups of the list in which nothing was answered on a walk: nobody asked for that zone. */
export function unaskedGroups(lines: CheckLine[], state: VisitState, walk: Walk): string[] {
  const all = comparedLines(lines, state);
  const isAsked = (group: string) => all.some((line) => line.group === group && line[walk]);
  return [...new Set(all.map(({ group }) => group))].filter((group) => !isAsked(group));
}

/** What stands against giving the vehicle back, in trade words. A part that is still to come does not: the job stays on the board for it. */
export function handBackBlocks(
  lines: CheckLine[],
  state: VisitState,
  unfinishedRuns: number,
): { code: 'runs' | 'not-repeated' | 'worse' | 'wait' | 'view' | 'signature'; place: string; text: string }[] {
  const compared = comparedLines(lines, state).filter((line) => !line.explained);
  return [
    ...(unfinishedRuns
      ? [
          {
            code: 'runs' as const,
            place: 'runs',
            text: `${unfinishedRuns} ${unfinishedRuns === 1 ? 'run is' : 'runs are'} not finished.`,
          },
        ]
      : []),
    ...compared
      .filter((line) => line.comparison === 'not-repeated')
      .map((line) => ({
        code: 'not-repeated' as const,
        place: line.line,
        text: `${line.group}, ${line.words}: checked on arrival, not repeated.`,
      })),
    ...compared
      .filter((line) => line.comparison === 'worse')
      .map((line) => ({
        code: 'worse' as const,
        place: line.line,
        text: `${line.group}, ${line.words}: worse than on arrival, and nobody said why.`,
      })),
    ...unseenViews(state, 'departure').map(({ view, name }) => ({
      code: 'view' as const,
      place: view,
      text: `${name}: not looked at again.`,
    })),
    ...(state.signatures.departure || state.unsigned.departure
      ? []
      : [{ code: 'signature' as const, place: 'signature', text: 'Not signed, and nobody said why.' }]),
    ...state.waits
      .filter((wait) => wait.for !== 'part')
      .map((wait) => ({ code: 'wait' as const, place: wait.id, text: `Still waiting: ${wait.what}.` })),
  ];
}

/** Lines that did not work on arrival, or only sometimes: what may be called "already so" later. */
export const faultsOnArrival = (state: VisitState, place?: string): CheckedLine[] =>
  [...state.lines.values()].filter(
    ({ line, arrival }) =>
      (arrival?.result === 'fails' || arrival?.result === 'intermittent') &&
      (!place || line.startsWith(`${place}/`) || line.startsWith('vehicle/')),
  );
