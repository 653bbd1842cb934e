import { append } from '../../lists';
import { heldParts, itemKey, type ItemRef, readItemKey } from '../../document';
import { nodeIdOf, reachable, type ActionGraph, type NodeRef } from '../graph';
import { partsInTheWay } from './covers';
import { carriersOf, holdersOf } from './hands';
import { partKind } from './part-kind';
import type { RefitGraph } from './refit-graph';

/** A shield that is sealed again in less than this is no reason to test before it: it comes off as quickly. Milliseconds. */
const QUICK_SEAL_MS = 60_000;

/** What hides things from a test once it is seated, worked out once for a way back. */
export class Hides {
  private readonly known = new Map<string, ReadonlySet<string>>();
  private readonly holders = new Map<string, NodeRef[]>();

  constructor(
    private readonly graph: ActionGraph,
    private readonly refit: Pick<RefitGraph, 'steps'>,
  ) {
    for (const [procedure, index] of graph.indexes)
      for (const fastener of index.fasteners.values())
        for (const part of new Set(heldParts(fastener))) {
          const key = itemKey({ procedure, item: part });
          append(this.holders, key, { type: 'release', procedure, item: fastener.id });
        }
  }

  /**
   * The parts, by `itemKey`, that hide an item once they are seated: those that stand in its way, and those that stand in theirs or their fasteners'. A panel hides the links it joins and what it
   * carries; no other part hides its own links.
   */
  of(ref: NodeRef): ReadonlySet<string> {
    const key = `${ref.type}:${ref.procedure}/${ref.item}`;
    const known = this.known.get(key);
    if (known) return known;
    const own = this.ownParts(ref);
    const all = reachable([...own, ...this.waysTo(ref)], (part) => this.inTheWayOf(part));
    const isSelf = (part: string) => ref.type === 'free' && part === own[0];
    const found = new Set(
      [...all].filter((part) =>
        own.includes(part) ? this.kindOf(part)?.code === 'panel' && !isSelf(part) : this.hides(part),
      ),
    );
    this.known.set(key, found);
    return found;
  }

  /** What stands in the way of a part and of what holds it. */
  private inTheWayOf(part: string): string[] {
    const ref = readItemKey(part)!;
    return [{ type: 'free', ...ref } as const, ...(this.holders.get(part) ?? [])].flatMap((one) => this.waysTo(one));
  }

  private waysTo(ref: NodeRef): string[] {
    const id = nodeIdOf(this.graph, ref);
    return id === undefined ? [] : [...partsInTheWay(this.graph, id)];
  }

  /** The parts that a link or a carried part belongs to. */
  private ownParts({ type, procedure, item }: NodeRef): string[] {
    const index = this.graph.indexes.get(procedure!)!;
    const link = type === 'undo' ? index.links.get(item) : undefined;
    const ends = link ? link.joins : type === 'free' ? [item] : [];
    const parts = ends.flatMap((end) => carriersOf(index, end));
    return [...new Set(parts)].map((part) => itemKey({ procedure: procedure!, item: part }));
  }

  private kindOf = (part: string) => partKind(this.graph, readItemKey(part)!);

  private hides(part: string): boolean {
    const kind = this.kindOf(part);
    if (kind?.hidesNothing) return false;
    return kind?.code !== 'shield' || sealMs(this.graph, this.refit, readItemKey(part)!) > QUICK_SEAL_MS;
  }
}

/** What seating a part and fitting what holds it takes, milliseconds. */
function sealMs(graph: ActionGraph, refit: Pick<RefitGraph, 'steps'>, part: ItemRef): number {
  const own = refit.steps.flatMap(({ type, procedure, item }, at) =>
    procedure === part.procedure && item === part.item && (type === 'seat' || type === 'seal') ? [at] : [],
  );
  return [...own, ...holdersOf(graph, refit, part)].reduce((sum, at) => sum + refit.steps[at].ms, 0);
}
