/** Text without accents and in small letters, for comparing what people type: "Élan" is "elan". */
export const foldText = (text: string): string => text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase();

/** Text as an id: folded, with "-" for everything that is no letter or digit. "Kite, rear door" is "kite-rear-door"; empty where nothing is left. */
export const slugOf = (text: string): string =>
  foldText(text)
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '');
