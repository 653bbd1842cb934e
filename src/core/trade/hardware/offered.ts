/** The kinds that have a place in a row of choices, in their order there. */
export const inOrderOffered = <Kind>(
  kinds: Iterable<Kind>,
  placeOf: (kind: Kind) => number | null | undefined,
): Kind[] =>
  [...kinds]
    .flatMap((kind) => {
      const place = placeOf(kind) ?? null;
      return place === null ? [] : [{ kind, place }];
    })
    .sort((a, b) => a.place - b.place)
    .map(({ kind }) => kind);
