'use client';
import { createContext, useContext, useMemo, type ReactNode } from 'react';
import { datesIn, type Dates } from '@/core/trade';

const DatesContext = createContext<Dates>(datesIn('UTC'));

/** The shop's time zone, for every date inside: the server and the page write the same. */
export function DatesProvider({ timeZone, children }: { timeZone: string; children: ReactNode }) {
  const dates = useMemo(() => datesIn(timeZone), [timeZone]);
  return <DatesContext.Provider value={dates}>{children}</DatesContext.Provider>;
}

/** Dates in the shop's time zone. */
export const useDates = () => useContext(DatesContext);
