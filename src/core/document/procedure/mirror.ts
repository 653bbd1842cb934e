import { oppositeSide } from '../../trade';
import { asHearsay } from './hearsay';
import type { ProcedureDocument } from './types';

const MARK = /@(left|right)$/;

/** The id of the procedure as it was recorded: "kite-rear-door@right" → "kite-rear-door". */
export const recordedId = (id: string) => id.replace(MARK, '');

/** The side a mirrored id asks for; null where it is no mirrored one. */
export const mirroredSide = (id: string) => (MARK.exec(id)?.[1] as 'left' | 'right' | undefined) ?? null;

/** The same door of the other side as it is recorded, tests and all, to be compared with one: nothing to work by. */
export function turned(document: ProcedureDocument): ProcedureDocument {
  if (document.side === 'centre') return document;
  const side = oppositeSide(document.side);
  const id = mirroredSide(document.id) ? recordedId(document.id) : `${document.id}@${side}`;
  return { ...document, id, side };
}

/**
 * The same door of the other side, to be worked by: what was tested on this side is hearsay on that one. Positions are millimetres in the vehicle's own frame, so only the side changes, and the id tells that it is mirrored. A centre zone has no
 * other side and is returned as it is. Twice gives the first again, without its tests. What the other side has more (switches, plugs) is not in it.
 */
export const mirror = (document: ProcedureDocument): ProcedureDocument =>
  document.side === 'centre' ? document : turned(asHearsay(document));
