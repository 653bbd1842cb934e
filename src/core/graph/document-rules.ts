import { fastenerKindOrGuess } from '../hardware';
import {
  heldParts,
  linkOwner,
  type ItemIndex,
  parseReference,
  stateFor,
  type Fastener,
  type Link,
  type Part,
  type ProcedureDocument,
} from '../procedure';
import { actionKey } from './action';
import { reachKey, stateKey, type ActionGraph, type GraphNode } from './graph';

/** Applies one document's rules to the graph. One small method per sentence of the model. */
export class DocumentRules {
  private readonly index: ItemIndex;
  private readonly routes: Map<string, string[][]>;
  private readonly turnedOf = new Map<string, string[]>();
  private readonly holdersOf = new Map<string, string[]>();
  private readonly linksOf = new Map<string, Link[]>();
  private readonly carriedBy = new Map<string, string[]>();

  constructor(
    private readonly graph: ActionGraph,
    private readonly document: ProcedureDocument,
  ) {
    this.index = graph.indexes.get(document.id)!;
    this.routes = new Map((document.routes ?? []).map((route) => [route.of, route.anyOf]));
    const push = <T>(map: Map<string, T[]>, key: string, value: T) => {
      const list = map.get(key);
      if (list) list.push(value);
      else map.set(key, [value]);
    };
    for (const fastener of this.index.fasteners.values()) {
      for (const part of new Set(heldParts(fastener))) {
        push(this.holdersOf, part, fastener.id);
        if (this.modeOf(fastener) === 'turned') push(this.turnedOf, part, fastener.id);
      }
    }
    for (const link of this.index.links.values()) for (const end of new Set(link.joins)) push(this.linksOf, end, link);
    for (const part of this.index.parts.values()) if (part.on) push(this.carriedBy, part.on, part.id);
  }

  apply(): void {
    for (const fastener of this.index.fasteners.values()) this.release(fastener);
    for (const link of this.index.links.values()) this.undo(link);
    for (const part of this.index.parts.values()) this.part(part);
    for (const part of this.index.parts.values()) if (part.looseWith) this.loose(part);
    for (const rule of this.document.before ?? []) {
      const first = this.orderNode(rule.first, 'off');
      const then = this.orderNode(rule.then, 'free');
      if (first !== null && then !== null) this.graph.orderEdges.push({ first, then, why: rule.why ?? '' });
    }
  }

  private modeOf(fastener: Fastener) {
    return fastenerKindOrGuess(this.graph.catalogue, fastener.kind, fastener.drive !== undefined).release;
  }

  private node(key: string): GraphNode | null {
    const id = this.graph.idOf.get(key);
    return id === undefined ? null : this.graph.nodes[id];
  }

  private id = (type: 'release' | 'undo' | 'free' | 'takeOff', item: string): number | null =>
    this.graph.idOf.get(actionKey(type, this.document.id, item)) ?? null;

  private need(node: GraphNode | null, ids: (number | null)[]): void {
    if (node) for (const id of ids) if (id !== null && !node.needs.includes(id)) node.needs.push(id);
  }

  /** The node of a state reference; null where it is already satisfied (absent here, or another procedure that is not at hand). */
  private stateNode(text: string): number | null {
    const reference = parseReference(text);
    if (!reference) return null;
    const procedure = reference.procedure ?? this.document.id;
    const index = this.graph.indexes.get(procedure);
    if (!index) {
      this.graph.missingProcedures.push(procedure);
      return null;
    }
    const type = index.typeOf.get(reference.item);
    const state = type && stateFor(type, reference.state);
    return state ? (this.graph.idOf.get(stateKey(procedure, reference.item, state)) ?? null) : null;
  }

  private states = (texts: string[]) =>
    texts.map((text) => this.stateNode(text)).filter((id): id is number => id !== null);

  /** Fills an item's reach node: its routes, else its own list, else the default rule's nodes. */
  private reach(item: string, behind: string[] | undefined, otherwise: (number | null)[]): number | null {
    const id = this.graph.idOf.get(reachKey(this.document.id, item)) ?? null;
    if (id === null) return null;
    const node = this.graph.nodes[id];
    const routes = this.routes.get(item);
    if (routes) node.anyOf = routes.map((set) => this.states(set));
    else this.need(node, behind ? this.states(behind) : otherwise);
    return id;
  }

  private reachOf = (item: string) => this.graph.idOf.get(reachKey(this.document.id, item)) ?? null;

  private release(fastener: Fastener): void {
    const node = this.node(actionKey('release', this.document.id, fastener.id));
    if (!node) return;
    const held = heldParts(fastener);
    this.need(node, [this.reach(fastener.id, fastener.behind, held.map(this.reachOf))]);
    if (this.modeOf(fastener) !== 'pulled') return;
    this.need(node, held.map(this.reachOf));
    // A part this vehicle does not have asks for nothing, though it shares the clip.
    for (const part of held.filter((one) => this.isHere(one)))
      this.need(
        node,
        (this.turnedOf.get(part) ?? []).map((id) => this.id('release', id)),
      );
  }

  private isHere = (item: string) => this.graph.presence.get(this.document.id)?.of.get(item) !== 'absent';

  private undo(link: Link): void {
    const node = this.node(actionKey('undo', this.document.id, link.id));
    if (!node) return;
    const owner = linkOwner(link);
    this.need(node, [this.reach(link.id, link.behind, owner ? [this.id('free', owner)] : [])]);
    if (link.safety === 'srs') this.need(node, [this.graph.idOf.get('wait') ?? null]);
  }

  private part(part: Part): void {
    const free = this.node(actionKey('free', this.document.id, part.id));
    const takeOff = this.node(actionKey('takeOff', this.document.id, part.id));
    if (!free || !takeOff) return;
    this.need(free, [this.reach(part.id, part.behind, [])]);
    this.need(
      free,
      (this.holdersOf.get(part.id) ?? []).map((id) => this.id('release', id)),
    );
    this.need(takeOff, [this.id('free', part.id)]);
    const moving = this.carried(part.id);
    for (const member of moving) {
      for (const link of this.linksOf.get(member) ?? []) {
        const leaves = member === part.id || !link.joins.every((end) => moving.has(end));
        if (leaves) this.need(takeOff, [this.id('undo', link.id)]);
      }
    }
  }

  /** The part with everything that is carried on it, directly or not. */
  private carried(part: string): Set<string> {
    const moving = new Set([part]);
    for (const member of moving) for (const rider of this.carriedBy.get(member) ?? []) moving.add(rider);
    return moving;
  }

  /** A loose part is taken once its holder is off, and before anything else that waited for the holder. */
  private loose(part: Part): void {
    const holder = this.node(actionKey('takeOff', this.document.id, part.looseWith!));
    const off = this.id('takeOff', part.id);
    const free = this.node(actionKey('free', this.document.id, part.id));
    if (!holder || off === null || !free) return;
    const holderId = this.graph.idOf.get(holder.key)!;
    this.need(free, [holderId]);
    holder.pulls.push(off);
    const siblings = [...this.index.parts.values()].filter((other) => other.looseWith === part.looseWith);
    const ownWay = this.needsOf(siblings.map((other) => this.id('takeOff', other.id)).filter((id) => id !== null));
    this.graph.nodes.forEach((node, id) => {
      const waits = node.needs.includes(holderId) || node.anyOf?.some((set) => set.includes(holderId));
      if (waits && !ownWay.has(id))
        this.graph.orderEdges.push({ first: off, then: id, why: 'a loose part is taken up before it can fall' });
    });
  }

  private needsOf(starts: number[]): Set<number> {
    const seen = new Set(starts);
    for (const id of seen) for (const next of this.graph.nodes[id].needs) seen.add(next);
    return seen;
  }

  /** The node a `before` rule means: a part's own default state, else the item's only one. */
  private orderNode(text: string, partState: 'off' | 'free'): number | null {
    const reference = parseReference(text);
    if (!reference) return null;
    const procedure = reference.procedure ?? this.document.id;
    const isPart = this.graph.indexes.get(procedure)?.typeOf.get(reference.item) === 'part';
    const state = isPart && reference.state === null ? partState : reference.state;
    return this.stateNode(`${procedure}/${reference.item}${state ? `:${state}` : ''}`);
  }
}
