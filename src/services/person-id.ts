import { slugOf } from '../core/text';

/** A person's id from the name: "Ines Okafor-Lind" → "ines-okafor-lind". Never empty. */
export function personId(name: string): string {
  return slugOf(name).slice(0, 60) || 'person';
}
