'use client';
import { useState } from 'react';
import { send, troubleWords } from '../../device/http';

/** Sends on demand, and keeps whether it is under way and what went wrong. */
export function useSend() {
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const run = async <T>(
    method: 'POST' | 'PUT' | 'PATCH' | 'DELETE',
    url: string,
    body?: unknown,
  ): Promise<T | null> => {
    setBusy(true);
    setTrouble(null);
    try {
      return await send<T>(method, url, body);
    } catch (error) {
      setTrouble(troubleWords(error));
      return null;
    } finally {
      setBusy(false);
    }
  };
  return { busy, trouble, setTrouble, run };
}
