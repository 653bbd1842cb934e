/** Adds a value to the end of the list that a map keeps for a key; the first one begins the list. */
export function append<K, V>(lists: Map<K, V[]>, key: K, value: V): void {
  const list = lists.get(key);
  if (list) list.push(value);
  else lists.set(key, [value]);
}
