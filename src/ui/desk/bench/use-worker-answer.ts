'use client';
import { useEffect, useState } from 'react';

/** Asks a worker whenever another question is asked (by identity); a new one ends the old search. `start` must not change. Null until it is answered. */
export function useWorkerAnswer<Q extends object, A>(start: () => Worker, question: Q | null): A | null {
  const [answer, setAnswer] = useState<A | null>(null);
  useEffect(() => {
    if (!question) return;
    const worker = start();
    worker.onmessage = ({ data }: MessageEvent<A>) => setAnswer(data);
    worker.postMessage(question);
    return () => worker.terminate();
  }, [start, question]);
  return question && answer;
}
