'use client';
import { useEffect, useRef, useState, useSyncExternalStore, type PointerEvent as Tap, type RefObject } from 'react';
import { drawingOf, toMap, type Point, type ProcedureDocument } from '@/core/document';
import { type DragWay, type Grip, type Pulling, pullOf } from './drag';
import type { Trainer } from './use-rehearsal';

/** The part in the hand, outside the tree: while it is drawn nothing else is drawn anew. */
class Hand {
  private now: Pulling | null = null;
  private readonly listeners = new Set<() => void>();
  readonly get = () => this.now;
  readonly set = (next: Pulling | null) => {
    if (next === this.now) return;
    this.now = next;
    for (const tell of this.listeners) tell();
  };
  readonly subscribe = (tell: () => void) => {
    this.listeners.add(tell);
    return () => this.listeners.delete(tell);
  };
}
export type { Hand };

const nobody = () => null;
/** What is in the hand now. */
export const useHand = (hand: Hand) => useSyncExternalStore(hand.subscribe, hand.get, nobody);

/** Dragging parts of the drawing: while it lasts the part stands as the rules say; letting go is the move. */
export function usePull(
  trainer: Trainer,
  document: ProcedureDocument,
  way: DragWay,
  svg: RefObject<SVGSVGElement | null>,
  onTap: (item: string) => void,
) {
  const [hand] = useState(() => new Hand());
  const began = useRef<Grip | null>(null);
  const placeOf = ({ clientX, clientY }: { clientX: number; clientY: number }): Point | null => {
    const matrix = svg.current?.querySelector<SVGGElement>('.zooming')?.getScreenCTM();
    if (!matrix) return null;
    const { x, y } = new DOMPoint(clientX, clientY).matrixTransform(matrix.inverse());
    return toMap(drawingOf(document), [x, y]);
  };
  useEffect(() => {
    const pull = (event: PointerEvent) => {
      const to = began.current && placeOf(event);
      return to ? pullOf(trainer.ground, trainer.state, document, way, began.current!, to) : null;
    };
    const go = (event: PointerEvent) => {
      if (began.current) hand.set(pull(event));
    };
    const letGo = (event: PointerEvent) => {
      const from = began.current;
      if (!from) return;
      const last = pull(event);
      began.current = null;
      hand.set(null);
      if (last) trainer.act(last.move);
      else onTap(from.item);
    };
    const cancel = () => {
      began.current = null;
      hand.set(null);
    };
    window.addEventListener('pointermove', go);
    window.addEventListener('pointerup', letGo);
    window.addEventListener('pointercancel', cancel);
    return () => {
      window.removeEventListener('pointermove', go);
      window.removeEventListener('pointerup', letGo);
      window.removeEventListener('pointercancel', cancel);
    };
  });
  const begin = (item: string, event: Tap) => {
    const at = placeOf(event);
    if (at) began.current = { item, at };
  };
  return { hand, begin };
}
