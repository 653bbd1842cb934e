'use client';
import { useEffect, useRef, useState } from 'react';
import type { CheckResult } from '@/core/planning';
import type { OwnKind } from '@/core/trade';
import type { ProcedureDocument } from '@/core/document';
import type { CheckerAnswer, CheckerQuestion } from '@/workers/checker.worker';

/** How long nothing may change before it is checked, milliseconds. */
const PAUSE_MS = 150;

/** What the checker finds in the document as it stands, worked out off the page's thread; null until the first answer. A newer document makes an older answer void. */
export function useCheck(document: ProcedureDocument, ownKinds: OwnKind[]): CheckResult | null {
  const [check, setCheck] = useState<CheckResult | null>(null);
  const worker = useRef<Worker | null>(null);
  const asked = useRef(0);
  useEffect(() => {
    const made = new Worker(new URL('../../../workers/checker.worker.ts', import.meta.url), { type: 'module' });
    made.onmessage = ({ data }: MessageEvent<CheckerAnswer>) => {
      if (data.n === asked.current) setCheck(data.check);
    };
    worker.current = made;
    return () => {
      worker.current = null;
      made.terminate();
    };
  }, []);
  useEffect(() => {
    const timer = setTimeout(() => {
      asked.current += 1;
      worker.current?.postMessage({ n: asked.current, document, ownKinds } satisfies CheckerQuestion);
    }, PAUSE_MS);
    return () => clearTimeout(timer);
  }, [document, ownKinds]);
  return check;
}
