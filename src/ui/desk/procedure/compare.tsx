'use client';
import { useEffect, useState } from 'react';
import type { LibraryRowView } from '@/contracts/views';
import { titleWithSide } from '@/core/trade';
import type { WordedChange } from '@/core/telling';
import { send, troubleWords } from '../../../device/http';
import { Trouble } from '../../design';
import { changedItems, Changes } from './changes';

const PAUSE_MS = 200;
const MOST_OFFERED = 6;

/** What another procedure does otherwise, a sentence each and marked on the drawing. */
export function Compare({
  id,
  onSelect,
  onMark,
}: {
  id: string;
  onSelect: (id: string) => void;
  onMark: (items: ReadonlySet<string>) => void;
}) {
  const [text, setText] = useState('');
  const [offered, setOffered] = useState<LibraryRowView[]>([]);
  const [other, setOther] = useState<{ title: string; changes: WordedChange[] } | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  useEffect(() => {
    if (!text.trim()) return;
    const timer = setTimeout(() => {
      send<{ procedures: LibraryRowView[] }>('GET', `/api/procedures?q=${encodeURIComponent(text)}`)
        .then(({ procedures }) => setOffered(procedures.filter((one) => one.id !== id).slice(0, MOST_OFFERED)))
        .catch((error: unknown) => setTrouble(troubleWords(error)));
    }, PAUSE_MS);
    return () => clearTimeout(timer);
  }, [text, id]);
  const compare = async (row: LibraryRowView) => {
    setTrouble(null);
    try {
      const changes = await send<WordedChange[]>(
        'GET',
        `/api/procedures/${encodeURIComponent(id)}/diff?with=${encodeURIComponent(row.id)}`,
      );
      setOther({ title: titleWithSide(row), changes });
      onMark(changedItems(changes));
    } catch (error) {
      setTrouble(troubleWords(error));
    }
  };
  return (
    <div className="mt-3">
      <h3 className="h6">Compare with another procedure</h3>
      <input
        className="form-control"
        aria-label="Find a procedure to compare with"
        placeholder="kite estate rear door"
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      {text.trim() && (
        <ul className="rows">
          {offered.map((row) => (
            <li key={row.id} className="py-1">
              <button type="button" className="finding-row" onClick={() => void compare(row)}>
                {row.title}
                {row.side !== 'centre' && `, ${row.side}`}
              </button>
            </li>
          ))}
        </ul>
      )}
      <Trouble text={trouble} />
      {other && (
        <>
          <p className="mb-1 mt-2">
            <strong>{other.title}</strong> differs in {other.changes.length}; what is marked on the drawing is another
            there.
          </p>
          <Changes changes={other.changes} label={`What ${other.title} does otherwise`} onSelect={onSelect} />
        </>
      )}
    </div>
  );
}
