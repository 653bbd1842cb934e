/** What a string can do to read itself; words that were made to be read by people cannot. */
type Reading =
  | 'at'
  | 'charAt'
  | 'endsWith'
  | 'includes'
  | 'indexOf'
  | 'lastIndexOf'
  | 'match'
  | 'matchAll'
  | 'replace'
  | 'replaceAll'
  | 'search'
  | 'slice'
  | 'split'
  | 'startsWith'
  | 'substring';

/** Words ready to be shown. They are text everywhere, but nothing reads, splits, matches or strips them: whoever needs a fact takes it where the words were made from. */
export type Sentence = string & { readonly [Method in Reading]: never };

/** Words that are finished: nobody reads them but people. */
export const say = (text: string): Sentence => text as Sentence;
