import { createContext, useContext } from 'react';

/** The job that the bench works for just now, over all its tools. */
export interface BenchJob {
  jobs: { number: number; title: string }[];
  job: string;
  setJob: (job: string) => void;
}

export const BenchJobContext = createContext<BenchJob>({ jobs: [], job: '', setJob: () => undefined });
export const useBenchJob = (): BenchJob => useContext(BenchJobContext);
