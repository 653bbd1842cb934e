/** With its first letter large. Empty text stays empty. */
export const capital = (text: string) => (text ? text[0].toUpperCase() + text.slice(1) : text);

/** With its first letter small where it is an ordinary word: "Door card" is "door card", "T20 screw" stays. */
export const lowerFirst = (text: string) => (/^[A-Z][a-z]/.test(text) ? text[0].toLowerCase() + text.slice(1) : text);

/** Words as a list in a sentence: "cap, bezel and switch". */
export const listed = (words: string[]) =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;

/** Text without the full stop at its end, to go on behind it. */
export const unended = (text: string) => (text.endsWith('.') ? text.slice(0, -1) : text);

/** Text with its full stop, where it has no end of its own. */
export const ended = (text: string) => (/[.!?]$/.test(text) ? text : `${text}.`);

/** Whether a name brings its own article: "the door card", "its plug". */
export const hasArticle = (words: string) => /^(the|its?) /.test(words);

/** A name with its article: "the door card"; one that brings its own keeps it. */
export const withArticle = (words: string) => (hasArticle(words) ? words : `the ${words}`);
