import type { ReactNode } from 'react';

interface KnownVehicle {
  make: string;
  model: string;
}

/** Makes and models of the library, offered beside the two fields that name a vehicle: `list="known-makes"` and `list="known-models"`. Anything else can be typed. */
export function KnownVehicles({ known, make }: { known: KnownVehicle[]; make: string }): ReactNode {
  const wanted = make.trim().toLowerCase();
  const models = known.filter((one) => !wanted || one.make.toLowerCase() === wanted).map((one) => one.model);
  return (
    <>
      <Offered id="known-makes" words={known.map((one) => one.make)} />
      <Offered id="known-models" words={models} />
    </>
  );
}

const Offered = ({ id, words }: { id: string; words: string[] }) => (
  <datalist id={id}>
    {[...new Set(words)].map((one) => (
      <option key={one} value={one} />
    ))}
  </datalist>
);
