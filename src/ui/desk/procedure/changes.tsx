'use client';
import type { WordedChange } from '@/core/telling';

/** Changes, a sentence each; one of an item that is there selects it on the drawing. */
export function Changes({
  changes,
  label,
  onSelect,
}: {
  changes: readonly WordedChange[];
  label: string;
  onSelect: (id: string) => void;
}) {
  if (changes.length === 0) return <p className="quiet mb-0">Nothing.</p>;
  return (
    <ul className="change-list" aria-label={label}>
      {changes.map(({ kind, item, sentence }, n) => (
        <li key={n} className={kind}>
          {item && kind !== 'removed' ? (
            <button type="button" className="finding-row" onClick={() => onSelect(item)}>
              {sentence}
            </button>
          ) : (
            sentence
          )}
        </li>
      ))}
    </ul>
  );
}

/** The items that changes are about, to be marked on the drawing. */
export const changedItems = (changes: readonly WordedChange[]): ReadonlySet<string> =>
  new Set(changes.flatMap(({ item, field, to }) => (item ? [field === 'id' ? String(to) : item] : [])));
