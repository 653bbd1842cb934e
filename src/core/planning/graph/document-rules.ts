import { append } from '../../lists';
import { fastenerKindOf } from '../../trade';
import {
  heldParts,
  isInside,
  type ItemIndex,
  type Need,
  parseReference,
  reachOf,
  stateFor,
  type Fastener,
  type Link,
  type Part,
  type ProcedureDocument,
} from '../../document';
import { nodeIdOf, stateRef, type ActionGraph, type GraphNode, type GraphOptions, type NodeRef } from './graph';
import { reachable } from './reachable';

/** Applies one document's rules to the graph. One small method per sentence of the model. */
export class DocumentRules {
  private readonly index: ItemIndex;
  private readonly turnedOf = new Map<string, string[]>();
  private readonly holdersOf = new Map<string, string[]>();
  private readonly linksOf = new Map<string, Link[]>();
  private readonly carriedBy = new Map<string, string[]>();

  constructor(
    private readonly graph: ActionGraph,
    private readonly document: ProcedureDocument,
    private readonly settings: Pick<GraphOptions, 'srsMayMove'>,
  ) {
    this.index = graph.indexes.get(document.id)!;
    for (const fastener of this.index.fasteners.values()) {
      for (const part of new Set(heldParts(fastener))) {
        append(this.holdersOf, part, fastener.id);
        if (this.modeOf(fastener) === 'turned') append(this.turnedOf, part, fastener.id);
      }
    }
    for (const link of this.index.links.values())
      for (const end of new Set(link.joins)) append(this.linksOf, end, link);
    for (const part of this.index.parts.values()) if (part.on) append(this.carriedBy, part.on, part.id);
  }

  apply(): void {
    for (const fastener of this.index.fasteners.values()) this.release(fastener);
    for (const link of this.index.links.values()) this.undo(link);
    for (const part of this.index.parts.values()) this.part(part);
    for (const work of this.index.works.values()) this.need(this.node('work', work.id), [this.reach(work.id)]);
    for (const rule of this.document.before ?? []) {
      const first = this.orderNode(rule.first, 'off');
      const then = this.orderNode(rule.then, 'free');
      if (first !== null && then !== null) this.graph.orderEdges.push({ first, then, why: rule.why ?? '' });
    }
  }

  private modeOf(fastener: Fastener) {
    return fastenerKindOf(this.graph.catalogue, fastener).release;
  }

  private id = (type: NodeRef['type'], item: string): number | null =>
    nodeIdOf(this.graph, { type, procedure: this.document.id, item }) ?? null;

  private node(type: NodeRef['type'], item: string): GraphNode | null {
    const id = this.id(type, item);
    return id === null ? null : this.graph.nodes[id];
  }

  private need(node: GraphNode | null, ids: (number | null)[]): void {
    if (node) for (const id of ids) if (id !== null && !node.needs.includes(id)) node.needs.push(id);
  }

  /** The node of a need; null where it is satisfied already (absent here, or of another procedure that is not at hand). */
  private needNode({ procedure, item, state: asked, region }: Need): number | null {
    const index = this.graph.indexes.get(procedure);
    if (!index) {
      this.graph.missingProcedures.push(procedure);
      return null;
    }
    const type = index.typeOf.get(item);
    const state = type && stateFor(type, asked);
    if (!state) return null;
    const isDrawn = region !== undefined && index.parts.get(item)?.regions?.[region] !== undefined;
    return nodeIdOf(this.graph, stateRef(procedure, item, state, isDrawn ? region : undefined)) ?? null;
  }

  private nodesOf = (needs: Need[]) => needs.map((need) => this.needNode(need)).filter((id) => id !== null);

  /** Fills an item's reach node; returns it, null where this vehicle does not have the item. */
  private reach(item: string): number | null {
    const id = this.id('reach', item);
    if (id === null) return null;
    const node = this.graph.nodes[id];
    const { from, ways, asParts } = reachOf(this.index, item);
    if (from === 'routes') node.anyOf = ways.map(this.nodesOf);
    else this.need(node, ways.flatMap(this.nodesOf));
    this.need(
      node,
      asParts.map((part) => this.id('reach', part)),
    );
    return id;
  }

  private release(fastener: Fastener): void {
    const node = this.node('release', fastener.id);
    if (!node) return;
    const held = heldParts(fastener);
    this.need(node, [this.reach(fastener.id)]);
    if (this.modeOf(fastener) !== 'pulled') return;
    this.need(
      node,
      held.map((part) => this.id('reach', part)),
    );
    // A part this vehicle does not have asks for nothing, though it shares the clip.
    for (const part of held.filter((one) => this.isHere(one)))
      this.need(
        node,
        (this.turnedOf.get(part) ?? []).map((id) => this.id('release', id)),
      );
  }

  private isHere = (item: string) => this.graph.presence.get(this.document.id)?.of.get(item) !== 'absent';

  private undo(link: Link): void {
    const node = this.node('undo', link.id);
    if (!node) return;
    this.need(node, [this.reach(link.id)]);
    if (link.safety === 'srs') this.need(node, [this.graph.idOf.get('wait') ?? null]);
  }

  private part(part: Part): void {
    const free = this.node('free', part.id);
    const takeOff = this.node('takeOff', part.id);
    if (!free || !takeOff) return;
    this.need(free, [this.reach(part.id)]);
    this.need(
      free,
      (this.holdersOf.get(part.id) ?? []).map((id) => this.id('release', id)),
    );
    for (const region of Object.keys(part.regions ?? {})) this.peel(part, region);
    for (const other of part.offToSeat ?? []) {
      const off = this.id('takeOff', other);
      if (off !== null) free.pulls.push(off);
    }
    this.need(takeOff, [this.id('free', part.id)]);
    const moving = this.carried(part.id);
    // What carries an airbag sensor, or pulls at its lead, is not moved while that is live.
    const movesSrs = [...moving].some((member) =>
      (this.linksOf.get(member) ?? []).some(
        (link) =>
          link.safety === 'srs' && this.id('undo', link.id) !== null && !link.joins.every((end) => moving.has(end)),
      ),
    );
    if (movesSrs && !this.settings.srsMayMove) this.need(free, [this.graph.idOf.get('wait') ?? null]);
    for (const member of moving) {
      for (const link of this.linksOf.get(member) ?? []) {
        const leaves = member === part.id || !link.joins.every((end) => moving.has(end));
        if (leaves) this.need(takeOff, [this.id('undo', link.id)]);
      }
    }
  }

  /** An area comes back once what holds it there is out; freeing the whole part does as well. */
  private peel(part: Part, region: string): void {
    const ref = { procedure: this.document.id, item: part.id, region };
    const peel = nodeIdOf(this.graph, { ...ref, type: 'peel' })!;
    const area = part.regions![region];
    const holds = (this.holdersOf.get(part.id) ?? []).filter((id) => {
      const at = this.index.fasteners.get(id)!.at ?? [];
      return at.length === 0 || at.some((point) => isInside(area, point));
    });
    this.need(this.graph.nodes[peel], [this.id('reach', part.id), ...holds.map((id) => this.id('release', id))]);
    this.graph.nodes[nodeIdOf(this.graph, { ...ref, type: 'peeled' })!].anyOf = [[peel], [this.id('free', part.id)!]];
  }

  /** The part with everything that is carried on it, directly or not. */
  private carried = (part: string): Set<string> => reachable([part], (one) => this.carriedBy.get(one) ?? []);

  /** The node a `before` rule means: a part's own default state, else the item's only one. */
  private orderNode(text: string, partState: 'off' | 'free'): number | null {
    const reference = parseReference(text);
    if (!reference) return null;
    const procedure = reference.procedure ?? this.document.id;
    const isPart = this.graph.indexes.get(procedure)?.typeOf.get(reference.item) === 'part';
    const state = isPart && reference.state === null ? partState : reference.state;
    return this.needNode({ ...reference, procedure, state });
  }
}
