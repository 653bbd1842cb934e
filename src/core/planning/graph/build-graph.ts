import { BASE_CATALOGUE } from '../../trade';
import { indexItems, presenceOf, type ProcedureDocument } from '../../document';
import { batteryActions, type Action } from './action';
import { DocumentRules } from './document-rules';
import type { ActionGraph, GraphOptions, NodeRef } from './graph';
import { itemActionsOf } from './item-actions';
import { addLooseParts } from './loose-parts';
import { stepKey } from './step-ref';

/** Builds the graph of the rules in docs/model.md. Linear in items and references. */
export function buildGraph(documents: ProcedureDocument[], settings: GraphOptions): ActionGraph {
  const graph: ActionGraph = {
    nodes: [],
    idOf: new Map(),
    dries: new Map(),
    orderEdges: [],
    missingProcedures: [],
    presence: new Map(),
    options: settings.options,
    indexes: new Map(),
    documents: new Map(documents.map((document) => [document.id, document])),
    catalogue: settings.catalogue ?? BASE_CATALOGUE,
  };
  for (const action of batteryActions(settings.srsWaitSeconds ?? null)) addNode(graph, action, action);
  requireNode(graph, 'batteryOff', 'check');
  requireNode(graph, 'wait', 'batteryOff');
  for (const document of documents) {
    graph.indexes.set(document.id, indexItems(document));
    graph.presence.set(document.id, presenceOf(document, settings.options));
    addItemNodes(graph, document);
  }
  for (const document of documents) new DocumentRules(graph, document, settings).apply();
  addLooseParts(graph);
  graph.missingProcedures = [...new Set(graph.missingProcedures)].sort();
  return graph;
}

function addNode(graph: ActionGraph, { type, procedure, item, region }: NodeRef, action: Action | null): void {
  const ref: NodeRef = { type, procedure, item, ...(region ? { region } : {}) };
  const key = stepKey(ref);
  graph.idOf.set(key, graph.nodes.length);
  graph.nodes.push({ key, ref, action, needs: [], anyOf: null, pulls: [] });
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
  const add = (item: string, actions: Action[]) => {
    addNode(graph, { type: 'reach', procedure: document.id, item }, null);
    for (const action of actions) addNode(graph, action, action);
  };
  for (const part of here(index.parts)) {
    add(part.id, [make.free(part), make.takeOff(part)]);
    for (const region of Object.keys(part.regions ?? {})) {
      const peel = make.peel(part, region);
      addNode(graph, peel, peel);
      addNode(graph, { ...peel, type: 'peeled' }, null);
    }
  }
  for (const fastener of here(index.fasteners)) add(fastener.id, [make.release(fastener)]);
  for (const link of here(index.links)) add(link.id, [make.undo(link)]);
  for (const work of here(index.works)) {
    add(work.id, [make.work(work)]);
    const dry = make.dry(work);
    if (dry) graph.dries.set(dry.key, dry);
  }
}
