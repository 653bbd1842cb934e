'use client';
import { createContext, useContext, useMemo, type ReactNode } from 'react';
import { BASE_CATALOGUE, extendCatalogue, type Catalogue, type OwnKind } from '@/core/trade';

const NONE: OwnKind[] = [];
const OwnKindsContext = createContext<OwnKind[]>(NONE);
const CatalogueContext = createContext<Catalogue>(BASE_CATALOGUE);

/** The hardware catalogue with the shop's own kinds, for everything inside. */
export function CatalogueProvider({ ownKinds, children }: { ownKinds: OwnKind[]; children: ReactNode }) {
  const catalogue = useMemo(() => extendCatalogue(BASE_CATALOGUE, ownKinds), [ownKinds]);
  return (
    <OwnKindsContext.Provider value={ownKinds}>
      <CatalogueContext.Provider value={catalogue}>{children}</CatalogueContext.Provider>
    </OwnKindsContext.Provider>
  );
}

/** The shop's own kinds, as a worker needs them to make the catalogue anew. */
export const useOwnKinds = () => useContext(OwnKindsContext);

/** The catalogue of this shop. */
export const useCatalogue = () => useContext(CatalogueContext);
