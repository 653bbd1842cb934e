import type { RunPlan } from '../../core/telling';
import type { RunEvent, CheckedLine, CheckZone, VisitEvent } from '../../core/bay';
import type { JobView } from './jobs';
import type { RunReport } from './report';

/** Everything the bay screen starts from. */
export interface RunStart {
  run: { id: string; title: string; plan: RunPlan };
  job: JobView;
  events: RunEvent[];
  position: number;
  /** The ledger of a finished run as it was kept at its end; null while it goes on. */
  keptLedger: RunReport['ledger'] | null;
  /** What did not work on arrival. */
  faults: CheckedLine[];
  /** Whether the vehicle was checked in: nothing is begun before that, or before a lead skipped it. */
  checkIn: 'signed' | 'skipped' | 'open';
  people: { id: string; name: string; active: boolean; mayOverride: boolean }[];
  /** Procedures that a later revision is out for: the run stays on its own, and is told what changed. */
  /** What runs before had trouble with, by item. */
  heard: Record<string, string[]>;
  /** What a lead wants people to rehearse before a first real job by these procedures, not done yet. */
  toRehearse: { person: string; procedure: string; title: string; setBy: string }[];
  newer: { procedure: string; title: string; inForce: number; sentences: string[] }[];
}

/** Everything check-in and hand-over start from. */
export interface VisitView {
  job: JobView;
  events: VisitEvent[];
  position: number;
  /** The zones its runs open. */
  zones: CheckZone[];
  names: Record<string, string>;
  runs: { id: string; title: string; finished: boolean }[];
  /** Lines of the check that are about something fitted new on this visit. */
  fittedNew: string[];
}
