/** The airbag plate stands before it already: a name that says it too does not say it twice. */
export const withoutSrs = (name: string) => name.replace(/\bSRS\s+/gi, '');
