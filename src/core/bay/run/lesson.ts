import { findFastenerKind } from '../../trade';
import type { BreakRecord, Duration } from '../../shop';
import { recordedIds, workKey } from '../../planning';
import type { RunPlan } from '../../telling';
import { readItemKey, recordedId } from '../../document';
import { activeSeconds } from './active-time';
import { basesOf } from './basis';
import type { RunEvent } from './events';
import { foldRun } from './fold';
import { judgeFor } from './judge';
import { ledgerOf } from './ledger';
import { timeLeft } from './time-left';
import { viewRun } from './view';
import { timeSpent } from './where-time';

/** What one finished run teaches; worked out once, when it is finished. */
export interface Lesson {
  version: 1;
  /** What it followed, as `workKey` writes it. */
  work: string;
  procedures: string[];
  /** Whose hands did most of it; null where nobody's did. */
  person: string | null;
  /** Seconds that hands were at it, and that it should have taken at the catalogue's pace. */
  tookSeconds: number;
  standardSeconds: number;
  /** Why its time teaches nothing; null where it does. */
  leftOut: 'too-fast' | 'not-whole' | 'no-standard' | null;
  /** What was promised when it was opened. */
  promised: Duration;
  /** Where the time went, by what hands did, seconds; and steps whose time was not believed. */
  spent: Record<string, number>;
  tooFast: number;
  gaps: number;
  /** Pieces that came out and broke, by procedure and kind. */
  breaks: (BreakRecord & { procedure: string; kind: string })[];
}

/** Below this share of the standard time nobody's hands were at work: a demo, or taps made up for afterwards (common practice, no source). */
const FASTEST_HANDS = 0.3;

/** What a finished run teaches of times and breakage. */
export function lessonOf(plan: RunPlan, events: RunEvent[]): Lesson {
  const basisAt = basesOf(plan);
  const state = foldRun(events, judgeFor(basisAt));
  const { graph } = basisAt(state);
  const breaks = new Map<string, Lesson['breaks'][number]>();
  for (const row of ledgerOf(graph, state)) {
    const ref = readItemKey(row.item)!;
    const fastener = graph.indexes.get(ref.procedure)?.fasteners.get(ref.item);
    const kind = fastener && findFastenerKind(graph.catalogue, fastener.kind)?.code;
    if (!kind || row.out === 0) continue;
    const procedure = recordedId(ref.procedure);
    const known = breaks.get(`${procedure}/${kind}`) ?? { procedure, kind, out: 0, broken: 0 };
    known.out += row.out;
    known.broken += Math.min(row.out, row.scrapped + row.damagedButUsed);
    breaks.set(`${procedure}/${kind}`, known);
  }
  const { byType, tooFast, gaps } = timeSpent(events);
  const tookSeconds = activeSeconds(events);
  const standardSeconds = plan.standardSeconds ?? 0;
  const isWhole = plan.removal.every((key) => state.done.has(key));
  return {
    version: 1,
    work: workKey(plan.documents),
    procedures: recordedIds(plan.documents),
    person: busiest(events),
    tookSeconds: Math.round(tookSeconds),
    standardSeconds: Math.round(standardSeconds),
    leftOut: !standardSeconds
      ? 'no-standard'
      : tookSeconds < standardSeconds * FASTEST_HANDS
        ? 'too-fast'
        : isWhole
          ? null
          : 'not-whole',
    promised: promiseOf(plan, basisAt),
    spent: Object.fromEntries([...byType].map(([type, seconds]) => [type, Math.round(seconds)])),
    tooFast,
    gaps,
    breaks: [...breaks.values()],
  };
}

function busiest(events: readonly RunEvent[]): string | null {
  const count = new Map<string, number>();
  for (const { type, person } of events) if (type === 'done') count.set(person, (count.get(person) ?? 0) + 1);
  const [first] = [...count].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1));
  return first?.[0] ?? null;
}

/** How long a run was said to take before anybody touched it. */
function promiseOf(plan: RunPlan, basisAt: ReturnType<typeof basesOf>): Duration {
  const fresh = foldRun([], judgeFor(basisAt));
  const { graph } = basisAt(fresh);
  const { likelySeconds, safeSeconds } = timeLeft(plan, fresh, viewRun(graph, plan, fresh));
  return { likelySeconds: Math.round(likelySeconds), safeSeconds: Math.round(safeSeconds) };
}
