'use client';
import { useEffect, useRef, useState } from 'react';
import { fastenerKindOf, toolFor, lowerFirst } from '@/core/trade';
import { countOf, readItemKey } from '@/core/document';
import { piecesIn, type Gesture, gesturesOf, gestureWords, hangs, listWords } from '@/core/rehearse';
import { FastenerGlyph, Glyph, LinkGlyph, PartGlyph } from '../../map';
import type { Picked, Trainer } from './use-rehearsal';

/** How far a firm hand pulls, mm: what holds gives way. */
const FIRM_MM = 160;

/** One thing in sight; picked, it shows what a hand can do with it. */
export function ItemChoice({ trainer, picked, item }: { trainer: Trainer; picked: Picked; item: string }) {
  const { ground, state } = trainer;
  const { procedure, item: id } = readItemKey(item)!;
  const index = ground.graph.indexes.get(procedure)!;
  const [fastener, link] = [index.fasteners.get(id), index.links.get(id)];
  const of = countOf(fastener ?? link ?? {});
  const left = fastener || link ? piecesIn(ground, state, item) : 1;
  const isPicked = picked.item === item;
  const row = useRef<HTMLLIElement>(null);
  useEffect(() => {
    if (isPicked) row.current?.scrollIntoView({ block: 'nearest' });
  }, [isPicked]);
  return (
    <li ref={row}>
      <button
        type="button"
        className="sight"
        aria-expanded={isPicked}
        onClick={() => picked.pick(isPicked ? null : item)}
      >
        <Glyph>
          {fastener ? <FastenerGlyph fastener={fastener} /> : link ? <LinkGlyph link={link} /> : <PartGlyph />}
        </Glyph>
        <span className="name">{listWords(ground, item)}</span>
        {of > 1 && <span className="count">{left < of ? `${left} of ${of}` : `× ${of}`}</span>}
        {hangs(ground, state, item) && <span className="count">hangs</span>}
      </button>
      {isPicked &&
        (index.parts.has(id) ? (
          <Gestures trainer={trainer} item={item} />
        ) : (
          <Using trainer={trainer} item={item} left={left} />
        ))}
    </li>
  );
}

/** The tool in hand on a fastener, the bare hand on a link. */
function Using({ trainer: { ground, state, act }, item, left }: { trainer: Trainer; item: string; left: number }) {
  const { procedure, item: id } = readItemKey(item)!;
  const index = ground.graph.indexes.get(procedure)!;
  const fastener = index.fasteners.get(id);
  if (fastener && fastenerKindOf(ground.graph.catalogue, fastener).release === 'pulled')
    return <p className="quiet mb-2">It lets go when what it holds is pulled the right way.</p>;
  const tool = toolFor(state.tool);
  const words = fastener
    ? state.tool === 'hand'
      ? 'With the bare hand'
      : `With the ${lowerFirst(tool.name)}`
    : index.links.has(id)
      ? 'Undo it'
      : 'Do it';
  return (
    <div className="gestures">
      {fastener && left > 1 && (
        <button type="button" onClick={() => act({ do: 'use', item, pieces: 1 })}>
          {words}, one
        </button>
      )}
      <button type="button" onClick={() => act({ do: 'use', item })}>
        {words}
        {fastener && left > 1 ? `, all ${left}` : ''}
      </button>
    </div>
  );
}

/** What a hand can do with a part, carefully or firmly. */
function Gestures({ trainer: { ground, state, act }, item }: { trainer: Trainer; item: string }) {
  const [isFirm, setFirm] = useState(false);
  const { procedure, item: id } = readItemKey(item)!;
  const document = ground.graph.documents.get(procedure)!;
  const regions = Object.keys(ground.graph.indexes.get(procedure)!.parts.get(id)!.regions ?? {});
  const pull = (gesture: Gesture, region?: string) =>
    act({ do: 'pull', item, gesture, ...(isFirm ? { mm: FIRM_MM } : {}), ...(region ? { region } : {}) });
  const lifts = hangs(ground, state, item);
  return (
    <div className="gestures">
      <div className="hand" role="group" aria-label="How hard">
        <button type="button" aria-pressed={!isFirm} onClick={() => setFirm(false)}>
          Careful hand
        </button>
        <button type="button" aria-pressed={isFirm} onClick={() => setFirm(true)}>
          Firm hand
        </button>
      </div>
      {lifts && (
        <button type="button" className="wide" onClick={() => pull('out-middle')}>
          Lift it away
        </button>
      )}
      {!lifts &&
        gesturesOf(document).map((gesture) => (
          <button key={gesture} type="button" onClick={() => pull(gesture)}>
            {gestureWords(gesture)}
          </button>
        ))}
      {!lifts &&
        regions.map((region) => (
          <button key={region} type="button" onClick={() => pull('peel', region)}>
            Peel the {region.replace(/-/g, ' ')} only
          </button>
        ))}
    </div>
  );
}
