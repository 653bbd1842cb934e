'use client';
import { useCallback, useEffect, useMemo, useRef, useState, type PointerEvent } from 'react';
import { type Drawing, heldParts, itemKey, readItemKey } from '@/core/document';
import { fastenerKindOf } from '@/core/trade';
import { looksNow } from '@/core/rehearse';
import { PanelMap } from '../../map';
import { PulledPart } from './pulled-part';
import type { DragWay } from './drag';
import { usePull } from './use-pull';
import type { Picked, Trainer } from './use-rehearsal';

/** The panel as it stands. Taking apart, a tap uses the tool in hand and a drag pulls a part; on the way back a tap asks what goes there. */
export function RehearsalMap({ trainer, picked }: { trainer: Trainer; picked: Picked }) {
  const { ground, state, act } = trainer;
  const [document] = ground.documents;
  const svg = useRef<SVGSVGElement>(null);
  const [way, setWay] = useState<DragWay>('out');
  const index = ground.graph.indexes.get(document.id)!;
  const keyOf = (item: string) => itemKey({ procedure: document.id, item });
  const { hand, begin } = usePull(trainer, document, way, svg, (item) => picked.pick(keyOf(item)));
  const appearance = useMemo(() => looksNow(ground, state, document), [ground, state, document]);
  const isApart = state.phase === 'apart';
  const select = (item: string, event: PointerEvent) => {
    const fastener = index.fasteners.get(item);
    if (!isApart) return picked.pick(keyOf(item));
    if (index.parts.has(item)) return begin(item, event);
    // Clips and hooks let go by their part's own motion: it is the part one takes hold of.
    if (fastener && fastenerKindOf(ground.graph.catalogue, fastener).release === 'pulled')
      return begin(heldParts(fastener)[0], event);
    picked.pick(keyOf(item));
    act({ do: 'use', item: keyOf(item), pieces: 1 });
  };
  // The drawing stays as it is while the clock runs and a part is in the hand: it is handed the same things.
  const latest = useRef(select);
  useEffect(() => {
    latest.current = select;
  });
  const onSelect = useCallback((item: string, event: PointerEvent) => latest.current(item, event), []);
  const marked = useMemo(() => new Set(picked.item ? [readItemKey(picked.item)?.item ?? ''] : []), [picked.item]);
  const inHand = useCallback(
    (drawing: Drawing) => <PulledPart ground={ground} document={document} drawing={drawing} hand={hand} />,
    [ground, document, hand],
  );
  return (
    <div className="run-map rehearsal-map">
      <PanelMap document={document} appearance={appearance} marked={marked} svgRef={svg} onSelect={onSelect}>
        {inHand}
      </PanelMap>
      {isApart && (
        <div className="drag-way" role="group" aria-label="What a drag does">
          {(
            [
              ['out', 'Drag an end: out towards you'],
              ['along', 'Drag: along the panel'],
            ] as const
          ).map(([value, words]) => (
            <button key={value} type="button" aria-pressed={way === value} onClick={() => setWay(value)}>
              {words}
            </button>
          ))}
        </div>
      )}
    </div>
  );
}
