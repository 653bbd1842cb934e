import { BASE_CATALOGUE, fastenerKindOrGuess, type Catalogue } from '../hardware';
import { heldParts, indexItems, linkOwner, type ItemIndex } from '../procedure/items';
import { presenceOf, type PresenceMap } from '../procedure/presence';
import { parseReference, stateFor, type State } from '../procedure/references';
import { type Fastener, type Link, type OptionValues, type Part, type ProcedureDocument } from '../procedure/types';
import { actionKey, batteryActions, itemKey, type Action } from './action';
import { itemActionsOf } from './item-actions';

/**
 * One node of the AND/OR graph: an action, or a `reach` node that stands for "this item can be got at".
 * All of `needs` must hold first; where `anyOf` is given, one whole alternative too. `pulls` come along whenever
 * this node is chosen (a part that lies loose must be taken), without being ordered before it.
 */
export interface GraphNode {
  key: string;
  action: Action | null;
  needs: number[];
  anyOf: number[][] | null;
  pulls: number[];
}

/** Order that binds only when both ends are chosen. */
export interface OrderEdge {
  first: number;
  then: number;
  why: string;
}

/** What holds and hides what, over one or several procedures of a vehicle. */
export interface ActionGraph {
  nodes: GraphNode[];
  idOf: Map<string, number>;
  orderEdges: OrderEdge[];
  documents: Map<string, ProcedureDocument>;
  indexes: Map<string, ItemIndex>;
  presence: Map<string, PresenceMap>;
  /** Procedures that a reference names but that are not at hand. */
  missingProcedures: string[];
  catalogue: Catalogue;
}

/** What shapes the graph besides the documents. */
export interface GraphOptions {
  options: OptionValues;
  catalogue?: Catalogue;
  /** The shop's SRS wait in seconds with its own source; null leaves it to the vehicle maker's manual. */
  srsWaitSeconds?: number | null;
}

const STATE_ACTION = { free: 'free', off: 'takeOff', released: 'release', undone: 'undo' } as const;

/** The key of the node that makes a state true. */
export const stateKey = (procedure: string, item: string, state: State) => actionKey(STATE_ACTION[state], procedure, item);
/** The key of the node "this item can be got at". */
export const reachKey = (procedure: string, item: string) => `reach:${itemKey(procedure, item)}`;

/** Builds the graph of the rules in docs/model.md. Linear in items and references. */
export function buildGraph(documents: ProcedureDocument[], settings: GraphOptions): ActionGraph {
  const graph: ActionGraph = {
    nodes: [], idOf: new Map(), orderEdges: [], missingProcedures: [], presence: new Map(), indexes: new Map(),
    documents: new Map(documents.map((document) => [document.id, document])),
    catalogue: settings.catalogue ?? BASE_CATALOGUE,
  };
  for (const action of batteryActions(settings.srsWaitSeconds ?? null)) addNode(graph, action.key, action);
  requireNode(graph, 'batteryOff', 'check');
  requireNode(graph, 'wait', 'batteryOff');
  for (const document of documents) {
    graph.indexes.set(document.id, indexItems(document));
    graph.presence.set(document.id, presenceOf(document, settings.options));
    addItemNodes(graph, document);
  }
  for (const document of documents) new DocumentRules(graph, document).apply();
  graph.missingProcedures = [...new Set(graph.missingProcedures)].sort();
  return graph;
}

function addNode(graph: ActionGraph, key: string, action: Action | null): void {
  graph.idOf.set(key, graph.nodes.length);
  graph.nodes.push({ key, action, needs: [], anyOf: null, pulls: [] });
}

function requireNode(graph: ActionGraph, key: string, needed: string): void {
  const from = graph.idOf.get(key);
  const to = graph.idOf.get(needed);
  if (from !== undefined && to !== undefined) graph.nodes[from].needs.push(to);
}

function addItemNodes(graph: ActionGraph, document: ProcedureDocument): void {
  const presence = graph.presence.get(document.id)!;
  const make = itemActionsOf(document, graph.indexes.get(document.id)!, graph.catalogue, presence.dependsOn);
  const index = graph.indexes.get(document.id)!;
  const here = <T extends { id: string }>(items: Map<string, T>) =>
    [...items.values()].filter((item) => presence.of.get(item.id) !== 'absent');
  for (const part of here(index.parts)) {
    addNode(graph, reachKey(document.id, part.id), null);
    for (const action of [make.free(part), make.takeOff(part)]) addNode(graph, action.key, action);
  }
  for (const fastener of here(index.fasteners)) {
    addNode(graph, reachKey(document.id, fastener.id), null);
    const action = make.release(fastener);
    addNode(graph, action.key, action);
  }
  for (const link of here(index.links)) {
    addNode(graph, reachKey(document.id, link.id), null);
    const action = make.undo(link);
    addNode(graph, action.key, action);
  }
}

/** Applies one document's rules to the graph. One small method per sentence of the model. */
class DocumentRules {
  private readonly index: ItemIndex;
  private readonly routes: Map<string, string[][]>;
  private readonly turnedOf = new Map<string, string[]>();
  private readonly holdersOf = new Map<string, string[]>();
  private readonly linksOf = new Map<string, Link[]>();
  private readonly carriedBy = new Map<string, string[]>();

  constructor(private readonly graph: ActionGraph, private readonly document: ProcedureDocument) {
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
    return state ? this.graph.idOf.get(stateKey(procedure, reference.item, state)) ?? null : null;
  }

  private states = (texts: string[]) => texts.map((text) => this.stateNode(text)).filter((id): id is number => id !== null);

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
    for (const part of held) this.need(node, (this.turnedOf.get(part) ?? []).map((id) => this.id('release', id)));
  }

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
    this.need(free, (this.holdersOf.get(part.id) ?? []).map((id) => this.id('release', id)));
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
      if (waits && !ownWay.has(id)) this.graph.orderEdges.push({ first: off, then: id, why: 'a loose part is taken up before it can fall' });
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

