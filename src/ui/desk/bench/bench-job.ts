import { DEFAULT_SCHOOLS, type Schools } from '@/core/document';
import { createContext, useContext } from 'react';
import type { MountView } from '@/contracts/views';

/** The job that the bench works for just now, over all its tools. */
export interface BenchJob {
  jobs: { number: number; title: string }[];
  job: string;
  setJob: (job: string) => void;
  /** Places of procedures that may be told what was measured. */
  mounts: MountView[];
  /** How the shop does it where practitioners disagree. */
  schools: Schools;
}

export const BenchJobContext = createContext<BenchJob>({
  jobs: [],
  job: '',
  setJob: () => undefined,
  mounts: [],
  schools: DEFAULT_SCHOOLS,
});
export const useBenchJob = (): BenchJob => useContext(BenchJobContext);
