'use client';
import { useState } from 'react';
import { ApiError, send, troubleWords } from '../../device/http';

/** Sends on demand, and keeps whether it is under way and what went wrong. */
export function useSend() {
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  /** The code of what was refused last. */
  const [code, setCode] = useState<string | null>(null);
  const run = async <T>(
    method: 'POST' | 'PUT' | 'PATCH' | 'DELETE',
    url: string,
    body?: unknown,
  ): Promise<T | null> => {
    setBusy(true);
    setTrouble(null);
    setCode(null);
    try {
      return await send<T>(method, url, body);
    } catch (error) {
      setTrouble(troubleWords(error));
      setCode(error instanceof ApiError ? error.code : null);
      return null;
    } finally {
      setBusy(false);
    }
  };
  return { busy, trouble, code, setTrouble, run };
}
