import type { VisitView } from '@/contracts/views';
import type { CheckLine, View, VisitEvent, VisitState, Walk } from '@/core/bay';
import type { Recordable } from '../log';

/** A mark that is being made. */
export interface MarkDraft {
  view: View;
  place: { x: number; y: number } | null;
  words: string;
  photo: string | null;
}

/** What is typed or half made and not recorded yet: it outlives a change of tab and a reload, and stands against a signature. */
export interface Drafts {
  mark: MarkDraft;
  note: string;
  line: string;
  vin: string | null;
}

export type Tab = 'electrical' | 'body' | 'sign';

/** Everything the parts of check-in share. */
export interface VisitHandle {
  start: VisitView;
  me: string;
  walk: Walk;
  state: VisitState;
  lines: CheckLine[];
  drafts: Drafts;
  changeDrafts: (change: Partial<Drafts>) => void;
  goTo: (tab: Tab) => void;
  record: (...facts: Recordable<VisitEvent>[]) => void;
  close: () => Promise<string | null>;
}
