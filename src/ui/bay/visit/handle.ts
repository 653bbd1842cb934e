import type { VisitView } from '@/contracts/views';
import type { CheckLine, VisitEvent, VisitState, Walk } from '@/core/visit';
import type { Recordable } from '../log';

/** Everything the parts of check-in share. */
export interface VisitHandle {
  start: VisitView;
  me: string;
  walk: Walk;
  state: VisitState;
  lines: CheckLine[];
  record: (...facts: Recordable<VisitEvent>[]) => void;
  close: () => Promise<string | null>;
}
