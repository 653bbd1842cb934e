import { zoneName } from '../vehicle';
import type { ProcedureDocument } from '../procedure';
import type { ActionGraph } from '../graph';

/** Which door or zone a procedure is about: "rear door, left"; "dash top" in the middle of the vehicle. */
export const doorWords = ({ zone, side }: Pick<ProcedureDocument, 'zone' | 'side'>): string =>
  side === 'centre' ? zoneName(zone) : `${zoneName(zone)}, ${side}`;

/** ", rear door, left" behind a thing's words where the run is about more than one door; else nothing. */
export function inPlace({ documents }: Pick<ActionGraph, 'documents'>, procedure: string | null): string {
  const document = documents.size > 1 && procedure !== null ? documents.get(procedure) : undefined;
  return document ? `, ${doorWords(document)}` : '';
}
