/** How an answer stands: it works whatever the readings are off, only where they are exact, or not. */
export type Standing = 'sure' | 'exact' | 'no';
/** One sentence that says what to do, and how it stands. */
export interface Said {
  standing: Standing;
  words: string;
}
