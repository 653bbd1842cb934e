/** Bits in one word of a set. */
export const WORD = 32;
/** Words a set of so many members takes. */
export const wordsFor = (members: number) => Math.max(1, Math.ceil(members / WORD));
