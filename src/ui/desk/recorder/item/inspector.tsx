'use client';
import Button from 'react-bootstrap/Button';
import {
  findItem,
  indexItems,
  namedWords,
  numbersOf,
  type Edit,
  type ProcedureDocument,
  drawingOf,
} from '@/core/document';
import { capital } from '@/core/trade';
import { useCatalogue } from '../../../design';
import { FastenerFields } from './fastener-fields';
import type { Change } from './item-props';
import { LinkFields } from './link-fields';
import { PartFields } from './part-fields';
import { WorkFields } from './work-fields';

interface InspectorProps {
  document: ProcedureDocument;
  id: string;
  onEdit: (edit: Edit) => void;
  onRemove: (id: string) => void;
}

/** Everything about the selected item, grouped as a hand meets it: what, where, hidden by, coming off, going back, look out. */
export function Inspector({ document, id, onEdit, onRemove }: InspectorProps) {
  const catalogue = useCatalogue();
  const index = indexItems(document);
  const [part, fastener, link, work] = [
    index.parts.get(id),
    index.fasteners.get(id),
    index.links.get(id),
    index.works.get(id),
  ];
  if (!findItem(index, id))
    return <p className="empty">Tap something in the drawing or in the list, or pick on the left what to place.</p>;
  const change: Change = (patch, typing) => onEdit({ type: 'change', id, patch, ...(typing ? { typing } : {}) });
  const order = document.recordedOrder ?? [];
  const place = order.indexOf(id);
  const move = (by: number) => onEdit({ type: 'reorder', id, by });
  return (
    <section key={id} className="item-panel" aria-label="Selected item">
      <h2>
        {numbersOf(document).get(id)} · {capital(namedWords(index, id, catalogue))}
      </h2>
      {fastener && <FastenerFields document={document} item={fastener} change={change} />}
      {part && <PartFields document={document} item={part} change={change} mirrored={drawingOf(document).mirrored} />}
      {link && <LinkFields document={document} item={link} change={change} />}
      {work && <WorkFields document={document} item={work} change={change} />}
      <div className="item-end">
        <Button variant="outline-dark" size="sm" disabled={place <= 0} onClick={() => move(-1)}>
          Earlier
        </Button>
        <Button
          variant="outline-dark"
          size="sm"
          disabled={place < 0 || place === order.length - 1}
          onClick={() => move(1)}
        >
          Later
        </Button>
        <Button variant="outline-danger" size="sm" className="ms-auto" onClick={() => onRemove(id)}>
          Delete
        </Button>
      </div>
    </section>
  );
}
