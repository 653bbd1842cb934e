/** An item of one of a vehicle's procedures. */
export interface ItemRef {
  procedure: string;
  item: string;
}

/** The name of an item in maps, events and stored plans: "kite-rear-door/s1". */
export const itemKey = ({ procedure, item }: { procedure: string | null; item: string }): string =>
  `${procedure}/${item}`;

/** Reads what `itemKey` wrote; null where the text names no procedure. The first "/" parts them: ids hold none. */
export function readItemKey(key: string): ItemRef | null {
  const at = key.indexOf('/');
  return at > 0 ? { procedure: key.slice(0, at), item: key.slice(at + 1) } : null;
}
