import { checkLines, type CheckLine, type CheckZone, type VisitState } from '../core/bay';
import type { RunRow } from '../data';

/** The zones a visit's runs open, with what each is known to have. */
export const zonesOf = (runs: Pick<RunRow, 'plan'>[], state: Pick<VisitState, 'zones'>): CheckZone[] => [
  ...runs.flatMap(({ plan }) =>
    plan.documents.map((document) => ({ zone: document.zone, side: document.side, document, options: plan.options })),
  ),
  ...state.zones,
];

/** The lines of the electrical check of a job. */
export const linesOf = (runs: Pick<RunRow, 'plan'>[], state: VisitState): CheckLine[] =>
  checkLines(zonesOf(runs, state));
