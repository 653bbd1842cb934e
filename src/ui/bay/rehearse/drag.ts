import { boundsOf, itemKey, type Point, type ProcedureDocument } from '@/core/document';
import {
  type Gesture,
  type Ground,
  hangs,
  type Hold,
  raiseHeld,
  type Move,
  type Pulled,
  type Rehearsal,
  shapeOf,
  takeHold,
} from '@/core/rehearse';

/** How a drag is read: an end drawn out towards the cabin, or the part moved along the panel. */
export type DragWay = 'out' | 'along';
/** Millimetres a hand goes for each millimetre of the drawing that a finger does. */
const HAND_PER_FINGER = 0.5;
/** Below this it is a tap, mm of the drawing. */
const TAP_MM = 12;
/** The middle of a part, as a share of it. */
const MIDDLE = 0.34;

export type PullMove = Extract<Move, { do: 'pull' }>;
/** A part in the hand: the move it would be, and how the part stands. */
export interface Pulling {
  move: PullMove;
  pulled: Pulled;
}

/** The end of a part that a point is nearest to. Front is low x on a side, high y on a centre zone. */
function edgeAt(shape: Point[], [x, y]: Point, isCentre: boolean): Gesture {
  const [left, low, width, height] = boundsOf(shape);
  const [u, v] = [(x - left) / (width || 1) - 0.5, (y - low) / (height || 1) - 0.5];
  if (Math.max(Math.abs(u), Math.abs(v)) < MIDDLE / 2) return 'out-middle';
  if (Math.abs(u) > Math.abs(v))
    return isCentre ? (u < 0 ? 'out-left' : 'out-right') : u < 0 ? 'out-front' : 'out-rear';
  return isCentre ? (v > 0 ? 'out-front' : 'out-rear') : v > 0 ? 'out-top' : 'out-bottom';
}

/** Which way along the panel a drag goes, in the map’s millimetres. */
function wayOf([dx, dy]: Point, isCentre: boolean): Gesture {
  if (Math.abs(dy) > Math.abs(dx)) return isCentre ? (dy > 0 ? 'forward' : 'rearward') : dy > 0 ? 'up' : 'down';
  return isCentre ? (dx > 0 ? 'rightward' : 'leftward') : dx > 0 ? 'rearward' : 'forward';
}

/** Where a hand took hold of a part. What holds it is kept here while it is drawn one way. */
export interface Grip {
  item: string;
  at: Point;
  held?: { gesture: Gesture; hold: Hold };
}

/** What a drag across the drawing would be: from where the hand took hold of a part to where it is now. Null where it is no more than a tap. */
export function pullOf(
  ground: Ground,
  state: Rehearsal,
  document: ProcedureDocument,
  way: DragWay,
  from: Grip,
  to: Point,
): Pulling | null {
  const by: Point = [to[0] - from.at[0], to[1] - from.at[1]];
  const length = Math.hypot(...by);
  if (length < TAP_MM) return null;
  const index = ground.graph.indexes.get(document.id)!;
  const part = index.parts.get(from.item)!;
  const isCentre = document.side === 'centre';
  const item = itemKey({ procedure: document.id, item: from.item });
  const isOut = way === 'out' || hangs(ground, state, item);
  const gesture = isOut ? edgeAt(shapeOf(index, part), from.at, isCentre) : wayOf(by, isCentre);
  const move: PullMove = { do: 'pull', item, gesture, at: from.at, mm: Math.round(length * HAND_PER_FINGER) };
  // The pieces that hold it are the same for the whole of a drag one way.
  if (from.held?.gesture !== gesture) from.held = { gesture, hold: takeHold(ground, state, move) };
  return { move, pulled: raiseHeld(from.held.hold, move.mm!) };
}
