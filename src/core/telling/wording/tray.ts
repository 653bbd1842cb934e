import { countOf, heldParts, itemKey, itemWords, ownCovers, readItemKey, type Fastener } from '../../document';
import type { ActionGraph } from '../../planning';
import { listed } from '../../trade';

/** What is written on a bin, or on the tape round what found none: "2 × T20 screws of the door card". */
interface Label {
  words: string;
  /** What may tell it from another of the same words, the most telling first. */
  more: string[];
}

function labelOf(graph: ActionGraph, waysTaken: Readonly<Record<string, number>>, key: string): Label {
  const ref = readItemKey(key)!;
  const index = graph.indexes.get(ref.procedure)!;
  const fastener: Fastener = index.fasteners.get(ref.item)!;
  const name = (item: string) => itemWords(index, item, graph.catalogue);
  const covers = ownCovers(index, ref.item, waysTaken[itemKey(ref)]).map(name);
  const { side, title } = graph.documents.get(ref.procedure)!;
  return {
    words: `${countOf(fastener)} × ${name(ref.item)} of the ${listed(heldParts(fastener).map(name))}`,
    more: [
      side === 'centre' ? '' : side,
      fastener.length ? `${fastener.length} mm` : '',
      fastener.thread ?? '',
      covers.length ? `where the ${listed(covers)} ${covers.length > 1 ? 'were' : 'was'}` : 'in sight',
      title,
    ].filter(Boolean),
  };
}

/** The labels of some entries, by `itemKey`: where two would read the same, what tells them apart is added. */
export function trayLabels(
  graph: ActionGraph,
  waysTaken: Readonly<Record<string, number>>,
  items: readonly string[],
): Map<string, string> {
  const labels = items.map((key) => ({ key, ...labelOf(graph, waysTaken, key) }));
  return new Map(
    labels.map(({ key, words, more }) => {
      const same = labels.filter((other) => other.key !== key && other.words === words);
      const apart = same.length ? more.find((text) => same.every((other) => !other.more.includes(text))) : undefined;
      // Where no single thing tells it from all of them, everything that is known does.
      const told = same.length === 0 ? '' : (apart ?? more.join(', '));
      return [key, told ? `${words}, ${told}` : words];
    }),
  );
}
