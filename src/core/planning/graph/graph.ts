import type { Catalogue } from '../../trade';
import type { ItemIndex, PresenceMap, State, OptionValues, ProcedureDocument } from '../../document';
import type { Action, RemovalType } from './action';
import { stepKey, type StepRef } from './step-ref';

/** What a node stands for: an action on an item, that the item can be got at, or that an area of a part is out of the way. */
export type NodeRef = StepRef<RemovalType | 'reach' | 'peeled'>;

/**
 * One node of the AND/OR graph: an action, or a `reach` node that stands for "this item can be got at".
 * All of `needs` must hold first; where `anyOf` is given, one whole alternative too. `pulls` come along whenever
 * this node is chosen (a part that lies loose must be taken), without being ordered before it.
 */
export interface GraphNode {
  key: string;
  /** What the node is about. */
  ref: NodeRef;
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
  /** Waiting for work to dry, by key: "dry:kite-rear-door/primer". No node waits for it; it is put where nothing else can be done. */
  dries: Map<string, Action>;
  orderEdges: OrderEdge[];
  documents: Map<string, ProcedureDocument>;
  indexes: Map<string, ItemIndex>;
  presence: Map<string, PresenceMap>;
  /** What is known of the vehicle's options. */
  options: OptionValues;
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
  /** Runs that older versions planned: a part that a live airbag link hangs on may be moved. */
  srsMayMove?: boolean;
}

const STATE_ACTION = { free: 'free', off: 'takeOff', released: 'release', undone: 'undo', done: 'work' } as const;

/** The node that makes a state true. */
export const stateRef = (procedure: string, item: string, state: State, region?: string): NodeRef =>
  region ? { type: 'peeled', procedure, item, region } : { type: STATE_ACTION[state], procedure, item };

/** The number of the node for a reference; undefined where this vehicle has no such item. */
export const nodeIdOf = (graph: Pick<ActionGraph, 'idOf'>, ref: NodeRef): number | undefined =>
  graph.idOf.get(stepKey(ref));

/** The action a step's name stands for; undefined where the graph has none of that name. */
export const findAction = (graph: ActionGraph, key: string): Action | undefined =>
  graph.nodes[graph.idOf.get(key) ?? -1]?.action ?? graph.dries.get(key);
