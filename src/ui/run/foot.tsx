'use client';
import type { ReactNode } from 'react';
import type { RunHandle } from './use-run';

/** The buttons that are always in the same place. */
export function RunFoot({ run, children }: { run: RunHandle; children?: ReactNode }) {
  return <div className="run-foot">{children}<button type="button" disabled={!run.back} onClick={() => run.back?.()}>Back</button></div>;
}
