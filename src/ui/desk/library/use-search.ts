'use client';
import { useEffect, useRef, useState } from 'react';
import type { LibraryRowView } from '@/contracts/views';
import { send, troubleWords } from '../../../device/http';

/** How long typing rests before it is searched for, milliseconds. */
const PAUSE_MS = 150;

/** The rows for what is typed; `initial` are those for `first`. An answer that a later question has overtaken is dropped. */
export function useSearch(text: string, first: string, initial: LibraryRowView[]) {
  const [rows, setRows] = useState(initial);
  const [trouble, setTrouble] = useState<string | null>(null);
  const asked = useRef(first);
  useEffect(() => {
    if (text === asked.current) return;
    const timer = setTimeout(async () => {
      asked.current = text;
      try {
        const found = await send<{ procedures: LibraryRowView[] }>(
          'GET',
          `/api/procedures?q=${encodeURIComponent(text)}`,
        );
        if (asked.current !== text) return;
        setRows(found.procedures);
        setTrouble(null);
        window.history.replaceState(null, '', text ? `/library?q=${encodeURIComponent(text)}` : '/library');
      } catch (error) {
        setTrouble(troubleWords(error));
      }
    }, PAUSE_MS);
    return () => clearTimeout(timer);
  }, [text]);
  return { rows, trouble };
}
