/** A person's id from the name: "Ines Okafor-Lind" → "ines-okafor-lind". Never empty. */
export function personId(name: string): string {
  const plain = name.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase().replace(/[^a-z0-9]+/g, '-').replace(/^-+|-+$/g, '');
  return plain.slice(0, 60) || 'person';
}
