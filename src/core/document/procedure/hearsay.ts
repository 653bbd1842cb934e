import { vehicleDoorWords } from './names';
import type { Mount, Pair, ProcedureDocument } from './types';

/**
 * A procedure as it is for another vehicle or side than the one it was seen on: what was tested and measured there names where that was and proves nothing here. Colours and measures stay, to be
 * looked at first. What is hearsay already keeps its first source.
 */
export function asHearsay(document: ProcedureDocument): ProcedureDocument {
  const from = vehicleDoorWords(document);
  const pairs = document.pairs?.map(({ verified, heard, ...pair }): Pair => {
    const told = heard ?? (verified?.length ? from : undefined);
    return told ? { ...pair, heard: told } : pair;
  });
  const mounts = document.mounts?.map(({ measured, ...mount }): Mount =>
    measured ? { ...mount, measured: { how: heardOf(measured, from) } } : mount,
  );
  return { ...document, ...(pairs ? { pairs } : {}), ...(mounts ? { mounts } : {}) };
}

/** How a measure is known on another vehicle than the one it was taken on. */
const heardOf = ({ how }: NonNullable<Mount['measured']>, from: string): string =>
  /^on another: /.test(how) ? how : `on another: ${from}`;

/** A procedure without what was tested and measured on a vehicle: what another shop's copy of it has in common with ours. */
export function withoutEvidence(document: ProcedureDocument): ProcedureDocument {
  const pairs = document.pairs?.map(({ verified: _, heard: __, ...pair }): Pair => pair);
  const mounts = document.mounts?.map(({ measured: _, ...mount }): Mount => mount);
  return { ...document, ...(pairs ? { pairs } : {}), ...(mounts ? { mounts } : {}) };
}
