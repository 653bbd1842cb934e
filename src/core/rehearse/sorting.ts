import { fastenerKindOf } from '../trade';
import { countOf, type Fastener, itemKey, type Pair } from '../document';
import { fastenerOf, type Ground } from './ground';
import { piecesIn } from './let-go';
import type { Rehearsal } from './state';

/** Screws of one look as they lie in a heap. */
export interface Heap {
  /** Names the look: drive, length, thread. */
  looks: string;
  drive: string | null;
  length: number | null;
  thread: string | null;
  kind: string;
  count: number;
}

/** A wire question: which colour is plus at this plug. */
export interface WireQuestion {
  id: string;
  /** By `itemKey`. */
  part: string;
  at: string;
  colours: string[];
  plus: string;
}

/** What has to be told apart before anything goes back. */
export interface Sorting {
  heaps: Heap[];
  /** Entries whose holes wait for screws, by `itemKey`. */
  holes: string[];
  wires: WireQuestion[];
}

const looksOf = ({ kind, drive, length, thread }: Fastener) =>
  [kind, drive ?? '', length ?? '', thread ?? ''].join('|');

/** The look of the screws that belong into an entry's holes: where somebody had them in each other's, the other's. */
export function rightLooks(ground: Ground, key: string): string {
  const swap = ground.faults.find(
    (fault) => fault.fault === 'wrong-hole' && (fault.item === key || fault.other === key),
  );
  if (swap?.fault !== 'wrong-hole') return looksOf(fastenerOf(ground, key)!);
  return looksOf(fastenerOf(ground, swap.item === key ? swap.other : swap.item)!);
}

/** What there is to sort of what was taken out; heaps of one look alone, and wires nobody has told apart, ask nothing. */
export function sortingOf(ground: Ground, state: Rehearsal): Sorting {
  const { graph } = ground;
  const out = [...graph.indexes].flatMap(([procedure, { fasteners }]) =>
    [...fasteners.values()]
      .map((fastener) => ({ key: itemKey({ procedure, item: fastener.id }), fastener }))
      .filter(
        ({ key, fastener }) =>
          fastenerKindOf(graph.catalogue, fastener).threaded &&
          graph.presence.get(procedure)!.of.get(fastener.id) !== 'absent' &&
          piecesIn(ground, state, key) === 0,
      ),
  );
  const heaps = new Map<string, Heap>();
  for (const { fastener } of out) {
    const looks = looksOf(fastener);
    const { kind, drive = null, length = null, thread = null } = fastener;
    const known = heaps.get(looks) ?? { looks, kind, drive, length, thread, count: 0 };
    heaps.set(looks, { ...known, count: known.count + countOf(fastener) });
  }
  const isMixed = heaps.size > 1;
  return {
    heaps: isMixed ? [...heaps.values()].sort((a, b) => (a.looks < b.looks ? -1 : 1)) : [],
    holes: isMixed ? out.map(({ key }) => key) : [],
    wires: wiresOf(ground, state),
  };
}

function wiresOf({ graph }: Ground, { isDone }: Rehearsal): WireQuestion[] {
  return [...graph.documents.values()].flatMap((document) =>
    (document.pairs ?? []).flatMap((pair, n): WireQuestion[] => {
      const off = graph.idOf.get(`takeOff:${document.id}/${pair.of}`);
      const colours = [pair.plus?.colour, pair.minus?.colour];
      if (off === undefined || !isDone.has(off) || !isTwo(colours) || !isSure(pair)) return [];
      return [
        {
          id: `${document.id}/${n}`,
          part: itemKey({ procedure: document.id, item: pair.of }),
          at: pair.at ?? '',
          colours: [...colours].sort(),
          plus: colours[0],
        },
      ];
    }),
  );
}

const isTwo = (colours: (string | undefined)[]): colours is [string, string] =>
  !!colours[0] && !!colours[1] && colours[0] !== colours[1];
const isSure = ({ verified }: Pair) => (verified ?? []).length > 0;
