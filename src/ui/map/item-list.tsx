'use client';
import { useMemo } from 'react';
import { findFastenerKind, workKindOf } from '@/core/trade';
import {
  countOf,
  findItem,
  heldWords,
  indexItems,
  itemWords,
  layersOf,
  type ProcedureDocument,
  numbersOf,
} from '@/core/document';
import { useCatalogue, Plate } from '../design';
import { Glyph, ItemGlyph, PartGlyph } from './mark';

/** Everything on the map as a list by layers, for keyboard and screen reader; selection is shared with the map. */
export function ItemList({
  document,
  selected,
  onSelect,
}: {
  document: ProcedureDocument;
  selected: string | null;
  onSelect: (id: string) => void;
}) {
  const layers = useMemo(() => layersOf(document), [document]);
  const numbers = useMemo(() => numbersOf(document), [document]);
  const rows = useMemo(() => {
    const all = [...numbers.keys()];
    const deepest = Math.max(0, ...layers.values());
    return Array.from({ length: deepest + 1 }, (_, layer) => all.filter((id) => layers.get(id) === layer));
  }, [numbers, layers]);
  return (
    <div className="item-list">
      {rows.map((ids, layer) => (
        <section key={layer} aria-label={layerName(layer)}>
          <div className="layer-head">{layerName(layer)}</div>
          {ids.map((id) => (
            <ItemRow
              key={id}
              document={document}
              id={id}
              n={numbers.get(id)!}
              selected={selected === id}
              onSelect={onSelect}
            />
          ))}
        </section>
      ))}
    </div>
  );
}

const layerName = (layer: number) => (layer === 0 ? 'In sight' : `Under ${layer} ${layer === 1 ? 'layer' : 'layers'}`);

function ItemRow({
  document,
  id,
  n,
  selected,
  onSelect,
}: {
  document: ProcedureDocument;
  id: string;
  n: number;
  selected: boolean;
  onSelect: (id: string) => void;
}) {
  const index = useMemo(() => indexItems(document), [document]);
  const catalogue = useCatalogue();
  const fastener = index.fasteners.get(id);
  const link = index.links.get(id);
  const work = index.works.get(id);
  const item = findItem(index, id)!;
  const when = Object.entries(item.when ?? {})
    .map(([option, value]) => `${option}: ${[value].flat().join('/')}`)
    .join(', ');
  return (
    <button type="button" className="item-row" aria-pressed={selected} onClick={() => onSelect(id)}>
      <span className="item-number" aria-hidden="true">
        {n}
      </span>
      <Glyph>{index.parts.has(id) ? <PartGlyph /> : <ItemGlyph index={index} id={id} />}</Glyph>
      <span className="name">
        {fastener && !fastener.name
          ? (findFastenerKind(catalogue, fastener.kind)?.name ?? fastener.kind)
          : itemWords(index, id)}
        <span className="quiet">
          {fastener && `, ${heldWords(index, id)}`}
          {work && ` · ${workKindOf(work.kind).name}`}
          {when && ` · ${when}`}
        </span>
      </span>
      {fastener?.drive && <Plate code={fastener.drive} />}
      {(fastener || link) && countOf(fastener ?? link!) > 1 && (
        <span className="times">× {countOf(fastener ?? link!)}</span>
      )}
    </button>
  );
}
