import { BASE_CATALOGUE } from '../hardware';
import { indexItems, presenceOf, type ProcedureDocument } from '../procedure';
import { batteryActions, type Action } from './action';
import { DocumentRules } from './document-rules';
import { reachKey, type ActionGraph, type GraphOptions } from './graph';
import { itemActionsOf } from './item-actions';

/** Builds the graph of the rules in docs/model.md. Linear in items and references. */
export function buildGraph(documents: ProcedureDocument[], settings: GraphOptions): ActionGraph {
  const graph: ActionGraph = {
    nodes: [],
    idOf: new Map(),
    orderEdges: [],
    missingProcedures: [],
    presence: new Map(),
    indexes: new Map(),
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
