import { findFastenerKind, parseDrive, capital } from '../../trade';
import { countOf, heldWords, itemKey, itemWords, ownCovers, type Fastener } from '../../document';
import type { ActionGraph } from '../../planning';
import { inPlace } from '../../telling';
import { type LeftOver, type RunState } from './state';
import { isDone } from './progress';

/** An entry that a left-over piece may belong to. */
export interface LeftOverPlace {
  item: string;
  words: string;
  /** Where to look, and what speaks for it. */
  reason: string;
  /** Pieces of the entry. */
  most: number;
  /** Came out in this run: a left-over piece of it goes back by its own steps. */
  wasOut: boolean;
}

/**
 * Where a piece that is left over may belong: entries of its drive, or of its kind where it has none, those that came out in this run first, then those with more pieces. What was found
 * missing on arrival cannot be it.
 */
export function leftOverPlaces(graph: ActionGraph, state: RunState, { kind, drive }: LeftOver): LeftOverPlace[] {
  const size = drive && (parseDrive(drive)?.code ?? drive);
  const code = findFastenerKind(graph.catalogue, kind)?.code ?? kind;
  const fits = (one: Fastener) => {
    const own = one.drive && (parseDrive(one.drive)?.code ?? one.drive);
    return size ? own === size : (findFastenerKind(graph.catalogue, one.kind)?.code ?? one.kind) === code;
  };
  const found = [...graph.indexes].flatMap(([procedure, index]) =>
    [...index.fasteners.values()]
      .filter((one) => fits(one) && graph.presence.get(procedure)!.of.get(one.id) !== 'absent')
      .map((one) => {
        const ref = { procedure, item: one.id };
        const wasOut =
          isDone(state, 'release', ref) || state.past.some(({ done }) => done.has(`release:${itemKey(ref)}`));
        const covers = ownCovers(index, one.id).map((part) => itemWords(index, part, graph.catalogue));
        const told = [
          one.length ? `${one.length} mm` : '',
          one.thread ?? '',
          covers.length ? `where the ${covers.join(' and the ')} ${covers.length > 1 ? 'were' : 'was'}` : 'in sight',
        ].filter(Boolean);
        return {
          item: itemKey(ref),
          words: `${countOf(one)} × ${itemWords(index, one.id, graph.catalogue)}, ${heldWords(index, one.id)}${inPlace(graph, procedure)}`,
          most: countOf(one),
          wasOut,
          reason: capital(`${told.join(', ')}${wasOut ? '' : '; was not taken out in this run'}`),
        };
      }),
  );
  return found
    .sort((a, b) => Number(b.wasOut) - Number(a.wasOut) || b.most - a.most || (a.item < b.item ? -1 : 1))
    .map(({ item, words, reason, most, wasOut }) => ({ item, words, reason, most, wasOut }));
}
