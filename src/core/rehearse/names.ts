import { itemWords, namedWords, ownCovers, readItemKey } from '../document';
import { capital, listed, withArticle } from '../trade';
import { type Ground, piecesOf } from './ground';
import type { Damage } from './move';
import type { Broken } from '../trade';

export type Base = Pick<Ground, 'graph'>;

/** An item in running text, with its article; a step of the vehicle or of the way back by what it is. */
export function reasonWords({ graph }: Base, key: string): string {
  if (key === 'check') return 'the list before the battery';
  if (key === 'batteryOff') return 'the battery’s negative terminal';
  if (key === 'wait') return 'the wait after the battery';
  const ref = readItemKey(key);
  const index = ref && graph.indexes.get(ref.procedure);
  if (!ref || !index) return 'something else';
  const own = ownCovers(index, ref.item);
  // What hides it says more than what it holds: there are several screws of the door card.
  return own.length && index.fasteners.has(ref.item)
    ? `${withArticle(itemWords(index, ref.item, graph.catalogue))} behind ${listed(own.map((part) => withArticle(itemWords(index, part))))}`
    : withArticle(namedWords(index, ref.item, graph.catalogue));
}

/** Whether a key is of an item: steps and gates of the way back have keys of their own. */
export const isItem = ({ graph }: Base, key: string) => graph.indexes.has(readItemKey(key)?.procedure ?? '');

export const isSeveral = (base: Base, key: string): boolean => isItem(base, key) && piecesOf(base, key) > 1;

const BROKEN: Record<Broken, [one: string, several: string]> = {
  trim: ['the trim cracks at the', 'the trim cracks at the'],
  clip: ['breaks', 'break'],
  tab: ['snaps off', 'snap off'],
  hook: ['snaps off', 'snap off'],
  pin: ['tears out', 'tear out'],
  bond: ['tears', 'tears'],
  plug: ['tears off its wires', 'tear off their wires'],
  cable: ['tears out', 'tear out'],
  edge: ['', ''],
  head: ['', ''],
};

/** What broke, as a sentence without its end, with what it costs. */
export function damageWords(base: Base, { item, what, pieces, mendMinutes }: Damage): string {
  const ref = readItemKey(item)!;
  const index = base.graph.indexes.get(ref.procedure)!;
  const name = namedWords(index, ref.item, base.graph.catalogue);
  const cost = `about ${mendMinutes} min to put right`;
  if (what === 'edge') return `The tool marks the edge of ${withArticle(name)}: ${cost}`;
  if (what === 'head') return `The head is round (${name}): ${cost}`;
  const [one, several] = BROKEN[what];
  if (what === 'trim') return `${capital(one)} ${name}: ${cost}`;
  const of = piecesOf(base, item);
  const which = of > 1 ? `${pieces} of ${of} ${name}` : `The ${name}`;
  return `${capital(which)} ${pieces > 1 ? several : one}: ${cost}`;
}

/** The name of an item in a list, without its article. */
export const listWords = ({ graph }: Base, key: string): string => {
  const ref = readItemKey(key)!;
  const index = graph.indexes.get(ref.procedure)!;
  return index.parts.has(ref.item) ? itemWords(index, ref.item) : namedWords(index, ref.item, graph.catalogue);
};
