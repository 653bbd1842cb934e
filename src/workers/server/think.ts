import './low-priority';
import {
  readProcedure,
  readProcedureText,
  readDeliveryCsv,
  readSpeakersCsv,
  readWiresCsv,
  type ReadDelivery,
  type ReadWires,
  type ReadProcedure,
  type ReadSpeakers,
} from '../../contracts/schemas';
import { BASE_CATALOGUE, extendCatalogue, type OwnKind } from '../../core/trade';
import {
  makePlan,
  type Plan,
  summarise,
  type PlanRequest,
  type PlanResult,
  type Summary,
  wholeGoals,
} from '../../core/telling';
import { checkingEffort, checkProcedure, type CheckResult } from '../../core/planning';
import { PezzoError } from '../../core/errors';
import type { ProcedureDocument } from '../../core/document';
import { groundOf, kindsMet, type Move, rehearse, type Score, scoreOf, type Setup } from '../../core/rehearse';
import { orderDay as putInOrder, type DayOrder, type DayProblem } from '../../core/shop';

/** Thinks for the server, off its event loop: reads, checks and plans. Whoever asks sets the time and memory this may take. */

/** Findings handed on at most: whoever has more starts with these. */
const MOST_FINDINGS = 500;

/** Reads a procedure file's text and, where its form is right, checks it. */
export function readAndCheck({ text, ownKinds }: { text: string; ownKinds: OwnKind[] }): {
  read: ReadProcedure;
  check: CheckResult | null;
} {
  const read = readProcedureText(text);
  return { read, check: read.ok ? check({ document: read.document, ownKinds }) : null };
}

/** More work than this nobody's door needs: counted, so that a slow machine checks what a quick one does. */
const MOST_EFFORT = 2_000_000;

/** Checks a document that was kept: its form too, since it may be older than today's bounds. Null where that is more work than any door needs. */
export function check({
  document,
  ownKinds,
}: {
  document: ProcedureDocument;
  ownKinds: OwnKind[];
}): CheckResult | null {
  const read = readProcedure(document);
  if (!read.ok) return { remarks: read.remarks, coverage: { sets: 0, of: 0, exhaustive: false } };
  if (checkingEffort(document) > MOST_EFFORT) return null;
  const { remarks, coverage } = checkProcedure(document, extendCatalogue(BASE_CATALOGUE, ownKinds));
  return { remarks: remarks.slice(0, MOST_FINDINGS), coverage };
}

/** What is refused in words comes back as such: an error loses its class on the way between threads. */
export type Refusable<T> = { value: T } | { refused: { code: string; message: string } };
function refusable<T>(work: () => T): Refusable<T> {
  try {
    return { value: work() };
  } catch (error) {
    if (!(error instanceof PezzoError)) throw error;
    return { refused: { code: error.code, message: error.message } };
  }
}

/** Reads a table that somebody sent: a list of speakers, of wires, a delivery. */
export const readSpeakers = (csv: string): Refusable<ReadSpeakers> => refusable(() => readSpeakersCsv(csv));
export const readWires = (csv: string): Refusable<ReadWires> => refusable(() => readWiresCsv(csv));
export const readDelivery = (csv: string): Refusable<ReadDelivery> => refusable(() => readDeliveryCsv(csv));

/** How far a search goes at least, in the places where it asks whether to go on. */
const LEAST_ASKED = 3000;

/** Plans within a time, milliseconds, or as far as any search goes. */
export function plan({
  request,
  ownKinds,
  limitMs,
}: {
  request: PlanRequest;
  ownKinds: OwnKind[];
  limitMs: number;
}): PlanResult {
  const end = performance.now() + limitMs;
  let asked = 0;
  // Time alone ends nothing: on a machine that is busy the same search goes as far as on one that is not.
  const shouldStop = () => (asked += 1) > LEAST_ASKED && performance.now() > end;
  return makePlan({ ...request, catalogue: extendCatalogue(BASE_CATALOGUE, ownKinds) }, { shouldStop });
}

/** The plan that takes all of a procedure apart and back, every option included; null where there is none. */
export function planAll({
  document,
  ownKinds,
  limitMs,
}: {
  document: ProcedureDocument;
  ownKinds: OwnKind[];
  limitMs: number;
}): Plan | null {
  for (const goals of wholeGoals(document)) {
    const planned = plan({ request: { documents: [document], goals, options: {} }, ownKinds, limitMs });
    if (planned.ok) return planned.plan;
  }
  return null;
}

/** Sums one document up for lists. */
export const sumUp = ({ document, ownKinds }: { document: ProcedureDocument; ownKinds: OwnKind[] }): Summary =>
  summarise(document, extendCatalogue(BASE_CATALOGUE, ownKinds));

/** An order of a day that keeps the most promises. */
export const orderDay = (problem: DayProblem): DayOrder => putInOrder(problem);

/** What the rules make of a rehearsal's moves; null where they do not come to an end. */
export function judgeRehearsal({
  setup,
  moves,
  ownKinds,
}: {
  setup: Omit<Setup, 'catalogue'>;
  moves: Move[];
  ownKinds: OwnKind[];
}): { score: Score; kinds: string[]; weakKinds: string[] } | null {
  const ground = groundOf({ ...setup, catalogue: extendCatalogue(BASE_CATALOGUE, ownKinds) });
  const state = rehearse(ground, moves);
  if (state.phase !== 'over') return null;
  const score = scoreOf(ground, state);
  return { score, kinds: kindsMet(ground, state), weakKinds: [...new Set(score.weak.map(({ kind }) => kind))] };
}
