'use client';
import Button from 'react-bootstrap/Button';
import {
  findItem,
  indexItems,
  lineUp,
  namedWords,
  spreadOut,
  type Edit,
  type ProcedureDocument,
} from '@/core/document';
import { capital } from '@/core/trade';
import { useCatalogue } from '../../design';
import { PickRow } from './item/fields';
import { Group } from './item/group';
import { partChoices } from './item/item-props';

/** What can be done with several items at once. */
export function Several({
  document,
  ids,
  onEdit,
  onSelect,
  onRemove,
}: {
  document: ProcedureDocument;
  ids: readonly string[];
  onEdit: (edit: Edit) => void;
  onSelect: (id: string) => void;
  onRemove: () => void;
}) {
  const catalogue = useCatalogue();
  const index = indexItems(document);
  const arrangements: [string, Edit | null][] = [
    ['Same height', lineUp(document, ids, 1)],
    ['One above the other', lineUp(document, ids, 0)],
    ['Spread evenly', spreadOut(document, ids)],
  ];
  const choices = partChoices(document).filter(([id]) => !ids.includes(id));
  const behindAll = choices
    .map(([part]) => part)
    .filter((part) => ids.every((id) => findItem(index, id)?.behind?.includes(part)));
  const setBehind = (parts: string[]) =>
    onEdit({
      type: 'several',
      edits: ids.map((id): Edit => {
        const own = findItem(index, id)?.behind ?? [];
        const kept = own.filter((one) => !behindAll.includes(one) || parts.includes(one));
        const behind = [...new Set([...kept, ...parts])];
        return { type: 'change', id, patch: { behind: behind.length ? behind : undefined } };
      }),
    });
  return (
    <section className="item-panel" aria-label="Selected items">
      <h2>{ids.length} selected</h2>
      <Group title="Where">
        <div className="d-flex flex-wrap gap-2">
          {arrangements.map(([words, edit]) => (
            <Button
              key={words}
              size="sm"
              variant="outline-dark"
              disabled={edit === null}
              onClick={() => edit && onEdit(edit)}
            >
              {words}
            </Button>
          ))}
        </div>
      </Group>
      <Group title="Hidden by">
        <PickRow
          label="All behind"
          picked={behindAll}
          options={choices}
          add="pick what covers them…"
          onChange={setBehind}
        />
      </Group>
      <ul className="rows">
        {ids.map((id) => (
          <li key={id}>
            <button type="button" className="btn btn-link text-start p-1" onClick={() => onSelect(id)}>
              {capital(namedWords(index, id, catalogue))}
            </button>
          </li>
        ))}
      </ul>
      <div className="item-end">
        <Button variant="outline-danger" size="sm" className="ms-auto" onClick={onRemove}>
          Delete all {ids.length}
        </Button>
      </div>
    </section>
  );
}
