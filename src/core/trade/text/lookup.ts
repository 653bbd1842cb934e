/** A table's own entry for a word that came from outside. What every object inherits ("constructor") is none. */
export const entryOf = <T>(table: Readonly<Record<string, T>>, word: string): T | undefined =>
  Object.hasOwn(table, word) ? table[word] : undefined;
