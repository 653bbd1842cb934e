'use client';
import { useEffect, useState } from 'react';
import type { ProcedureRowView, SkinView } from '@/contracts/views';
import { send, troubleWords } from '../../../../device/http';

/** The doors that are found, and the skin of the one that was chosen. */
export function useSkin() {
  const [doors, setDoors] = useState<ProcedureRowView[]>([]);
  const [words, setWords] = useState('door');
  const [skin, setSkin] = useState<SkinView | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  useEffect(() => {
    let ended = false;
    const timer = setTimeout(() => {
      send<{ procedures: ProcedureRowView[] }>('GET', `/api/procedures?q=${encodeURIComponent(words)}`)
        .then(
          ({ procedures }) => !ended && setDoors(procedures.filter(({ revision }) => revision !== null).slice(0, 40)),
        )
        .catch((error: unknown) => !ended && setTrouble(troubleWords(error)));
    }, 150);
    return () => {
      ended = true;
      clearTimeout(timer);
    };
  }, [words]);
  const choose = (id: string) => {
    setTrouble(null);
    send<SkinView>('GET', `/api/bench/skin/${encodeURIComponent(id)}`)
      .then(setSkin)
      .catch((error: unknown) => setTrouble(troubleWords(error)));
  };
  return { skin, trouble, doors, choose, find: (text: string) => setWords(text.trim() || 'door') };
}
